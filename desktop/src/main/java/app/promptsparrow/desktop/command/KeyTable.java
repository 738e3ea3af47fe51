package app.promptsparrow.desktop.command;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.BiConsumer;
import java.util.function.Function;
import java.util.stream.Collectors;
import javafx.scene.input.KeyCombination;
import javafx.scene.input.KeyEvent;

/** The one table of keys: it binds them and it is what the key sheet shows. Keys can be changed and are remembered. */
public final class KeyTable {

    private final List<Command> lines;
    private final Function<String, Optional<String>> remembered;
    private final BiConsumer<String, String> remember;
    private final Map<String, KeyCombination> changed = new HashMap<>();

    /**
     * @param remembered the name of the changed key of a command's id, if it has one
     * @param remember   takes a command's id and the name of its changed key, or null for the usual one
     */
    public KeyTable(List<Command> lines, Function<String, Optional<String>> remembered, BiConsumer<String, String> remember) {
        this.lines = List.copyOf(lines);
        this.remembered = remembered;
        this.remember = remember;
        for (Command line : lines) {
            remembered.apply(line.id()).ifPresent(name -> take(line, name));
        }
    }

    private void take(Command line, String name) {
        try {
            KeyCombination key = KeyCombination.valueOf(name);
            if (line.canChange() && holder(key, line).isEmpty()) {
                changed.put(line.id(), key);
            }
        } catch (IllegalArgumentException nonsense) {
            // a settings file that was edited by hand; the usual key stays
        }
    }

    public List<Command> lines() {
        return lines;
    }

    public List<KeyCombination> keys(Command line) {
        KeyCombination own = changed.get(line.id());
        return own == null ? line.usual() : List.of(own);
    }

    /** The keys of a line in words. */
    public String shown(Command line) {
        return line.canChange() ? keys(line).stream().map(KeyCombination::getDisplayText).collect(Collectors.joining(", ")) : line.shown();
    }

    /** The line bound to a key. */
    public Optional<Command> find(KeyEvent event) {
        return lines.stream().filter(line -> line.action() != null && keys(line).stream().anyMatch(key -> key.match(event))).findFirst();
    }

    /** The line that has a key already. */
    public Optional<Command> holder(KeyCombination key, Command besides) {
        return lines.stream().filter(line -> line != besides && keys(line).contains(key)).findFirst();
    }

    /** Gives a line another key, unless a line has it, which is answered. */
    public Optional<Command> change(Command line, KeyCombination to) {
        Optional<Command> holder = holder(to, line);
        if (holder.isEmpty()) {
            changed.put(line.id(), to);
            remember.accept(line.id(), to.getName());
        }
        return holder;
    }

    /** Gives a line its usual keys back. */
    public void reset(Command line) {
        changed.remove(line.id());
        remember.accept(line.id(), null);
    }

    /** Keys that stand in two lines, which would be a fault. */
    public List<String> conflicts() {
        return lines.stream().flatMap(line -> keys(line).stream()).map(KeyCombination::getName)
                .collect(Collectors.groupingBy(name -> name, Collectors.counting()))
                .entrySet().stream().filter(entry -> entry.getValue() > 1).map(Map.Entry::getKey).toList();
    }
}
