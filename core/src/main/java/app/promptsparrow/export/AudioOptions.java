package app.promptsparrow.export;

import app.promptsparrow.sound.Pcm;
import java.util.Locale;
import java.util.OptionalDouble;

/**
 * How music becomes WAV. Immutable.
 *
 * @param rateHz     44,100, 48,000, 88,200 or 96,000
 * @param limiter    whether the whole piece goes through the limiter; stems never do, so that they add up
 * @param reverbStem whether stems are dry and the reverb is one of its own; otherwise each has its part of it
 */
public record AudioOptions(int rateHz, Pcm.Format format, Ending ending, boolean limiter, Level level, boolean reverbStem) {

    public static final double MAX_TAIL_SECONDS = 60;

    /** 48 kHz, 24 bit, until all has died away, through the limiter. */
    public static final AudioOptions USUAL = of(48_000, Pcm.Format.INT_24, OptionalDouble.empty(), true);

    /** How it ends. */
    public sealed interface Ending {

        /** When all has died away, at most 10 s after the last pass. */
        record UntilSilent() implements Ending {
        }

        /** So long after the last pass. @param seconds 0 to 60 */
        record After(double seconds) implements Ending {
            public After {
                if (!(seconds >= 0 && seconds <= MAX_TAIL_SECONDS)) {
                    throw new IllegalArgumentException("the tail is 0 to 60 seconds, not " + seconds);
                }
            }
        }

        /** With the last pass; what would ring on after it is heard at the begin, so that it goes round without a seam. */
        record Loop() implements Ending {
        }
    }

    /**
     * How loud it becomes.
     *
     * @param value dB of full scale, –24 to 0, for a true peak; LUFS, –36 to –6, for a loudness
     */
    public record Level(Kind kind, double value) {

        public enum Kind { AS_IT_IS, PEAK, LOUDNESS }

        public static final Level AS_IT_IS = new Level(Kind.AS_IT_IS, 0);

        public Level {
            if (kind == Kind.PEAK && !(value >= -24 && value <= 0)) {
                throw new IllegalArgumentException("a peak is –24 to 0 dB, not " + value);
            }
            if (kind == Kind.LOUDNESS && !(value >= -36 && value <= -6)) {
                throw new IllegalArgumentException("a loudness is –36 to –6 LUFS, not " + value);
            }
        }

        /** For sentences, with its comma; empty where nothing is changed. */
        public String text() {
            return switch (kind) {
                case AS_IT_IS -> "";
                case PEAK -> String.format(Locale.ROOT, ", its true peak at %.1f dB", value);
                case LOUDNESS -> String.format(Locale.ROOT, ", %.1f LUFS loud", value);
            };
        }
    }

    public AudioOptions {
        if (rateHz != 44_100 && rateHz != 48_000 && rateHz != 88_200 && rateHz != 96_000) {
            throw new IllegalArgumentException("the rate is 44100, 48000, 88200 or 96000 Hz, not " + rateHz);
        }
    }

    /** @param tailSeconds exactly so long after the last pass; empty: until it has died away */
    public static AudioOptions of(int rateHz, Pcm.Format format, OptionalDouble tailSeconds, boolean limiter) {
        return new AudioOptions(rateHz, format, tailSeconds.isPresent() ? new Ending.After(tailSeconds.getAsDouble()) : new Ending.UntilSilent(), limiter, Level.AS_IT_IS, false);
    }

    public AudioOptions withEnding(Ending to) {
        return new AudioOptions(rateHz, format, to, limiter, level, reverbStem);
    }

    public AudioOptions withLevel(Level to) {
        return new AudioOptions(rateHz, format, ending, limiter, to, reverbStem);
    }

    public AudioOptions withReverbStem(boolean to) {
        return new AudioOptions(rateHz, format, ending, limiter, level, to);
    }

    AudioOptions withoutLimiter() {
        return new AudioOptions(rateHz, format, ending, false, level, reverbStem);
    }

    boolean isLoop() {
        return ending instanceof Ending.Loop;
    }

    /** For the renderer: a loop needs all that rings on. */
    OptionalDouble tailSeconds() {
        return ending instanceof Ending.After after ? OptionalDouble.of(after.seconds()) : OptionalDouble.empty();
    }

    /** The limiter comes last: after a loop is closed, and after music is made as loud as is asked for. */
    boolean limitsAtLast() {
        return limiter && (isLoop() || level.kind() == Level.Kind.LOUDNESS);
    }
}
