package app.promptsparrow.desktop.export.pane;

import app.promptsparrow.desktop.control.Forms;
import app.promptsparrow.desktop.control.Menus;
import app.promptsparrow.desktop.control.Tips;
import app.promptsparrow.desktop.slots.Arriving;
import app.promptsparrow.desktop.slots.Miniature;
import app.promptsparrow.desktop.theme.Theme;
import app.promptsparrow.export.Arrival;
import app.promptsparrow.kit.Row;
import app.promptsparrow.midi.NoteGrid;
import app.promptsparrow.midi.NoteSource;
import app.promptsparrow.midi.Taking;
import app.promptsparrow.text.Plural;
import app.promptsparrow.time.Swing;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.scene.canvas.Canvas;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.MenuButton;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.ToggleButton;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;

/** What was read, before it comes in: which notes go to which row, on which grid, what that leaves over, and where it will stand. */
final class ArrivalPane extends VBox {

    private static final double TITLE = 190;
    private static final double TARGET = 210;
    private static final double PICTURE = 44;
    private static final double NAME = 66;

    private final Arriving arriving;
    private final Label name = Forms.strong("");
    private final Label sentence = Forms.second("");
    private final VBox lines = new VBox(3);
    private final FlowPane grids = flow();
    private final FlowPane swings = flow();
    private final FlowPane places = flow();
    private final VBox grid = new VBox(6, new Named("Grid", grids), new Named("Swing", swings));
    private final Canvas picture = new Canvas(1, PICTURE);
    private final Button asNotes;
    private Theme theme;
    private Object shown;

    /** A line of choices with its name. */
    private static final class Named extends HBox {
        Named(String title, FlowPane choices) {
            super(4);
            Label label = Forms.second(title);
            label.setMinWidth(NAME);
            getChildren().addAll(label, choices);
            HBox.setHgrow(choices, Priority.ALWAYS);
            setAlignment(Pos.BASELINE_LEFT);
        }
    }

    ArrivalPane(Arriving arriving, Theme theme) {
        super(8);
        this.arriving = arriving;
        this.theme = theme;
        sentence.setWrapText(true);
        sentence.setId("arrival-sentence");
        sentence.setMinHeight(Region.USE_PREF_SIZE);
        Button put = Forms.push("put it in", "arrival-put", arriving::put);
        put.getStyleClass().add("default-press");
        asNotes = Forms.push("read its notes instead", "arrival-as-notes", () -> arriving.change(Arrival::asNotes));
        Tips.on(asNotes, "The file carries the very pattern it was made from; this takes its notes, so that grid and rows can be chosen");
        Button cancel = Forms.push("cancel", "arrival-cancel", arriving::cancel);
        ScrollPane scroll = new ScrollPane(lines);
        scroll.setFitToWidth(true);
        scroll.setMinHeight(60);
        VBox.setVgrow(scroll, Priority.ALWAYS);
        for (Button button : List.of(put, asNotes, cancel)) {
            HBox.setHgrow(button, Priority.NEVER);
        }
        HBox head = new HBox(8, Forms.strong("Coming in"), name);
        name.setMinWidth(0);
        getChildren().addAll(head, picture, sentence, scroll, grid, new Named("Into", places), new HBox(6, put, asNotes, cancel));
        widthProperty().addListener((at, was, is) -> {
            picture.setWidth(Math.max(1, is.doubleValue()));
            draw();
        });
    }

    private static FlowPane flow() {
        FlowPane flow = new FlowPane(4, 4);
        flow.setPrefWrapLength(300);
        flow.setMinWidth(0);
        return flow;
    }

    /** What it shows: nodes are made anew only when that changes. */
    private record Shown(String name, Arrival arrival, Arriving.Into into, boolean tempo, List<Optional<String>> places) {
    }

    void update() {
        Shown now = arriving.now().map(arrival -> new Shown(arriving.name(), arrival, arriving.into(), arriving.takesTempo(),
                Arrays.stream(Arriving.Into.values()).map(arriving::place).toList())).orElse(null);
        if (now == null || now.equals(shown)) {
            shown = now;
            return;
        }
        boolean same = shown instanceof Shown before && before.arrival == now.arrival;
        shown = now;
        name.setText(arriving.name());
        showPlaces(now);
        if (same) {
            return;
        }
        Arrival arrival = now.arrival;
        sentence.setText(arrival.sentence() + (arrival.timed() == 0 ? "" : "; " + Plural.of(arrival.timed(), "note") + " off the grid " + (arrival.timed() == 1 ? "keeps" : "keep") + " that as timing"));
        lines.getChildren().clear();
        for (int i = 0; i < arrival.lines().size(); i++) {
            lines.getChildren().add(line(arrival, i));
        }
        Forms.showIf(arrival.grid().isPresent(), grid);
        arrival.grid().ifPresent(found -> showGrids(arrival, found));
        Forms.showIf(arrival.isExact(), asNotes);
        draw();
    }

