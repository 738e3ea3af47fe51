package app.promptsparrow.desktop.song.pane;

import app.promptsparrow.desktop.control.DirectScroll;
import app.promptsparrow.desktop.control.Forms;
import app.promptsparrow.desktop.control.Menus;
import app.promptsparrow.desktop.control.Tips;
import app.promptsparrow.desktop.orders.DragFiles;
import app.promptsparrow.desktop.page.PagesPane;
import app.promptsparrow.desktop.player.Player;
import app.promptsparrow.desktop.rows.RowHeadsPane;
import app.promptsparrow.desktop.rows.RowPlace;
import app.promptsparrow.desktop.rows.RowSizes;
import app.promptsparrow.desktop.slots.BringIn;
import app.promptsparrow.desktop.slots.FileDrag;
import app.promptsparrow.desktop.slots.SlotsPane;
import app.promptsparrow.desktop.song.edit.SongPresenter;
import app.promptsparrow.desktop.song.edit.Timeline;
import app.promptsparrow.desktop.theme.Theme;
import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.project.Song;
import app.promptsparrow.score.SongMap;
import java.util.List;
import java.util.Optional;
import javafx.geometry.Insets;
import javafx.geometry.Orientation;
import javafx.geometry.Pos;
import javafx.scene.AccessibleRole;
import javafx.scene.control.Button;
import javafx.scene.control.ButtonBase;
import javafx.scene.control.Label;
import javafx.scene.control.MenuButton;
import javafx.scene.control.ScrollBar;
import javafx.scene.control.ToggleButton;
import javafx.scene.input.ScrollEvent;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;

/** The song: banks and slots above, the blocks along the bars, a rail a row below them, the chosen entry at the right. */
final class SongPane extends BorderPane {

    private static final double ZOOM_STEP = 0.8;
    private static final double HIGHEST_RAIL = 28;
    private static final long FOUR_BEATS = 4;

    private final SongPresenter presenter;
    private final Timeline timeline;
    private final SlotsPane slots;
    private final BlocksPane blocks;
    private final RailsPane rails;
    private final BackingPane backing;
    private final RowHeadsPane heads;
    private final PagesPane pages;
    private final Playhead overBlocks = new Playhead();
    private final Playhead overRails = new Playhead();
    private final MenuButton songs = new MenuButton();
    private final Label facts = Forms.second("");
    private final ToggleButton loop = toggle("loop these bars", "song-loop", "Loop the bars chosen along the ruler, or the chosen entry (Ctrl+L)");
    private final ToggleButton fit = toggle("all", "song-fit", "Show all of the song (Ctrl+0); Ctrl and the wheel go nearer");
    private final ToggleButton follow = toggle("follow", "song-follow", "Keep the playhead in view");
    private final Label empty = Forms.second("Drag slots or a bank's name here, or press Enter to put the shown pattern in");
    private final Label hint = Forms.second("press a rail: this row rests in that entry · drag along it: in some of its passes");
    private final ScrollBar bar = new ScrollBar();
    private final DirectScroll scroll = new DirectScroll();
    private final DirectScroll headScroll = DirectScroll.beside(scroll);
    private boolean dirty = true;
    private boolean scrolling;
    private double shownHeight;

