package app.promptsparrow.desktop.command;

import java.util.ArrayList;
import java.util.List;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyCodeCombination;
import javafx.scene.input.KeyCombination;

/** Makes a list of commands, group by group, in the order in which the key sheet tells them. */
public final class CommandList {

    private static final Runnable NOTHING = () -> { };

    private final List<Command> commands = new ArrayList<>();
    private String group = "";

    /** What follows stands under this heading. */
    public CommandList group(String title) {
        group = title;
        return this;
    }

    /** A command whose key can be changed. */
    public void add(String id, String does, Runnable action, KeyCombination... usual) {
        commands.add(new Command(id, group, List.of(usual), "", does, action, NOTHING));
    }

    /** The same, and it acts on while its key is held. */
    public void addHeld(String id, String does, Runnable action, KeyCombination... usual) {
        commands.add(new Command(id, group, List.of(usual), "", does, action, action));
    }

    /** A line that is only told. */
    public void tell(String shown, String does) {
        commands.add(new Command("", group, List.of(), shown, does, null, null));
    }

    /** A key that cannot be changed. */
    public void bind(String shown, String does, Runnable action, KeyCombination... keys) {
        bind(shown, does, action, NOTHING, keys);
    }

    /** The same, with what it does while it is held. */
    public void bind(String shown, String does, Runnable action, Runnable held, KeyCombination... keys) {
        commands.add(new Command("", group, List.of(keys), shown, does, action, held));
    }

    /** A key that another line tells. */
    public void untold(String does, Runnable action, KeyCombination... keys) {
        bind("", does, action, keys);
    }

    /** A key that another line tells, and that acts on while it is held. */
    public void untoldHeld(String does, Runnable action, KeyCombination... keys) {
        bind("", does, action, action, keys);
    }

    public List<Command> list() {
        return List.copyOf(commands);
    }

    public static KeyCombination key(KeyCode code, KeyCombination.Modifier... modifiers) {
        return new KeyCodeCombination(code, modifiers);
    }
}
