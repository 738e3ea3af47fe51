package app.promptsparrow.desktop.live.pane;

import java.util.function.BooleanSupplier;
import javafx.scene.control.ContextMenu;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyCombination;
import javafx.scene.input.KeyEvent;
import javafx.stage.Stage;
import javafx.stage.Window;

/** Windows beside the main one are left by Escape and by the key that opens them: it is they that have the keys then. */
final class Leaving {

    private Leaving() {
    }

    /** @param stage whose scene is set. Its buttons and lists would keep Escape for themselves, also where it does nothing; an open menu may have it. */
    static void by(Stage stage, String key) {
        by(stage, key, () -> false);
    }

    /** @param first what Escape ends before the window; answers whether there was anything */
    static void by(Stage stage, String key, BooleanSupplier first) {
        KeyCombination own = KeyCombination.valueOf(key);
        stage.getScene().addEventFilter(KeyEvent.KEY_PRESSED, event -> {
            boolean menu = Window.getWindows().stream().anyMatch(ContextMenu.class::isInstance);
            if (event.getCode() == KeyCode.ESCAPE && !menu || own.match(event)) {
                if (own.match(event) || !first.getAsBoolean()) {
                    stage.hide();
                }
                event.consume();
            }
        });
    }
}
