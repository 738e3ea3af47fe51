package app.promptsparrow.desktop.song.pane;

import app.promptsparrow.desktop.control.Forms;
import app.promptsparrow.desktop.control.Numbers;
import app.promptsparrow.desktop.control.ValueField;
import app.promptsparrow.desktop.page.Page;
import app.promptsparrow.desktop.song.edit.BackingEditor;
import app.promptsparrow.project.Backing;
import java.util.Locale;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.VBox;

/** The backing in numbers. */
final class BackingPage extends Page {

    private static final double FINE_SECONDS = 0.01;

    private final BackingEditor editor;
    private Label title;
    private Label facts;
    private ValueField level;
    private ValueField offset;
    private Button heard;
    private Button exported;
    private Button kept;
    private VBox all;

    BackingPage(BackingEditor editor) {
        this.editor = editor;
    }

    @Override
    protected void build() {
        title = Forms.strong("");
        facts = Forms.second("");
        facts.setWrapText(true);
        level = new ValueField("Level", Backing.LEAST_DB, Backing.MOST_DB, 0.5, Backing.USUAL_DB, db -> String.format(Locale.ROOT, "%+.1f dB", db), Numbers::number);
        level.textField().setId("backing-level");
        level.onAsk(editor::setLevelDb);
        offset = new ValueField("Starts at", -Backing.MOST_SECONDS, Backing.MOST_SECONDS, FINE_SECONDS, 0, seconds -> String.format(Locale.ROOT, "%.3f s", seconds), Numbers::number).compact();
        offset.textField().setId("backing-offset");
        offset.onAsk(editor::setOffsetSeconds);
        heard = Forms.push("", "backing-page-heard", editor::toggleHeard);
        exported = Forms.push("", "backing-page-exported", editor::toggleExported);
        kept = Forms.push("", "backing-kept", editor::toggleKept);
        all = new VBox(9, level, offset, Forms.row(heard, exported), kept, Forms.push("remove", "backing-remove", editor::remove));
        getChildren().addAll(new VBox(1, title, facts), Forms.push("choose a file …", "backing-page-choose", editor::choose), all);
    }

    @Override
    protected void update() {
        boolean there = editor.backing().isPresent();
        title.setText(editor.backing().map(Backing::name).orElse("No backing"));
        facts.setText(there ? editor.facts() : "An audio file of up to 30 minutes that is played under patterns and songs: WAV, AIFF, AU, FLAC, Ogg Vorbis, MP3.");
        Forms.showIf(there, all);
        editor.backing().ifPresent(of -> {
            level.show(of.levelDb());
            offset.show(of.offset() / (double) Backing.OFFSET_HZ);
            heard.setText(of.heard() ? "is heard" : "is not heard");
            exported.setText(of.exported() ? "is exported" : "is not exported");
            kept.setText(of.kept().isPresent() ? "kept in the project" : "keep it in the project");
        });
    }
}
