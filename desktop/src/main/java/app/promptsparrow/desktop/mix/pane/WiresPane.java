package app.promptsparrow.desktop.mix.pane;

import app.promptsparrow.desktop.control.InPlace;
import app.promptsparrow.desktop.hand.Drag;
import app.promptsparrow.desktop.mix.edit.MixPresenter;
import app.promptsparrow.desktop.mix.edit.RowMeters;
import app.promptsparrow.desktop.strip.StripEdits;
import app.promptsparrow.desktop.strip.StripValue;
import app.promptsparrow.desktop.theme.SeedShape;
import app.promptsparrow.desktop.theme.Theme;
import app.promptsparrow.kit.GiveWay;
import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.kit.Strip;
import app.promptsparrow.mix.Meeting;
import app.promptsparrow.mix.Meetings;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import javafx.scene.Cursor;
import javafx.scene.canvas.Canvas;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.control.Label;
import javafx.scene.input.MouseEvent;
import javafx.scene.layout.Pane;
import javafx.scene.paint.Color;
import javafx.scene.text.Font;

/**
 * Each row's place in the mix on its wire: the seed is the setting, the line under the wire the meter. Every seed drags, finer with Shift,
 * and goes back when it is pressed twice. The wires are painted anew only when something changed; meters have a picture of their own.
 */
final class WiresPane extends Pane {

    private static final double FINE = 0.15;
    private static final double NEAR = 9;
    private static final double SHELF_DB_A_PIXEL = 0.25;
    private static final double THROUGH_RANGE_DB = 30;
    private static final double METER = 3;
    private static final double METER_EDGE = 6;
    private static final Font SMALL = Font.font("IBM Plex Sans", 11);

    private final MixPresenter presenter;
    private final Canvas canvas = new Canvas();
    private final Canvas meters = new Canvas();
    /** What is painted of each row's meter: peak, mean, held, clipped; and its colours. */
    private int[] drawn = {};
    private Color[] tints = {};
    private Color[] faint = {};
    private final Label anchor = new Label();
    private Theme theme;
    private List<Row> rows = List.of();
    private double rowHeight = 28;
    private WireColumns columns = new WireColumns(600);

    private final Drag hand;
    private StripEdits.Rows held;
    private StripValue dragged;
    private double startValue;
    private boolean onNumber;
    private Optional<StripValue> over = Optional.empty();
    private Optional<RowId> overRow = Optional.empty();

    WiresPane(MixPresenter presenter, Theme theme) {
        this.presenter = presenter;
        this.theme = theme;
        setId("wires");
        meters.setMouseTransparent(true);
        meters.setId("meters");
        meters.setManaged(false);
        anchor.setManaged(false); // where a number is typed
        anchor.setMouseTransparent(true);
        getChildren().addAll(canvas, meters, anchor);
        setMinWidth(300);
        hand = Drag.on(this).press(this::press).move(this::drag).release(this::release);
        setOnMouseMoved(this::hover);
        setOnMouseExited(event -> over = Optional.empty());
        widthProperty().addListener(observable -> redraw());
    }

    void setTheme(Theme to) {
        theme = to;
    }

    /** Brings it to the rows that are shown, all of one height. */
    void update(List<Row> shown, double height) {
        rows = shown;
        rowHeight = height;
        setMinHeight(rows.size() * rowHeight);
        setPrefHeight(rows.size() * rowHeight);
        redraw();
    }

    // --- painting ---

    private double wire(int index) {
        return Math.round(index * rowHeight + rowHeight - 8);
    }

    private double high() {
        return Math.min(26, rowHeight - 9);
    }

    private void redraw() {
        if (getWidth() < 100 || rows.isEmpty()) {
            return;
        }
        columns = new WireColumns(getWidth());
        double height = rows.size() * rowHeight;
        canvas.setWidth(getWidth());
        canvas.setHeight(height);
        GraphicsContext g = canvas.getGraphicsContext2D();
        g.clearRect(0, 0, getWidth(), height);
        g.setFill(theme.color("band"));
        WireColumns.levelMarks().forEach(db -> g.fillRect(Math.round(columns.levelX(db)), 0, 1, height));
        g.fillRect(Math.round(columns.x(StripValue.PAN, 0)), 0, 1, height);
        for (double hz : MixPane.HERTZ) {
            g.fillRect(Math.round(columns.hertzX(hz)), 0, 1, height);
        }
        g.setFont(SMALL);
        for (int i = 0; i < rows.size(); i++) {
            draw(g, rows.get(i), i);
        }
        placeMeters();
    }

