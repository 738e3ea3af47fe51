package app.promptsparrow.desktop.hand;

import java.io.File;
import java.nio.file.Path;
import java.util.List;
import javafx.scene.Node;
import javafx.scene.input.DragEvent;
import javafx.scene.input.TransferMode;

/** Files that are dragged over a node from anywhere and let go there. */
public final class FileDrop {

    /** Takes what was let go. */
    public interface Taken {
        /** @param event where it was let go, in the node */
        void files(List<Path> files, DragEvent event);
    }

    private FileDrop() {
    }

    /** Lets a node take files; a copy, so that they stay where they are. */
    public static void on(Node node, Taken taken) {
        node.addEventHandler(DragEvent.DRAG_OVER, event -> {
            if (event.getDragboard().hasFiles()) {
                event.acceptTransferModes(TransferMode.COPY);
                event.consume();
            }
        });
        node.addEventHandler(DragEvent.DRAG_DROPPED, event -> {
            if (event.getDragboard().hasFiles()) {
                taken.files(event.getDragboard().getFiles().stream().map(File::toPath).toList(), event);
                event.setDropCompleted(true);
                event.consume();
            }
        });
    }
}
