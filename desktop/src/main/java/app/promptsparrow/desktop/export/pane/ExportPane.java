package app.promptsparrow.desktop.export.pane;

import app.promptsparrow.desktop.control.Forms;
import app.promptsparrow.desktop.control.Styles;
import app.promptsparrow.desktop.control.Tips;
import app.promptsparrow.desktop.export.edit.ExportPresenter;
import app.promptsparrow.desktop.hand.FileDrop;
import app.promptsparrow.desktop.orders.Order;
import app.promptsparrow.desktop.page.PagesPane;
import app.promptsparrow.desktop.slots.Arriving;
import app.promptsparrow.desktop.slots.BringIn;
import app.promptsparrow.desktop.slots.Miniature;
import app.promptsparrow.desktop.theme.Theme;
import app.promptsparrow.pattern.Pattern;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.scene.AccessibleRole;
import javafx.scene.Node;
import javafx.scene.canvas.Canvas;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ToggleButton;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;

/** Export: what, as what, how, and a sentence that says what that will be; a card to drag out, what comes in, what was written last. */
final class ExportPane extends BorderPane {

    private static final double LEFT = 290;
    private static final double PICTURE = 76;
    private static final double APART = 10;

    private final ExportPresenter presenter;
    private final Map<ExportPresenter.What, ToggleButton> whats = new EnumMap<>(ExportPresenter.What.class);
    private final Map<ExportPresenter.What, Label> facts = new EnumMap<>(ExportPresenter.What.class);
    private final SettingsPane settings;
    private final Label sentence = Forms.strong("");
    private final Button write = new Button("write …");
    private final Canvas picture = new Canvas(LEFT - 24, PICTURE);
    private Theme theme;
    private final DragCard card;
    private final WrittenPane written;
    private final Arriving arriving;
    private final ArrivalPane arrivalPane;
    private final VBox left;
    private final VBox out;
    private final VBox in;
    private boolean dirty = true;

    /**
     * @param arriving what was read and waits to be taken
     * @param files    takes what is brought in
     */
    ExportPane(ExportPresenter presenter, Arriving arriving, BringIn.Files files, Theme theme) {
        this.arriving = arriving;
        arrivalPane = new ArrivalPane(arriving, theme);
        this.theme = theme;
        this.presenter = presenter;
        card = new DragCard(presenter);
        written = new WrittenPane(presenter);
        getStyleClass().add("beat");
        setFocusTraversable(true);
        setAccessibleRole(AccessibleRole.PARENT);
        setAccessibleText("Export");
        settings = new SettingsPane(presenter);
        VBox whatPanel = panel(what());
        VBox.setVgrow(whatPanel, Priority.ALWAYS);
        left = new VBox(10, whatPanel, panel(card));
        left.setMinWidth(LEFT);
        left.setMaxWidth(LEFT);
        VBox.setVgrow(settings, Priority.ALWAYS);
        out = panel(new VBox(10, settings, sentence, buttons()));
        in = panel(arrivalPane);
        VBox.setVgrow(out, Priority.ALWAYS);
        VBox.setVgrow(in, Priority.ALWAYS);
        VBox right = new VBox(10, out, in, panel(in(files)));
        HBox.setHgrow(right, Priority.ALWAYS);
        HBox both = new HBox(10, left, right);
        VBox.setVgrow(both, Priority.ALWAYS);
        Label title = new Label("Export");
        title.getStyleClass().add("pattern-title");
        HBox head = new HBox(8, title, Forms.second("take it away"));
        head.setAlignment(Pos.CENTER_LEFT);
        head.setPadding(new Insets(4, 0, 4, 10));
        VBox centre = new VBox(4, head, both);
        VBox.setMargin(both, new Insets(0, 0, 0, 10));
        setCenter(centre);
        setRight(written);
        setMargin(written, new Insets(0, 0, 0, 10));
        written.setMinWidth(PagesPane.WIDTH);
        written.setMaxWidth(PagesPane.WIDTH);
        presenter.session().onChange(() -> dirty = true);
        setOnMousePressed(event -> requestFocus());
    }

    private static Region grow() {
        Region gap = new Region();
        VBox.setVgrow(gap, Priority.ALWAYS);
        return gap;
    }

    private static VBox panel(Node content) {
        VBox panel = new VBox(content);
        VBox.setVgrow(content, Priority.ALWAYS);
        panel.getStyleClass().add("backing");
        panel.setPadding(new Insets(12));
        return panel;
    }

