package app.promptsparrow.desktop.frame;

import app.promptsparrow.desktop.beat.BeatPresenter;
import app.promptsparrow.desktop.beat.BeatView;
import app.promptsparrow.desktop.beat.PlayKeys;
import app.promptsparrow.desktop.store.ProjectStore;
import java.util.EnumMap;
import java.util.EnumSet;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import javafx.scene.Node;
import javafx.scene.control.ButtonBase;
import javafx.scene.control.ComboBox;
import javafx.scene.control.MenuButton;
import javafx.scene.control.TextInputControl;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;

/**
 * What keys do in the window: those of the {@link KeyTable}, unless a text, a choice or the key sheet wants them first. What a
 * key does from its press until it is let go is one undoable step. Owned by the UI thread.
 */
final class Keyboard {

    private final KeyTable keys;
    private final BeatPresenter presenter;
    private final BeatView beat;
    private final ProjectStore store;
    private final Predicate<KeyEvent> first;
    /** The keys that are held, each with the gesture that its edits belong to. */
    private final Map<KeyCode, Object> down = new EnumMap<>(KeyCode.class);
    private final Set<KeyCode> actWhenLetGo = EnumSet.noneOf(KeyCode.class);

    /**
     * @param first what may take a press before everything else; answers whether it did
     */
    Keyboard(KeyTable keys, BeatPresenter presenter, BeatView beat, ProjectStore store, Predicate<KeyEvent> first) {
        this.keys = keys;
        this.presenter = presenter;
        this.beat = beat;
        this.store = store;
        this.first = first;
    }

    /** Takes the keys of a part of the window. */
    void listenTo(Node node) {
        node.addEventFilter(KeyEvent.KEY_PRESSED, this::pressed);
        node.addEventFilter(KeyEvent.KEY_RELEASED, this::released);
        node.addEventFilter(KeyEvent.KEY_TYPED, this::typed);
    }

    /** No key is held any more, as far as the window can know. */
    void forget() {
        down.keySet().forEach(code -> beat.holdKey(code, false));
        down.clear();
        actWhenLetGo.clear();
    }

    private void pressed(KeyEvent event) {
        if (first.test(event)) {
            event.consume();
            return;
        }
        PlayKeys playKeys = presenter.playKeys();
        if (!playKeys.isOn()) {
            beat.holdKey(event.getCode(), true);
        }
        boolean again = down.containsKey(event.getCode());
        Object gesture = down.computeIfAbsent(event.getCode(), code -> new Object());
        boolean typing = event.getTarget() instanceof TextInputControl;
        boolean choosing = event.getTarget() instanceof ComboBox<?>;
        boolean command = event.isControlDown() || event.getCode() == KeyCode.F1;
        if (typing && (!command || isTextCommand(event)) || choosing && !command) {
            return;
        }
        if (event.getCode() == KeyCode.ENTER && event.getTarget() instanceof ButtonBase button) {
            if (!again) {
                press(button);
            }
            event.consume();
            return;
        }
        store.within(gesture, () -> {
            if (!typing && isPlain(event) && event.getCode().isLetterKey()
                    && (again ? playKeys.hold(event.getCode()) : playKeys.play(event.getCode()))) {
                event.consume();
            } else {
                act(event, again);
            }
        });
    }

    private void act(KeyEvent event, boolean again) {
        keys.find(event).ifPresent(line -> {
            if (worksWhenLetGo(event)) {
                actWhenLetGo.add(event.getCode());
            } else if (!again) {
                line.action().run();
            } else {
                line.held().run();
            }
            event.consume();
        });
    }

    private void released(KeyEvent event) {
        Object gesture = down.remove(event.getCode());
        boolean served = beat.holdKey(event.getCode(), false);
        // Only what was pressed alone: letting go of Control before the A of Ctrl+A makes no accent.
        if (actWhenLetGo.remove(event.getCode()) && worksWhenLetGo(event) && !served) {
            Optional<KeyTable.Line> line = keys.find(event);
            line.ifPresent(found -> store.within(gesture, found.action()));
            event.consume();
        }
    }

    /** The stroke that begins the prompt line, on whatever key it is. */
    private void typed(KeyEvent event) {
        if (event.getCharacter().equals("/") && !event.isControlDown() && !(event.getTarget() instanceof TextInputControl)) {
            beat.beginPrompt();
            event.consume();
        }
    }

    /** Enter on a control that was reached by Tab; on the grid it plants. */
    private static void press(ButtonBase button) {
        if (button instanceof MenuButton menu) {
            menu.show();
        } else {
            button.fire();
        }
    }

    private static boolean isPlain(KeyEvent event) {
        return !event.isControlDown() && !event.isShiftDown() && !event.isAltDown();
    }

    /** Delete and the touch keys mean something while they are held, so by themselves they work when they are let go. */
    private static boolean worksWhenLetGo(KeyEvent event) {
        return BeatView.isHoldable(event.getCode()) && isPlain(event);
    }

    /** Ctrl with these belongs to a text field. */
    private static boolean isTextCommand(KeyEvent event) {
        return switch (event.getCode()) {
            case Z, Y, A, C, V, X, LEFT, RIGHT, UP, DOWN, HOME, END, DELETE, BACK_SPACE -> true;
            default -> false;
        };
    }
}
