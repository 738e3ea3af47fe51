package app.promptsparrow.desktop.frame;

import app.promptsparrow.desktop.control.Forms;
import app.promptsparrow.desktop.control.Menus;
import app.promptsparrow.desktop.control.Styles;
import app.promptsparrow.desktop.control.Tips;
import app.promptsparrow.desktop.explain.WhySilentLine;
import app.promptsparrow.desktop.player.Player;
import app.promptsparrow.desktop.session.Playing;
import app.promptsparrow.desktop.session.Session;
import app.promptsparrow.desktop.view.View;
import app.promptsparrow.explain.WhySilent;
import app.promptsparrow.project.Song;
import app.promptsparrow.text.Plural;
import java.util.List;
import java.util.Optional;
import java.util.function.Supplier;
import javafx.geometry.Side;
import javafx.scene.control.Button;
import javafx.scene.control.ContextMenu;
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
    private final Playing playing;
    private final Button plays = new Button();
    private final Button mend = new Button();
    private final Button why = new Button("why silent");
    private final WhySilentLine silence;
    private String shownLeft = "";
    private String shownRight = "";

    /** @param view that is shown now */
    StatusLine(Session session, Playing playing, WhySilentLine silence, Supplier<View> view) {
        this.playing = playing;
        this.silence = silence;
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
        for (Button button : List.of(plays, mend, why)) {
            button.getStyleClass().add("status-press");
            button.setMinWidth(Region.USE_PREF_SIZE);
            button.setFocusTraversable(false);
        }
        plays.setId("plays");
        Tips.on(plays, "What play starts: the shown pattern, the chain or the song");
        plays.setOnAction(event -> new ContextMenu(Menus.item("plays-pattern", "the shown pattern", () -> playing.choose(Playing.What.PATTERN)),
                Menus.item("plays-chain", "the chain", () -> playing.choose(Playing.What.CHAIN)),
                Menus.item("plays-song", "the song", () -> playing.choose(Playing.What.SONG))).show(plays, Side.TOP, 0, 0));
        why.setId("why-silent");
        why.setOnAction(event -> silence.ask());
        Tips.on(why, "Why the chosen row cannot be heard, or hardly, and what mends it (Shift+Q)");
        mend.setId("why-mend");
        mend.setOnAction(event -> silence.press());
        Forms.showIf(false, mend);
        getChildren().addAll(left, mend, gap, plays, right, why);
    }

    private void showLeft() {
        String text = session.message().isEmpty() ? view.get().describe() : session.message();
        if (!text.equals(shownLeft)) {
            shownLeft = text;
            left.setText(text);
            Optional<WhySilent.Answer> mends = silence.mend();
            Forms.showIf(mends.isPresent(), mend);
            mends.ifPresent(answer -> {
                mend.setText(answer.press());
                mend.setAccessibleText(answer.sentence() + ": " + answer.press());
            });
        }
    }

    /** By key: then the mend has the keyboard, which Enter presses, and a screen reader reads it. */
    void askWhySilent() {
        silence.ask();
        showLeft();
        if (mend.isVisible()) {
            mend.requestFocus();
        }
    }

    /** A block that comes late is heard as a click or not at all; whoever wants to know points here. */
    private String lateBlocks() {
        long late = player.lateBlocks();
        return late == 0 ? "Every block of sound came in time" : Plural.of(late, "block") + " of sound came late";
    }

    private String what() {
        if (playing.what() == Playing.What.PATTERN) {
            return playing.range().isPresent() ? "a piece of the pattern" : "pattern";
        }
        if (playing.what() == Playing.What.SONG) {
            String name = playing.song().map(Song::name).orElse("");
            return playing.songLoop().isPresent() ? "a piece of " + name : "song " + name;
        }
        int size = session.project().chain().size();
        return "chain of " + size;
    }

    /** Once a pulse. */
    void pulse() {
        showLeft();
        String text = (view.get().lettersPlay() ? "play keys · " : "cursor keys · ") + player.outputDescription().orElse("opening the sound card …")
                + (player.isReady() ? "" : " · making the sounds …");
        String what = "plays: " + what();
        if (!what.equals(plays.getText())) {
            plays.setText(what);
        }
        if (!text.equals(shownRight)) {
            shownRight = text;
            right.setText(text);
            Styles.toggle(right, "warn", !player.isAudible() && player.outputDescription().isPresent());
        }
    }
}
