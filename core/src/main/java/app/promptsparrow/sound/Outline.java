package app.promptsparrow.sound;

import app.promptsparrow.kit.Ending;
import app.promptsparrow.kit.Layer;
import app.promptsparrow.kit.Recipe;
import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.Span;
import app.promptsparrow.sample.SampleBuffer;

/**
 * How loud a sound is over its time, for drawing: on a time scale that is even in the logarithm of 20 ms more, so that attacks and
 * long tails can be compared at a glance. Immutable.
 *
 * @param levels   the peak in each of {@value #BINS} parts of the scale, 1 is full scale
 * @param lengthMs until it stays 60 dB below its loudest moment
 */
public record Outline(float[] levels, double lengthMs) {

    public static final int BINS = 240;
    /** What the scale shows at most. */
    public static final double MOST_MS = 2_500;
    public static final Outline NONE = new Outline(new float[BINS], 0);

    private static final double KNEE_MS = 20;
    private static final int BASS_NOTE = 33;
    private static final double BASS_SECONDS = 1;

    /** Where a moment lies on the scale, 0 to 1. */
    public static double place(double ms) {
        return Math.log(1 + ms / KNEE_MS) / Math.log(1 + MOST_MS / KNEE_MS);
    }

    /** The moment at a place, in ms. */
    public static double ms(double place) {
        return KNEE_MS * (Math.exp(place * Math.log(1 + MOST_MS / KNEE_MS)) - 1);
    }

    /**
     * A row as a hit of some velocity will be heard: the layers that it sounds, at their levels. Of layers that take turns the first.
     *
     * @return {@link #NONE} while nothing of its sounds is there, or if no layer sounds
     */
    public static Outline of(Row row, int velocity, SoundStore sounds) {
        Making making = new Making(sounds.rateHz());
        row.layersFor(velocity, 0).forEach(layer -> making.add(layer, row, velocity, sounds));
        return making.made();
    }

    /** A sound by itself, as it is. */
    public static Outline of(SampleBuffer buffer, int rate) {
        Making making = new Making(rate);
        making.add(buffer, Span.WHOLE, 1, 1);
        return making.made();
    }

    /** One layer of a row alone, all of its sound. */
    public static SampleBuffer buffer(Row row, Layer layer, int velocity, SoundStore sounds) {
        return layer.sound().isLive() ? bass((Recipe) layer.sound(), row.voicing().ending(), sounds.rateHz()) : sounds.get(row.framesOf(layer)).at(velocity, 0);
    }

    private static SampleBuffer bass(Recipe recipe, Ending ending, int rate) {
        return BassVoice.note(recipe, ending, BASS_NOTE, BASS_SECONDS, rate);
    }

    /** Adds up what layers come to. */
    private static final class Making {
        private final float[] levels = new float[BINS];
        private final int rate;
        private double lengthMs;

        Making(int rate) {
            this.rate = rate;
        }

        void add(Layer layer, Row row, int velocity, SoundStore sounds) {
            SampleBuffer buffer = layer.sound().isLive()
                    ? bass((Recipe) layer.sound(), row.voicing().ending(), rate)
                    : sounds.get(row.framesOf(layer)).at(velocity, 0);
            if (buffer == null) {
                return;
            }
            add(buffer, layer.span(), Math.pow(2, row.speedCents(layer) / 1_200.0),
                    Decibels.factor(layer.levelDb()) * Math.pow(velocity / 127.0, 2 * row.voicing().velocityResponse() / 100.0));
        }

        /** @param ratio how much faster it is played */
        void add(SampleBuffer buffer, Span span, double ratio, double gain) {
            int begin = span.begin(buffer.frames(), rate);
            int end = span.end(buffer.frames(), rate);
            double fade = span.fadeOut(buffer.frames(), rate);
            float loudest = 0;
            double last = 0;
            for (int i = begin; i < end; i++) {
                int source = span.reversed() ? end - 1 - (i - begin) : i;
                double faded = fade > 0 ? Math.min(1, (end - i) / fade) : 1;
                float level = (float) (Math.max(Math.abs(buffer.left(source)), Math.abs(buffer.right(source))) * gain * faded);
                double ms = (i - begin) * 1_000.0 / rate / ratio;
                int bin = (int) Math.min(BINS - 1, place(ms) * BINS);
                levels[bin] = Math.max(levels[bin], level);
                loudest = Math.max(loudest, level);
                if (level > loudest * 1e-3) {
                    last = ms;
                }
            }
            lengthMs = Math.max(lengthMs, last);
        }

        Outline made() {
            float before = 0;
            for (int i = 0; i < BINS; i++) { // the first parts are shorter than a frame
                boolean within = ms((i + 1.0) / BINS) <= lengthMs;
                levels[i] = levels[i] == 0 && within ? before : levels[i];
                before = levels[i];
            }
            return new Outline(levels, lengthMs);
        }
    }
}
