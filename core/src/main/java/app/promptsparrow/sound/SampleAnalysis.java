package app.promptsparrow.sound;

import app.promptsparrow.kit.Family;
import app.promptsparrow.kit.Layer;
import app.promptsparrow.kit.Model;
import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.SampleSound;
import app.promptsparrow.kit.Span;
import app.promptsparrow.sample.SampleBuffer;
import java.util.OptionalInt;

/**
 * What is found in a sample as it arrives. Immutable.
 *
 * @param startUs   where it begins to be heard, in microseconds: silence before the attack
 * @param loudness  of its loudest 200 ms, in LUFS
 * @param rootCents its pitch as a MIDI note times 100, if it has one
 * @param family    which of the built-in kits' sounds it is most like
 */
public record SampleAnalysis(long startUs, double loudness, OptionalInt rootCents, Family family) {

    private static final int CHUNK = 1_024;
    /** What is so far below the loudest value is not heard yet. */
    private static final double ATTACK_SHARE = 0.003; // -50 dB
    private static final double BEFORE_ATTACK_SECONDS = 0.001;
    private static final double LEAST_TRIM_SECONDS = 0.003;
    private static final double LOWEST_HZ = 25;
    private static final double HIGHEST_HZ = 2_000;
    private static final double PITCH_FROM_SECONDS = 0.06;
    private static final int PITCH_WINDOW = 6_000;
    private static final double SILENT_LUFS = -96;
    /** How far from itself a sound may be one period later and still have a pitch. */
    private static final double APERIODIC = 0.25;

    /** Measures a sample. Takes about 15 ms for two seconds. */
    public static SampleAnalysis of(SampleBuffer buffer, int rateHz) {
        float[] left = new float[CHUNK];
        float[] right = new float[CHUNK];
        double[] heardLeft = new double[CHUNK];
        double[] heardRight = new double[CHUNK];
        Loudness.Hit hit = new Loudness.Hit(rateHz);
        float peak = 0;
        for (int from = 0; from < buffer.frames(); from += CHUNK) {
            int count = read(buffer, from, left, right);
            peak = Math.max(peak, Math.max(heard(left, count, heardLeft), heard(right, count, heardRight)));
            hit.add(heardLeft, heardRight, count);
        }
        int attack = attack(buffer, (float) (peak * ATTACK_SHARE));
        double startSeconds = Math.max(0, (double) attack / rateHz - BEFORE_ATTACK_SECONDS);
        FamilyEar ear = new FamilyEar(rateHz);
        int most = Math.min(buffer.frames() - attack, FamilyEar.most(rateHz));
        for (int from = 0; from < most; from += CHUNK) {
            ear.listen(heardLeft, middle(buffer, attack + from, left, right, heardLeft, 0, most - from));
        }
        return new SampleAnalysis(startSeconds < LEAST_TRIM_SECONDS ? 0 : Math.round(startSeconds * 1e6), hit.loudness(),
                pitch(buffer, attack + (int) (PITCH_FROM_SECONDS * rateHz), rateHz, left, right), ear.family());
    }

    /** Makes values ready to be measured; answers the greatest. */
    private static float heard(float[] values, int count, double[] into) {
        float peak = 0;
        for (int i = 0; i < count; i++) {
            peak = Math.max(peak, Math.abs(values[i]));
            into[i] = values[i];
        }
        return peak;
    }

    /** Copies the next frames; answers how many. */
    private static int read(SampleBuffer buffer, int from, float[] left, float[] right) {
        int count = Math.min(CHUNK, buffer.frames() - from);
        buffer.copyLeft(from, left, 0, count);
        buffer.copyRight(from, right, 0, count);
        return count;
    }

    /** Puts the middle of the next frames at a place of an array, {@value #CHUNK} of them or as many as are wanted; answers how many. */
    private static int middle(SampleBuffer buffer, int from, float[] left, float[] right, double[] into, int at, int wanted) {
        int count = Math.min(wanted, read(buffer, from, left, right));
        for (int i = 0; i < count; i++) {
            into[at + i] = ((double) left[i] + right[i]) / 2;
        }
        return count;
    }

    /** The first frame that is louder than a level; 0 in silence, the last one if only that may be. */
    private static int attack(SampleBuffer buffer, float level) {
        int attack = 0;
        while (level > 0 && attack < buffer.frames() - 1 && Math.max(Math.abs(buffer.left(attack)), Math.abs(buffer.right(attack))) <= level) {
            attack++;
        }
        return attack;
    }

    /**
     * The sample as a layer of a row: near the loudness of the row's family, from where it begins to be heard, at the pitch that was
     * found; without one it plays as it is on the row's own note.
     *
     * @param hash of its file
     */
    public Layer layer(String hash, String name, Row row) {
        int root = rootCents.orElse(row.isBass() ? row.midi().note() * 100 : SampleSound.USUAL_ROOT);
        double db = loudness < SILENT_LUFS ? 0 : Math.rint(10 * (Model.usualLoudness(row.family()) - loudness)) / 10;
        return Layer.of(new SampleSound(hash, name, root)).withNearestLevelDb(db).withSpan(Span.WHOLE.withStartUs(startUs));
    }

    /**
     * The pitch behind the attack, by the cumulative mean difference of the sound with itself a period later (A. de Cheveigné and
     * H. Kawahara, 2002): the first period at which it is nearly the same again, between frames by a parabola.
     */
    private static OptionalInt pitch(SampleBuffer buffer, int from, int rateHz, float[] left, float[] right) {
        int longest = (int) (rateHz / LOWEST_HZ);
        int shortest = (int) (rateHz / HIGHEST_HZ);
        int window = Math.min(PITCH_WINDOW, buffer.frames() - from - longest - 1) & ~3;
        if (window < longest) {
            return OptionalInt.empty();
        }
        double[] sound = new double[window + longest];
        for (int at = 0; at < sound.length; at += CHUNK) {
            middle(buffer, from + at, left, right, sound, at, sound.length - at);
        }
        double[] difference = new double[longest + 1];
        double sum = 0;
        for (int lag = 1; lag <= longest; lag++) {
            double d = away(sound, lag, window);
            sum += d;
            difference[lag] = sum == 0 ? 1 : d * lag / sum;
            int middle = lag - 1;
            if (middle >= Math.max(2, shortest) && difference[middle] < APERIODIC && difference[middle] <= difference[lag]) {
                double a = difference[middle - 1];
                double b = difference[middle];
                double c = difference[lag];
                double bend = a - 2 * b + c;
                double exact = middle + (bend == 0 ? 0 : 0.5 * (a - c) / bend);
                int cents = (int) Math.round(6_900 + 1_200 * Math.log(rateHz / exact / 440) / Math.log(2));
                return cents < 0 || cents > 12_700 ? OptionalInt.empty() : OptionalInt.of(cents);
            }
        }
        return OptionalInt.empty();
    }

    /** How far the first values of a sound are from those some values later. */
    private static double away(double[] sound, int lag, int window) {
        double a = 0;
        double b = 0;
        double c = 0;
        double d = 0;
        for (int i = 0; i < window - 3; i += 4) { // four sums, so that none waits for the one before; the window is a multiple of four
            double one = sound[i] - sound[i + lag];
            double two = sound[i + 1] - sound[i + 1 + lag];
            double three = sound[i + 2] - sound[i + 2 + lag];
            double four = sound[i + 3] - sound[i + 3 + lag];
            a += one * one;
            b += two * two;
            c += three * three;
            d += four * four;
        }
        return a + b + (c + d);
    }
}