    private void draw(GraphicsContext g, Row row, int index) {
        double wire = wire(index);
        boolean chosen = presenter.chosen().isChosen(row.id());
        boolean heard = presenter.session().project().kit().isHeard(row);
        Color tint = theme.family(row.family());
        Color ink = heard ? tint : tint.deriveColor(0, 0.3, 1, 0.45);
        Strip strip = row.strip();
        g.setFill(theme.color("wire"));
        for (WireColumns.Part part : List.of(columns.level(), columns.pan(), columns.through(), columns.drive(), columns.send())) {
            g.fillRect(part.from(), wire, part.width(), 1);
        }
        strip.giveWay().ifPresent(way -> drawWay(g, row, way, wire, ink));
        seed(g, row, columns.x(StripValue.LEVEL, StripValue.LEVEL.of(strip)), wire, ink, chosen);
        g.setFill(theme.color(chosen ? "text" : "second"));
        g.fillText(number(strip), columns.number(), wire - high() / 2 + 5);
        seed(g, row, columns.x(StripValue.PAN, StripValue.PAN.of(strip)), wire, ink, false);
        through(g, row, wire, ink);
        share(g, row, StripValue.DRIVE, wire, ink);
        share(g, row, StripValue.SEND, wire, ink);
    }

    private static String number(Strip strip) {
        return strip.levelDb() <= Strip.SILENT_DB ? "off" : String.format(Locale.ROOT, "%.1f", StripValue.LEVEL.of(strip));
    }

    private void seed(GraphicsContext g, Row row, double x, double wire, Color ink, boolean chosen) {
        SeedShape shape = SeedShape.of(row.family(), Math.min(10, high() * 0.5), high());
        g.setFill(ink);
        g.fillPolygon(shape.xs(x), shape.ys(wire), shape.points());
        if (chosen) {
            g.setStroke(theme.color("text"));
            g.setLineWidth(1);
            g.strokePolygon(shape.xs(x), shape.ys(wire), shape.points());
        }
    }

    /** How far down the row goes when the other one is struck. */
    private void drawWay(GraphicsContext g, Row row, GiveWay way, double wire, Color ink) {
        double from = columns.levelX(StripValue.LEVEL.of(row.strip()) - way.db());
        double to = columns.levelX(StripValue.LEVEL.of(row.strip()));
        g.setFill(ink.deriveColor(0, 1, 1, 0.4));
        g.fillRect(from, wire - 2, to - from, 2);
        SeedShape shape = SeedShape.of(row.family(), 5, high() * 0.6);
        g.fillPolygon(shape.xs(from), shape.ys(wire), shape.points());
    }

    private void through(GraphicsContext g, Row row, double wire, Color ink) {
        Strip strip = row.strip();
        WireColumns.Part part = columns.through();
        double rate = presenter.session().player().rateHz();
        double top = high() * 0.5;
        int points = (int) part.width() / 2;
        double[] xs = new double[points + 3];
        double[] ys = new double[points + 3];
        for (int i = 0; i <= points; i++) {
            xs[i] = part.from() + part.width() * i / points;
            double db = Meetings.throughDb(strip, columns.hertz(xs[i]), rate);
            ys[i] = wire - Math.max(0, Math.min(high(), top * (1 + db / THROUGH_RANGE_DB)));
        }
        xs[points + 1] = part.to();
        ys[points + 1] = wire;
        xs[points + 2] = part.from();
        ys[points + 2] = wire;
        g.setFill(ink.deriveColor(0, 1, 1, 0.5));
        g.fillPolygon(xs, ys, points + 3);
        meets(g, row, wire);
        g.setFill(theme.color("text"));
        if (strip.lowCutHz() > 0) {
            dot(g, columns.hertzX(strip.lowCutHz()), wire);
        }
        if (strip.highCutHz() > 0) {
            dot(g, columns.hertzX(strip.highCutHz()), wire);
        }
        if (!strip.dip().isNone()) {
            double x = columns.hertzX(strip.dip().hz());
            dot(g, x, wire - Math.max(0, top * (1 + Meetings.throughDb(strip, strip.dip().hz(), rate) / THROUGH_RANGE_DB)));
        }
    }

    private static void dot(GraphicsContext g, double x, double y) {
        g.fillOval(x - 3, y - 3, 6, 6);
    }

    /** Hatches the bands in which the chosen row and this one meet, and names the steps on the chosen one. */
    private void meets(GraphicsContext g, Row row, double wire) {
        double until = 0;
        for (Meeting meeting : presenter.meetings()) {
            boolean mine = meeting.row().equals(row.id());
            if (!mine && !meeting.other().equals(row.id())) {
                continue;
            }
            double from = columns.hertzX(meeting.fromHz());
            double to = Math.max(from + 5, columns.hertzX(meeting.toHz()));
            if (mine && from < until) {
                continue;
            }
            until = to;
            hatch(g, from, to, wire, high());
        }
    }

