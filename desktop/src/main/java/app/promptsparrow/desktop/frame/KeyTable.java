package app.promptsparrow.desktop.frame;

import java.util.List;
import java.util.Optional;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyCodeCombination;
import javafx.scene.input.KeyCombination;
import javafx.scene.input.KeyEvent;

/** The one table of keys: it binds them and it is what the key sheet shows. */
final class KeyTable {

    /** One line: keys, what they do, and the action, which is null for gestures that are only told. */
    record Line(String group, List<KeyCombination> keys, String shown, String does, Runnable action) {
    }

    private final List<Line> lines;

    KeyTable(List<Line> lines) {
        this.lines = List.copyOf(lines);
    }

    static Line line(String group, String shown, String does, Runnable action, KeyCombination... keys) {
        return new Line(group, List.of(keys), shown, does, action);
    }

    static KeyCombination key(KeyCode code, KeyCombination.Modifier... modifiers) {
        return new KeyCodeCombination(code, modifiers);
    }

    List<Line> lines() {
        return lines;
    }

    /** The line bound to a key. */
    Optional<Line> find(KeyEvent event) {
        return lines.stream().filter(line -> line.action != null && line.keys.stream().anyMatch(key -> key.match(event))).findFirst();
    }

    /** Keys that stand in two lines, which would be a fault. */
    List<String> conflicts() {
        return lines.stream().flatMap(line -> line.keys.stream()).map(KeyCombination::getName)
                .collect(java.util.stream.Collectors.groupingBy(name -> name, java.util.stream.Collectors.counting()))
                .entrySet().stream().filter(entry -> entry.getValue() > 1).map(java.util.Map.Entry::getKey).toList();
    }
}
