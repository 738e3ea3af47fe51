package app.promptsparrow.bench;

import app.promptsparrow.demo.DemoProject;
import app.promptsparrow.devices.Outputs;
import app.promptsparrow.devices.Playback;
import app.promptsparrow.engine.Engine;
import app.promptsparrow.engine.EngineCommands;
import app.promptsparrow.engine.Playable;
import app.promptsparrow.engine.PlayableBuilder;
import app.promptsparrow.engine.Switch;
import app.promptsparrow.kit.BuiltInKits;
import app.promptsparrow.kit.Row;
import app.promptsparrow.pattern.Hit;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.project.KitEdit;
import app.promptsparrow.project.PatternEdit;
import app.promptsparrow.project.Project;
import app.promptsparrow.project.ProjectEdit;
import app.promptsparrow.project.SlotRef;
import app.promptsparrow.score.Scores;
import app.promptsparrow.score.Source;
import app.promptsparrow.sound.ClickSound;
import app.promptsparrow.sound.SoundStore;
import app.promptsparrow.time.Tempo;
import java.lang.management.ManagementFactory;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.Set;
import java.util.concurrent.atomic.AtomicLong;
import java.util.concurrent.locks.LockSupport;

/**
 * R4: long playing with a busy hand: hits recorded into what plays, edits, switches, tempo changes, kits swapped. An hour as fast as it renders, for memory,
 * stuck voices and faults; ten minutes on the own clock, for late blocks, beside a bare timer that tells when the machine itself stood still.
 */
final class LongBench {

    private static final int RATE = 48_000;
    private static final int BLOCK = 480;
    private static final int EDITS_A_SECOND = 10;
    private static final SoundStore SOUNDS = SoundStore.onDemand(RATE);
    private static final com.sun.management.ThreadMXBean THREADS = (com.sun.management.ThreadMXBean) ManagementFactory.getThreadMXBean();

    private LongBench() {
    }

    static List<Figure> run(boolean quick) throws InterruptedException {
        BuiltInKits.all().forEach(kit -> EngineBench.whole(SOUNDS, new KitEdit.TakeKit(kit).apply(DemoProject.make())));
        List<Figure> figures = new ArrayList<>(accelerated(quick ? 120 : 3_600));
        figures.addAll(live(quick ? 20 : 600));
        return figures;
    }

    /** A beatmaker with both hands full. */
    private static final class Hand {
        private final Random random = new Random(4);
        private final Engine engine;
        private final EngineCommands commands;
        private final PlayableBuilder builder = new PlayableBuilder(SOUNDS);
        private final Scores scores = new Scores();
        private Project project = DemoProject.make();
        private Pattern playing = project.at(DemoProject.FIRST_SHOWN).orElseThrow();
        private long done;

        Hand(Engine engine) {
            this.engine = engine;
            this.commands = engine.commands();
            EngineBench.whole(SOUNDS, project);
            publish();
            commands.click(ClickSound.values()[0], 0.5f);
            commands.play(playing.id().value(), 0);
        }

        private void publish() {
            List<Playable.Piece> sources = new ArrayList<>();
            for (SlotRef slot : project.filledSlots()) {
                Pattern pattern = project.at(slot).orElseThrow();
                sources.add(new Playable.Piece(pattern.id().value(), scores.of(project, new Source.Loop(pattern.id()))));
            }
            engine.publish(builder.build(project, sources));
        }

        /** A tenth of a second's work. */
        void act() {
            done++;
            List<Row> rows = project.kit().rows();
            Row row = rows.get(random.nextInt(rows.size()));
            int cents = row.isBass() ? 3_300 : 0;
            if (done % 2 == 0) {
                commands.press(row.id(), 1 + random.nextInt(127), cents);
            } else {
                rows.forEach(each -> commands.release(each.id(), each.isBass() ? 3_300 : 0));
            }
            if (done % (20 * EDITS_A_SECOND) == 0) {
                project = new KitEdit.TakeKit(BuiltInKits.all().get((int) (done / (20 * EDITS_A_SECOND) % 4))).apply(project);
                EngineBench.whole(SOUNDS, project); // as the window does before it takes a kit
            } else if (done % (7 * EDITS_A_SECOND) == 0) {
                project = new ProjectEdit.SetTempo(new Tempo(80_000 + random.nextInt(80_000))).apply(project);
            } else {
                Pattern now = project.pattern(playing.id()).orElseThrow();
                int step = random.nextInt(now.laneSteps(row.id()));
                List<Hit> put = random.nextInt(3) == 0 ? List.of() : List.of(row.isBass() ? Hit.bass(step, 1 + random.nextInt(127), 33, Hit.STEP) : Hit.drum(step, 1 + random.nextInt(127)));
                project = new PatternEdit.EditHits("Record", now.id(), row.id(), Set.of(step), put).apply(project);
            }
            publish();
            if (done % (4 * EDITS_A_SECOND) == 0) {
                List<SlotRef> slots = project.filledSlots();
                playing = project.at(slots.get(random.nextInt(slots.size()))).orElseThrow();
                commands.queue(playing.id().value(), Switch.values()[random.nextInt(Switch.values().length)]);
            }
        }
    }

