package app.promptsparrow.desktop.song.pane;

import app.promptsparrow.desktop.control.Menus;
import app.promptsparrow.desktop.hand.Drag;
import app.promptsparrow.desktop.slots.SlotDrag;
import app.promptsparrow.desktop.song.edit.SongPresenter;
import app.promptsparrow.desktop.song.edit.Timeline;
import app.promptsparrow.desktop.theme.OutputScale;
import app.promptsparrow.desktop.theme.Theme;
import app.promptsparrow.pattern.PatternId;
import app.promptsparrow.project.Project;
import app.promptsparrow.project.Song;
import app.promptsparrow.score.SongMap;
import java.util.Optional;
import javafx.scene.Cursor;
import javafx.scene.canvas.Canvas;
import javafx.scene.control.ContextMenu;
import javafx.scene.control.Menu;
import javafx.scene.control.SeparatorMenuItem;
import javafx.scene.input.DragEvent;
import javafx.scene.input.MouseEvent;
import javafx.scene.input.TransferMode;
import javafx.scene.layout.Pane;
import javafx.scene.layout.Region;

/** The song's ruler and blocks, and the hands that reach in. The first pixels of a drag decide what it is. */
final class BlocksPane extends Pane {

    static final double HEIGHT = BlocksPicture.TOP + BlocksPicture.HEIGHT + 8;
    /** So near to its end a block is taken by it. */
    private static final double EDGE = 6;

    /** What a drag does. */
    private enum Does {
        NONE, LOOP, REPEATS, MOVE, COPY
    }

    private final SongPresenter presenter;
    private final Timeline timeline;
    private final BlocksPicture picture;
    private final Canvas canvas = new Canvas();
    private final Region mark = new Region();
    private Theme theme;
    private ContextMenu menu;
    private final Drag hand;
    private boolean onRuler;
    private boolean onEnd;
    private Optional<SongPresenter.Place> pressed = Optional.empty();
    private Does does = Does.NONE;
    private int dropAt = -1;

    BlocksPane(SongPresenter presenter, Theme theme) {
        this.presenter = presenter;
        this.theme = theme;
        timeline = presenter.timeline();
        picture = new BlocksPicture(presenter);
        setId("song-blocks");
        setMinHeight(HEIGHT);
        setMaxHeight(HEIGHT);
        setMinWidth(100);
        mark.getStyleClass().add("row-drop");
        mark.setManaged(false); // placed while something is dragged
        mark.setMouseTransparent(true);
        mark.setVisible(false);
        getChildren().addAll(canvas, mark);
        hand = Drag.on(this).press(this::press).move(this::drag).release(this::release).ended(this::ended);
        setOnMouseMoved(event -> setCursor(overEnd(event.getX(), event.getY()).isPresent() ? Cursor.H_RESIZE : Cursor.DEFAULT));
        setOnContextMenuRequested(event -> {
            at(event.getX()).filter(place -> event.getY() > BlocksPicture.RULER).ifPresent(place -> {
                presenter.choose(place.entry(), place.pass());
                showMenu(event.getScreenX(), event.getScreenY());
            });
            event.consume();
        });
        takesDrops(this);
    }

    void setTheme(Theme to) {
        theme = to;
    }

    void draw() {
        if (getWidth() > 10) {
            canvas.setWidth(getWidth());
            canvas.setHeight(HEIGHT);
            picture.draw(canvas.getGraphicsContext2D(), theme, OutputScale.of(this), getWidth(), HEIGHT);
        }
    }

    /** What is in the song at a place. */
    private Optional<SongMap.Place> at(double x) {
        return presenter.map().filter(map -> timeline.units(x) < map.length() && x >= 0).map(map -> map.at(timeline.units(x)));
    }

    /** The block whose end is under the pointer. */
    private Optional<Integer> overEnd(double x, double y) {
        if (y < BlocksPicture.TOP || presenter.map().isEmpty()) {
            return Optional.empty();
        }
        SongMap map = presenter.map().get();
        int entry = map.at(Math.min(map.length() - 1, timeline.units(x - EDGE))).entry();
        boolean near = Math.abs(timeline.x(map.end(entry)) - x) <= EDGE && timeline.pixels(map.end(entry) - map.start(entry)) > 3 * EDGE;
        return near ? Optional.of(entry) : Optional.empty();
    }

    private boolean press(MouseEvent event) {
        does = Does.NONE;
        onRuler = event.getY() < BlocksPicture.TOP - 4;
        Optional<Integer> end = overEnd(event.getX(), event.getY());
        onEnd = end.isPresent();
        Optional<Integer> entry = onRuler ? Optional.empty() : end.or(() -> at(event.getX()).map(SongMap.Place::entry));
        entry.ifPresent(index -> {
            presenter.choose(index, onEnd ? 1 : at(event.getX()).map(SongMap.Place::pass).orElse(1));
            if (event.getClickCount() == 2 && !onEnd) {
                presenter.showPattern();
            }
        });
        pressed = entry.flatMap(index -> presenter.place());
        return true;
    }