    /** Slanted lines, cut off at the sides by hand: a clip costs the software pipeline milliseconds each. */
    private void hatch(GraphicsContext g, double from, double to, double bottom, double height) {
        g.setStroke(theme.color("now"));
        g.setLineWidth(1.5);
        for (double x = from - height + 4; x < to; x += 5) {
            double left = Math.max(from, x);
            double right = Math.min(to, x + height);
            if (right > left) {
                g.strokeLine(left, bottom - (left - x), right, bottom - (right - x));
            }
        }
    }

    private void share(GraphicsContext g, Row row, StripValue value, double wire, Color ink) {
        double of = value.of(row.strip());
        double from = columns.x(value, 0);
        double x = columns.x(value, of);
        if (of <= 0) {
            g.setFill(theme.color("dot"));
            dot(g, from, wire);
            return;
        }
        g.setFill(ink);
        g.fillRect(from, wire - 1.5, x - from, 3);
        SeedShape shape = SeedShape.of(row.family(), Math.min(8, high() * 0.4), high() * 0.7);
        g.fillPolygon(shape.xs(x), shape.ys(wire), shape.points());
    }

    // --- meters ---

    private void placeMeters() {
        meters.relocate(Math.floor(columns.level().from()), 0);
        meters.setWidth(Math.ceil(columns.level().width()) + METER_EDGE);
        meters.setHeight(rows.size() * rowHeight);
        drawn = new int[rows.size() * 4];
        tints = rows.stream().map(row -> theme.family(row.family())).toArray(Color[]::new);
        faint = rows.stream().map(row -> theme.family(row.family()).deriveColor(0, 1, 1, 0.45)).toArray(Color[]::new);
        meters.getGraphicsContext2D().clearRect(0, 0, meters.getWidth(), meters.getHeight());
    }

    /** Once a pulse: brings the meters to what is heard; only those that have moved are painted. */
    void pulse() {
        GraphicsContext g = meters.getGraphicsContext2D();
        double left = meters.getLayoutX();
        for (int i = 0; i < tints.length; i++) {
            RowMeters.Meter meter = presenter.meters().of(rows.get(i).id());
            int peak = place(meter.peakDb(), left);
            int rms = place(meter.rmsDb(), left);
            int held = place(meter.heldDb(), left);
            int clip = meter.clipped() ? 1 : 0;
            if (drawn[4 * i] == peak && drawn[4 * i + 1] == rms && drawn[4 * i + 2] == held && drawn[4 * i + 3] == clip) {
                continue;
            }
            drawn[4 * i] = peak;
            drawn[4 * i + 1] = rms;
            drawn[4 * i + 2] = held;
            drawn[4 * i + 3] = clip;
            double y = wire(i) + 1;
            g.clearRect(0, y, meters.getWidth(), METER + 4);
            g.setFill(faint[i]);
            g.fillRect(0, y + 2, peak, METER);
            g.setFill(tints[i]);
            g.fillRect(0, y + 2, rms, METER);
            if (held > 0) {
                g.fillRect(held, y, 2, METER + 4);
            }
            if (clip > 0) {
                g.setFill(theme.color("alarm"));
                g.fillRect(meters.getWidth() - METER_EDGE, y + 1, 5, 5);
            }
        }
    }

    private int place(double db, double left) {
        return db <= StripValue.LEAST_DB ? 0 : (int) Math.round(columns.levelX(db) - left);
    }

    // --- the hand ---

    Optional<Row> rowAt(double y) {
        int index = (int) Math.floor(y / rowHeight);
        return index >= 0 && index < rows.size() ? Optional.of(rows.get(index)) : Optional.empty();
    }

    /** What a place on a row's wire changes. */
    private Optional<StripValue> valueAt(Row row, double x, double y) {
        if (columns.pan().holds(x)) {
            return Optional.of(StripValue.PAN);
        } else if (columns.through().holds(x)) {
            return Optional.of(filterAt(row, x, y));
        } else if (columns.drive().holds(x)) {
            return Optional.of(StripValue.DRIVE);
        } else if (columns.send().holds(x)) {
            return Optional.of(StripValue.SEND);
        }
        return x < columns.pan().from() ? Optional.of(StripValue.LEVEL) : Optional.empty();
    }

