package app.promptsparrow.desktop.frame;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyCodeCombination;
import javafx.scene.input.KeyCombination;
import javafx.scene.input.KeyEvent;

/** The one table of keys: it binds them and it is what the key sheet shows. Keys can be changed and are remembered. */
final class KeyTable {

    /**
     * One line.
     *
     * @param id      by which a changed key is remembered; empty if the key cannot be changed
     * @param usual   the keys it has unless they were changed
     * @param shown   what the sheet shows for lines that cannot be changed; empty if another line tells this one too
     * @param action  null for gestures that are only told
     * @param held    what a key does again and again while it is held
     */
    record Line(String id, String group, List<KeyCombination> usual, String shown, String does, Runnable action, Runnable held) {

        boolean canChange() {
            return !id.isEmpty();
        }
    }

    private final List<Line> lines;
    private final Settings settings;
    private final Map<String, KeyCombination> changed = new HashMap<>();

    KeyTable(List<Line> lines, Settings settings) {
        this.lines = List.copyOf(lines);
        this.settings = settings;
        for (Line line : lines) {
            settings.key(line.id).ifPresent(name -> remembered(line, name));
        }
    }

    private void remembered(Line line, String name) {
        try {
            KeyCombination key = KeyCombination.valueOf(name);
            if (line.canChange() && holder(key, line).isEmpty()) {
                changed.put(line.id, key);
            }
        } catch (IllegalArgumentException nonsense) {
            // a settings file that was edited by hand; the usual key stays
        }
    }

    static KeyCombination key(KeyCode code, KeyCombination.Modifier... modifiers) {
        return new KeyCodeCombination(code, modifiers);
    }

    List<Line> lines() {
        return lines;
    }

    List<KeyCombination> keys(Line line) {
        KeyCombination own = changed.get(line.id);
        return own == null ? line.usual : List.of(own);
    }

    /** The keys of a line in words. */
    String shown(Line line) {
        return line.canChange() ? keys(line).stream().map(KeyCombination::getDisplayText).collect(Collectors.joining(", ")) : line.shown;
    }

    /** The line bound to a key. */
    Optional<Line> find(KeyEvent event) {
        return lines.stream().filter(line -> line.action != null && keys(line).stream().anyMatch(key -> key.match(event))).findFirst();
    }

    /** The line that has a key already. */
    Optional<Line> holder(KeyCombination key, Line besides) {
        return lines.stream().filter(line -> line != besides && keys(line).contains(key)).findFirst();
    }

    /** Gives a line another key, unless a line has it, which is answered. */
    Optional<Line> change(Line line, KeyCombination to) {
        Optional<Line> holder = holder(to, line);
        if (holder.isEmpty()) {
            changed.put(line.id, to);
            settings.setKey(line.id, to.getName());
        }
        return holder;
    }

    /** Gives a line its usual keys back. */
    void reset(Line line) {
        changed.remove(line.id);
        settings.setKey(line.id, null);
    }

    /** Keys that stand in two lines, which would be a fault. */
    List<String> conflicts() {
        return lines.stream().flatMap(line -> keys(line).stream()).map(KeyCombination::getName)
                .collect(Collectors.groupingBy(name -> name, Collectors.counting()))
                .entrySet().stream().filter(entry -> entry.getValue() > 1).map(Map.Entry::getKey).toList();
    }
}