    private HBox line(Arrival arrival, int index) {
        Arrival.Line line = arrival.lines().get(index);
        Label title = new Label(line.title());
        title.setMinWidth(60);
        title.setPrefWidth(TITLE);
        Label count = Forms.second(Plural.of(line.hits(), "hit"));
        count.setMinWidth(Region.USE_PREF_SIZE);
        count.setPrefWidth(58);
        MenuButton target = new MenuButton(line.row().map(row -> row.name() + (line.added() ? " (new row)" : "")).orElse("left out"));
        target.setId("arrival-line-" + index);
        target.setMinWidth(90);
        target.setPrefWidth(TARGET);
        target.setStyle("-fx-padding: 0;");
        target.setMnemonicParsing(false);
        target.setAccessibleText(line.title() + " goes to " + target.getText());
        for (Row row : arrival.rowsFor(line)) {
            target.getItems().add(Menus.item("arrival-row-" + row.id().value(), row.name(), () -> arriving.send(index, new Taking.Target.OnRow(row.id()))));
        }
        target.getItems().addAll(Menus.item("arrival-new-row", "a new row", () -> arriving.send(index, new Taking.Target.NewRow())),
                Menus.item("arrival-left-out", "left out", () -> arriving.send(index, new Taking.Target.LeftOut())));
        HBox box = new HBox(8, title, count, target);
        box.setAlignment(Pos.CENTER_LEFT);
        boolean first = index == 0 || !arrival.lines().get(index - 1).notes().map(NoteSource::channel).equals(line.notes().map(NoteSource::channel));
        line.notes().filter(source -> first).ifPresent(source -> box.getChildren().add(drums(arrival, source)));
        return box;
    }

    /** Some programs put drums on any channel: each key of it is a row then. */
    private ToggleButton drums(Arrival arrival, NoteSource source) {
        boolean are = arrival.taking().drums().contains(source.channel());
        ToggleButton drums = choice(are ? "channel " + source.channel() + ": drums" : "a line", "arrival-drums-" + source.channel() + "-" + source.key(), are,
                () -> arriving.change(before -> before.taken(before.taking().withDrums(source.channel(), !are))));
        Tips.on(drums, are ? "Each key of this channel is a drum; press: its notes are a line, on one bass row" : "The notes of this channel are a line; press: each key is a drum of its own");
        return drums;
    }

    private void showGrids(Arrival arrival, NoteGrid found) {
        Taking taking = arrival.taking();
        grids.getChildren().clear();
        for (NoteGrid.Fit fit : found.fits()) {
            ToggleButton button = choice(String.format(Locale.ROOT, "%s  %.0f %%", fit.step(), Math.floor(fit.share() * 100)), "arrival-grid-" + found.fits().indexOf(fit), fit.step().equals(found.step()),
                    () -> arriving.change(before -> before.taken(before.taking().withStep(Optional.of(fit.step())))));
            Tips.on(button, String.format(Locale.ROOT, "%.1f %% of the notes lie on it%s%s", fit.share() * 100, fit.swing().isStraight() ? "" : ", swung " + fit.swing().text(),
                    fit.oneEach() ? "" : "; some rows have two notes on one step and get finer steps of their own"));
            grids.getChildren().add(button);
        }
        swings.getChildren().setAll(
                choice("as found" + (taking.swing().isEmpty() ? ": " + (found.swing().isStraight() ? "none" : found.swing().text()) : ""), "arrival-swing-found", taking.swing().isEmpty(),
                        () -> arriving.change(before -> before.taken(before.taking().withSwing(Optional.empty())))),
                choice("none", "arrival-swing-none", taking.swing().filter(Swing::isStraight).isPresent(),
                        () -> arriving.change(before -> before.taken(before.taking().withSwing(Optional.of(Swing.STRAIGHT))))));
        Swing own = arrival.open().swing();
        if (!own.isStraight()) {
            swings.getChildren().add(choice("the project's: " + own.text(), "arrival-swing-own", taking.swing().filter(own::equals).isPresent(),
                    () -> arriving.change(before -> before.taken(before.taking().withSwing(Optional.of(own))))));
        }
    }

    private void showPlaces(Shown now) {
        places.getChildren().clear();
        for (Arriving.Into into : Arriving.Into.values()) {
            now.places.get(into.ordinal()).ifPresent(place -> places.getChildren().add(choice(place, "arrival-into-" + into.ordinal(), into == now.into, () -> arriving.setInto(into))));
        }
        now.arrival.otherTempo().ifPresent(tempo -> places.getChildren().add(choice("and its tempo, " + tempo.text(), "arrival-tempo", now.tempo, () -> arriving.setTakesTempo(!now.tempo))));
    }

    private static ToggleButton choice(String title, String id, boolean chosen, Runnable action) {
        ToggleButton button = new ToggleButton(title);
        button.setId(id);
        button.setSelected(chosen);
        button.setMnemonicParsing(false);
        button.setMinWidth(Region.USE_PREF_SIZE);
        button.getStyleClass().add("small-choice");
        button.setPadding(new Insets(3, 7, 3, 7));
        button.setOnAction(event -> {
            button.setSelected(chosen);
            action.run();
        });
        return button;
    }

    private void draw() {
        GraphicsContext g = picture.getGraphicsContext2D();
        g.clearRect(0, 0, picture.getWidth(), PICTURE);
        arriving.now().ifPresent(arrival -> {
            int many = Math.min(4, arrival.patterns().size());
            double each = (picture.getWidth() + 10) / many;
            for (int i = 0; i < many; i++) {
                Miniature.draw(g, arrival.open().withKit(arrival.kit()), arrival.patterns().get(i), theme, i * each, 2, each - 10, PICTURE - 4, Set.of());
            }
        });
    }

    void setTheme(Theme to) {
        theme = to;
        draw();
    }
}
