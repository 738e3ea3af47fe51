package app.promptsparrow.desktop.export.pane;

import app.promptsparrow.desktop.control.Forms;
import app.promptsparrow.desktop.control.Tips;
import app.promptsparrow.desktop.export.edit.ExportPresenter;
import app.promptsparrow.desktop.slots.FileDrag;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;

/** A card that is dragged out onto another program or a folder, as a finished file. */
final class DragCard extends VBox {

    private final ExportPresenter presenter;
    private final Label name = Forms.strong("");
    private final Label state = Forms.second("");
    private final VBox card = new VBox(4, name, state);
    private final Choices<Boolean> as;
    private final Button midiOnly = new Button();

    DragCard(ExportPresenter presenter) {
        super(8);
        this.presenter = presenter;
        as = new Choices<>("as", "drag-as", presenter.drags()::audio, presenter.drags()::setAudio).with(false, "MIDI").with(true, "WAV").tight();
        card.setId("drag-card");
        card.getStyleClass().add("drag-card");
        card.setAlignment(Pos.CENTER);
        name.setWrapText(true);
        name.setId("drag-name");
        state.setId("drag-state");
        Tips.on(card, "Drag it onto a track of another program, or into a folder");
        FileDrag.on(card, presenter.session(), presenter.drags(), presenter::dragOrder);
        midiOnly.setId("midi-only");
        midiOnly.setMinWidth(Region.USE_PREF_SIZE);
        midiOnly.setOnAction(event -> presenter.toggleMidiOnly());
        Tips.on(midiOnly, "Another program sounds: all rows send notes and are silent here; one step, undo brings them back");
        HBox head = new HBox(8, Forms.strong("Drag it out"), Forms.gap(), as);
        HBox.setHgrow(head.getChildren().get(1), Priority.ALWAYS);
        head.setAlignment(Pos.CENTER_LEFT);
        HBox quiet = new HBox(8, Forms.second("Then go quiet here?"), Forms.gap(), midiOnly);
        HBox.setHgrow(quiet.getChildren().get(1), Priority.ALWAYS);
        quiet.setAlignment(Pos.CENTER_LEFT);
        getChildren().addAll(head, card, quiet);
    }

    void update() {
        name.setText(presenter.dragOrder().map(presenter.drags()::name).orElse("nothing to drag"));
        as.update();
        midiOnly.setText(presenter.isMidiOnly() ? "own sounds again" : "MIDI only");
    }

    /** Once a pulse. */
    void pulse() {
        String now = presenter.dragOrder().map(presenter.drags()::state).orElse("choose a pattern, a bank in order or a song");
        String shown = now.isEmpty() ? "onto a track of another program, or a folder" : now;
        if (!shown.equals(state.getText())) {
            state.setText(shown);
        }
    }
}
