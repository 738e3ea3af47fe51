package app.promptsparrow.bench;

import app.promptsparrow.time.GridTime;
import app.promptsparrow.time.StepValue;
import app.promptsparrow.time.Swing;
import app.promptsparrow.time.Tempo;
import java.math.BigDecimal;
import java.math.MathContext;
import java.util.List;
import java.util.Random;

/** P3: the greatest distance of a frame and of a tick from the exact value, up to ten hours on. */
final class TimeBench {

    private TimeBench() {
    }

    static List<Figure> run(boolean quick) {
        Random random = new Random(10);
        List<StepValue> steps = StepValue.all();
        double frame = 0;
        double tick = 0;
        for (int i = 0; i < (quick ? 40_000 : 400_000); i++) {
            Tempo tempo = new Tempo(Tempo.MIN + random.nextInt(Tempo.MAX - Tempo.MIN));
            long step = steps.get(random.nextInt(steps.size())).units();
            long tenHours = GridTime.QUARTER / 1_000 * 600 * tempo.milliBpm();
            long straight = random.nextLong(tenHours / step) * step;
            long rolled = straight + GridTime.share(step, random.nextInt(12), 1 + random.nextInt(12));
            Swing swing = new Swing(500 + random.nextInt(251), random.nextBoolean() ? StepValue.EIGHTH : StepValue.SIXTEENTH);
            long unit = swing.bend(rolled);
            BigDecimal quarters = BigDecimal.valueOf(unit).divide(BigDecimal.valueOf(GridTime.QUARTER), MathContext.DECIMAL128);
            BigDecimal exactFrame = quarters.multiply(BigDecimal.valueOf(60_000L * 48_000)).divide(BigDecimal.valueOf(tempo.milliBpm()), MathContext.DECIMAL128);
            frame = Math.max(frame, distance(exactFrame, tempo.toFrame(unit, 48_000)));
            int ppq = 96 + random.nextInt(865);
            tick = Math.max(tick, distance(quarters.multiply(BigDecimal.valueOf(ppq)), GridTime.toTick(unit, ppq)));
        }
        return List.of(Figure.atMost("P3-frame", "greatest distance from the exact frame, 10 h", frame, "frames", 0.5),
                Figure.atMost("P3-tick", "greatest distance from the exact tick, 10 h", tick, "ticks", 0.5));
    }

    private static double distance(BigDecimal exact, long rounded) {
        return exact.subtract(BigDecimal.valueOf(rounded)).abs().doubleValue();
    }
}
