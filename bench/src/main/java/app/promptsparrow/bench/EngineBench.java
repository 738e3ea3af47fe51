package app.promptsparrow.bench;

import app.promptsparrow.engine.Engine;
import app.promptsparrow.engine.Playable;
import app.promptsparrow.engine.PlayableBuilder;
import app.promptsparrow.engine.Switch;
import app.promptsparrow.kit.Layer;
import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.Strip;
import app.promptsparrow.pattern.Hit;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.pattern.PatternId;
import app.promptsparrow.project.PatternEdit;
import app.promptsparrow.project.Project;
import app.promptsparrow.project.SlotRef;
import app.promptsparrow.sample.SampleBuffer;
import app.promptsparrow.score.PatternScore;
import app.promptsparrow.score.Score;
import app.promptsparrow.sound.Renderings;
import app.promptsparrow.sound.SoundStore;
import java.lang.management.ManagementFactory;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.function.Supplier;
import java.util.stream.IntStream;

/** P1-floor, P1-synth, P1-realtime, P2-block, P2-alloc: how fast the engine renders, how even its blocks are, whether it allocates. */
final class EngineBench {

    private static final int RATE = 48_000;
    private static final int BLOCK = 1_024;
    /** A pass is two bars at 120: 64 bars in full, 16 when it has to be quick. */
    private static final int PASSES = 32;
    private static final int QUICK_PASSES = 8;
    private static final int SECONDS_A_PASS = 4;
    private static final SoundStore SOUNDS = SoundStore.onDemand(RATE);
    private static final com.sun.management.ThreadMXBean THREADS = (com.sun.management.ThreadMXBean) ManagementFactory.getThreadMXBean();

    private EngineBench() {
    }

    static List<Figure> run(boolean quick) {
        int rounds = quick ? 5 : 11;
        int passes = quick ? QUICK_PASSES : PASSES;
        int seconds = passes * SECONDS_A_PASS;
        Project full = Pieces.sixteenRows(Pieces.ALL_STAGES);
        Project neutral = Pieces.sixteenRows(Strip.NEUTRAL.withLevelDb(-12));
        double[][] allOn = inTurns(rounds, engine(full, seconds), floor(full, seconds));
        double[][] plain = inTurns(rounds, engine(neutral, seconds), new SynthBench(neutral, passes, RATE, seconds)::ready);
        return List.of(
                Figure.atMost("P1-floor", 2 * passes + " bars, all stages on, against the bare arithmetic", ratio(allOn[0], allOn[1]), "x", 2.5),
                Figure.atLeast("P1-synth", "the same notes by the JDK's synthesizer, against us with neutral stages", ratio(plain[1], plain[0]), "x", 5),
                Figure.atLeast("P1-realtime", "times faster than real time, all stages on, drive on 4 of 16 rows", seconds * 1e9 / Bench.median(allOn[0]), "x", 15),
                Figure.atLeast("P1-realtime-neutral", "times faster than real time, stages neutral", seconds * 1e9 / Bench.median(plain[0]), "x", 100),
                Figure.atMost("P2-block", "99.9th percentile of a 64-frame block, 48 rows, of its duration", blockPercent(quick), "%", 25),
                Figure.atMost("P2-alloc", "allocated while rendering with edits and switches", allocated(quick), "bytes", 0));
    }

    /** Has every sound of a project rendered, so that nothing is while it is measured. */
    static SoundStore whole(SoundStore sounds, Project project) {
        project.kit().rows().stream().flatMap(row -> row.layers().stream()).map(Layer::sound).filter(sound -> !sound.isLive()).forEach(sound -> {
            Renderings renderings = sounds.get(sound);
            for (int velocity = 1; velocity <= 127 && !renderings.isWhole(); velocity++) {
                for (int ordinal = 0; ordinal < renderings.count(); ordinal++) {
                    renderings.at(velocity, ordinal);
                }
            }
        });
        return sounds;
    }

