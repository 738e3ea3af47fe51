package app.promptsparrow.desktop.control;

import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseEvent;

/** What all text fields have in common: how they are entered and left. */
public final class Fields {

    private Fields() {
    }

    /** The press that enters a field selects all of it, so that typing replaces it; further presses place the caret. */
    public static void selectOnEntry(TextField field) {
        boolean[] entering = {false};
        field.addEventFilter(MouseEvent.MOUSE_PRESSED, event -> entering[0] = !field.isFocused());
        field.addEventHandler(MouseEvent.MOUSE_RELEASED, event -> {
            if (entering[0] && field.getSelection().getLength() == 0) {
                field.selectAll();
            }
            entering[0] = false;
        });
    }

    /**
     * One rule for committing: Enter takes what was typed, so does leaving the field; Escape brings back what was there.
     *
     * @param take    called also when nothing was changed
     * @param restore shows what holds
     */
    public static void commit(TextField field, Runnable take, Runnable restore) {
        selectOnEntry(field);
        field.setOnAction(event -> take.run());
        field.addEventHandler(KeyEvent.KEY_PRESSED, event -> {
            if (event.getCode() == KeyCode.ESCAPE) {
                restore.run(); // and the window gives the keys back to what they belong to
            }
        });
        field.focusedProperty().addListener((observable, was, is) -> {
            if (!is) {
                take.run();
            }
        });
    }
}
