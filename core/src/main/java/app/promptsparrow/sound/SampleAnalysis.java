package app.promptsparrow.sound;

import app.promptsparrow.kit.Family;
import app.promptsparrow.kit.Layer;
import app.promptsparrow.kit.Model;
import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.SampleSound;
import app.promptsparrow.kit.Span;
import app.promptsparrow.sample.SampleBuffer;
import java.util.Arrays;
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

    /** Measures a sample. Takes about 30 ms. */
    public static SampleAnalysis of(SampleBuffer buffer, int rateHz) {
        float[] left = buffer.leftCopy();
        float[] right = buffer.isStereo() ? buffer.rightCopy() : left;
        double[] l = new double[left.length];
        double[] r = new double[right.length];
        double peak = 0;
        for (int i = 0; i < left.length; i++) {
            l[i] = left[i];
            r[i] = right[i];
            peak = Math.max(peak, Math.max(Math.abs(l[i]), Math.abs(r[i])));
        }
        int attack = 0;
        while (peak > 0 && attack < l.length - 1 && Math.max(Math.abs(l[attack]), Math.abs(r[attack])) <= peak * ATTACK_SHARE) {
            attack++;
        }
        double startSeconds = Math.max(0, (double) attack / rateHz - BEFORE_ATTACK_SECONDS);
        double[] mono = new double[l.length];
        Arrays.setAll(mono, i -> (l[i] + r[i]) / 2);
        return new SampleAnalysis(startSeconds < LEAST_TRIM_SECONDS ? 0 : Math.round(startSeconds * 1e6), Loudness.ofHit(l, buffer.isStereo() ? r : l, rateHz),
                pitch(mono, attack + (int) (PITCH_FROM_SECONDS * rateHz), rateHz), FamilyEar.of(mono, attack, rateHz));
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
    private static OptionalInt pitch(double[] sound, int from, int rateHz) {
        int longest = (int) (rateHz / LOWEST_HZ);
        int shortest = (int) (rateHz / HIGHEST_HZ);
        int window = Math.min(PITCH_WINDOW, sound.length - from - longest - 1);
        if (window < longest) {
            return OptionalInt.empty();
        }
        double[] difference = new double[longest + 1];
        double sum = 0;
        for (int lag = 1; lag <= longest; lag++) {
            double d = 0;
            for (int i = from; i < from + window; i++) {
                double away = sound[i] - sound[i + lag];
                d += away * away;
            }
            sum += d;
            difference[lag] = sum == 0 ? 1 : d * lag / sum;
        }
        for (int lag = Math.max(2, shortest); lag < longest; lag++) {
            if (difference[lag] < APERIODIC && difference[lag] <= difference[lag + 1]) {
                double a = difference[lag - 1];
                double b = difference[lag];
                double c = difference[lag + 1];
                double bend = a - 2 * b + c;
                double exact = lag + (bend == 0 ? 0 : 0.5 * (a - c) / bend);
                int cents = (int) Math.round(6_900 + 1_200 * Math.log(rateHz / exact / 440) / Math.log(2));
                return cents < 0 || cents > 12_700 ? OptionalInt.empty() : OptionalInt.of(cents);
            }
        }
        return OptionalInt.empty();
    }
}
