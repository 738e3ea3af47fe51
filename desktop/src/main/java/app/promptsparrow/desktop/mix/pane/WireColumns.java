package app.promptsparrow.desktop.mix.pane;

import app.promptsparrow.desktop.strip.StripValue;
import java.util.List;

/**
 * Where the parts of a row's wire stand and what a place on them means: level, pan, what gets through, drive, send. Immutable; needs no
 * window.
 *
 * @param width of the whole wire
 */
record WireColumns(double width) {

    static final double LOWEST_HZ = 30;
    static final double HIGHEST_HZ = 18_000;

    private static final double LEFT = 16;
    private static final double NUMBER = 46;
    private static final double GAP = 18;
    private static final double RIGHT = 14;
    /** Places of the level's scale, from silence to +12 dB; closer where the ear cares less. */
    private static final double[] LEVELS_DB = {-60, -48, -24, -12, -6, 0, 6, 12};
    private static final double[] LEVELS_AT = {0, 0.07, 0.33, 0.53, 0.64, 0.755, 0.875, 1};

    /** A part of the wire. */
    record Part(double from, double to) {
        double width() {
            return to - from;
        }

        boolean holds(double x) {
            return x >= from - GAP / 2 && x <= to + GAP / 2;
        }
    }

    private double shared() {
        return Math.max(200, width - LEFT - NUMBER - 4 * GAP - RIGHT);
    }

    Part level() {
        return new Part(LEFT, LEFT + shared() * 0.46);
    }

    double number() {
        return level().to + 8;
    }

    Part pan() {
        double from = level().to + NUMBER + GAP;
        return new Part(from, from + shared() * 0.13);
    }

    Part through() {
        double from = pan().to + GAP;
        return new Part(from, from + shared() * 0.25);
    }

    Part drive() {
        double from = through().to + GAP;
        return new Part(from, from + shared() * 0.08);
    }

    Part send() {
        double from = drive().to + GAP;
        return new Part(from, from + shared() * 0.08);
    }

    static List<Double> levelMarks() {
        return List.of(-48.0, -24.0, -12.0, -6.0, 0.0, 6.0, 12.0);
    }

    double levelX(double db) {
        double clean = Math.max(LEVELS_DB[0], Math.min(LEVELS_DB[LEVELS_DB.length - 1], db));
        int i = 1;
        while (LEVELS_DB[i] < clean) {
            i++;
        }
        double share = (clean - LEVELS_DB[i - 1]) / (LEVELS_DB[i] - LEVELS_DB[i - 1]);
        return level().from + (LEVELS_AT[i - 1] + share * (LEVELS_AT[i] - LEVELS_AT[i - 1])) * level().width();
    }

    private double levelDb(double x) {
        double at = Math.max(0, Math.min(1, (x - level().from) / level().width()));
        int i = 1;
        while (LEVELS_AT[i] < at) {
            i++;
        }
        double share = (at - LEVELS_AT[i - 1]) / (LEVELS_AT[i] - LEVELS_AT[i - 1]);
        return LEVELS_DB[i - 1] + share * (LEVELS_DB[i] - LEVELS_DB[i - 1]);
    }

    double hertzX(double hz) {
        double share = Math.log(hz / LOWEST_HZ) / Math.log(HIGHEST_HZ / LOWEST_HZ);
        return through().from + Math.max(0, Math.min(1, share)) * through().width();
    }

    double hertz(double x) {
        double share = Math.max(0, Math.min(1, (x - through().from) / through().width()));
        return LOWEST_HZ * Math.pow(HIGHEST_HZ / LOWEST_HZ, share);
    }

    /** Where a value stands along the wire. */
    double x(StripValue value, double of) {
        return switch (value) {
            case LEVEL -> levelX(of);
            case PAN -> pan().from + (of + 100) / 200 * pan().width();
            case DRIVE -> drive().from + of / 100 * drive().width();
            case SEND -> send().from + of / 100 * send().width();
            case LOW_CUT -> of < 20 ? through().from : hertzX(of);
            case HIGH_CUT -> of > 20_000 ? through().to : hertzX(of);
            default -> hertzX(of);
        };
    }

    /** The value that stands at a place, on its step. */
    double value(StripValue value, double x) {
        return switch (value) {
            case LEVEL -> Math.rint(levelDb(x) * 10) / 10;
            case PAN -> Math.rint((x - pan().from) / pan().width() * 200 - 100);
            case DRIVE -> Math.rint((x - drive().from) / drive().width() * 100);
            case SEND -> Math.rint((x - send().from) / send().width() * 100);
            case LOW_CUT -> x <= through().from ? StripValue.LOW_CUT_OFF : Math.rint(Math.max(20, hertz(x)));
            case HIGH_CUT -> x >= through().to ? StripValue.HIGH_CUT_OFF : Math.rint(hertz(x));
            default -> Math.rint(hertz(x));
        };
    }
}
