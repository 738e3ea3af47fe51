package app.promptsparrow.desktop.slots;

import app.promptsparrow.desktop.orders.DragFiles;
import app.promptsparrow.desktop.orders.Order;
import app.promptsparrow.desktop.session.Session;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.function.Supplier;
import javafx.scene.Node;
import javafx.scene.SnapshotParameters;
import javafx.scene.image.WritableImage;
import javafx.scene.input.ClipboardContent;
import javafx.scene.input.DragEvent;
import javafx.scene.input.Dragboard;
import javafx.scene.input.TransferMode;
import javafx.scene.paint.Color;

/** Music dragged out of the window as a finished file. */
public final class FileDrag {

    private FileDrag() {
    }

    /** Lets music be dragged from a node; pressing it makes an audio file that takes time. */
    public static void on(Node node, Session session, DragFiles files, Supplier<Optional<Order>> music) {
        node.setOnDragDone(event -> {
            if (isOut(event)) {
                music.get().ifPresent(order -> sayMidiOnly(session, files.name(order)));
            }
        });
        node.setOnMousePressed(event -> music.get().ifPresent(files::prepare));
        node.setOnDragDetected(event -> {
            music.get().flatMap(files::file).ifPresent(file -> {
                Dragboard board = node.startDragAndDrop(TransferMode.COPY);
                board.setContent(content(file));
                board.setDragView(picture(node));
            });
            event.consume();
        });
    }

    /** Whether what was dragged was taken, and not by a node of this window. */
    static boolean isOut(DragEvent done) {
        return done.getTransferMode() != null && done.getGestureTarget() == null;
    }

    /** After music went to another program: that one plays it now, so this one had better not. */
    static void sayMidiOnly(Session session, String name) {
        if (session.project().kit().rows().stream().anyMatch(row -> !row.midi().only())) {
            session.say(name + " is out; so that nothing sounds twice, press 'MIDI only' in Export");
        }
    }

    private static ClipboardContent content(Path file) {
        ClipboardContent content = new ClipboardContent();
        content.putFiles(List.of(file.toFile()));
        return content;
    }

    /** What is seen while it is dragged. */
    static WritableImage picture(Node of) {
        SnapshotParameters seeThrough = new SnapshotParameters();
        seeThrough.setFill(Color.TRANSPARENT);
        return of.snapshot(seeThrough, null);
    }
}
