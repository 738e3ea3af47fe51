package app.promptsparrow.desktop.command;

import java.util.EnumSet;
import java.util.Set;
import java.util.function.BiConsumer;
import javafx.scene.input.KeyCode;

/**
 * The keys that mean something while they are held. The window tells which are, since keys go to whatever has the focus, and
 * lets all go when it loses the focus itself. Owned by the UI thread.
 */
public final class HeldKeys {

    private final Set<KeyCode> meaningful;
    private final Set<KeyCode> held = EnumSet.noneOf(KeyCode.class);
    private final Set<KeyCode> used = EnumSet.noneOf(KeyCode.class);
    private BiConsumer<KeyCode, Boolean> listener = (code, down) -> { };

    /** @param meaningful the keys that are meant; all others are ignored */
    public HeldKeys(Set<KeyCode> meaningful) {
        this.meaningful = meaningful;
    }

    /** Told when a key is first held and when it is let go. */
    public void onChange(BiConsumer<KeyCode, Boolean> listener) {
        this.listener = listener;
    }

    /** Whether a key means something while it is held. */
    public boolean means(KeyCode code) {
        return meaningful.contains(code);
    }

    public boolean isHeld(KeyCode code) {
        return held.contains(code);
    }

    public Set<KeyCode> all() {
        return Set.copyOf(held);
    }

    public void hold(KeyCode code) {
        if (means(code) && held.add(code)) {
            listener.accept(code, true);
        }
    }

    /** A key is let go. Answers whether it served for a gesture meanwhile. */
    public boolean letGo(KeyCode code) {
        if (held.remove(code)) {
            listener.accept(code, false);
        }
        return used.remove(code);
    }

    /** What is held serves for a gesture, so that letting it go means nothing by itself. */
    public void serve() {
        used.addAll(held);
    }
}
