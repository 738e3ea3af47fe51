package app.promptsparrow.bench;

import app.promptsparrow.engine.Engine;
import app.promptsparrow.engine.Playable;
import app.promptsparrow.engine.PlayableBuilder;
import app.promptsparrow.engine.Switch;
import app.promptsparrow.kit.Strip;
import app.promptsparrow.pattern.Hit;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.pattern.PatternId;
import app.promptsparrow.project.Edit;
import app.promptsparrow.project.Project;
import app.promptsparrow.project.SlotRef;
import app.promptsparrow.score.PatternScore;
import app.promptsparrow.score.Score;
import app.promptsparrow.sound.SoundCache;
import java.lang.management.ManagementFactory;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/** P1-realtime, P2-block, P2-alloc: how fast the engine renders, how even its blocks are, whether it allocates. */
final class EngineBench {

    private static final int RATE = 48_000;
    private static final int BLOCK = 1_024;
    private static final SoundCache SOUNDS = new SoundCache(RATE);
    private static final com.sun.management.ThreadMXBean THREADS = (com.sun.management.ThreadMXBean) ManagementFactory.getThreadMXBean();

    private EngineBench() {
    }

    static List<Figure> run(boolean quick) {
        return List.of(
                Figure.told("P1-realtime", "times faster than real time, all stages on", realtime(Pieces.sixteenRows(Pieces.ALL_STAGES), quick), "x"),
                Figure.told("P1-realtime-neutral", "times faster than real time, stages neutral",
                        realtime(Pieces.sixteenRows(Strip.NEUTRAL.withLevelDb(-12)), quick), "x"),
                Figure.atMost("P2-block", "99.9th percentile of a 64-frame block, 48 rows, of its duration", blockPercent(quick), "%", 15),
                Figure.atMost("P2-alloc", "allocated while rendering with edits and switches", allocated(quick), "bytes", 0));
    }

    static Playable playable(PlayableBuilder builder, Project project) {
        List<Playable.Source> sources = new ArrayList<>();
        for (SlotRef slot : project.filledSlots()) {
            Pattern pattern = project.at(slot).orElseThrow();
            sources.add(new Playable.Source(pattern.id().value(), Score.endless(PatternScore.compile(project, pattern, Optional.empty()))));
        }
        return builder.build(project, sources);
    }

    static Engine playing(Project project) {
        Engine engine = new Engine(RATE);
        engine.publish(playable(new PlayableBuilder(SOUNDS), project));
        engine.play(1, 0);
        return engine;
    }

    /** 64 bars at 120 are 128 s; CPU time of this thread, median. */
    private static double realtime(Project project, boolean quick) {
        int frames = RATE * 128;
        double[] speeds = new double[quick ? 5 : 11];
        float[] left = new float[BLOCK];
        float[] right = new float[BLOCK];
        for (int round = -2; round < speeds.length; round++) {
            Engine engine = playing(project);
            long begun = THREADS.getCurrentThreadCpuTime();
            for (int at = 0; at < frames; at += BLOCK) {
                engine.render(left, right, BLOCK);
            }
            if (round >= 0) {
                speeds[round] = 128e9 / (THREADS.getCurrentThreadCpuTime() - begun);
            }
        }
        return Bench.median(speeds);
    }

    private static double blockPercent(boolean quick) {
        Engine engine = playing(Pieces.fortyEightRows());
        float[] left = new float[64];
        float[] right = new float[64];
        for (int i = 0; i < 20_000; i++) {
            engine.render(left, right, 64);
        }
        long[] times = new long[quick ? 20_000 : 200_000];
        for (int i = 0; i < times.length; i++) {
            long begun = System.nanoTime();
            engine.render(left, right, 64);
            times[i] = System.nanoTime() - begun;
        }
        Arrays.sort(times);
        double durationNs = 64e9 / RATE;
        return 100 * times[(int) (times.length * 0.999)] / durationNs;
    }

    private static double allocated(boolean quick) {
        Project project = Pieces.sixteenRows(Pieces.ALL_STAGES);
        Pattern pattern = project.at(new SlotRef(0, 0)).orElseThrow();
        project = project.withPattern(new SlotRef(0, 1), Optional.of(pattern.branch(new PatternId(2), "Other")));
        PlayableBuilder builder = new PlayableBuilder(SOUNDS);
        Engine engine = playing(project);
        float[] left = new float[BLOCK];
        float[] right = new float[BLOCK];
        long id = Thread.currentThread().getId();
        long sum = 0;
        int blocks = (quick ? 20 : 600) * RATE / BLOCK;
        for (int i = -2_000; i < blocks; i++) {
            if (i % 7 == 0) {
                project = new Edit.EditHits("x", new PatternId(1), project.kit().rows().get(0).id(), Set.of(Math.floorMod(i, 32)),
                        List.of(Hit.drum(Math.floorMod(i * 5, 32), 90))).apply(project);
                engine.publish(playable(builder, project));
            }
            if (i % 40 == 0) {
                engine.queue(1 + Math.floorMod(i / 40, 2), Switch.values()[Math.floorMod(i / 40, 5)]);
            }
            long before = THREADS.getThreadAllocatedBytes(id);
            engine.render(left, right, BLOCK);
            sum += i < 0 ? 0 : THREADS.getThreadAllocatedBytes(id) - before;
            for (int slot = 0; slot < Playable.SLOTS + 2; slot++) {
                engine.news().takePeak(slot);
            }
        }
        return sum;
    }
}
