package app.promptsparrow.desktop.mix.pane;

import app.promptsparrow.desktop.control.DirectScroll;
import app.promptsparrow.desktop.control.Forms;
import app.promptsparrow.desktop.control.Menus;
import app.promptsparrow.desktop.control.Tips;
import app.promptsparrow.desktop.hand.FileDrop;
import app.promptsparrow.desktop.mix.edit.MixPresenter;
import app.promptsparrow.desktop.page.PagesPane;
import app.promptsparrow.desktop.player.Player;
import app.promptsparrow.desktop.rows.RowHeadsPane;
import app.promptsparrow.desktop.rows.RowPlace;
import app.promptsparrow.desktop.rows.RowSizes;
import app.promptsparrow.desktop.strip.StripValue;
import app.promptsparrow.desktop.theme.Theme;
import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.RowId;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.scene.AccessibleRole;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.Menu;
import javafx.scene.control.MenuButton;
import javafx.scene.control.MenuItem;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Pane;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;

/** The mix: rows with their wires, the master and the reverb below them, the chosen row's values at the right. */
final class MixPane extends BorderPane {

    static final double[] HERTZ = {50, 200, 1_000, 5_000, 16_000};
    private static final String[] HERTZ_NAMES = {"50", "200", "1k", "5k", "16k"};
    private static final double RULER_HEIGHT = 34;
    private static final double ROOM_FOR_WORDS = 124;
    private static final double LOW = 158;
    private static final double USUAL = 208;
    /** Below this the lower panels take less. */
    private static final double ROOMY = 620;
    private static final long TEXT_NS = 200_000_000L;

    /** What can be copied from row to row, by what it is called. */
    private static final Map<String, List<StripValue>> COPIED = copied();

    private final MixPresenter presenter;
    private final WiresPane wires;
    private final RowHeadsPane heads;
    private final MasterPane master;
    private final ReverbPane reverb;
    private final MixPage page;
    private final PagesPane pages;
    private final Label facts = Forms.second("");
    private final MenuButton copy = new MenuButton("copy to");
    private final Pane ruler = new Pane();
    private final DirectScroll scroll = new DirectScroll();
    private final DirectScroll headScroll = DirectScroll.beside(scroll);
    private boolean dirty = true;
    private double shownHeight;
    private long textNs;

    MixPane(MixPresenter presenter, Theme theme) {
        this.presenter = presenter;
        wires = new WiresPane(presenter, theme);
        heads = new RowHeadsPane(presenter.session(), presenter.chosen(), presenter.rowsInView(), presenter.rowEditor(), hearing());
        master = new MasterPane(presenter, theme);
        reverb = new ReverbPane(presenter, theme);
        page = new MixPage(presenter);
        pages = new PagesPane(List.of("Row"), List.of(page));
        getStyleClass().add("beat");
        setFocusTraversable(true);
        setAccessibleRole(AccessibleRole.LIST_VIEW);
        setAccessibleText("The mix of the rows");
        ruler.setMinHeight(RULER_HEIGHT);
        ruler.setMaxHeight(RULER_HEIGHT);
        ruler.widthProperty().addListener(observable -> placeRuler());
        headScroll.setContent(heads);
        headScroll.setMinWidth(RowHeadsPane.WIDTH);
        scroll.setContent(wires);
        FileDrop.on(this, (files, event) -> presenter.rowEditor().bring(files, Optional.empty())); // beside all rows is below the last
        FileDrop.on(wires, (files, event) -> presenter.rowEditor().bring(files, wires.rowAt(event.getY()).map(Row::id)));
        scroll.onResize((width, height) -> {
            dirty |= height != shownHeight; // told at each layout, also when it was only scrolled
            shownHeight = height;
        });
        HBox body = new HBox(headScroll, scroll);
        HBox.setHgrow(scroll, Priority.ALWAYS);
        VBox.setVgrow(body, Priority.ALWAYS);
        Region corner = new Region();
        corner.setMinWidth(RowHeadsPane.WIDTH);
        HBox.setHgrow(ruler, Priority.ALWAYS);
        HBox below = new HBox(10, master, reverb);
        for (Region panel : List.of(master, reverb)) {
            HBox.setHgrow(panel, Priority.ALWAYS);
            panel.setPrefWidth(100); // they share the width
            panel.setMinWidth(0);
        }
        heightProperty().addListener(observable -> {
            double height = getHeight() < ROOMY ? LOW : USUAL;
            below.setMinHeight(height);
            below.setMaxHeight(height);
        });
        VBox centre = new VBox(4, titleLine(), new HBox(corner, ruler), body, below);
        VBox.setMargin(below, new Insets(0, 0, 0, 10));
        setCenter(centre);
        setRight(pages);
        setMargin(pages, new Insets(0, 0, 0, 10));
        presenter.session().onChange(() -> dirty = true);
        presenter.whenFound(() -> dirty = true);
        setOnMousePressed(event -> requestFocus());
    }

