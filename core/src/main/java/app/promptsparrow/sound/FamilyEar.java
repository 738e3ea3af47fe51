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
 * of the built-in kits' sounds that is nearest to. Pure functions.
 */
final class FamilyEar {

    /** Where the table of known sounds lies: a family and its features a line. */
    static final String TABLE = "families.csv";
    private static final double LOWEST_HZ = 50;
    private static final int OCTAVES = 9;
    /** Ends of the spans of time, from the attack; the last is what follows. */
    private static final double[] SPAN_SECONDS = {0.012, 0.05, 0.15, 0.4, 0.9};
    /** How much of a sound is listened to at most. */
    static final double SECONDS = SPAN_SECONDS[SPAN_SECONDS.length - 1];
    static final int FEATURES = OCTAVES * SPAN_SECONDS.length;
    private static final double FLOOR_DB = -42;

    private FamilyEar() {
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

    /**
     * The family that a sound is most like.
     *
     * @param sound from its attack on
     */
    static Family of(double[] sound, double rate) {
        int[] features = features(sound, rate);
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

    /**
     * The energy of each octave in each span of time, in dB below the strongest of them, not below the floor.
     */
    static int[] features(double[] sound, double rate) {
        double[] energy = new double[FEATURES];
        int heard = (int) Math.min(sound.length, SECONDS * rate);
        for (int octave = 0; octave < OCTAVES; octave++) {
            Svf band = new Svf();
            band.set(Svf.Setting.bandPass(LOWEST_HZ * (1 << octave), 1.4, rate));
            int from = 0;
            for (int span = 0; span < SPAN_SECONDS.length; span++) {
                int to = (int) Math.min(heard, SPAN_SECONDS[span] * rate);
                energy[span * OCTAVES + octave] = band.energy(sound, from, to);
                from = to;
            }
        }
        double strongest = Arrays.stream(energy).max().orElse(0);
        return Arrays.stream(energy).mapToInt(e -> strongest == 0 ? (int) FLOOR_DB : (int) Math.rint(Math.max(FLOOR_DB, 10 * StrictMath.log10(e / strongest + 1e-12)))).toArray();
    }
}