    /** @param files asks for files to bring into slots */
    SongPane(SongPresenter presenter, BringIn.Files files, Theme theme) {
        this.presenter = presenter;
        timeline = presenter.timeline();
        slots = new SlotsPane(presenter.session(), presenter.chosen(), presenter.slots(), presenter.playing(), files, theme);
        blocks = new BlocksPane(presenter, theme);
        rails = new RailsPane(presenter, theme);
        backing = new BackingPane(presenter.backing(), timeline, theme);
        heads = new RowHeadsPane(presenter.session(), presenter.chosen(), presenter.rowsInView(), presenter.rowEditor(), hearing());
        pages = new PagesPane(List.of("Entry", "Song", "Backing"), List.of(new EntryPage(presenter), new SongPage(presenter), new BackingPage(presenter.backing())));
        getStyleClass().add("beat");
        setFocusTraversable(true);
        setAccessibleRole(AccessibleRole.LIST_VIEW);
        setAccessibleText("The song");
        blocks.getChildren().add(overBlocks);
        rails.getChildren().add(overRails);
        blocks.takesDrops(rails);
        headScroll.setContent(heads);
        headScroll.setMinWidth(RowHeadsPane.WIDTH);
        scroll.setContent(rails);
        scroll.onResize((width, height) -> {
            dirty |= height != shownHeight; // told at each layout, also when it was only scrolled
            shownHeight = height;
        });
        blocks.widthProperty().addListener(observable -> dirty = true);
        rails.widthProperty().addListener(observable -> dirty = true);
        Region corner = new Region();
        corner.setMinWidth(RowHeadsPane.WIDTH);
        empty.setMouseTransparent(true);
        empty.setId("song-empty");
        StackPane top = new StackPane(blocks, empty);
        HBox.setHgrow(top, Priority.ALWAYS);
        top.setMinWidth(0);
        HBox.setHgrow(scroll, Priority.ALWAYS);
        HBox body = new HBox(headScroll, scroll);
        VBox.setVgrow(body, Priority.ALWAYS);
        bar.setOrientation(Orientation.HORIZONTAL);
        bar.setFocusTraversable(false);
        bar.setId("song-bar");
        HBox.setHgrow(bar, Priority.ALWAYS);
        Region barCorner = new Region();
        barCorner.setMinWidth(RowHeadsPane.WIDTH);
        HBox below = new HBox(barCorner, new VBox(2, bar, hint));
        HBox.setHgrow(below.getChildren().get(1), Priority.ALWAYS);
        hint.setMinWidth(0);
        bar.valueProperty().addListener((observable, was, is) -> {
            if (!scrolling) {
                timeline.scrollTo(is.doubleValue());
                drawTime();
            }
        });
        HBox titles = titleLine();
        VBox centre = new VBox(slots, titles, new HBox(corner, top), body, below, backing);
        VBox.setMargin(backing, new Insets(4, 0, 0, 10));
        VBox.setMargin(titles, new Insets(5, 4, 0, 10));
        setCenter(centre);
        setRight(pages);
        setMargin(pages, new Insets(0, 0, 0, 10));
        presenter.session().onChange(() -> dirty = true);
        setOnMousePressed(event -> requestFocus());
        for (Region time : List.of(blocks, rails)) {
            time.addEventFilter(ScrollEvent.SCROLL, this::wheel);
        }
    }

    private static Button button(String text, String id, String tip) {
        Button button = new Button(text);
        ready(button, id, tip);
        button.getStyleClass().add("small-choice");
        return button;
    }

    private static ToggleButton toggle(String text, String id, String tip) {
        ToggleButton made = new ToggleButton(text);
        ready(made, id, tip);
        made.getStyleClass().add("small-choice");
        return made;
    }

    private static void ready(ButtonBase button, String id, String tip) {
        button.setId(id);
        button.setMinWidth(Region.USE_PREF_SIZE);
        button.setFocusTraversable(false);
        Tips.on(button, tip);
    }

    private HBox titleLine() {
        songs.getStyleClass().add("project-name");
        songs.setId("song-choice");
        songs.setMinWidth(Region.USE_PREF_SIZE);
        songs.getItems().add(Menus.item("song-new-item", "New song", presenter.tools()::newSong));
        songs.setOnShowing(event -> fillSongs());
        Tips.on(songs, "The songs of the project");
        facts.setId("song-facts");
        facts.setMinWidth(0);
        facts.setWrapText(false);
        Button played = button("take what I played", "song-played", "Makes a song of the patterns, chains and fills played since the start (Shift+K)");
        played.setOnAction(event -> presenter.tools().takePlayed());
        Button fresh = button("+ song", "song-new", "A new song (Shift+N)");
        fresh.setOnAction(event -> presenter.tools().newSong());
        loop.setOnAction(event -> presenter.tools().toggleLoop());
        fit.setOnAction(event -> zoom(0));
        follow.setOnAction(event -> presenter.setFollows(!presenter.follows()));
        Label out = new Label("drag out");
        out.setId("song-drag");
        out.getStyleClass().add("drag-card");
        out.setStyle("-fx-padding: 2 9;");
        out.setMinWidth(Region.USE_PREF_SIZE);
        Tips.on(out, "Drag the song onto a track of another program or into a folder, as MIDI or WAV as the card in Export says");
        FileDrag.on(out, presenter.session(), presenter.slots().dragFiles(), () -> presenter.song().map(song -> DragFiles.ofSong(presenter.session().project(), song)));
        HBox line = new HBox(6, songs, facts, Forms.gap(), out, fit, follow, played, loop, fresh);
        HBox.setHgrow(line.getChildren().get(2), Priority.ALWAYS);
        line.setAlignment(Pos.CENTER_LEFT);
        line.setMinHeight(32);
        return line;
    }