    private VBox what() {
        VBox box = new VBox(3, Forms.strong("What"));
        for (ExportPresenter.What what : ExportPresenter.What.values()) {
            Label title = Forms.strong(what.title());
            Label fact = Forms.second("");
            fact.setWrapText(false); // a button asks for as much height as its text would need at its narrowest
            VBox content = new VBox(1, title, fact);
            ToggleButton button = new ToggleButton();
            button.setGraphic(content);
            button.setId("export-what-" + what.ordinal());
            button.setAccessibleText(what.title());
            button.getStyleClass().setAll("slot");
            button.setStyle("-fx-padding: 3 10;");
            button.setAlignment(Pos.CENTER_LEFT);
            button.setMaxWidth(Double.MAX_VALUE);
            button.setMinHeight(34); // two lines, close together in a low window
            button.setOnAction(event -> presenter.setWhat(what));
            whats.put(what, button);
            facts.put(what, fact);
            box.getChildren().add(button);
        }
        StackPane small = new StackPane(picture);
        small.setAlignment(Pos.BOTTOM_LEFT);
        small.setMinHeight(0);
        picture.visibleProperty().bind(small.heightProperty().greaterThanOrEqualTo(PICTURE)); // a low window has no room for it
        picture.setManaged(false);
        picture.setId("export-miniature");
        VBox.setVgrow(small, Priority.ALWAYS);
        box.getChildren().add(small);
        VBox.setVgrow(box, Priority.ALWAYS);
        return box;
    }

    private HBox buttons() {
        sentence.setWrapText(true);
        sentence.setId("export-sentence");
        write.setId("export-write");
        write.getStyleClass().add("default-press");
        write.setMinWidth(Region.USE_PREF_SIZE);
        write.setOnAction(event -> presenter.write());
        Button again = new Button("again as last time");
        again.setId("export-again");
        again.setMinWidth(Region.USE_PREF_SIZE);
        again.setOnAction(event -> presenter.orders().again());
        Tips.on(again, "Writes what was written last once more, as it is now, to where it was (Ctrl+Shift+E)");
        return new HBox(6, write, again);
    }

    private VBox in(BringIn.Files files) {
        Button midi = Forms.push("MIDI …", "bring-midi", files::midi);
        Button chart = Forms.push("chart …", "bring-chart", files::chart);
        Button banks = Forms.push("banks of a project …", "bring-banks", files::banks);
        Button kit = Forms.push("kit or sound …", "bring-sound", files::sound);
        for (Button button : List.of(midi, chart, banks, kit)) {
            HBox.setHgrow(button, Priority.NEVER);
        }
        HBox head = new HBox(8, Forms.strong("Bring in"), Forms.second("drop MIDI, a chart, a project, a kit or sounds here or on the grid"));
        head.setAlignment(Pos.CENTER_LEFT);
        VBox box = new VBox(8, head, new HBox(6, midi, chart, banks, kit));
        box.setId("bring-in");
        FileDrop.on(box, (dropped, event) -> dropped.forEach(files::take));
        return box;
    }

    void focusFirst() {
        whats.get(presenter.what()).requestFocus();
    }

    /** Once a pulse. */
    void pulse() {
        presenter.pulse();
        if (dirty) {
            dirty = false;
            update();
        }
        card.pulse();
        written.pulse();
    }

    private void update() {
        for (ExportPresenter.What what : ExportPresenter.What.values()) {
            boolean chosen = what == presenter.what();
            whats.get(what).setSelected(chosen);
            Styles.toggle(whats.get(what), "shown", chosen);
            facts.get(what).setText(presenter.facts(what));
        }
        settings.update();
        Forms.showIf(arriving.now().isEmpty(), out, left); // what comes in needs the room, and what goes out has time
        Forms.showIf(arriving.now().isPresent(), in);
        arrivalPane.update();
        sentence.setText(presenter.sentence());
        write.setDisable(!presenter.isPossible());
        write.setText(presenter.order().filter(Order::isFolder).isPresent() ? "write into a folder …" : "write …");
        card.update();
        written.update();
        draw();
    }

    /** What is written, as small as a card: its patterns side by side, as many as can be told apart. */
    private void draw() {
        GraphicsContext g = picture.getGraphicsContext2D();
        g.clearRect(0, 0, picture.getWidth(), PICTURE);
        List<Pattern> patterns = presenter.patterns();
        double each = (picture.getWidth() + APART) / Math.max(1, patterns.size());
        for (int i = 0; i < patterns.size(); i++) {
            Miniature.draw(g, presenter.session().project(), patterns.get(i), theme, i * each, 4, each - APART, PICTURE - 8, Set.of());
        }
    }

    void setTheme(Theme to) {
        theme = to;
        arrivalPane.setTheme(to);
        dirty = true;
    }
}
