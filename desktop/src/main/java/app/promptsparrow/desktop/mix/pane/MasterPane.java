package app.promptsparrow.desktop.mix.pane;

import app.promptsparrow.desktop.control.Forms;
import app.promptsparrow.desktop.control.Numbers;
import app.promptsparrow.desktop.control.Tips;
import app.promptsparrow.desktop.control.ValueField;
import app.promptsparrow.desktop.mix.edit.MasterFold;
import app.promptsparrow.desktop.mix.edit.MixPresenter;
import app.promptsparrow.desktop.player.Player;
import app.promptsparrow.desktop.theme.Theme;
import app.promptsparrow.kit.Master;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.time.Count;
import app.promptsparrow.time.Meter;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import javafx.geometry.Pos;
import javafx.scene.canvas.Canvas;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.control.Label;
import javafx.scene.control.ToggleButton;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Pane;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import javafx.scene.text.Font;

/** The master: its level folded over the shown pattern, so that one sees which step is loud, and its settings. */
final class MasterPane extends VBox {

    private static final double RULER = 16;
    private static final Font SMALL = Font.font("IBM Plex Sans", 10);
    private static final double MARK_HEIGHT = 10;
    private static final double LOWEST_DB = -36;
    private static final double[] MARKS_DB = {-3, -6, -12, -24};
    private static final long REDRAW_NS = 150_000_000L;

    private final MixPresenter presenter;
    private final Canvas still = new Canvas();
    private final Canvas canvas = new Canvas();
    private final Canvas scale = new Canvas();
    private final Region playhead = new Region();
    private final Pane picture = new Pane(still, canvas, scale, playhead);
    private final Label told = new Label();
    private final ValueField level = ValueField.decibels("level", Master.LEAST_DB, Master.MOST_DB).compact();
    private final ValueField ceiling = new ValueField("ceiling", Master.LOWEST_CEILING_DB, 0, 0.1, Master.USUAL.ceilingDb(),
            db -> String.format(Locale.ROOT, "%.1f dB", db), Numbers::number).compact();
    private final ToggleButton limiter = new ToggleButton("limiter");
    private final double[] xs = new double[2 * MasterFold.BINS + 2];
    private final double[] ys = new double[2 * MasterFold.BINS + 2];
    private Theme theme;
    private long redrawNs;
    private boolean stillDue = true;

    MasterPane(MixPresenter presenter, Theme theme) {
        super(6);
        this.presenter = presenter;
        this.theme = theme;
        getStyleClass().add("mix-panel");
        Label title = Forms.strong("Master");
        title.setMinWidth(USE_PREF_SIZE);
        Label second = Forms.second("over the pattern: this pass, and the loudest of the last eight");
        second.setWrapText(false);
        second.setMinWidth(0);
        HBox head = new HBox(10, title, second);
        head.setAlignment(Pos.BASELINE_LEFT);
        for (Canvas one : List.of(still, canvas, scale)) {
            one.setManaged(false);
        }
        playhead.setManaged(false);
        playhead.setMouseTransparent(true);
        playhead.getStyleClass().add("mix-playhead");
        playhead.setVisible(false);
        picture.setMinHeight(60);
        picture.setAccessibleText("The master's level over the pattern");
        VBox.setVgrow(picture, Priority.ALWAYS);
        picture.widthProperty().addListener(observable -> drawAll());
        picture.heightProperty().addListener(observable -> drawAll());
        told.setId("master-told");
        told.setMinHeight(18);
        told.setMinWidth(0);
        level.textField().setId("master-level");
        ceiling.textField().setId("master-ceiling");
        limiter.setId("master-limiter");
        limiter.getStyleClass().add("small-choice");
        Tips.on(limiter, "Nothing passes the ceiling while it is on");
        level.onAsk((value, gesture) -> presenter.setMaster("Set the master's level", presenter.master().withLevelDb(value), gesture));
        ceiling.onAsk((value, gesture) -> presenter.setMaster("Set the limiter's ceiling", presenter.master().withCeilingDb(value), gesture));
        limiter.setOnAction(event -> presenter.setMaster(limiter.isSelected() ? "Limiter on" : "Limiter off", presenter.master().withLimiter(limiter.isSelected()), null));
        HBox.setHgrow(level, Priority.ALWAYS);
        HBox.setHgrow(ceiling, Priority.ALWAYS);
        HBox values = new HBox(16, level, ceiling, limiter);
        values.setAlignment(Pos.CENTER_LEFT);
        getChildren().addAll(head, picture, told, values);
    }

    void setTheme(Theme to) {
        theme = to;
        drawAll();
    }

    private void drawAll() {
        stillDue = true;
        redrawNs = 0;
    }

    void update() {
        Master master = presenter.master();
        level.show(master.levelDb());
        ceiling.show(master.ceilingDb());
        limiter.setSelected(master.limiter());
        drawAll();
    }

