package app.promptsparrow.desktop.kit.pane;

import app.promptsparrow.desktop.hand.Drag;
import app.promptsparrow.desktop.kit.edit.KitPresenter;
import app.promptsparrow.desktop.rows.RowHeadsPane;
import app.promptsparrow.desktop.theme.Theme;
import app.promptsparrow.kit.Kit;
import app.promptsparrow.kit.Row;
import app.promptsparrow.sound.Decibels;
import app.promptsparrow.sound.Outline;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import javafx.scene.Cursor;
import javafx.scene.canvas.Canvas;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.input.MouseEvent;
import javafx.scene.layout.Pane;
import javafx.scene.layout.Region;
import javafx.scene.paint.Color;
import javafx.scene.text.Font;

/**
 * The sound of each row on its wire, over a scale of time that all share: attacks and lengths can be compared at a glance. A press is
 * heard; the end of an outline drags the length of the sound, its height the level. Painted anew only when something changed.
 */
final class OutlinesPane extends Pane {

    static final double LEFT = 26;
    private static final double TEXT = 58;
    private static final double LEAST = 140;
    private static final double FLOOR_DB = -54;
    private static final double NEAR_END = 9;
    /** Time that a pulse may spend on outlines of rows that have none yet. */
    private static final long BUDGET_NS = 5_000_000;

    private final KitPresenter presenter;
    private final Canvas canvas = new Canvas();
    private final Region glow = new Region();
    private Theme theme;
    private List<Row> rows = List.of();
    private double rowHeight = 26;
    private boolean incomplete;
    private long litUntilNs;

    private final Drag hand;
    private Row pressed;
    private double startDb;
    private double startLengthMs;
    private boolean atEnd;

