package app.promptsparrow.desktop.live.pane;

import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyCombination;
import javafx.scene.input.KeyEvent;
import javafx.stage.Stage;

/** Windows beside the main one are left by Escape and by the key that opens them: it is they that have the keys then. */
final class Leaving {

    private Leaving() {
    }

    /** @param stage whose scene is set; its own fields and lists see these keys first, and may keep them */
    static void by(Stage stage, String key) {
        KeyCombination own = KeyCombination.valueOf(key);
        stage.getScene().addEventHandler(KeyEvent.KEY_PRESSED, event -> {
            if (event.getCode() == KeyCode.ESCAPE || own.match(event)) {
                stage.hide();
                event.consume();
            }
        });
    }
}
