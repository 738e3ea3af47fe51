package app.promptsparrow.export;

import app.promptsparrow.engine.Engine;
import app.promptsparrow.engine.Playable;
import app.promptsparrow.engine.PlayableBuilder;
import app.promptsparrow.project.Project;
import app.promptsparrow.score.Score;
import app.promptsparrow.sound.SoundStore;
import java.io.IOException;
import java.util.List;
import java.util.OptionalDouble;
import java.util.function.BooleanSupplier;
import java.util.function.DoubleConsumer;

/** Renders a score that ends, faster than real time, by the engine that plays it live. Any thread; not shared. */
public final class OfflineRender {

    static final int BLOCK = 1_024;
    private static final double MAX_TAIL_SECONDS = 10;
    /** What counts as having died away, –90 dBFS. */
    public static final float SILENT = 3.1622777e-5f;

    /** Takes the frames as they are made. */
    @FunctionalInterface
    public interface FrameSink {
        void frames(float[] left, float[] right, int count) throws IOException;
    }

    private final Engine engine;
    private final long musicFrames;

    public OfflineRender(Project project, Score score, SoundStore sounds, boolean limiter) {
        this(project, score, sounds, limiter, new PlayableBuilder(sounds));
    }

    /** @param builder that knows what else is heard, or what is not */
    OfflineRender(Project project, Score score, SoundStore sounds, boolean limiter, PlayableBuilder builder) {
        engine = Engine.withoutMeters(sounds.rateHz());
        engine.publish(builder.build(project, List.of(new Playable.Piece(1, score)), limiter));
        engine.commands().play(1, 0);
        musicFrames = project.tempo().toFrame(score.length(), sounds.rateHz());
    }

    /** Frames until the end of the last pass. */
    public long musicFrames() {
        return musicFrames;
    }

    /**
     * Renders all of it.
     *
     * @param tailSeconds exactly so long after the last pass; empty: until it is silent, at most 10 s
     * @param silent      up to which level the end counts as having died away
     * @param cancelled   asked before each block
     * @param progress    told the share that is done, 0 to 1
     * @return the number of frames, or -1 if cancelled
     * @throws IOException if the sink fails, or if the renderer has a fault: what it gave would not be the music
     */
    public long render(OptionalDouble tailSeconds, float silent, FrameSink sink, BooleanSupplier cancelled, DoubleConsumer progress)
            throws IOException {
        float[] left = new float[BLOCK];
        float[] right = new float[BLOCK];
        long tail = Math.round(tailSeconds.orElse(MAX_TAIL_SECONDS) * engine.rateHz());
        long most = musicFrames + tail;
        long done = 0;
        long silentFrom = 0;
        while (done < most) {
            if (cancelled.getAsBoolean()) {
                return -1;
            }
            int count = (int) Math.min(BLOCK, (done < musicFrames ? musicFrames : most) - done);
            engine.render(left, right, count);
            if (engine.news().faults() > 0) {
                throw new IOException("the program has a fault while rendering", engine.news().lastFault());
            }
            sink.frames(left, right, count);
            done += count;
            if (tailSeconds.isEmpty() && done > musicFrames) {
                silentFrom = isSilent(left, right, count, silent) ? silentFrom : done;
                boolean quietLongEnough = done - Math.max(silentFrom, musicFrames) > engine.rateHz() / 10;
                if (engine.isSilent() || quietLongEnough) {
                    break;
                }
            }
            progress.accept(Math.min(1, (double) done / (musicFrames + 1)));
        }
        progress.accept(1);
        return done;
    }

    private static boolean isSilent(float[] left, float[] right, int count, float silent) {
        for (int i = 0; i < count; i++) {
            if (Math.abs(left[i]) > silent || Math.abs(right[i]) > silent) {
                return false;
            }
        }
        return true;
    }
}