    private void drag(MouseEvent event) {
        if (!hand.isDecided() || presenter.map().isEmpty() || pressed.isPresent() && pressed.flatMap(presenter::entry).isEmpty()) {
            return;
        }
        if (does == Does.NONE) {
            timeline.hold(true);
            does = onRuler ? Does.LOOP : onEnd ? Does.REPEATS : pressed.isEmpty() ? Does.NONE : event.isControlDown() ? Does.COPY : Does.MOVE;
        }
        double x = Math.max(0, Math.min(getWidth(), event.getX()));
        if (does == Does.LOOP) {
            SongMap map = presenter.map().get();
            presenter.tools().loopBars(map.barAt(timeline.units(Math.max(0, hand.pressX()))), map.barAt(timeline.units(x)));
        } else if (does == Does.REPEATS) {
            dragEnd(event.getX()); // also beyond what is in view
        } else if (does == Does.MOVE || does == Does.COPY) {
            showDrop(x);
        }
    }

    private void dragEnd(double x) {
        SongMap map = presenter.map().orElseThrow();
        SongPresenter.Place of = pressed.orElseThrow();
        int index = of.entry();
        Song.Entry entry = map.song().entries().get(index);
        long fill = entry.fill().isPresent() ? map.passEnd(index, entry.repeats()) - map.passStart(index, entry.repeats()) : 0;
        boolean onlyFill = fill > 0 && entry.repeats() == 1;
        long pass = onlyFill ? presenter.session().project().pattern(entry.pattern()).orElseThrow().durationUnits() : map.passEnd(index, 1) - map.passStart(index, 1);
        long repeats = Math.round((double) (timeline.units(x) - map.start(index) - fill) / pass) + (fill > 0 ? 1 : 0);
        presenter.setRepeats(of, (int) Math.max(1, Math.min(Song.MAX_REPEATS, repeats)), hand.gesture());
    }

    /** Shows before which block something would go. */
    private void showDrop(double x) {
        dropAt = 0;
        double at = 1;
        if (presenter.map().isPresent()) {
            SongMap map = presenter.map().get();
            int size = map.song().entries().size();
            int over = map.at(timeline.units(x)).entry();
            dropAt = timeline.units(x) >= map.length() ? size : timeline.units(x) * 2 > map.start(over) + map.end(over) ? over + 1 : over;
            at = timeline.x(dropAt < size ? map.start(dropAt) : map.length());
        }
        mark.resizeRelocate(Math.max(0, Math.min(getWidth() - 3, at - 1)), BlocksPicture.TOP - 3, 3, BlocksPicture.HEIGHT + 6);
        mark.setVisible(true);
    }

    private void release(MouseEvent event) {
        boolean there = pressed.flatMap(presenter::entry).isPresent() && dropAt >= 0;
        if (does == Does.MOVE && there) {
            presenter.moveTo(pressed.get().entry(), dropAt);
        } else if (does == Does.COPY && there) {
            presenter.copyTo(pressed.get().entry(), dropAt);
        } else if (does == Does.NONE && onRuler) {
            presenter.map().filter(map -> timeline.units(event.getX()) < map.length()).ifPresent(map -> presenter.playFromBar(map.barAt(timeline.units(event.getX()))));
        }
    }

    private void ended() {
        mark.setVisible(false);
        timeline.hold(false);
        does = Does.NONE;
        dropAt = -1;
        presenter.session().tell();
    }

    // --- what is dropped ---

    /** Lets slots and banks be dropped on this, or on another pane of the same width. */
    void takesDrops(Region on) {
        on.setOnDragOver(event -> {
            if (SlotDrag.slotIn(event.getDragboard()).isPresent() || SlotDrag.bankIn(event.getDragboard()).isPresent()) {
                event.acceptTransferModes(TransferMode.COPY_OR_MOVE);
                showDrop(event.getX());
                event.consume();
            }
        });
        on.setOnDragExited(event -> mark.setVisible(false));
        on.setOnDragDropped(event -> {
            event.setDropCompleted(drop(event));
            event.consume();
        });
    }

    private boolean drop(DragEvent event) {
        showDrop(event.getX());
        mark.setVisible(false);
        Project project = presenter.session().project();
        Optional<PatternId> pattern = SlotDrag.slotIn(event.getDragboard()).flatMap(project::at).map(there -> there.id());
        Optional<Integer> bank = SlotDrag.bankIn(event.getDragboard());
        pattern.ifPresent(id -> presenter.insert(id, dropAt));
        bank.ifPresent(index -> presenter.insertBank(index, dropAt));
        return pattern.isPresent() || bank.isPresent();
    }

    // --- what can be done here ---

    private void showMenu(double x, double y) {
        if (menu != null) {
            menu.hide();
        }
        Menu fills = new Menu("Fill on the last repeat");
        fills.setId("entry-fill");
        fills.getItems().add(Menus.item("entry-fill-none", "none", () -> presenter.setFill(Optional.empty())));
        presenter.entry().ifPresent(entry -> presenter.fills(entry).forEach(id -> fills.getItems().add(Menus.item("entry-fill-" + id.value(), presenter.name(id), () -> presenter.setFill(Optional.of(id))))));
        menu = new ContextMenu(Menus.item("entry-play", "Play from here", presenter::playFromChosen), Menus.item("entry-loop", "Loop this entry", presenter.tools()::toggleLoop),
                Menus.item("entry-show", "Show the pattern in its slot", presenter::showPattern), new SeparatorMenuItem(), fills,
                Menus.item("entry-split", "Split at this pass", presenter::split), Menus.item("entry-duplicate", "Duplicate", presenter::duplicate),
                Menus.item("entry-remove", "Take out of the song", presenter::remove));
        menu.show(this, x, y);
    }
}