    private void fillSongs() {
        songs.getItems().clear();
        int number = 1;
        for (Song song : presenter.session().project().songs()) {
            songs.getItems().add(Menus.item("song-" + number++, song.name(), () -> presenter.tools().showSong(song)));
        }
        songs.getItems().add(Menus.item("song-new-item", "New song", presenter.tools()::newSong));
    }

    private RowHeadsPane.Hearing hearing() {
        return new RowHeadsPane.Hearing() {
            @Override
            public void strike(RowId row, int velocity) {
                presenter.chosen().strike(row, velocity);
            }

            @Override
            public void chosen() {
                presenter.chosen().strike(presenter.chosen().row().id(), 96);
            }

            @Override
            public void selectAll() {
                presenter.chosen().chooseRow(presenter.chosen().row().id()); // rails are chosen one by one
            }
        };
    }

    // --- along the time ---

    private void wheel(ScrollEvent event) {
        if (event.isControlDown()) {
            timeline.zoom(event.getDeltaY() > 0 ? ZOOM_STEP : 1 / ZOOM_STEP, event.getX());
        } else if (event.getDeltaX() != 0 || event.getSource() == blocks) {
            timeline.scrollBy(event.getDeltaX() != 0 ? -event.getDeltaX() : -event.getDeltaY());
        } else {
            return; // rows go up and down
        }
        drawTime();
        event.consume();
    }

    /** Brings more or less into view by a factor, around the chosen entry; all with 0. */
    void zoom(double factor) {
        if (factor == 0) {
            timeline.fit();
        } else {
            timeline.zoom(factor, presenter.map().map(map -> Math.max(0, Math.min(timeline.width(), timeline.x(map.start(presenter.index()))))).orElse(0.0));
        }
        dirty = true;
    }

    private void drawTime() {
        blocks.draw();
        rails.draw();
        backing.draw();
        showBar();
    }

    private void showBar() {
        scrolling = true;
        bar.setVisible(!timeline.isFitting());
        bar.setMax(Math.max(1, timeline.most()));
        bar.setVisibleAmount(timeline.unitsAcross() / (timeline.most() + timeline.unitsAcross()) * bar.getMax());
        bar.setUnitIncrement(timeline.unitsAcross() / 16);
        bar.setBlockIncrement(timeline.unitsAcross());
        bar.setValue(timeline.left());
        fit.setSelected(timeline.isFitting());
        scrolling = false;
    }

    // --- what the frame asks ---

    void setTheme(Theme to) {
        slots.setTheme(to);
        blocks.setTheme(to);
        rails.setTheme(to);
        backing.setTheme(to);
        dirty = true;
    }

    void focusPage(int index) {
        pages.focus(index);
    }

    void light(int rowId, long timeNs) {
        heads.light(rowId, timeNs);
    }

    /** Once a pulse. */
    void pulse(Player.Now now, long timeNs) {
        if (dirty) {
            dirty = false;
            update();
        }
        heads.pulse(timeNs);
        slots.pulse(now);
        boolean plays = now.inSong() >= 0;
        if (plays && presenter.follows() && timeline.follow(now.inSong())) {
            drawTime();
        }
        double x = plays ? timeline.x(now.inSong()) : -1;
        overBlocks.at(x, BlocksPicture.RULER, BlocksPane.HEIGHT - BlocksPicture.RULER, blocks.getWidth());
        backing.playhead(x);
        if (presenter.backing().state().reading()) {
            backing.tell();
        }
        overRails.at(x, 0, rails.getHeight(), rails.getWidth());
    }

    private void update() {
        Optional<SongMap> map = presenter.map();
        timeline.update(blocks.getWidth(), map.map(SongMap::length).orElse(1L), FOUR_BEATS * presenter.session().project().meter().beatUnits());
        slots.update();
        List<Row> rows = presenter.rowsInView().rows();
        double room = scroll.getHeight();
        double height = room < 50 ? HIGHEST_RAIL : Math.min(HIGHEST_RAIL, RowSizes.sharing(room, rows.size(), List.of(), 0).row());
        heads.update(RowPlace.even(rows, height));
        rails.update(rows, height);
        blocks.draw();
        backing.update();
        showBar();
        songs.setText(presenter.song().map(Song::name).orElse("No song yet"));
        facts.setText(presenter.facts());
        empty.setVisible(map.isEmpty());
        hint.setVisible(map.isPresent());
        loop.setDisable(map.isEmpty());
        loop.setText(presenter.playing().songLoop().isPresent() ? "loops" : "loop these bars");
        loop.setSelected(presenter.playing().songLoop().isPresent());
        follow.setSelected(presenter.follows());
        pages.update(true);
    }
}
