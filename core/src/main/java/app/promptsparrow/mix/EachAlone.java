package app.promptsparrow.mix;

import app.promptsparrow.engine.Engine;
import app.promptsparrow.engine.Playable;
import app.promptsparrow.engine.PlayableBuilder;
import app.promptsparrow.kit.Row;
import app.promptsparrow.project.Project;
import app.promptsparrow.score.Score;
import app.promptsparrow.sound.SoundStore;
import java.util.ArrayList;
import java.util.List;
import java.util.function.BooleanSupplier;

/**
 * Renders every row of a piece that is heard by itself, all of them side by side a block at a time, without the limiter: before it the
 * mix is nothing but their sum, each with what it sends to the reverb. So nothing longer than a block is kept, however long the piece.
 */
final class EachAlone {

    static final int BLOCK = 1_024;

    /** Takes a block. */
    interface Sink {
        /**
         * @param left  a line a row
         * @param frame from the beginning, of the first value
         */
        void block(float[][] left, float[][] right, long frame, int count);
    }

    private final List<Row> rows;
    private final List<Engine> engines = new ArrayList<>();

    /** @param from the position in the score, in units, at which it begins */
    EachAlone(Project project, Score score, long from, SoundStore sounds) {
        rows = project.kit().rows().stream().filter(row -> project.kit().isHeard(row) && score.plays(row.id())).toList();
        for (Row row : rows) {
            Engine engine = Engine.withoutMeters(sounds.rateHz());
            Project alone = project.withKit(project.kit().alone(row.id()));
            engine.publish(new PlayableBuilder(sounds).build(alone, List.of(new Playable.Piece(1, score)), false));
            engine.commands().play(1, from);
            engines.add(engine);
        }
    }

    List<Row> rows() {
        return rows;
    }

    /** Answers false if it was cancelled. */
    boolean render(long frames, Sink sink, BooleanSupplier cancelled) {
        float[][] left = new float[rows.size()][BLOCK];
        float[][] right = new float[rows.size()][BLOCK];
        for (long at = 0; at < frames; at += BLOCK) {
            if (cancelled.getAsBoolean()) {
                return false;
            }
            int count = (int) Math.min(BLOCK, frames - at);
            for (int i = 0; i < rows.size(); i++) {
                engines.get(i).render(left[i], right[i], count);
            }
            sink.block(left, right, at, count);
        }
        return true;
    }
}
