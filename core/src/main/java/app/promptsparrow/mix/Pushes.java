package app.promptsparrow.mix;

import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.project.Project;
import app.promptsparrow.score.PatternScore;
import app.promptsparrow.score.Score;
import app.promptsparrow.sound.SoundStore;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.BooleanSupplier;

/**
 * How high a pattern reaches at each of its steps when it goes round, before the limiter, and which row pushes most there: the one
 * without which the step's peak would be lowest. Immutable.
 */
public final class Pushes {

    /**
     * A step.
     *
     * @param peakDb in dB of full scale
     * @param row    that pushes most; empty if nothing sounds
     * @param withoutDb how high it would reach without that row
     */
    public record Step(double peakDb, Optional<RowId> row, double withoutDb) {
    }

    private final List<Step> steps;

    private Pushes(List<Step> steps) {
        this.steps = List.copyOf(steps);
    }

    public List<Step> steps() {
        return steps;
    }

    /** Of the second pass, into which the first rings; empty if it was cancelled. */
    public static Optional<Pushes> of(Project project, Pattern pattern, SoundStore sounds, BooleanSupplier cancelled) {
        Score score = Score.passes(PatternScore.compile(project, pattern, Optional.empty()), 2);
        EachAlone each = new EachAlone(project, score, sounds);
        int rows = each.rows().size();
        long[] begins = new long[pattern.length() + 1];
        for (int step = 0; step <= pattern.length(); step++) {
            begins[step] = project.tempo().toFrame(pattern.durationUnits() + step * pattern.step().units(), sounds.rateHz());
        }
        float[] peaks = new float[pattern.length()];
        float[][] without = new float[pattern.length()][rows];
        int[] at = {0};
        boolean done = each.render(begins[pattern.length()], (left, right, frame, count) -> {
            float[] sums = new float[2];
            for (int i = 0; i < count; i++) {
                if (frame + i < begins[0]) {
                    continue;
                }
                while (frame + i >= begins[at[0] + 1]) {
                    at[0]++;
                }
                for (int side = 0; side < 2; side++) {
                    float[][] of = side == 0 ? left : right;
                    sums[side] = 0;
                    for (int row = 0; row < rows; row++) {
                        sums[side] += of[row][i];
                    }
                    peaks[at[0]] = Math.max(peaks[at[0]], Math.abs(sums[side]));
                    for (int row = 0; row < rows; row++) {
                        without[at[0]][row] = Math.max(without[at[0]][row], Math.abs(sums[side] - of[row][i]));
                    }
                }
            }
        }, cancelled);
        if (!done) {
            return Optional.empty();
        }
        List<Step> steps = new ArrayList<>();
        for (int step = 0; step < peaks.length; step++) {
            int least = 0;
            for (int row = 1; row < rows; row++) {
                least = without[step][row] < without[step][least] ? row : least;
            }
            boolean any = rows > 0 && peaks[step] > 0;
            steps.add(new Step(db(peaks[step]), any ? Optional.of(each.rows().get(least).id()) : Optional.empty(), any ? db(without[step][least]) : db(0)));
        }
        return Optional.of(new Pushes(steps));
    }

    private static double db(float size) {
        return 20 * Math.log10(Math.max(1e-6, size));
    }
}
