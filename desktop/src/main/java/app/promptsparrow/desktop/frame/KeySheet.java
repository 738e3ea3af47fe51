package app.promptsparrow.desktop.frame;

import app.promptsparrow.desktop.command.Command;
import app.promptsparrow.desktop.command.KeyTable;
import app.promptsparrow.desktop.control.Styles;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import javafx.geometry.HPos;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyCodeCombination;
import javafx.scene.input.KeyCombination;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;

/** All keys and gestures, made from the table that binds them. A key that is pressed here can be changed. */
final class KeySheet extends VBox {

    private static final int COLUMNS = 3;

    private final KeyTable table;
    private final Label told = new Label();
    private final HBox columns = new HBox(24);
    private Command waiting;

    KeySheet(KeyTable table) {
        this.table = table;
        setId("key-sheet");
        getStyleClass().add("key-sheet");
        setSpacing(10);
        setMaxSize(USE_PREF_SIZE, USE_PREF_SIZE);
        Label title = new Label("Keys and gestures");
        title.getStyleClass().add("pattern-title");
        told.getStyleClass().add("second");
        told.setId("key-told");
        HBox head = new HBox(12, title, told);
        head.setAlignment(Pos.BASELINE_LEFT);
        ScrollPane scroll = new ScrollPane(columns);
        scroll.setFocusTraversable(false);
        scroll.setFitToWidth(true); // in a small window the words wrap
        scroll.setHbarPolicy(ScrollPane.ScrollBarPolicy.NEVER);
        getChildren().addAll(head, scroll);
        tell();
        fill();
    }

    private void tell() {
        told.setText("press a key here to change it · Escape or F1 closes");
        Styles.toggle(told, "warn", false);
    }

    private void fill() {
        Map<String, List<Command>> groups = new LinkedHashMap<>();
        for (Command line : table.lines()) {
            if (!table.shown(line).isEmpty()) {
                groups.computeIfAbsent(line.group(), group -> new ArrayList<>()).add(line);
            }
        }
        columns.getChildren().clear();
        // As many lines in each column as make three of about one height.
        int all = groups.values().stream().mapToInt(lines -> lines.size() + 2).sum();
        VBox column = null;
        int height = 0;
        for (Map.Entry<String, List<Command>> group : groups.entrySet()) {
            int lines = group.getValue().size() + 2;
            if (column == null || columns.getChildren().size() < COLUMNS && height + lines > all * 5 / 4 / COLUMNS) {
                column = new VBox(8);
                HBox.setHgrow(column, Priority.ALWAYS);
                columns.getChildren().add(column);
                height = 0;
            }
            column.getChildren().add(group(group.getKey(), group.getValue()));
            height += lines;
        }
    }

    private VBox group(String group, List<Command> lines) {
        GridPane grid = new GridPane();
        grid.setHgap(8);
        grid.setVgap(1);
        for (int i = 0; i < lines.size(); i++) {
            Node key = cap(lines.get(i));
            GridPane.setHalignment(key, HPos.RIGHT);
            Label does = new Label(lines.get(i).does());
            does.setWrapText(true);
            does.setMinWidth(80);
            GridPane.setHgrow(does, Priority.ALWAYS);
            grid.addRow(i, key, does);
        }
        Label name = new Label(group);
        name.getStyleClass().add("second");
        return new VBox(2, name, grid);
    }

    private Node cap(Command line) {
        if (!line.canChange()) {
            Label cap = new Label(table.shown(line));
            cap.getStyleClass().add("key-cap");
            cap.setMinWidth(USE_PREF_SIZE);
            return cap;
        }
        Button cap = new Button(line == waiting ? "press a key …" : table.shown(line));
        cap.getStyleClass().setAll("button", "key-cap");
        cap.setId("key-" + line.id());
        cap.setFocusTraversable(false);
        cap.setMinWidth(USE_PREF_SIZE);
        cap.setAccessibleText(table.shown(line) + ": " + line.does() + ". Press to change the key.");
        cap.setOnAction(event -> {
            waiting = line;
            told.setText("now the key for: " + line.does() + " · Delete gives the usual one back · Escape leaves it");
            fill();
        });
        return cap;
    }

    /** Takes a key that is to be given to the waiting line. Answers whether one waited. */
    boolean take(KeyEvent event) {
        if (waiting == null) {
            return false;
        }
        if (event.getCode().isModifierKey()) {
            return true;
        }
        Command line = waiting;
        waiting = null;
        tell();
        if (event.getCode() == KeyCode.DELETE) {
            table.reset(line);
        } else if (event.getCode() != KeyCode.ESCAPE) {
            KeyCombination key = new KeyCodeCombination(event.getCode(), modifiers(event));
            Optional<Command> holder = table.change(line, key);
            holder.ifPresent(other -> {
                told.setText(key.getDisplayText() + " already means: " + other.does() + ". Choose another, or change that one first.");
                Styles.toggle(told, "warn", true);
            });
        }
        fill();
        return true;
    }

    private static KeyCombination.Modifier[] modifiers(KeyEvent event) {
        List<KeyCombination.Modifier> held = new ArrayList<>();
        if (event.isControlDown()) {
            held.add(KeyCombination.CONTROL_DOWN);
        }
        if (event.isShiftDown()) {
            held.add(KeyCombination.SHIFT_DOWN);
        }
        if (event.isAltDown()) {
            held.add(KeyCombination.ALT_DOWN);
        }
        return held.toArray(KeyCombination.Modifier[]::new);
    }
}