    /** Once a pulse. */
    void pulse(Player.Now now, long timeNs) {
        Optional<Pattern> shown = presenter.chosen().pattern();
        boolean here = now.playing() && shown.isPresent() && shown.get().id().equals(now.pattern());
        if (here) {
            long pass = shown.get().durationUnits();
            playhead.resizeRelocate(Math.round(picture.getWidth() * Math.floorMod(now.position(), pass) / (double) pass), RULER, 1.5, picture.getHeight() - RULER);
        }
        if (playhead.isVisible() != here) {
            playhead.setVisible(here);
        }
        if (redrawNs == 0 || here && timeNs - redrawNs >= REDRAW_NS) {
            redrawNs = Math.max(1, timeNs);
            redraw(shown);
            told.setText(presenter.masterText().orElse(shown.isEmpty() ? "the slot is empty" : presenter.master().limiter() ? "the limiter has nothing to do" : "nothing has clipped"));
        }
    }

    private static GraphicsContext cleared(Canvas canvas, double width, double height) {
        canvas.setWidth(width);
        canvas.setHeight(height);
        GraphicsContext g = canvas.getGraphicsContext2D();
        g.clearRect(0, 0, width, height);
        g.setFont(SMALL);
        return g;
    }

    /** What stays while it plays: the ruler below, the scale above. */
    private void drawStill(Optional<Pattern> shown, double width, double height) {
        GraphicsContext g = cleared(still, width, height);
        g.setFill(theme.color("ground"));
        g.fillRoundRect(0, RULER, width, height - RULER, 8, 8);
        shown.ifPresent(pattern -> ruler(g, pattern, width, height));
        GraphicsContext over = cleared(scale, width, height);
        over.setFill(theme.color("second"));
        double free = RULER; // below it, then below the last one that is told
        for (double db : MARKS_DB) {
            double y = y(db, height);
            over.fillRect(0, Math.round(y), width, 0.5);
            if (y - MARK_HEIGHT >= free) {
                over.fillText(Long.toString(Math.round(db)), width - 20, y - 2);
                free = y;
            }
        }
    }

    private void redraw(Optional<Pattern> shown) {
        double width = picture.getWidth();
        double height = picture.getHeight();
        if (width < 50 || height < 30) {
            return;
        }
        if (stillDue) {
            stillDue = false;
            drawStill(shown, width, height);
        }
        GraphicsContext g = cleared(canvas, width, height);
        MasterFold fold = presenter.fold();
        g.setFill(theme.color("tom").deriveColor(0, 0.7, 1, 0.35));
        fill(g, fold::loudest, width, height);
        float[] now = fold.thisPass();
        g.setFill(theme.color("tom"));
        fill(g, bin -> now[bin], width, height);
        for (int step = 0; step < fold.steps(); step++) {
            if (fold.clipped(step) || fold.heldBackDb(step) > 0) {
                g.setFill(theme.color(fold.clipped(step) ? "alarm" : "text"));
                double x = width * step / fold.steps() + 4;
                g.fillPolygon(new double[] {x - 4, x + 4, x}, new double[] {RULER, RULER, RULER + 7}, 3);
            }
        }
    }

    private void ruler(GraphicsContext g, Pattern pattern, double width, double height) {
        Meter meter = presenter.session().project().meterOf(pattern);
        long beat = meter.beatUnits();
        double room = width * beat / pattern.durationUnits();
        double free = 0;
        for (int step = 0; step < pattern.length(); step++) {
            long at = step * pattern.step().units();
            boolean onBeat = at % beat == 0;
            double x = width * at / pattern.durationUnits();
            if (x >= free && (onBeat || room > 70)) {
                g.setFill(theme.color(onBeat ? "text" : "second"));
                String count = Count.label(at % meter.barUnits(), meter, !pattern.step().isPlain());
                g.fillText(count, x + 2, RULER - 5);
                free = x + 12 + 6 * count.length();
            }
            if (onBeat) {
                g.setFill(theme.color("band"));
                g.fillRect(Math.round(x), RULER, 1, height - RULER);
            }
        }
    }

    private interface Peaks {
        float of(int bin);
    }

    /** One shape of all parts: a picture of hundreds of bars costs the toolkit ten times as much. */
    private void fill(GraphicsContext g, Peaks peaks, double width, double height) {
        double part = width / MasterFold.BINS;
        for (int bin = 0; bin < MasterFold.BINS; bin++) {
            float peak = peaks.of(bin);
            double y = y(peak <= 0 ? LOWEST_DB : Math.min(0, 20 * Math.log10(peak)), height);
            xs[2 * bin] = bin * part;
            xs[2 * bin + 1] = (bin + 1) * part;
            ys[2 * bin] = y;
            ys[2 * bin + 1] = y;
        }
        int last = 2 * MasterFold.BINS;
        xs[last] = width;
        ys[last] = height;
        xs[last + 1] = 0;
        ys[last + 1] = height;
        g.fillPolygon(xs, ys, last + 2);
    }

    private static double y(double db, double height) {
        return RULER + (height - RULER) * Math.min(1, db / LOWEST_DB);
    }
}
