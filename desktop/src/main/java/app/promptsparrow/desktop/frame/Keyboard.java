package app.promptsparrow.desktop.frame;

import app.promptsparrow.desktop.command.Command;
import app.promptsparrow.desktop.command.KeyTable;
import app.promptsparrow.desktop.session.ProjectStore;
import app.promptsparrow.desktop.view.View;
import java.util.EnumMap;
import java.util.EnumSet;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import java.util.function.Supplier;
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

    private final Supplier<KeyTable> keys;
    private final Supplier<View> view;
    private final ProjectStore store;
    private final Predicate<KeyEvent> first;
    /** The keys that are held, each with the gesture that its edits belong to. */
    private final Map<KeyCode, Object> down = new EnumMap<>(KeyCode.class);
    private final Set<KeyCode> actWhenLetGo = EnumSet.noneOf(KeyCode.class);

    /**
     * @param view  that is shown now
     * @param first what may take a press before everything else; answers whether it did
     */
    Keyboard(Supplier<KeyTable> keys, Supplier<View> view, ProjectStore store, Predicate<KeyEvent> first) {
        this.keys = keys;
        this.view = view;
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
        down.keySet().forEach(view.get().heldKeys()::letGo);
        down.keySet().forEach(view.get()::letGo);
        down.clear();
        actWhenLetGo.clear();
    }

    private void pressed(KeyEvent event) {
        if (first.test(event)) {
            event.consume();
            return;
        }
        if (!view.get().lettersPlay() && !event.isControlDown() && !event.isAltDown()) { // with these a key is a command, and not held for itself
            view.get().heldKeys().hold(event.getCode());
        }
        boolean again = down.containsKey(event.getCode());
        Object gesture = down.computeIfAbsent(event.getCode(), code -> new Object());
        boolean typing = event.getTarget() instanceof TextInputControl;
        boolean choosing = event.getTarget() instanceof ComboBox<?> || event.getTarget() instanceof MenuButton && isUpOrDown(event);
        boolean command = event.isControlDown() || event.getCode() == KeyCode.F1 || event.getCode() == KeyCode.F6;
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
            if (!typing && isPlain(event) && event.getCode().isLetterKey() && view.get().takeLetter(event.getCode(), again)) {
                event.consume();
            } else {
                act(event, again);
            }
        });
    }

    /** A key pressed in another window of ours that has no use for it itself; answers whether it meant something. */
    boolean takeFromElsewhere(KeyEvent event) {
        Optional<Command> line = first.test(event) ? Optional.empty() : keys.get().find(event);
        line.ifPresent(found -> found.action().run());
        return line.isPresent();
    }

    private static boolean isUpOrDown(KeyEvent event) {
        return event.getCode() == KeyCode.UP || event.getCode() == KeyCode.DOWN;
    }

    private void act(KeyEvent event, boolean again) {
        keys.get().find(event).ifPresent(line -> {
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
        view.get().letGo(event.getCode());
        boolean served = view.get().heldKeys().letGo(event.getCode());
        // Only what was pressed alone: letting go of Control before the A of Ctrl+A makes no accent.
        if (actWhenLetGo.remove(event.getCode()) && worksWhenLetGo(event) && !served) {
            Optional<Command> line = keys.get().find(event);
            line.ifPresent(found -> store.within(gesture, found.action()));
            event.consume();
        }
    }

    private void typed(KeyEvent event) {
        if (!event.isControlDown() && !(event.getTarget() instanceof TextInputControl) && view.get().takeTyped(event.getCharacter())) {
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

    /** What means something while it is held works by itself when it is let go. */
    private boolean worksWhenLetGo(KeyEvent event) {
        return view.get().heldKeys().means(event.getCode()) && isPlain(event);
    }

    /** Ctrl with these belongs to a text field. */
    private static boolean isTextCommand(KeyEvent event) {
        return switch (event.getCode()) {
            case Z, Y, A, C, V, X, LEFT, RIGHT, UP, DOWN, HOME, END, DELETE, BACK_SPACE -> true;
            default -> false;
        };
    }
}