    private static Map<String, List<StripValue>> copied() {
        Map<String, List<StripValue>> copied = new LinkedHashMap<>();
        copied.put("all", List.of(StripValue.LEVEL, StripValue.PAN, StripValue.LOW_CUT, StripValue.HIGH_CUT, StripValue.LOW_SHELF, StripValue.HIGH_SHELF, StripValue.DRIVE,
                StripValue.SEND, StripValue.DIP_HZ, StripValue.DIP));
        copied.put("level", List.of(StripValue.LEVEL));
        copied.put("pan", List.of(StripValue.PAN));
        copied.put("what gets through", List.of(StripValue.LOW_CUT, StripValue.HIGH_CUT, StripValue.LOW_SHELF, StripValue.HIGH_SHELF, StripValue.DIP_HZ, StripValue.DIP));
        copied.put("drive", List.of(StripValue.DRIVE));
        copied.put("reverb send", List.of(StripValue.SEND));
        return copied;
    }

    private HBox titleLine() {
        Label title = new Label("Mix");
        title.getStyleClass().add("pattern-title");
        title.setMinWidth(Region.USE_PREF_SIZE);
        facts.setId("mix-facts");
        facts.setWrapText(false);
        facts.setMinWidth(0);
        Region gap = new Region();
        HBox.setHgrow(gap, Priority.ALWAYS);
        Button anew = button("measure anew", "mix-measure", presenter::measureAnew, "Forgets the peak, the loudness, the limiter's and the rows' marks");
        Button match = button("match levels", "match-levels", presenter::matchLevels, "Brings every row to where its family usually stands; one step, undo brings them back");
        Button reset = button("reset row", "reset-row", () -> presenter.edits().reset(), "Level, pan, filters, drive, send, dip and giving way of the chosen rows as if nothing had been set");
        copy.setId("copy-strip");
        copy.setMinWidth(Region.USE_PREF_SIZE);
        Tips.on(copy, "Gives the chosen row's settings to other rows, all or one of them");
        copy.getItems().add(new MenuItem("")); // without an item it would not open to be filled
        copy.setOnShowing(event -> fillCopy());
        HBox line = new HBox(8, title, facts, gap, anew, match, copy, reset);
        line.setAlignment(Pos.CENTER_LEFT);
        line.setMinHeight(32);
        line.setPadding(new Insets(0, 0, 0, 10));
        return line;
    }

    private static Button button(String text, String id, Runnable action, String tip) {
        Button button = new Button(text);
        button.setId(id);
        button.setMinWidth(Region.USE_PREF_SIZE);
        button.setOnAction(event -> action.run());
        Tips.on(button, tip);
        return button;
    }

    private void fillCopy() {
        Row from = presenter.chosen().row();
        List<Row> others = presenter.session().project().kit().rows().stream().filter(row -> !row.id().equals(from.id())).toList();
        List<Row> chosen = presenter.chosen().rows().stream().filter(row -> !row.id().equals(from.id())).toList();
        List<MenuItem> items = new ArrayList<>();
        for (Map.Entry<String, List<StripValue>> one : COPIED.entrySet()) {
            Menu menu = new Menu(one.getKey() + " of " + from.name());
            menu.setId("copy-" + one.getKey().replace(' ', '-'));
            menu.setMnemonicParsing(false);
            if (!chosen.isEmpty()) {
                menu.getItems().add(Menus.item(menu.getId() + "-chosen", "the other chosen rows", () -> presenter.edits().copy(one.getKey(), one.getValue(), chosen)));
            }
            menu.getItems().add(Menus.item(menu.getId() + "-everywhere", "all other rows", () -> presenter.edits().copy(one.getKey(), one.getValue(), others)));
            others.forEach(row -> menu.getItems().add(Menus.item(menu.getId() + "-row-" + row.id().value(), row.name(), () -> presenter.edits().copy(one.getKey(), one.getValue(), List.of(row)))));
            items.add(menu);
        }
        copy.getItems().setAll(items);
    }

