package app.promptsparrow.pattern;

import app.promptsparrow.text.Ranges;
import java.util.Objects;
import java.util.Optional;

/**
 * One hit on a lane. Immutable; checked when made.
 *
 * @param step     from 0; a hit beyond the lane's length is kept and not heard
 * @param velocity 1 to 127
 * @param length   note length in hundred-thousandths of a step ({@link #STEP} is one step), 1 to 1,024 steps
 * @param timing   shift in hundred-thousandths of a step, –50,000 to 50,000
 * @param pitch    on a drum lane the offset in cents, –2,400 to 2,400; on a bass lane the MIDI note, 0 to 127
 * @param roll     empty for a single hit; not together with {@code slide}
 * @param flam     empty for none; not together with {@code slide}
 * @param slide    bass only: glide from the previous note if its gate reaches this start
 */
public record Hit(int step, int velocity, int length, int timing, int pitch, Optional<Roll> roll, Optional<Flam> flam,
                  boolean slide) {

    /** One step in {@link #length} and {@link #timing}. */
    public static final int STEP = 100_000;
    public static final int MAX_STEP = 1_023;
    public static final int MAX_LENGTH = 1_024 * STEP;
    public static final int MAX_TIMING = STEP / 2;
    public static final int MAX_PITCH_CENTS = 2_400;

    public static final int GHOST = 32;
    public static final int LIGHT = 64;
    public static final int FIRM = 96;
    public static final int ACCENT = 120;

    public Hit {
        Ranges.check("a hit's step", step, 0, MAX_STEP);
        Ranges.check("a hit's velocity", velocity, 1, 127);
        Ranges.check("a hit's length", length, 1, MAX_LENGTH);
        Ranges.check("a hit's timing", timing, -MAX_TIMING, MAX_TIMING);
        Ranges.check("a hit's pitch", pitch, -MAX_PITCH_CENTS, MAX_PITCH_CENTS);
        Objects.requireNonNull(roll, "roll");
        Objects.requireNonNull(flam, "flam");
        if (slide && (roll.isPresent() || flam.isPresent())) {
            throw new IllegalArgumentException("a slide cannot also be a roll or a flam");
        }
    }

    /** Whether its pitch is a note that a bass row can play. */
    public boolean isNote() {
        return pitch >= 0 && pitch <= 127;
    }

    /** A plain drum hit of one step. */
    public static Hit drum(int step, int velocity) {
        return new Hit(step, velocity, STEP, 0, 0, Optional.empty(), Optional.empty(), false);
    }

    /** A bass note of {@code length} hundred-thousandths of a step. */
    public static Hit bass(int step, int velocity, int note, int length) {
        return new Hit(step, velocity, length, 0, note, Optional.empty(), Optional.empty(), false);
    }

    public Hit withStep(int to) {
        return new Hit(to, velocity, length, timing, pitch, roll, flam, slide);
    }

    public Hit withVelocity(int to) {
        return new Hit(step, to, length, timing, pitch, roll, flam, slide);
    }

    public Hit withLength(int to) {
        return new Hit(step, velocity, to, timing, pitch, roll, flam, slide);
    }

    public Hit withTiming(int to) {
        return new Hit(step, velocity, length, to, pitch, roll, flam, slide);
    }

    public Hit withPitch(int to) {
        return new Hit(step, velocity, length, timing, to, roll, flam, slide);
    }

    public Hit withRoll(Roll to) {
        return new Hit(step, velocity, length, timing, pitch, Optional.ofNullable(to), flam, slide);
    }

    public Hit withFlam(Flam to) {
        return new Hit(step, velocity, length, timing, pitch, roll, Optional.ofNullable(to), slide);
    }

    public Hit withSlide(boolean to) {
        return new Hit(step, velocity, length, timing, pitch, roll, flam, to);
    }

    /** A velocity brought into 1 to 127. */
    public static int clampVelocity(int velocity) {
        return Math.max(1, Math.min(127, velocity));
    }

    /** A MIDI note brought into 0 to 127. */
    public static int clampNote(int note) {
        return Math.max(0, Math.min(127, note));
    }
}
