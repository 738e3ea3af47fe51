package app.promptsparrow.kit;

import app.promptsparrow.text.Ranges;
import java.util.Objects;

/**
 * One sound of a row. Immutable; {@code with…} methods give a changed copy.
 *
 * @param levelDb –48 to 12 dB
 * @param from    1 to 127, at most {@code to}: the velocities it is for, if the row chooses by them
 * @param heard   muted or soloed among the row's layers
 */
public record Layer(Sound sound, double levelDb, Tune tune, int from, int to, Span span, Heard heard) {

    public static final double LEAST_DB = -48;
    public static final double MOST_DB = 12;

    public Layer {
        Objects.requireNonNull(sound, "sound");
        if (sound instanceof ShiftedSound) {
            throw new IllegalArgumentException("a layer is shifted by its tune");
        }
        Ranges.check("a layer's level in dB", levelDb, LEAST_DB, MOST_DB);
        if (from < 1 || to > 127 || from > to) {
            throw new IllegalArgumentException("a velocity range lies within 1 to 127, not " + from + " to " + to);
        }
    }

    public static Layer of(Sound sound) {
        return new Layer(sound, 0, Tune.NONE, 1, 127, Span.WHOLE, Heard.YES);
    }

    public Layer withSound(Sound other) {
        return new Layer(other, levelDb, tune, from, to, span, heard);
    }

    public Layer withLevelDb(double db) {
        return new Layer(sound, db, tune, from, to, span, heard);
    }

    /** With the nearest level that it can have. */
    public Layer withNearestLevelDb(double db) {
        return withLevelDb(Math.max(LEAST_DB, Math.min(MOST_DB, db)));
    }

    /** With another sound in its place. What only suited a sample, its level and the part of it that is played, goes with it. */
    public Layer withAnother(Sound other) {
        Layer changed = withSound(other);
        return sound instanceof SampleSound ? changed.withLevelDb(0).withSpan(Span.WHOLE.withReversed(span.reversed())) : changed;
    }

    public Layer withTune(Tune other) {
        return new Layer(sound, levelDb, other, from, to, span, heard);
    }

    public Layer withVelocities(int lowest, int highest) {
        return new Layer(sound, levelDb, tune, lowest, highest, span, heard);
    }

    public Layer withSpan(Span other) {
        return new Layer(sound, levelDb, tune, from, to, other, heard);
    }

    public Layer withHeard(Heard other) {
        return new Layer(sound, levelDb, tune, from, to, span, other);
    }

    /** Whether it is for hits of a velocity. */
    public boolean isFor(int velocity) {
        return velocity >= from && velocity <= to;
    }
}
