package app.promptsparrow.desktop.slots;

import app.promptsparrow.desktop.session.Session;
import app.promptsparrow.export.Choice;
import app.promptsparrow.export.MidiPlan;
import app.promptsparrow.file.FileProblem;
import app.promptsparrow.file.Folders;
import app.promptsparrow.midi.MidiOptions;
import app.promptsparrow.project.SlotRef;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.function.Supplier;
import javafx.scene.Node;
import javafx.scene.SnapshotParameters;
import javafx.scene.image.WritableImage;
import javafx.scene.input.ClipboardContent;
import javafx.scene.input.DataFormat;
import javafx.scene.input.Dragboard;
import javafx.scene.input.TransferMode;
import javafx.scene.paint.Color;
import org.slf4j.LoggerFactory;

/**
 * Patterns dragged from slot to slot, and out of the window: one drag of the system's carries the slot for ourselves and the pattern as
 * a finished MIDI file for every other program. Ctrl held as it begins copies; what the system says of the mode is not asked, since it
 * offers other programs a copy in any case.
 */
public final class SlotDrag {

    private static final DataFormat SLOT = new DataFormat("application/x-prompt-sparrow-slot");

    private static final DataFormat BANK = new DataFormat("application/x-prompt-sparrow-bank");

    private record Carried(SlotRef slot, boolean copy) {
    }

    private final Session session;
    private final SlotChooser chooser;

    SlotDrag(Session session, SlotChooser chooser) {
        this.session = session;
        this.chooser = chooser;
    }

    static boolean carries(Dragboard board) {
        return board.hasContent(SLOT);
    }

    /** The slot that is dragged. */
    public static Optional<SlotRef> slotIn(Dragboard board) {
        return from(board).map(Carried::slot);
    }

    /** The bank that is dragged, counted from 0. */
    public static Optional<Integer> bankIn(Dragboard board) {
        return board.getContent(BANK) instanceof Integer bank ? Optional.of(bank) : Optional.empty();
    }

    /** Lets a bank be dragged by its name. */
    static void bankOn(Node name, int bank) {
        name.setOnDragDetected(event -> {
            Dragboard board = name.startDragAndDrop(TransferMode.COPY);
            ClipboardContent content = new ClipboardContent();
            content.put(BANK, bank);
            board.setContent(content);
            board.setDragView(picture(name));
            event.consume();
        });
    }

    private static WritableImage picture(Node of) {
        SnapshotParameters seeThrough = new SnapshotParameters();
        seeThrough.setFill(Color.TRANSPARENT);
        return of.snapshot(seeThrough, null);
    }

    /** Lets a slot be dragged from a card, and others be dropped on it. */
    void on(Node card, Supplier<SlotRef> slot) {
        card.setOnDragDetected(event -> {
            if (session.project().at(slot.get()).isPresent()) {
                Dragboard board = card.startDragAndDrop(TransferMode.COPY_OR_MOVE);
                board.setContent(content(slot.get(), event.isControlDown()));
                board.setDragView(picture(card));
            }
            event.consume();
        });
        card.setOnDragOver(event -> {
            if (from(event.getDragboard()).filter(one -> !one.slot.equals(slot.get())).isPresent()) {
                event.acceptTransferModes(TransferMode.MOVE, TransferMode.COPY);
                event.consume();
            }
        });
        card.setOnDragDropped(event -> {
            Optional<Carried> from = from(event.getDragboard());
            from.ifPresent(one -> chooser.give(one.slot, slot.get(), one.copy));
            event.setDropCompleted(from.isPresent());
            event.consume();
        });
    }

    private static Optional<Carried> from(Dragboard board) {
        if (!(board.getContent(SLOT) instanceof String text && text.matches("\\d+ \\d (copy|move)"))) {
            return Optional.empty();
        }
        String[] parts = text.split(" ");
        return Optional.of(new Carried(new SlotRef(Integer.parseInt(parts[0]), Integer.parseInt(parts[1])), parts[2].equals("copy")));
    }

    private ClipboardContent content(SlotRef slot, boolean copy) {
        ClipboardContent content = new ClipboardContent();
        content.put(SLOT, slot.bank() + " " + slot.slot() + (copy ? " copy" : " move"));
        try {
            Path folder = Files.createDirectories(Folders.dragged());
            Path file = folder.resolve(MidiPlan.fileName(session.project().at(slot).orElseThrow().name()) + ".mid");
            MidiPlan.of(session.project(), new Choice.OnePattern(slot), OptionalInt.empty(), MidiOptions.USUAL).write(file);
            content.putFiles(List.of(file.toFile()));
        } catch (IOException | FileProblem | RuntimeException noFile) { // it can still be dragged from slot to slot
            LoggerFactory.getLogger(SlotDrag.class).warn("no MIDI file for the dragged slot", noFile);
        }
        return content;
    }
}