    private static List<Figure> accelerated(int seconds) {
        Engine engine = new Engine(RATE);
        Hand hand = new Hand(engine);
        float[] left = new float[BLOCK];
        float[] right = new float[BLOCK];
        long me = Thread.currentThread().getId();
        long allocated = 0;
        double early = 0;
        double late = 0;
        long begun = System.nanoTime();
        int blocks = seconds * RATE / BLOCK;
        for (int block = 0; block < blocks; block++) {
            if (block % (RATE / BLOCK / EDITS_A_SECOND) == 0) {
                hand.act();
            }
            long before = THREADS.getThreadAllocatedBytes(me);
            engine.render(left, right, BLOCK);
            allocated += block < blocks / 10 ? 0 : THREADS.getThreadAllocatedBytes(me) - before; // once it is compiled
            if (block == blocks / 10) {
                early = heapMib();
            }
        }
        late = heapMib();
        double took = (System.nanoTime() - begun) / 1e9;
        engine.commands().stop();
        for (int block = 0; block < 30 * RATE / BLOCK; block++) {
            engine.render(left, right, BLOCK);
        }
        String what = seconds + " s with " + hand.done + " edits in " + Math.round(took) + " s: ";
        return List.of(Figure.atMost("R4-memory", what + "heap at the end, beyond that after a tenth", late - early, "MiB", 8), Figure.atMost("R4-alloc", what + "allocated by rendering", allocated, "bytes", 0),
                Figure.atMost("R4-stuck", what + "still sounding half a minute after stop", engine.isSilent() ? 0 : 1, "", 0), Figure.atMost("R4-faults", what + "faults", engine.news().faults(), "", 0));
    }

    private static double heapMib() {
        System.gc();
        return ManagementFactory.getMemoryMXBean().getHeapMemoryUsage().getUsed() / 1048576.0;
    }

    /** When the machine stood still: a thread that does nothing but sleep a millisecond at a time notes by how much it woke too late. */
    private static final class BareTimer extends Thread {
        /** Longer than this, in a block's time, and a block on the edge may be late without anybody's fault. */
        static final long STOOD_NS = 4_000_000;
        private final AtomicLong stoodAtNs = new AtomicLong(Long.MIN_VALUE);
        private volatile long times;
        private volatile boolean enough;

        BareTimer() {
            super("bare timer");
            setPriority(MAX_PRIORITY);
            setDaemon(true);
        }

        @Override
        public void run() {
            long last = System.nanoTime();
            while (!enough) {
                LockSupport.parkNanos(1_000_000);
                long now = System.nanoTime();
                if (now - last > 1_000_000 + STOOD_NS) {
                    stoodAtNs.set(now);
                    times++;
                }
                last = now;
            }
        }
    }

    private static List<Figure> live(int seconds) throws InterruptedException {
        Engine engine = new Engine(RATE);
        Hand hand = new Hand(engine);
        BareTimer timer = new BareTimer();
        timer.start();
        long unexplained = 0;
        long explained = 0;
        try (Playback playback = new Playback(engine, Outputs.clock(RATE, Playback.USUAL_BLOCK), Playback.USUAL_BLOCK).start()) {
            Thread.sleep(2_000); // until it is compiled
            long known = playback.lateBlocks();
            long end = System.nanoTime() + seconds * 1_000_000_000L;
            for (long next = System.nanoTime(); next < end; next += 1_000_000_000L / EDITS_A_SECOND) {
                hand.act();
                LockSupport.parkNanos(Math.max(0, next + 1_000_000_000L / EDITS_A_SECOND - System.nanoTime()));
                long late = playback.lateBlocks();
                if (late > known && System.nanoTime() - timer.stoodAtNs.get() < 500_000_000L) {
                    explained += late - known;
                } else {
                    unexplained += late - known;
                }
                known = late;
            }
        }
        timer.enough = true;
        String what = seconds + " s live, " + hand.done + " edits: ";
        return List.of(Figure.atMost("R4-late", what + "late blocks that no standing still of the machine explains", unexplained, "blocks", 0),
                Figure.told("R4-late-stood", what + "late blocks while a bare timer beside it was late too", explained, "blocks"),
                Figure.told("R4-stood", what + "times the bare timer was " + BareTimer.STOOD_NS / 1_000_000 + " ms late or more", timer.times, ""),
                Figure.atMost("R4-live-faults", what + "faults", engine.news().faults(), "", 0));
    }
}