    private RowHeadsPane.Hearing hearing() {
        return new RowHeadsPane.Hearing() {
            @Override
            public void strike(RowId row, int velocity) {
                presenter.chosen().strike(row, velocity);
            }

            @Override
            public void chosen() {
                presenter.hearChosen();
            }

            @Override
            public void selectAll() {
                List<Row> rows = presenter.rowsInView().rows();
                presenter.chosen().chooseRow(rows.get(0).id());
                presenter.chosen().chooseUpTo(rows.get(rows.size() - 1).id());
            }
        };
    }

    // --- the ruler ---

    private void placeRuler() {
        ruler.getChildren().clear();
        WireColumns columns = new WireColumns(ruler.getWidth());
        head("level, dB", columns.level().from());
        head("pan", columns.pan().from());
        head(columns.through().width() < ROOM_FOR_WORDS ? "through, Hz" : "what gets through, Hz", columns.through().from());
        head("drive", columns.drive().from());
        head("send", columns.send().from());
        double free = 0;
        for (double db : WireColumns.levelMarks()) {
            free = mark((db > 0 ? "+" : "") + Math.round(db), columns.levelX(db), free);
        }
        free = mark("L", columns.pan().from(), free);
        mark("R", columns.pan().to(), free);
        free = 0;
        for (int i = 0; i < HERTZ.length; i++) {
            free = mark(HERTZ_NAMES[i], columns.hertzX(HERTZ[i]), free);
        }
    }

    private void head(String text, double x) {
        Label label = Forms.second(text);
        label.setWrapText(false);
        label.setManaged(false); // placed over its part of the wire
        ruler.getChildren().add(label);
        label.applyCss();
        label.autosize();
        label.relocate(x, 0);
    }

    /** Answers behind which place the next one is free. */
    private double mark(String text, double x, double free) {
        Label label = Forms.second(text);
        label.setManaged(false); // placed along the scale
        ruler.getChildren().add(label);
        label.applyCss();
        label.autosize();
        double left = x - label.getWidth() / 2;
        label.relocate(left, 16);
        label.setVisible(left >= free);
        return label.isVisible() ? left + label.getWidth() + 3 : free;
    }

    // --- what the frame asks ---

    void setTheme(Theme to) {
        wires.setTheme(to);
        master.setTheme(to);
        reverb.setTheme(to);
        dirty = true;
    }

    void focusPage() {
        pages.focus(0);
    }

    void light(int rowId, long timeNs) {
        heads.light(rowId, timeNs);
    }

    void type() {
        wires.type(presenter.inHand(), presenter.chosen().row());
    }

    Optional<String> describe() {
        return wires.describe();
    }

    /** Once a pulse. */
    void pulse(Player.Now now, long timeNs) {
        presenter.pulse(now.playing(), timeNs);
        if (dirty) {
            dirty = false;
            update();
        }
        heads.pulse(timeNs);
        wires.pulse();
        master.pulse(now, timeNs);
        if (timeNs - textNs >= TEXT_NS) {
            textNs = timeNs;
            facts.setText(presenter.loudnessText());
            page.tellPeak();
        }
    }

    private void update() {
        List<Row> rows = presenter.rowsInView().rows();
        double room = scroll.getHeight();
        double height = room < 50 ? 26 : RowSizes.sharing(room, rows.size(), List.of(), 0).row();
        heads.update(RowPlace.even(rows, height));
        wires.update(rows, height);
        master.update();
        reverb.update();
        pages.update(true);
    }
}