    OutlinesPane(KitPresenter presenter, Theme theme) {
        this.presenter = presenter;
        this.theme = theme;
        glow.getStyleClass().add("outline-glow");
        glow.setManaged(false); // placed where a row sounds
        glow.setMouseTransparent(true);
        glow.setOpacity(0);
        getChildren().addAll(glow, canvas);
        getStyleClass().add("outlines");
        setMinWidth(LEAST);
        setPrefWidth(LEAST); // and what the shelf leaves, whatever it was before the window was made smaller
        hand = Drag.on(this).press(this::press).move(this::drag);
        setOnMouseMoved(event -> rowAt(event.getY()).ifPresent(row -> setCursor(isAtEnd(row, event.getX()) ? Cursor.H_RESIZE : Cursor.DEFAULT)));
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

    /** The width on which the scale of time is spread. */
    static double scaleWidth(double width) {
        return width - LEFT - TEXT;
    }

    private double x(double ms) {
        return LEFT + Math.min(1, Outline.place(ms)) * scaleWidth(getWidth());
    }

    /** Rows whose outline is to be made come as far as there is time; the rest in the next pulses. */
    private void redraw() {
        if (getWidth() < 100 || rows.isEmpty()) {
            return;
        }
        double height = rows.size() * rowHeight;
        canvas.setWidth(getWidth());
        canvas.setHeight(height);
        GraphicsContext g = canvas.getGraphicsContext2D();
        g.clearRect(0, 0, getWidth(), height);
        g.setFill(theme.color("band"));
        for (double ms : KitPane.TICKS_MS) {
            g.fillRect(Math.round(x(ms)), 0, 1, height);
        }
        long begun = System.nanoTime();
        incomplete = false;
        for (int i = 0; i < rows.size(); i++) {
            boolean late = System.nanoTime() - begun > BUDGET_NS && !presenter.isDrawn(rows.get(i));
            incomplete |= late;
            Outline outline = late ? Outline.NONE : presenter.outline(rows.get(i));
            incomplete |= !late && !presenter.isDrawn(rows.get(i));
            draw(g, rows.get(i), outline, i * rowHeight);
        }
        brackets(g);
    }

    private void draw(GraphicsContext g, Row row, Outline outline, double top) {
        Kit kit = presenter.session().project().kit();
        double wire = Math.round(top + rowHeight - 7);
        boolean chosen = row.id().equals(presenter.chosen().row().id());
        g.setFill(theme.color("wire"));
        g.fillRect(LEFT, wire, scaleWidth(getWidth()), 1);
        Color tint = theme.family(row.family());
        g.setFill(kit.isHeard(row) ? chosen ? tint : tint.deriveColor(0, 1, 1, 0.78) : tint.deriveColor(0, 0.3, 1, 0.35));
        double gain = Decibels.factor(row.strip().levelDb());
        double width = scaleWidth(getWidth());
        double end = x(outline.lengthMs());
        for (int px = 0; px < width && LEFT + px <= end; px++) {
            double level = outline.levels()[(int) Math.min(Outline.BINS - 1, px * Outline.BINS / width)] * gain;
            double high = share(level) * (rowHeight - 10);
            if (high > 0.3) {
                g.fillRect(LEFT + px, wire - high, 1, high);
            }
        }
        g.setFill(theme.color(chosen ? "text" : "second"));
        g.setFont(Font.font("IBM Plex Sans", 11));
        g.fillText(lengthText(outline.lengthMs()), LEFT + width + 8, wire);
    }

    /** How high a level stands, 0 to 1. */
    private static double share(double level) {
        double db = level < 1e-9 ? FLOOR_DB : 20 * Math.log10(level);
        return Math.max(0, Math.min(1, 1 - db / FLOOR_DB));
    }

    static String lengthText(double ms) {
        return ms <= 0 ? "" : ms < 995 ? Math.round(ms / 5) * 5 + " ms" : String.format(Locale.ROOT, "%.1f s", ms / 1_000);
    }

    /** Rows of one choke group are joined at the left. */
    private void brackets(GraphicsContext g) {
        g.setFill(theme.color("second"));
        for (int group = 1; group <= 16; group++) {
            int first = -1;
            int last = -1;
            for (int i = 0; i < rows.size(); i++) {
                if (rows.get(i).voicing().chokeGroup() == group) {
                    first = first < 0 ? i : first;
                    last = i;
                }
            }
            if (last > first) {
                double x = 14 - 4 * ((group - 1) % 3);
                double top = Math.round((first + 0.5) * rowHeight);
                double bottom = Math.round((last + 0.5) * rowHeight);
                g.fillRect(x, top, 1, bottom - top);
                for (int i = first; i <= last; i++) {
                    if (rows.get(i).voicing().chokeGroup() == group) {
                        g.fillRect(x, Math.round((i + 0.5) * rowHeight), 6, 1);
                    }
                }
            }
        }
    }

    // --- light ---

    /** A row is heard. */
    void light(int rowId, long timeNs) {
        for (int i = 0; i < rows.size(); i++) {
            if (rows.get(i).id().value() == rowId) {
                glow.resizeRelocate(LEFT, i * rowHeight + 1, getWidth() - LEFT, rowHeight - 2);
                glow.setOpacity(1);
                litUntilNs = timeNs + RowHeadsPane.LIT_NS;
            }
        }
    }

    /** Once a pulse. */
    void pulse(long timeNs) {
        if (litUntilNs != 0 && timeNs >= litUntilNs) {
            litUntilNs = 0;
            glow.setOpacity(0);
        }
        if (incomplete) {
            redraw();
        }
    }

    // --- the hand ---

    Optional<Row> rowAt(double y) {
        int index = (int) Math.floor(y / rowHeight);
        return index >= 0 && index < rows.size() ? Optional.of(rows.get(index)) : Optional.empty();
    }

    private boolean isAtEnd(Row row, double x) {
        return Math.abs(x - x(presenter.outline(row).lengthMs())) <= NEAR_END;
    }

    private boolean press(MouseEvent event) {
        Optional<Row> on = rowAt(event.getY());
        on.ifPresent(row -> {
            pressed = row;
            presenter.chosen().chooseRow(row.id());
            startDb = row.strip().levelDb();
            startLengthMs = presenter.outline(row).lengthMs();
            atEnd = isAtEnd(row, event.getX());
            if (!atEnd) {
                presenter.hear(row.id(), presenter.touch());
            }
        });
        return on.isPresent();
    }

    private void drag(MouseEvent event) {
        Row now = presenter.session().project().kit().row(pressed.id()).orElse(null);
        if (!hand.isDecided() || now == null) {
            return;
        }
        if (hand.isAlong() && atEnd && startLengthMs > 0) {
            // from what it was at the press, so that a drag back and forth comes back to where it was
            double wished = Outline.ms(Math.max(0, Math.min(1, (event.getX() - LEFT) / scaleWidth(getWidth()))));
            presenter.setLength(pressed.withStrip(now.strip()), Math.max(0.02, wished / startLengthMs), hand.gesture());
        } else if (!hand.isAlong()) {
            presenter.setLevel(now, startDb - hand.dy(event) * (event.isShiftDown() ? 0.05 : 0.25), hand.gesture());
        }
    }
}