    /** Near a cut's dot it is the cut, near the dip's the dip, else the shelf on that side; an end of the line draws in a cut that is off. */
    private StripValue filterAt(Row row, double x, double y) {
        Strip strip = row.strip();
        if (!strip.dip().isNone() && Math.abs(x - columns.hertzX(strip.dip().hz())) < NEAR && y < wire(rows.indexOf(row)) - 4) {
            return StripValue.DIP;
        }
        double low = Math.abs(x - columns.x(StripValue.LOW_CUT, StripValue.LOW_CUT.of(strip)));
        double high = Math.abs(x - columns.x(StripValue.HIGH_CUT, StripValue.HIGH_CUT.of(strip)));
        if (Math.min(low, high) < NEAR) {
            return low < high ? StripValue.LOW_CUT : StripValue.HIGH_CUT;
        }
        return x < (columns.through().from() + columns.through().to()) / 2 ? StripValue.LOW_SHELF : StripValue.HIGH_SHELF;
    }

    private static boolean isUpright(StripValue value) {
        return value == StripValue.LOW_SHELF || value == StripValue.HIGH_SHELF || value == StripValue.DIP;
    }

    private void hover(MouseEvent event) {
        Optional<Row> row = rowAt(event.getY());
        over = row.flatMap(one -> valueAt(one, event.getX(), event.getY()));
        overRow = row.map(Row::id);
        setCursor(isNumber(event.getX()) ? Cursor.TEXT : over.map(value -> isUpright(value) ? Cursor.V_RESIZE : Cursor.H_RESIZE).orElse(Cursor.DEFAULT));
    }

    private boolean isNumber(double x) {
        return x >= columns.number() - 2 && x < columns.pan().from() - 8;
    }

    private boolean press(MouseEvent event) {
        Optional<Row> on = rowAt(event.getY());
        if (on.isEmpty()) {
            return false;
        }
        Row row = on.get();
        if (event.isControlDown()) {
            presenter.chosen().chooseBeside(row.id());
            return false;
        }
        if (!presenter.chosen().isChosen(row.id())) {
            presenter.chosen().chooseRow(row.id());
        }
        onNumber = isNumber(event.getX());
        dragged = valueAt(row, event.getX(), event.getY()).orElse(null);
        if (dragged == null) {
            return false;
        }
        held = presenter.edits().ledBy(row.id());
        presenter.take(dragged);
        startValue = dragged.of(row.strip());
        if (event.getClickCount() == 2 && !onNumber) {
            presenter.edits().reset(dragged);
            presenter.session().say(row.name() + " · " + dragged.title().toLowerCase(Locale.ROOT) + " is back where it usually is");
            return false;
        }
        return true;
    }

    private void drag(MouseEvent event) {
        if (!hand.isDecided()) {
            return;
        }
        double fine = event.isShiftDown() ? FINE : 1;
        double to = isUpright(dragged) ? Math.rint((startValue - hand.dy(event) * SHELF_DB_A_PIXEL * fine) * 10) / 10
                : columns.value(dragged, columns.x(dragged, startValue) + hand.dx(event) * fine);
        presenter.session().guarded(() -> {
            presenter.edits().set(dragged, held, to, hand.gesture());
            if (dragged == StripValue.DIP && Math.abs(hand.dx(event)) >= Drag.DECIDES) {
                presenter.edits().set(StripValue.DIP_HZ, held, columns.hertz(hand.pressX() + hand.dx(event) * fine), hand.gesture());
            }
        });
        presenter.session().project().kit().row(held.lead()).ifPresent(row -> presenter.session().say(row.name() + " · " + MixPresenter.text(dragged, row)));
    }

    private void release(MouseEvent event) {
        if (!hand.isDecided() && onNumber) {
            presenter.session().project().kit().row(held.lead()).ifPresent(row -> type(StripValue.LEVEL, row));
        }
    }

    /** Lets a value of a row be typed where it stands. */
    void type(StripValue value, Row row) {
        int index = rows.indexOf(row);
        if (index < 0) {
            return;
        }
        double x = value == StripValue.LEVEL ? columns.number() : columns.x(value, value.of(row.strip()));
        anchor.resizeRelocate(x, wire(index) - high() / 2 - 9, 40, 18);
        StripEdits.Rows of = presenter.edits().ledBy(row.id());
        InPlace.edit(anchor, value.text(value.of(row.strip())), typed -> presenter.type(value, of, typed));
    }

    /** What the pointer is on, in a sentence; empty if it is on nothing. */
    Optional<String> describe() {
        return over.flatMap(value -> overRow.flatMap(id -> presenter.session().project().kit().row(id)).map(row -> row.name() + " · " + MixPresenter.text(value, row)
                + row.strip().giveWay().filter(way -> value == StripValue.LEVEL).map(way -> ", gives way to " + presenter.chosen().rowName(way.to())).orElse("")
                + " · drag it, finer with Shift; press twice to put it back"));
    }
}
