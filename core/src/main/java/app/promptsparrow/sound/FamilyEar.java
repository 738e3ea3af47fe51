package app.promptsparrow.sound;

import app.promptsparrow.kit.Family;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;

/**
 * Tells a sound's family by ear, for files whose names tell nothing: how its energy is spread over octaves and over time, and which
 * of the built-in kits' sounds that is nearest to. Listens in pieces, so that a long sound needs no copy on the heap. Owned by one
 * thread.
 */
final class FamilyEar {

    /** Where the table of known sounds lies: a family and its features a line. */
    static final String TABLE = "families.csv";
    private static final double LOWEST_HZ = 50;
    private static final int OCTAVES = 9; // a multiple of three
    /** Ends of the spans of time, from the attack; the last is what follows. */
    private static final double[] SPAN_SECONDS = {0.012, 0.05, 0.15, 0.4, 0.9};
    /** How much of a sound is listened to at most. */
    private static final double SECONDS = SPAN_SECONDS[SPAN_SECONDS.length - 1];
    static final int FEATURES = OCTAVES * SPAN_SECONDS.length;
    private static final double FLOOR_DB = -42;

    private final double rate;
    private final Svf[] bands = new Svf[OCTAVES];
    /** By span of time and octave. */
    private final double[] energy = new double[FEATURES];
    private int heard;

    FamilyEar(double rate) {
        this.rate = rate;
        for (int octave = 0; octave < OCTAVES; octave++) {
            bands[octave] = new Svf();
            bands[octave].set(Svf.Setting.bandPass(LOWEST_HZ * (1 << octave), 1.4, rate));
        }
    }

    private record Known(Family family, int[] features) {
    }

    private static final class Table {
        static final List<Known> KNOWN = read();

        private static List<Known> read() {
            try (BufferedReader in = new BufferedReader(new InputStreamReader(FamilyEar.class.getResourceAsStream(TABLE), StandardCharsets.UTF_8))) {
                return in.lines().map(line -> line.split(",")).map(fields -> new Known(Family.valueOf(fields[0].toUpperCase(Locale.ROOT)),
                        Arrays.stream(fields, 1, fields.length).mapToInt(Integer::parseInt).toArray())).toList();
            } catch (IOException missing) {
                throw new UncheckedIOException(missing);
            }
        }
    }

    /** How many of a sound's values, from its attack on, are worth giving to an ear. */
    static int most(double rate) {
        return (int) (SECONDS * rate);
    }

    /** Listens to the next values of a sound; the first ones are its attack, what comes after {@link #most} counts no more. */
    void listen(double[] sound, int count) {
        int from = 0;
        for (int span = 0; span < SPAN_SECONDS.length; span++) {
            int to = Math.min(count, (int) (SPAN_SECONDS[span] * rate) - heard);
            for (int octave = 0; octave < OCTAVES && to > from; octave += 3) {
                Svf.addEnergies(bands[octave], bands[octave + 1], bands[octave + 2], sound, from, to, energy, span * OCTAVES + octave);
            }
            from = Math.max(from, to);
        }
        heard += count;
    }

    /** The family that what was heard is most like. */
    Family family() {
        int[] features = features();
        Family nearest = Family.OTHER;
        long least = Long.MAX_VALUE;
        for (Known known : Table.KNOWN) {
            long distance = 0;
            for (int i = 0; i < FEATURES; i++) {
                long away = features[i] - known.features[i];
                distance += away * away;
            }
            if (distance < least) {
                least = distance;
                nearest = known.family;
            }
        }
        return nearest;
    }

    /** The energy of each octave in each span of time, in dB below the strongest of them, not below the floor. */
    int[] features() {
        double strongest = Arrays.stream(energy).max().orElse(0);
        return Arrays.stream(energy).mapToInt(e -> strongest == 0 ? (int) FLOOR_DB : (int) Math.rint(Math.max(FLOOR_DB, 10 * StrictMath.log10(e / strongest + 1e-12)))).toArray();
    }
}
