package app.promptsparrow.desktop.frame;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import javafx.geometry.HPos;
import javafx.scene.control.Label;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;

/** All keys and gestures, made from the table that binds them. */
final class KeySheet extends VBox {

    KeySheet(KeyTable table) {
        setId("key-sheet");
        getStyleClass().add("key-sheet");
        setSpacing(14);
        setMaxSize(USE_PREF_SIZE, USE_PREF_SIZE);
        Label title = new Label("Keys and gestures");
        title.getStyleClass().add("pattern-title");
        Label close = new Label("Escape or F1 closes");
        close.getStyleClass().add("second");
        Map<String, List<KeyTable.Line>> groups = new LinkedHashMap<>();
        for (KeyTable.Line line : table.lines()) {
            if (line.shown().isEmpty()) {
                continue; // one of several keys that another line tells together
            }
            groups.computeIfAbsent(line.group(), group -> new java.util.ArrayList<>()).add(line);
        }
        FlowPane columns = new FlowPane(34, 18);
        columns.setPrefWrapLength(880);
        groups.forEach((group, lines) -> columns.getChildren().add(column(group, lines)));
        HBox head = new HBox(12, title, close);
        head.setAlignment(javafx.geometry.Pos.BASELINE_LEFT);
        getChildren().addAll(head, columns);
    }

    private static VBox column(String group, List<KeyTable.Line> lines) {
        GridPane grid = new GridPane();
        grid.setHgap(12);
        grid.setVgap(5);
        for (int i = 0; i < lines.size(); i++) {
            Label key = new Label(lines.get(i).shown());
            key.getStyleClass().add("key-cap");
            GridPane.setHalignment(key, HPos.RIGHT);
            grid.addRow(i, key, new Label(lines.get(i).does()));
        }
        Label name = new Label(group);
        name.getStyleClass().add("second");
        return new VBox(7, name, grid);
    }
}