    static Playable playable(PlayableBuilder builder, Project project) {
        List<Playable.Piece> sources = new ArrayList<>();
        for (SlotRef slot : project.filledSlots()) {
            Pattern pattern = project.at(slot).orElseThrow();
            sources.add(new Playable.Piece(pattern.id().value(), Score.endless(PatternScore.compile(project, pattern, Optional.empty()))));
        }
        return builder.build(project, sources);
    }

    static Engine playing(Project project) {
        return playing(project, new Engine(RATE));
    }

    private static Engine playing(Project project, Engine engine) {
        whole(SOUNDS, project);
        engine.publish(playable(new PlayableBuilder(SOUNDS), project));
        engine.commands().play(1, 0);
        return engine;
    }

    /** So many seconds of music. */
    private static Supplier<Runnable> engine(Project project, int seconds) {
        float[] left = new float[BLOCK];
        float[] right = new float[BLOCK];
        return () -> {
            Engine engine = playing(project, Engine.withoutMeters(RATE)); // as an export renders
            return () -> {
                for (int at = 0; at < RATE * seconds; at += BLOCK) {
                    engine.render(left, right, BLOCK);
                }
            };
        };
    }

    /** The bare arithmetic of as many voices. */
    private static Supplier<Runnable> floor(Project project, int seconds) {
        Pattern pattern = project.at(new SlotRef(0, 0)).orElseThrow();
        List<Row> drums = project.kit().rows().stream().filter(row -> !row.isBass()).toList();
        whole(SOUNDS, project);
        float[][][] voices = new float[drums.size()][][];
        double[] sounding = new double[drums.size()];
        double passFrames = project.tempo().toFrame(pattern.durationUnits(), RATE);
        for (int i = 0; i < voices.length; i++) {
            SampleBuffer buffer = SOUNDS.get(drums.get(i).layers().get(0).sound()).at(96, 0);
            voices[i] = buffer.isStereo() ? new float[][] {buffer.leftCopy(), buffer.rightCopy()} : new float[][] {buffer.leftCopy()};
            sounding[i] = pattern.lane(drums.get(i).id()).hits().size() * buffer.frames() / passFrames;
        }
        System.out.printf(Locale.ROOT, "%.1f drum voices sound at once%n", Arrays.stream(sounding).sum());
        return () -> {
            Floor floor = new Floor(voices, sounding);
            return () -> sink += floor.render(RATE * seconds);
        };
    }

    private static double sink;

    /**
     * CPU time of this thread for what two stages answer, by stage and round, after two rounds to warm up. They take turns, so that a
     * machine that is slower for a while is slower for both.
     */
    private static double[][] inTurns(int rounds, Supplier<Runnable> one, Supplier<Runnable> other) {
        List<Supplier<Runnable>> stages = List.of(one, other);
        double[][] times = new double[stages.size()][rounds];
        for (int round = -2; round < rounds; round++) {
            for (int stage = 0; stage < stages.size(); stage++) {
                Runnable work = stages.get(stage).get();
                long begun = THREADS.getCurrentThreadCpuTime();
                work.run();
                if (round >= 0) {
                    times[stage][round] = THREADS.getCurrentThreadCpuTime() - begun;
                }
            }
        }
        return times;
    }

    /** How often one goes into the other, the median of all rounds. */
    private static double ratio(double[] of, double[] to) {
        return Bench.median(IntStream.range(0, of.length).mapToDouble(round -> of[round] / to[round]).toArray());
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
                project = new PatternEdit.EditHits("x", new PatternId(1), project.kit().rows().get(0).id(), Set.of(Math.floorMod(i, 32)),
                        List.of(Hit.drum(Math.floorMod(i * 5, 32), 90))).apply(project);
                engine.publish(playable(builder, project));
            }
            if (i % 40 == 0) {
                engine.commands().queue(1 + Math.floorMod(i / 40, 2), Switch.values()[Math.floorMod(i / 40, 5)]);
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
