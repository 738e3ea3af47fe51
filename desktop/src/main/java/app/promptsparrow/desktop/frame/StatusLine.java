package app.promptsparrow.desktop.frame;

import app.promptsparrow.desktop.beat.BeatPresenter;
import app.promptsparrow.desktop.control.Styles;
import app.promptsparrow.desktop.control.Tips;
import app.promptsparrow.desktop.play.Player;
import app.promptsparrow.text.Plural;
import java.util.Optional;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;

/** Below every view: what the pointer or the cursor is on and what just happened; at the right, what it plays on. */
final class StatusLine extends HBox {

    private final BeatPresenter presenter;
    private final Player player;
    private final Label left = new Label();
    private final Label right = new Label();
    private Optional<String> pointed = Optional.empty();
    private String shownRight = "";

    StatusLine(BeatPresenter presenter, Player player) {
        this.presenter = presenter;
        this.player = player;
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

    void point(Optional<String> text) {
        pointed = text;
        presenter.forgetMessage();
        update();
    }

    void update() {
        String message = presenter.message();
        left.setText(!message.isEmpty() ? message : pointed.orElseGet(presenter::describeCursor));
    }

    /** A block that comes late is heard as a click or not at all; whoever wants to know points here. */
    private String lateBlocks() {
        long late = player.lateBlocks();
        return late == 0 ? "Every block of sound came in time" : Plural.of(late, "block") + " of sound came late";
    }

    /** Once a pulse. */
    void pulse() {
        String text = (presenter.playKeys().isOn() ? "play keys · " : "cursor keys · ") + player.outputDescription().map(output -> "plays: pattern · " + output).orElse("opening the sound card …")
                + (player.isReady() ? "" : " · making the sounds …");
        if (!text.equals(shownRight)) {
            shownRight = text;
            right.setText(text);
            Styles.toggle(right, "warn", !player.isAudible() && player.outputDescription().isPresent());
        }
    }
}
