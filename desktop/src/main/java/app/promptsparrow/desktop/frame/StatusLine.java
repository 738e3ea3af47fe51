package app.promptsparrow.desktop.frame;

import app.promptsparrow.desktop.control.Styles;
import app.promptsparrow.desktop.control.Tips;
import app.promptsparrow.desktop.session.Player;
import app.promptsparrow.desktop.session.Session;
import app.promptsparrow.desktop.session.View;
import app.promptsparrow.text.Plural;
import java.util.function.Supplier;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;

/** Below every view: what the pointer or the cursor is on and what just happened; at the right, what it plays on. */
final class StatusLine extends HBox {

    static final double HEIGHT = 26;

    private final Session session;
    private final Player player;
    private final Supplier<View> view;
    private final Label left = new Label();
    private final Label right = new Label();
    private String shownLeft = "";
    private String shownRight = "";

    /** @param view that is shown now */
    StatusLine(Session session, Supplier<View> view) {
        this.session = session;
        this.player = session.player();
        this.view = view;
        getStyleClass().add("status-line");
        left.setId("status");
        right.setId("output");
        left.setMinWidth(0);
        right.setMinWidth(Region.USE_PREF_SIZE);
        Tips.on(right, this::lateBlocks);
        Region gap = new Region();
        HBox.setHgrow(gap, Priority.ALWAYS);
        getChildren().addAll(left, gap, right);
    }

    private void showLeft() {
        String text = session.message().isEmpty() ? view.get().describe() : session.message();
        if (!text.equals(shownLeft)) {
            shownLeft = text;
            left.setText(text);
        }
    }

    /** A block that comes late is heard as a click or not at all; whoever wants to know points here. */
    private String lateBlocks() {
        long late = player.lateBlocks();
        return late == 0 ? "Every block of sound came in time" : Plural.of(late, "block") + " of sound came late";
    }

    /** Once a pulse. */
    void pulse() {
        showLeft();
        String text = (view.get().lettersPlay() ? "play keys · " : "cursor keys · ") + player.outputDescription().map(output -> "plays: pattern · " + output).orElse("opening the sound card …")
                + (player.isReady() ? "" : " · making the sounds …");
        if (!text.equals(shownRight)) {
            shownRight = text;
            right.setText(text);
            Styles.toggle(right, "warn", !player.isAudible() && player.outputDescription().isPresent());
        }
    }
}
