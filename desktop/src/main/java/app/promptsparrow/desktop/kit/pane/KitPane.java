package app.promptsparrow.desktop.kit.pane;

import app.promptsparrow.desktop.control.DirectScroll;
import app.promptsparrow.desktop.control.Forms;
import app.promptsparrow.desktop.hand.FileDrop;
import app.promptsparrow.desktop.kit.edit.KitPresenter;
import app.promptsparrow.desktop.kit.edit.Shelf;
import app.promptsparrow.desktop.page.Page;
import app.promptsparrow.desktop.page.PagesPane;
import app.promptsparrow.desktop.rows.RowFields;
import app.promptsparrow.desktop.rows.RowHeadsPane;
import app.promptsparrow.desktop.rows.RowPlace;
import app.promptsparrow.desktop.rows.RowSizes;
import app.promptsparrow.desktop.theme.Theme;
import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.sound.Outline;
import java.util.List;
import java.util.Optional;
import javafx.geometry.Insets;
import javafx.scene.AccessibleRole;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Pane;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;

/** The sounds of the kit: rows with their outlines, the shelf, the layers of the chosen row, and its values at the right. */
final class KitPane extends BorderPane {

    /** What the scale of time is marked with. */
    static final double[] TICKS_MS = {0, 20, 50, 100, 200, 500, 1_000, 2_000};
    private static final String[] TICK_NAMES = {"0 ms", "20", "50", "100", "200", "500", "1 s", "2 s"};
    private static final double RULER_HEIGHT = 20;

    private final KitPresenter presenter;
    private final Shelf shelf;
    private final KitLine line;
    private final OutlinesPane outlines;
    private final RowHeadsPane heads;
    private final ShelfPane shelfPane;
    private final LayersPane layers;
    private final PagesPane pages;
    private final Pane ruler = new Pane();
    private final DirectScroll scroll = new DirectScroll();
    private final DirectScroll headScroll = DirectScroll.beside(scroll);
    private boolean dirty = true;

    KitPane(KitPresenter presenter, Shelf shelf, Theme theme) {
        this.presenter = presenter;
        this.shelf = shelf;
        line = new KitLine(presenter);
        outlines = new OutlinesPane(presenter, theme);
        heads = new RowHeadsPane(presenter.session(), presenter.chosen(), presenter.rowsInView(), presenter.rowEditor(), hearing());
        shelfPane = new ShelfPane(presenter, shelf, theme);
        layers = new LayersPane(presenter, theme);
        pages = new PagesPane(List.of("Sound", "Row", "Mix"), List.of(new SoundPage(presenter), rowPage(), mixPage()));
        getStyleClass().add("beat");
        setFocusTraversable(true);
        setAccessibleRole(AccessibleRole.LIST_VIEW);
        setAccessibleText("The sounds of the kit");
        for (String name : TICK_NAMES) {
            Label label = Forms.second(name);
            label.setManaged(false); // placed along the scale
            ruler.getChildren().add(label);
        }
        ruler.setMinHeight(RULER_HEIGHT);
        ruler.setMaxHeight(RULER_HEIGHT);
        ruler.widthProperty().addListener(observable -> placeTicks());
        headScroll.setContent(heads);
        headScroll.setMinWidth(RowHeadsPane.WIDTH);
        scroll.setContent(outlines);
        FileDrop.on(this, (files, event) -> presenter.rowEditor().bring(files, Optional.empty())); // beside all rows is below the last
        FileDrop.on(outlines, (files, event) -> presenter.rowEditor().bring(files, outlines.rowAt(event.getY()).map(Row::id)));
        FileDrop.on(shelfPane, (files, event) -> shelfPane.drop(files));
        scroll.onResize((width, height) -> dirty = true);
        HBox body = new HBox(headScroll, scroll);
        HBox.setHgrow(scroll, Priority.ALWAYS);
        VBox.setVgrow(body, Priority.ALWAYS);
        VBox rows = new VBox(new HBox(corner(), ruler), body);
        HBox.setHgrow(ruler, Priority.ALWAYS);
        HBox.setHgrow(rows, Priority.ALWAYS);
        HBox middle = new HBox(10, rows, shelfPane);
        VBox.setVgrow(middle, Priority.ALWAYS);
        VBox centre = new VBox(6, line, middle, layers);
        VBox.setMargin(line, new Insets(0, 0, 0, 10));
        setCenter(centre);
        setRight(pages);
        setMargin(pages, new Insets(0, 0, 0, 10));
        presenter.session().onChange(() -> dirty = true);
        setOnMousePressed(event -> requestFocus());
    }

