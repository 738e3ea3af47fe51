package app.promptsparrow.mix;

import app.promptsparrow.kit.Row;
import app.promptsparrow.project.Project;
import app.promptsparrow.score.Score;
import app.promptsparrow.sound.Decibels;
import app.promptsparrow.sound.PieceMeter;
import app.promptsparrow.sound.SoundStore;
import app.promptsparrow.sound.Svf;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.BooleanSupplier;

/**
 * How loud a row is in a piece, as it is heard in the mix before the limiter. Immutable.
 *
 * @param peakDb   the greatest size of a frame, in dB of full scale; –120 for silence
 * @param loudness in LUFS (ITU-R BS.1770-4); –70 if nothing is louder
 * @param lowDb    what is below {@value #LOW_HZ} Hz, in dB of the row's whole energy
 * @param midDb    what lies between
 * @param highDb   what is above {@value #HIGH_HZ} Hz
 */
public record RowLevels(Row row, double peakDb, double loudness, double lowDb, double midDb, double highDb) {

    public static final int LOW_HZ = 200;
    public static final int HIGH_HZ = 2_000;

    /** Measures one row while it is rendered. */
    private static final class Meter {
        private final PieceMeter piece;
        private final Svf[] low = {new Svf(), new Svf()};
        private final Svf[] high = {new Svf(), new Svf()};
        private final float[] work = new float[EachAlone.BLOCK];
        private double all;
        private double lows;
        private double highs;

        Meter(int rateHz) {
            piece = new PieceMeter(rateHz);
            for (int side = 0; side < 2; side++) {
                low[side].set(Svf.Setting.lowPass(LOW_HZ, rateHz));
                high[side].set(Svf.Setting.highPass(HIGH_HZ, rateHz));
            }
        }

        void add(float[] left, float[] right, int count) {
            piece.add(left, right, count);
            for (int side = 0; side < 2; side++) {
                float[] of = side == 0 ? left : right;
                all += energy(of, count);
                lows += filtered(low[side], of, count);
                highs += filtered(high[side], of, count);
            }
        }

        private double filtered(Svf filter, float[] of, int count) {
            System.arraycopy(of, 0, work, 0, count);
            filter.process(work, 0, count);
            return energy(work, count);
        }

        private static double energy(float[] of, int count) {
            double sum = 0;
            for (int i = 0; i < count; i++) {
                sum += (double) of[i] * of[i];
            }
            return sum;
        }

        RowLevels of(Row row) {
            return new RowLevels(row, Decibels.of(piece.peak(), Decibels.SILENT), piece.loudness(), share(lows), share(all - lows - highs), share(highs));
        }

        private double share(double part) {
            return Math.max(Decibels.SILENT, 10 * Math.log10(Math.max(1e-12, part / Math.max(1e-15, all))));
        }
    }

    /** The rows that are heard in a piece that ends; empty if it was cancelled. */
    public static Optional<List<RowLevels>> of(Project project, Score score, SoundStore sounds, BooleanSupplier cancelled) {
        EachAlone each = new EachAlone(project, score, 0, sounds);
        List<Meter> meters = each.rows().stream().map(row -> new Meter(sounds.rateHz())).toList();
        long frames = project.tempo().toFrame(score.length(), sounds.rateHz()) + sounds.rateHz();
        boolean done = each.render(frames, (left, right, frame, count) -> {
            for (int i = 0; i < meters.size(); i++) {
                meters.get(i).add(left[i], right[i], count);
            }
        }, cancelled);
        List<RowLevels> levels = new ArrayList<>();
        for (int i = 0; i < meters.size(); i++) {
            levels.add(meters.get(i).of(each.rows().get(i)));
        }
        return done ? Optional.of(levels) : Optional.empty();
    }
}
