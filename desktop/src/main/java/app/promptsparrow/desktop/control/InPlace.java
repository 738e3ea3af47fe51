package app.promptsparrow.desktop.control;

import java.util.function.Consumer;
import javafx.geometry.Bounds;
import javafx.scene.Node;
import javafx.scene.Scene;
import javafx.scene.control.TextField;
import javafx.scene.layout.Pane;

/** Names changed where they stand: a field over the name, Enter or leaving takes it, Escape leaves it. */
public final class InPlace {

    private static final double NARROWEST = 110;
    private static final String ID = "in-place";

    private InPlace() {
    }

    /**
     * Begins to edit.
     *
     * @param over where the name stands, in a window whose root is a pane
     * @param done told a name that is not empty and another than before
     */
    public static void edit(Node over, String name, Consumer<String> done) {
        if (over.getScene() == null || !(over.getScene().getRoot() instanceof Pane root)) {
            return;
        }
        TextField field = new TextField(name);
        field.setId(ID);
        field.setManaged(false);
        Bounds at = root.sceneToLocal(over.localToScene(over.getBoundsInLocal()));
        double width = Math.max(NARROWEST, at.getWidth() + 16);
        field.resizeRelocate(Math.max(2, Math.min(at.getMinX() - 8, root.getWidth() - width - 2)), at.getMinY() - 3, width, Math.max(24, at.getHeight() + 6));
        boolean[] ended = {false};
        Runnable end = () -> {
            ended[0] = true;
            root.getChildren().remove(field);
        };
        Runnable take = () -> {
            if (!ended[0]) {
                end.run();
                String typed = field.getText().strip();
                if (!typed.isEmpty() && !typed.equals(name)) {
                    done.accept(typed);
                }
            }
        };
        Fields.commit(field, take, () -> {
            ended[0] = true; // removed once the window has seen the key and given the focus back
            field.setVisible(false);
        });
        field.focusedProperty().addListener((observable, was, is) -> {
            if (!is) {
                root.getChildren().remove(field);
            }
        });
        root.getChildren().add(field);
        field.requestFocus();
        field.selectAll();
    }

    /** Whether a name is being typed, which stands where it was when that began. */
    public static boolean isOpen(Scene scene) {
        return scene != null && scene.getFocusOwner() != null && ID.equals(scene.getFocusOwner().getId());
    }
}