    private static Node corner() {
        Pane corner = new Pane();
        corner.setMinWidth(RowHeadsPane.WIDTH);
        corner.setMaxWidth(RowHeadsPane.WIDTH);
        return corner;
    }

    private RowHeadsPane.Hearing hearing() {
        return new RowHeadsPane.Hearing() {
            @Override
            public void strike(RowId row, int velocity) {
                presenter.hear(row, velocity);
            }

            @Override
            public void chosen() {
                presenter.hearChosen();
            }

            @Override
            public void selectAll() {
                presenter.session().say("hits are selected in Beat");
            }
        };
    }

    private Page rowPage() {
        RowFields fields = new RowFields(presenter.session(), presenter.chosen());
        return page(fields, () -> List.of(fields.tune(), fields.ending(), fields.choke(), fields.oneVoice(), fields.response(), Forms.gap(), fields.midiNote(), fields.percussionMap(),
                fields.midiChannel(), fields.midiOnly()));
    }

    private Page mixPage() {
        RowFields fields = new RowFields(presenter.session(), presenter.chosen());
        return page(fields, () -> List.of(fields.level(), fields.pan(), fields.lowCut(), fields.highCut(), fields.lowShelf(), fields.highShelf(), fields.drive(), fields.send(), fields.dip(), fields.giveWay()));
    }

    private interface Made {
        List<Node> fields();
    }

    private static Page page(RowFields fields, Made made) {
        return new Page() {
            @Override
            protected void build() {
                getChildren().addAll(made.fields());
            }

            @Override
            protected void update() {
                fields.update();
            }
        };
    }

    private void placeTicks() {
        double width = OutlinesPane.scaleWidth(ruler.getWidth());
        double free = 0; // behind the last one that is shown
        for (int i = 0; i < TICKS_MS.length; i++) {
            Label label = (Label) ruler.getChildren().get(i);
            label.autosize();
            double x = Math.max(0, OutlinesPane.LEFT + Outline.place(TICKS_MS[i]) * width - label.getWidth() / 2);
            label.relocate(x, 2);
            label.setVisible(x >= free);
            free = label.isVisible() ? x + label.getWidth() + 4 : free;
        }
    }

    // --- what the frame asks ---

    void setTheme(Theme to) {
        outlines.setTheme(to);
        layers.setTheme(to);
        shelfPane.setTheme(to);
        dirty = true;
    }

    void focusSearch() {
        shelfPane.focusSearch();
    }

    void focusPage(int page) {
        pages.focus(page);
        dirty = true;
    }

    void light(int rowId, long timeNs) {
        heads.light(rowId, timeNs);
        outlines.light(rowId, timeNs);
    }

    /** Once a pulse. */
    void pulse(long timeNs) {
        presenter.pulse(timeNs);
        if (dirty) {
            dirty = false;
            update();
        }
        heads.pulse(timeNs);
        outlines.pulse(timeNs);
        shelfPane.pulse();
        layers.pulse();
    }

    private void update() {
        List<Row> rows = presenter.rowsInView().rows();
        double room = scroll.getHeight();
        double height = room < 50 ? 26 : RowSizes.sharing(room, rows.size(), List.of(), 0).row();
        heads.update(RowPlace.even(rows, height));
        outlines.update(rows, height);
        line.update();
        shelfPane.update();
        shelf.prepare();
        layers.update();
        pages.update(true);
    }
}
