package app.promptsparrow.mix;

import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.project.Project;
import app.promptsparrow.score.PatternScore;
import app.promptsparrow.score.Score;
import app.promptsparrow.sound.Decibels;
import app.promptsparrow.sound.Peaks;
import app.promptsparrow.sound.SoundStore;
import java.util.Optional;
import java.util.function.BooleanSupplier;

/**
 * How high a pattern that goes round reaches at a step, before the limiter, and which row pushes most there: the one without which it
 * would reach least high. Immutable.
 *
 * @param peakDb    in dB of full scale
 * @param row       empty if nothing sounds
 * @param withoutDb how high it would reach without that row
 */
public record Push(double peakDb, Optional<RowId> row, double withoutDb) {

    /** What began longer ago hardly counts any more. */
    private static final double LEAD_SECONDS = 3;

    /**
     * Of a step in the second pass, into which the first rings.
     *
     * @param step from 0
     * @return empty if it was cancelled
     */
    public static Optional<Push> at(Project project, Pattern pattern, int step, SoundStore sounds, BooleanSupplier cancelled) {
        int rate = sounds.rateHz();
        long begin = pattern.durationUnits() + step * pattern.step().units();
        long lead = project.tempo().firstUnitAt((long) (LEAD_SECONDS * rate), rate);
        long from = Math.max(0, begin - lead);
        long first = project.tempo().toFrame(begin - from, rate);
        long last = project.tempo().toFrame(begin + pattern.step().units() - from, rate);
        EachAlone each = new EachAlone(project, Score.endless(PatternScore.compile(project, pattern, Optional.empty())), from, sounds);
        int rows = each.rows().size();
        float[] without = new float[rows];
        float[] peak = new float[1];
        float[] mix = new float[EachAlone.BLOCK];
        boolean done = each.render(last, (left, right, frame, count) -> {
            int at = (int) Math.max(0, first - frame);
            if (at >= count) {
                return;
            }
            for (float[][] side : new float[][][] {left, right}) {
                for (int i = at; i < count; i++) {
                    mix[i] = 0;
                    for (float[] row : side) {
                        mix[i] += row[i];
                    }
                }
                peak[0] = Math.max(peak[0], Peaks.of(mix, at, count));
                for (int row = 0; row < rows; row++) {
                    for (int i = at; i < count; i++) {
                        without[row] = Math.max(without[row], Math.abs(mix[i] - side[row][i]));
                    }
                }
            }
        }, cancelled);
        return done ? Optional.of(made(each, peak[0], without)) : Optional.empty();
    }

    private static Push made(EachAlone each, float peak, float[] without) {
        int least = 0;
        for (int row = 1; row < without.length; row++) {
            least = without[row] < without[least] ? row : least;
        }
        boolean any = without.length > 0 && peak > 0;
        return new Push(db(peak), any ? Optional.of(each.rows().get(least).id()) : Optional.empty(), db(any ? without[least] : 0));
    }

    private static double db(float size) {
        return Decibels.of(size, Decibels.SILENT);
    }
}
