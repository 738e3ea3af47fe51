package app.promptsparrow.desktop.frame;

import app.promptsparrow.desktop.control.Icons;
import app.promptsparrow.desktop.control.Menus;
import app.promptsparrow.desktop.control.Tips;
import java.util.List;
import java.util.function.IntConsumer;
import java.util.function.Supplier;
import javafx.animation.PauseTransition;
import javafx.geometry.Side;
import javafx.scene.control.Button;
import javafx.scene.control.ContextMenu;
import javafx.scene.input.MouseButton;
import javafx.scene.input.MouseEvent;
import javafx.util.Duration;
import org.kordamp.ikonli.feather.Feather;

/** Undo or redo: a press takes one step; a long press, or the right button, lists the steps and takes all up to the chosen one. */
final class StepsButton extends Button {

    private static final Duration LONG = Duration.millis(450);
    private static final int MOST_LISTED = 15;

    private final String word;
    private final ContextMenu list = new ContextMenu();
    private final PauseTransition held = new PauseTransition(LONG);
    private IntConsumer travel = steps -> { };
    private Supplier<List<String>> names = List::of;
    private boolean listed;

    /**
     * @param word {@code undo} or {@code redo}, also its id
     */
    StepsButton(String word, Feather sign) {
        this.word = word;
        setId(word);
        getStyleClass().add("steps-button");
        setGraphic(Icons.of(sign, "steps-icon"));
        setAccessibleText(word);
        setFocusTraversable(false);
        Tips.on(this, this::tip);
        held.setOnFinished(event -> showList());
        addEventFilter(MouseEvent.MOUSE_PRESSED, event -> {
            listed = false;
            if (event.getButton() == MouseButton.PRIMARY) {
                held.playFromStart();
            }
        });
        addEventFilter(MouseEvent.MOUSE_RELEASED, event -> held.stop());
        setOnContextMenuRequested(event -> {
            showList();
            event.consume();
        });
        setOnAction(event -> {
            if (!listed) {
                travel.accept(1);
            }
        });
    }

    /**
     * @param to    takes so many steps
     * @param names of the steps there are, the next one first
     */
    void onSteps(IntConsumer to, Supplier<List<String>> names) {
        this.travel = to;
        this.names = names;
        update();
    }

    /** Brings it to the steps there are. */
    void update() {
        setDisable(names.get().isEmpty());
    }

    private String tip() {
        List<String> now = names.get();
        return now.isEmpty() ? "" : title() + ": " + now.get(0) + (word.equals("undo") ? " (Ctrl+Z" : " (Ctrl+Y") + "; hold for the list)";
    }

    private void showList() {
        listed = true;
        List<String> now = names.get();
        list.getItems().clear();
        for (int i = 0; i < Math.min(MOST_LISTED, now.size()); i++) {
            int steps = i + 1;
            list.getItems().add(Menus.item(word + "-" + steps, now.get(i), () -> travel.accept(steps)));
        }
        if (!now.isEmpty()) {
            list.show(this, Side.BOTTOM, 0, 4);
        }
    }

    private String title() {
        return Character.toUpperCase(word.charAt(0)) + word.substring(1);
    }
}
