package app.promptsparrow.desktop.slots;

import app.promptsparrow.desktop.orders.DragFiles;
import app.promptsparrow.desktop.session.Session;
import app.promptsparrow.project.SlotRef;
import java.util.List;
import java.util.Optional;
import java.util.function.Supplier;
import javafx.scene.Node;
import javafx.scene.input.ClipboardContent;
import javafx.scene.input.DataFormat;
import javafx.scene.input.Dragboard;
import javafx.scene.input.TransferMode;

/**
 * Patterns dragged from slot to slot, and out of the window: one drag of the system's carries the slot for ourselves and the pattern as
 * a finished file for every other program. Ctrl held as it begins copies; what the system says of the mode is not asked, since it
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
            board.setDragView(FileDrag.picture(name));
            event.consume();
        });
    }

    /** Lets a slot be dragged from a card, and others be dropped on it. */
    void on(Node card, Supplier<SlotRef> slot) {
        card.setOnDragDetected(event -> {
            if (session.project().at(slot.get()).isPresent()) {
                Dragboard board = card.startDragAndDrop(TransferMode.COPY_OR_MOVE);
                board.setContent(content(slot.get(), event.isControlDown()));
                board.setDragView(FileDrag.picture(card));
            }
            event.consume();
        });
        card.setOnDragDone(event -> {
            boolean wantedOut = event.getTransferMode() == null && event.getGestureTarget() == null && !event.getDragboard().hasFiles();
            if (wantedOut && session.project().at(slot.get()).isPresent()) {
                chooser.dragFiles().file(DragFiles.ofSlot(session.project(), slot.get())); // none was there: it is made now, and that is said
            } else if (FileDrag.isOut(event) && event.getDragboard().hasFiles()) {
                FileDrag.sayMidiOnly(session, event.getDragboard().getFiles().get(0).getName());
            }
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
        chooser.dragFiles().ready(DragFiles.ofSlot(session.project(), slot)).ifPresent(file -> content.putFiles(List.of(file.toFile()))); // without one it can still be dragged from slot to slot
        return content;
    }
}
