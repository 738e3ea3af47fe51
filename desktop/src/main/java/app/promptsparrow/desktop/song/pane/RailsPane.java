package app.promptsparrow.desktop.song.pane;

import app.promptsparrow.desktop.hand.Drag;
import app.promptsparrow.desktop.song.edit.SongPresenter;
import app.promptsparrow.desktop.song.edit.Timeline;
import app.promptsparrow.desktop.theme.Theme;
import app.promptsparrow.kit.Kit;
import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.pattern.PatternId;
import app.promptsparrow.project.Song;
import app.promptsparrow.score.SongMap;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import javafx.scene.canvas.Canvas;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.input.MouseEvent;
import javafx.scene.layout.Pane;
import javafx.scene.paint.Color;

/** A rail a row: where in the song it plays and where it rests. A press lets it rest in an entry, a drag in the passes that are touched. */
final class RailsPane extends Pane {

    private static final double THICK = 5;
    private static final double[] DASHES = {3, 3};

    private final SongPresenter presenter;
    private final Timeline timeline;
    private final Canvas canvas = new Canvas();
    /** Those of one drawing, found once. */
    private final Map<PatternId, Pattern> patterns = new HashMap<>();
    private Theme theme;
    private List<Row> rows = List.of();
    private double rowHeight = 22;
    private final Drag hand;
    private RowId pressedRow;
    private SongPresenter.Place pressed;
    private int pressedPass;
    private boolean rests;

    RailsPane(SongPresenter presenter, Theme theme) {
        this.presenter = presenter;
        this.theme = theme;
        timeline = presenter.timeline();
        setId("song-rails");
        setMinWidth(100);
        getChildren().add(canvas);
        hand = Drag.on(this).press(this::press).move(this::drag).release(this::release);
    }

    void setTheme(Theme to) {
        theme = to;
    }

    void update(List<Row> shown, double height) {
        rows = shown;
        rowHeight = height;
        setMinHeight(rows.size() * height);
        setPrefHeight(rows.size() * height);
        draw();
    }

    /** Whether a row has something to play in a pass. */
    private boolean hasHits(PatternId pattern, RowId row) {
        Pattern there = patterns.get(pattern);
        if (there == null) {
            there = presenter.session().project().pattern(pattern).orElseThrow();
            patterns.put(pattern, there);
        }
        return !there.lane(row).hits().isEmpty();
    }

    void draw() {
        double height = rows.size() * rowHeight;
        if (getWidth() < 10 || height < 1) {
            return;
        }
        canvas.setWidth(getWidth());
        canvas.setHeight(height);
        GraphicsContext g = canvas.getGraphicsContext2D();
        g.clearRect(0, 0, getWidth(), height);
        Optional<SongMap> map = presenter.map();
        if (map.isEmpty()) {
            return;
        }
        patterns.clear();
        Kit kit = presenter.session().project().kit();
        List<Color> tints = rows.stream().map(row -> kit.isHeard(row) ? theme.family(row.family()) : BlocksPicture.alpha(theme.family(row.family()), 0.4)).toList();
        ground(g, map.get(), height);
        for (int entry = map.get().at(timeline.units(0)).entry(); entry < map.get().song().entries().size() && timeline.x(map.get().start(entry)) < getWidth(); entry++) {
            entry(g, map.get(), entry, tints);
        }
    }

    private void ground(GraphicsContext g, SongMap map, double height) {
        g.setFill(theme.color("band"));
        for (int i = 0; i < rows.size(); i++) {
            if (presenter.chosen().isChosen(rows.get(i).id())) {
                g.fillRect(0, i * rowHeight, getWidth(), rowHeight);
            }
        }
        g.setFill(theme.color("wire"));
        double end = Math.min(getWidth(), timeline.x(map.length()));
        for (int i = 0; i < rows.size(); i++) {
            g.fillRect(0, wire(i), end, 1);
        }
        for (int entry = map.at(timeline.units(0)).entry(); entry < map.song().entries().size(); entry++) {
            double x = Math.round(timeline.x(map.start(entry)));
            if (x > getWidth()) {
                break;
            }
            g.fillRect(x, 0, 1, height);
        }
        g.fillRect(end, 0, 1, height);
    }

    private double wire(int index) {
        return Math.round(index * rowHeight + rowHeight / 2);
    }

    /** Passes that are alike are one line. */
    private void entry(GraphicsContext g, SongMap map, int index, List<Color> tints) {
        Song.Entry entry = map.song().entries().get(index);
        for (int i = 0; i < rows.size(); i++) {
            Row row = rows.get(i);
            for (int pass = 1; pass <= entry.repeats();) {
                int last = entry.alikeUntil(pass);
                if (hasHits(entry.patternOf(pass), row.id())) {
                    stretch(g, map.passStart(index, pass), map.passEnd(index, last), pass == 1, last == entry.repeats(), wire(i), tints.get(i), entry.rests(row.id(), pass));
                }
                pass = last + 1;
            }
        }
    }

    private void stretch(GraphicsContext g, long from, long to, boolean first, boolean last, double y, Color tint, boolean resting) {
        double left = Math.max(-10, timeline.x(from) + (first ? 3 : 0));
        double right = Math.min(getWidth() + 10, timeline.x(to) - (last ? 3 : 0));
        if (right <= 0 || left >= getWidth()) {
            return;
        }
        double width = Math.max(1, right - left);
        if (resting) {
            g.setStroke(tint);
            g.setLineWidth(1);
            g.setLineDashes(DASHES);
            g.strokeRoundRect(left + 0.5, y - THICK / 2 + 0.5, Math.max(1, width - 1), THICK - 1, THICK, THICK);
            g.setLineDashes();
        } else {
            g.setFill(tint);
            g.fillRoundRect(left, y - THICK / 2, width, THICK, THICK, THICK);
        }
    }

    // --- hands ---

    private Optional<Row> rowAt(double y) {
        int index = (int) (y / rowHeight);
        return index >= 0 && index < rows.size() ? Optional.of(rows.get(index)) : Optional.empty();
    }

    private boolean press(MouseEvent event) {
        Optional<RowId> row = rowAt(event.getY()).map(Row::id);
        row.ifPresent(presenter.chosen()::chooseRow);
        if (row.isEmpty() || presenter.map().isEmpty() || timeline.units(event.getX()) >= presenter.map().get().length()) {
            return false;
        }
        SongMap.Place place = presenter.map().get().at(timeline.units(event.getX()));
        pressedRow = row.get();
        pressedPass = place.pass();
        rests = !presenter.map().get().song().entries().get(place.entry()).rests(pressedRow, pressedPass);
        presenter.choose(place.entry(), pressedPass);
        pressed = presenter.place().orElseThrow();
        return true;
    }

    /** All passes of the pressed entry between where it began and where the pointer is. */
    private void drag(MouseEvent event) {
        if (!hand.isDecided() || presenter.entry(pressed).isEmpty()) {
            return;
        }
        SongMap map = presenter.map().orElseThrow();
        SongMap.Place place = map.at(Math.max(map.start(pressed.entry()), Math.min(map.end(pressed.entry()) - 1, timeline.units(event.getX()))));
        presenter.rest(pressedRow, pressed, Math.min(pressedPass, place.pass()), Math.max(pressedPass, place.pass()), rests, hand.gesture());
    }

    private void release(MouseEvent event) {
        if (!hand.isDecided()) {
            presenter.toggleRest(pressedRow, pressed);
        }
    }
}
