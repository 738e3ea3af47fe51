package app.promptsparrow.desktop.song.pane;

import app.promptsparrow.desktop.control.Forms;
import app.promptsparrow.desktop.control.Tips;
import app.promptsparrow.desktop.hand.Drag;
import app.promptsparrow.desktop.hand.FileDrop;
import app.promptsparrow.desktop.rows.RowHeadsPane;
import app.promptsparrow.desktop.song.edit.BackingEditor;
import app.promptsparrow.desktop.song.edit.Timeline;
import app.promptsparrow.desktop.theme.Theme;
import app.promptsparrow.project.Backing;
import app.promptsparrow.sample.LongFrames;
import java.util.List;
import java.util.Optional;
import javafx.geometry.Pos;
import javafx.scene.canvas.Canvas;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.control.Button;
import javafx.scene.control.ButtonBase;
import javafx.scene.control.Label;
import javafx.scene.control.ToggleButton;
import javafx.scene.input.MouseEvent;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Pane;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;

/** The recording under the music as a waveform along the song's time: dropped here, dragged to shift, heard or not. */
final class BackingPane extends HBox {

    private static final double TALL = 84;
    private static final double FLAT = 34;

    private final BackingEditor editor;
    private final Timeline timeline;
    private final Canvas canvas = new Canvas();
    private final Pane wave = new Pane(canvas);
    private final Playhead playhead = new Playhead();
    private final Label name = Forms.strong("Backing");
    private final Label facts = Forms.second("");
    private final ToggleButton heard = new ToggleButton("hear");
    private final ToggleButton exported = new ToggleButton();
    private final Button choose = new Button("choose …");
    private final Button again = new Button("read again");
    private final HBox buttons = new HBox(2, heard, exported, again);
    private final Label invitation = Forms.second("Drop an audio file here to hear the beat with it");
    private Theme theme;
    private final Drag hand;
    private long pressedStart;

    BackingPane(BackingEditor editor, Timeline timeline, Theme theme) {
        this.editor = editor;
        this.timeline = timeline;
        this.theme = theme;
        setId("backing");
        getStyleClass().add("backing");
        facts.setId("backing-facts");
        facts.setMinWidth(0);
        name.setMinWidth(0);
        heard.setId("backing-heard");
        exported.setId("backing-exported");
        choose.setId("backing-choose");
        again.setId("backing-again");
        heard.setOnAction(event -> editor.toggleHeard());
        exported.setOnAction(event -> editor.toggleExported());
        choose.setOnAction(event -> editor.choose());
        again.setOnAction(event -> editor.again());
        Tips.on(heard, "Play it under patterns and songs");
        Tips.on(exported, "Whether it is in exported audio");
        Tips.on(again, "The file may be back");
        for (ButtonBase button : List.of(heard, exported, choose, again)) {
            button.getStyleClass().add("small-choice");
            button.setFocusTraversable(false);
            button.setMinWidth(Region.USE_PREF_SIZE);
        }
        buttons.setAlignment(Pos.CENTER_LEFT);
        Region gap = new Region();
        HBox.setHgrow(gap, Priority.ALWAYS);
        HBox head = new HBox(4, name, gap, choose);
        head.setAlignment(Pos.CENTER_LEFT);
        VBox side = new VBox(2, head, facts, buttons);
        side.setAlignment(Pos.CENTER_LEFT);
        side.setMinWidth(RowHeadsPane.WIDTH - 10);
        side.setMaxWidth(RowHeadsPane.WIDTH - 10);
        side.setStyle("-fx-padding: 0 4 0 12;");
        invitation.setMouseTransparent(true);
        wave.setId("backing-wave");
        wave.setMinWidth(0);
        wave.getChildren().addAll(invitation, playhead);
        HBox.setHgrow(wave, Priority.ALWAYS);
        wave.widthProperty().addListener(observable -> draw());
        hand = Drag.on(wave).press(event -> editor.backing().isPresent()).pressed(event -> pressedStart = editor.start()).move(this::drag);
        FileDrop.on(this, (files, event) -> editor.take(files.get(0)));
        getChildren().addAll(side, wave);
    }

    void setTheme(Theme to) {
        theme = to;
    }

    void update() {
        Optional<Backing> backing = editor.backing();
        boolean there = backing.isPresent();
        boolean broken = editor.state().problem().isPresent();
        double height = there ? TALL : FLAT;
        setMinHeight(height);
        setMaxHeight(height);
        name.setText(backing.map(of -> (of.kept().isPresent() ? "Backing, kept: " : "Backing: ") + of.name()).orElse("Backing"));
        Forms.showIf(there, facts, buttons);
        Forms.showIf(there && !broken, heard);
        Forms.showIf(broken, again);
        Forms.showIf(!there || broken, choose);
        choose.setText(there ? "other …" : "choose …");
        heard.setSelected(backing.map(Backing::heard).orElse(false));
        exported.setSelected(backing.map(Backing::exported).orElse(false));
        exported.setText(exported.isSelected() ? "exported" : "not exported");
        invitation.setVisible(!there);
        invitation.autosize();
        invitation.relocate(8, (height - invitation.getHeight()) / 2);
        tell();
        draw();
    }

    /** While it is read. */
    void tell() {
        String now = editor.facts();
        if (!now.equals(facts.getText())) {
            facts.setText(now);
        }
    }

    void playhead(double x) {
        playhead.at(x, 0, getHeight(), editor.backing().isPresent() ? wave.getWidth() : -1);
    }

    void draw() {
        double width = wave.getWidth();
        double height = editor.backing().isPresent() ? TALL : FLAT;
        if (width < 10) {
            return;
        }
        canvas.setWidth(width);
        canvas.setHeight(height);
        GraphicsContext g = canvas.getGraphicsContext2D();
        g.clearRect(0, 0, width, height);
        Optional<LongFrames> frames = editor.state().frames();
        if (frames.isEmpty() || editor.backing().isEmpty()) {
            return;
        }
        long start = editor.start();
        double framesPerUnit = (double) frames.get().frames() / Math.max(1, editor.end() - start);
        g.setFill(BlocksPicture.alpha(theme.color("second"), editor.backing().get().heard() ? 0.8 : 0.35));
        double middle = height / 2;
        for (int x = 0; x < width; x++) {
            long from = Math.round((timeline.units(x) - start) * framesPerUnit);
            long to = Math.round((timeline.units(x + 1) - start) * framesPerUnit);
            if (to > 0 && from < frames.get().frames()) {
                double half = Math.max(0.5, frames.get().peak(from, to) * (height / 2 - 6));
                g.fillRect(x, middle - Math.min(half, height / 2 - 2), 1, 2 * Math.min(half, height / 2 - 2));
            }
        }
    }

    // --- shifting ---

    private void drag(MouseEvent event) {
        if (hand.isDecided() && editor.backing().isPresent()) {
            long by = Math.round(hand.dx(event) / timeline.width() * timeline.unitsAcross());
            editor.startAt(pressedStart + by, event.isControlDown() || event.isAltDown(), hand.gesture());
        }
    }
}
