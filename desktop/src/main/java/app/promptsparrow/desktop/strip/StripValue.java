package app.promptsparrow.desktop.strip;

import app.promptsparrow.desktop.control.Numbers;
import app.promptsparrow.kit.Dip;
import app.promptsparrow.kit.GiveWay;
import app.promptsparrow.kit.Strip;
import java.util.Locale;
import java.util.Optional;
import java.util.function.BiFunction;
import java.util.function.Function;
import java.util.function.ToDoubleFunction;

/** A value of a strip as it is handled: in the units that are shown, with its range, its usual place, and its step. */
public enum StripValue {
    LEVEL("Level", StripValue.LEAST_DB, Strip.MOST_DB, 0.5, 0, s -> Math.max(StripValue.LEAST_DB, s.levelDb()), Strip::withLevelDb, StripValue::decibels, Numbers::number),
    PAN("Pan", -100, 100, 1, 0, s -> s.pan() * 100, (s, v) -> s.withPan(v / 100), StripValue::panText, StripValue::typedPan),
    LOW_CUT("Low cut", StripValue.LOW_CUT_OFF, Strip.MOST_LOW_CUT_HZ, 10, StripValue.LOW_CUT_OFF, s -> s.lowCutHz() == 0 ? StripValue.LOW_CUT_OFF : s.lowCutHz(),
            (s, v) -> s.withLowCutHz(v < Strip.LEAST_LOW_CUT_HZ ? 0 : v), v -> v < Strip.LEAST_LOW_CUT_HZ ? "off" : StripValue.hertz(v), Numbers.or("off", StripValue.LOW_CUT_OFF)),
    HIGH_CUT("High cut", Strip.LEAST_HIGH_CUT_HZ, StripValue.HIGH_CUT_OFF, 200, StripValue.HIGH_CUT_OFF, s -> s.highCutHz() == 0 ? StripValue.HIGH_CUT_OFF : s.highCutHz(),
            (s, v) -> s.withHighCutHz(v > Strip.MOST_HIGH_CUT_HZ ? 0 : v), v -> v > Strip.MOST_HIGH_CUT_HZ ? "off" : StripValue.hertz(v), Numbers.or("off", StripValue.HIGH_CUT_OFF)),
    LOW_SHELF("Lows", -Strip.MOST_SHELF_DB, Strip.MOST_SHELF_DB, 0.5, 0, Strip::lowShelfDb, Strip::withLowShelfDb, StripValue::decibels, Numbers::number),
    HIGH_SHELF("Highs", -Strip.MOST_SHELF_DB, Strip.MOST_SHELF_DB, 0.5, 0, Strip::highShelfDb, Strip::withHighShelfDb, StripValue::decibels, Numbers::number),
    DRIVE("Drive", 0, 100, 1, 0, s -> s.drive() * 100, (s, v) -> s.withDrive(v / 100), StripValue::percent, Numbers::number),
    SEND("Reverb send", 0, 100, 1, 0, s -> s.send() * 100, (s, v) -> s.withSend(v / 100), StripValue::percent, Numbers::number),
    DIP_HZ("Dip at", Dip.LEAST_HZ, Dip.MOST_HZ, 10, 200, s -> s.dip().hz(), (s, v) -> s.withDip(s.dip().withHz(v)), StripValue::hertz, Numbers::number),
    DIP("Dip", Dip.DEEPEST_DB, 0, 0.5, 0, s -> s.dip().db(), (s, v) -> s.withDip(s.dip().withDb(v)), StripValue::decibels, Numbers::number),
    WAY("Gives way by", 0, GiveWay.MOST_DB, 0.5, 9, s -> s.giveWay().map(GiveWay::db).orElse(0.0), (s, v) -> s.withGiveWay(s.giveWay().map(way -> way.withDb(v))),
            v -> Numbers.text(v) + " dB", Numbers::number),
    WAY_BACK("Back after", GiveWay.SHORTEST_MS, GiveWay.LONGEST_MS, 5, 120, s -> s.giveWay().map(GiveWay::returnMs).orElse(120.0),
            (s, v) -> s.withGiveWay(s.giveWay().map(way -> way.withReturnMs(v))), v -> Math.round(v) + " ms", Numbers::number);

    /** The lowest level that a hand sets; lower ones are shown as this. */
    public static final double LEAST_DB = -60;
    /** Beyond the range of a cut it is off. */
    public static final double LOW_CUT_OFF = 19;
    public static final double HIGH_CUT_OFF = 20_001;

    private final String title;
    private final double least;
    private final double most;
    private final double step;
    private final double usual;
    private final ToDoubleFunction<Strip> get;
    private final BiFunction<Strip, Double, Strip> with;
    private final Function<Double, String> text;
    private final Function<String, Optional<Double>> typed;

    StripValue(String title, double least, double most, double step, double usual, ToDoubleFunction<Strip> get, BiFunction<Strip, Double, Strip> with,
               Function<Double, String> text, Function<String, Optional<Double>> typed) {
        this.title = title;
        this.least = least;
        this.most = most;
        this.step = step;
        this.usual = usual;
        this.get = get;
        this.with = with;
        this.text = text;
        this.typed = typed;
    }

    public String title() {
        return title;
    }

    public double least() {
        return least;
    }

    public double most() {
        return most;
    }

    public double step() {
        return step;
    }

    public double usual() {
        return usual;
    }

    public double of(Strip strip) {
        return get.applyAsDouble(strip);
    }

    /** A strip with another value, which is kept within the range. */
    public Strip with(Strip strip, double to) {
        return with.apply(strip, Math.max(least, Math.min(most, Math.round(to * 1e6) / 1e6)));
    }

    public String text(double value) {
        return text.apply(value);
    }

    public Optional<Double> typed(String what) {
        return typed.apply(what);
    }

    /** {@code Level is -60.0 dB to +12.0 dB, not 'loud'}. */
    public String range(String what) {
        return title + " is " + text(least) + " to " + text(most) + ", not '" + what + "'";
    }

    /** Whether the ear counts it in ratios and not in differences. */
    private boolean isRatio() {
        return this == LOW_CUT || this == HIGH_CUT || this == DIP_HZ;
    }

    /** A value moved as far as another one was moved from one place to another. */
    public double moved(double value, double from, double to) {
        return isRatio() ? value * to / from : value + to - from;
    }

    /** A value some steps further; in hertz a step is a twelfth of an octave. */
    public double stepped(double value, double steps) {
        return isRatio() ? value * Math.pow(2, steps / 12) : Math.rint((value + steps * step) / step) * step;
    }

    private static String decibels(double db) {
        return String.format(Locale.ROOT, "%+.1f dB", db);
    }

    private static String percent(double value) {
        return Math.round(value) + " %";
    }

    private static String hertz(double hz) {
        return hz < 1_000 ? Math.round(hz) + " Hz" : Numbers.text(Math.round(hz / 10) / 100.0) + " kHz";
    }

    private static String panText(double percent) {
        long whole = Math.round(percent);
        return whole == 0 ? "centre" : whole < 0 ? -whole + " left" : whole + " right";
    }

    /** {@code 30 left} is –30. */
    private static Optional<Double> typedPan(String what) {
        String text = what.strip().toLowerCase(Locale.ROOT);
        return !text.isEmpty() && "centre".startsWith(text) ? Optional.of(0.0) : Numbers.number(text).map(value -> text.contains("l") ? -Math.abs(value) : value);
    }
}
