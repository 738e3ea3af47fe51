package app.promptsparrow.desktop.kit.pane;

import app.promptsparrow.desktop.control.Tips;
import app.promptsparrow.desktop.hand.Drag;
import app.promptsparrow.desktop.kit.edit.KitPresenter;
import app.promptsparrow.desktop.theme.Theme;
import app.promptsparrow.kit.Layer;
import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.Sound;
import app.promptsparrow.kit.Span;
import app.promptsparrow.sample.SampleBuffer;
import app.promptsparrow.sound.Outline;
import javafx.scene.Cursor;
import javafx.scene.canvas.Canvas;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.input.MouseEvent;
import javafx.scene.layout.Pane;
import javafx.scene.paint.Color;

/** The waveform of a layer with handles for where it starts and ends and how long it fades. A drag is one undoable step. */
final class WaveformPane extends Pane {

    private static final double HEIGHT = 46;
    private static final double GRIP = 8;
    private static final double EDGE = 6;
    /** The shortest part that can be left, in microseconds. */
    private static final long LEAST_US = 2_000;

    private enum Handle {
        NONE, START, END, FADE
    }

    private final KitPresenter presenter;
    private final int index;
    private final Canvas canvas = new Canvas(0, HEIGHT);
    private Row row;
    private Layer layer;
    private Theme theme;
    private SampleBuffer buffer;
    private Object made;
    private final Drag hand;
    private Handle gripped = Handle.NONE;
    private KitPresenter.LayerOf held;

    WaveformPane(KitPresenter presenter, int index) {
        this.presenter = presenter;
        this.index = index;
        setMinSize(120, HEIGHT);
        setMaxHeight(HEIGHT);
        setId("waveform-" + index);
        getChildren().add(canvas);
        Tips.on(this, "Drag the ends to play only a part, the upper dot for a fade; press to hear the row");
        widthProperty().addListener(observable -> redraw());
        setOnMouseMoved(event -> setCursor(handleAt(event) == Handle.NONE ? Cursor.DEFAULT : Cursor.H_RESIZE));
        hand = Drag.on(this).press(this::press).move(this::drag);
    }

    private boolean press(MouseEvent event) {
        presenter.chooseLayer(index);
        held = presenter.layerOf(index);
        gripped = handleAt(event);
        if (gripped == Handle.NONE) {
            presenter.hearChosen();
        }
        return gripped != Handle.NONE;
    }

    void update(Row of, Layer now, Theme in) {
        row = of;
        layer = now;
        theme = in;
        Sound frames = of.framesOf(now);
        if (!frames.equals(made) || buffer == null) {
            made = frames;
            buffer = Outline.buffer(of, now, presenter.touch(), presenter.session().player().sounds());
        }
        redraw();
    }

    private long lengthUs() {
        return Math.max(1, Math.round(buffer.frames() * 1e6 / presenter.session().player().sounds().rateHz()));
    }

    private double x(long us) {
        return EDGE + (getWidth() - 2 * EDGE) * Math.min(1, (double) us / lengthUs());
    }

    private long us(double x) {
        return Math.round(Math.max(0, Math.min(1, (x - EDGE) / (getWidth() - 2 * EDGE))) * lengthUs());
    }

    private long endUs() {
        long end = layer.span().endUs();
        return end == 0 ? lengthUs() : Math.min(end, lengthUs());
    }

    private void redraw() {
        if (buffer == null || getWidth() < 20) {
            return;
        }
        canvas.setWidth(getWidth());
        GraphicsContext g = canvas.getGraphicsContext2D();
        g.clearRect(0, 0, getWidth(), HEIGHT);
        double wire = HEIGHT - 8;
        g.setFill(theme.color("wire"));
        g.fillRect(EDGE, wire, getWidth() - 2 * EDGE, 1);
        wave(g, wire);
        if (layer.sound().isLive()) {
            return;
        }
        double start = x(layer.span().startUs());
        double end = x(endUs());
        double fade = x(Math.max(layer.span().startUs(), endUs() - layer.span().fadeUs()));
        g.setFill(theme.color("on"));
        g.fillRect(Math.round(start), 2, 1.5, wire);
        g.fillRect(Math.round(end), 2, 1.5, wire);
        g.fillOval(start - 4, wire - 2, 8, 8);
        g.fillOval(end - 4, wire - 2, 8, 8);
        g.setStroke(theme.color("on"));
        g.setLineWidth(1.5);
        g.strokeLine(fade, 5, end, wire);
        g.fillOval(fade - 4, 1, 8, 8);
    }

    private void wave(GraphicsContext g, double wire) {
        Color tint = theme.family(row.family());
        Color outside = tint.deriveColor(0, 0.4, 1, 0.3);
        int width = (int) (getWidth() - 2 * EDGE);
        float[] left = buffer.leftCopy();
        float[] right = buffer.isStereo() ? buffer.rightCopy() : left;
        float peak = 1e-6f;
        for (float value : left) {
            peak = Math.max(peak, Math.abs(value));
        }
        double start = x(layer.span().startUs());
        double end = x(endUs());
        for (int px = 0; px < width; px++) {
            int from = (int) ((long) px * left.length / width);
            int to = Math.max(from + 1, (int) ((px + 1L) * left.length / width));
            float most = 0;
            for (int i = from; i < Math.min(to, left.length); i++) {
                most = Math.max(most, Math.max(Math.abs(left[i]), Math.abs(right[i])));
            }
            double x = EDGE + px;
            g.setFill(x >= start && x <= end && !layer.heard().muted() ? tint : outside);
            double high = Math.sqrt(most / peak) * (wire - 6);
            g.fillRect(x, wire - high, 1, high);
        }
    }

    private Handle handleAt(MouseEvent event) {
        if (buffer == null || layer.sound().isLive()) {
            return Handle.NONE;
        }
        double fade = x(Math.max(layer.span().startUs(), endUs() - layer.span().fadeUs()));
        if (event.getY() < 14 && Math.abs(event.getX() - fade) <= GRIP) {
            return Handle.FADE;
        }
        double toStart = Math.abs(event.getX() - x(layer.span().startUs()));
        double toEnd = Math.abs(event.getX() - x(endUs()));
        return Math.min(toStart, toEnd) > GRIP ? Handle.NONE : toStart < toEnd ? Handle.START : Handle.END;
    }

    private void drag(MouseEvent event) {
        long at = us(event.getX());
        switch (gripped) {
            case START -> change("Set start", span -> span.withStartUs(Math.max(0, Math.min(at, endUs() - LEAST_US))));
            case END -> change("Set end", span -> span.withEndUs(at >= lengthUs() ? 0 : Math.max(span.startUs() + LEAST_US, at)));
            case FADE -> change("Set fade", span -> span.withFadeUs(Math.max(0, endUs() - Math.max(span.startUs(), at))));
            case NONE -> {
                // only heard
            }
        }
    }

    private interface Change {
        Span of(Span span);
    }

    private void change(String what, Change change) {
        presenter.changeLayer(held, what, one -> one.withSpan(change.of(one.span())), hand.gesture());
    }
}
