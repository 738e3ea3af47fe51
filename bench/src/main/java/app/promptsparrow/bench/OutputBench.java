package app.promptsparrow.bench;

import app.promptsparrow.demo.DemoProject;
import app.promptsparrow.devices.AudioOutput;
import app.promptsparrow.devices.MidiPort;
import app.promptsparrow.devices.MidiSink;
import app.promptsparrow.devices.NotesOut;
import app.promptsparrow.devices.Outputs;
import app.promptsparrow.devices.Playback;
import app.promptsparrow.engine.Engine;
import app.promptsparrow.engine.EngineCommands;
import app.promptsparrow.engine.News;
import app.promptsparrow.engine.PlayableBuilder;
import app.promptsparrow.export.AudioOptions;
import app.promptsparrow.export.AudioPlan;
import app.promptsparrow.export.Choice;
import app.promptsparrow.file.FileProblem;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.project.Project;
import app.promptsparrow.sound.SoundStore;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.List;
import java.util.OptionalInt;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.atomic.AtomicLong;

/** The render thread on each output there is, in real time: late blocks and drift. */
final class OutputBench {

    private static final int RATE = 48_000;

    private OutputBench() {
    }

    static List<Figure> run(boolean quick) throws InterruptedException {
        List<Figure> figures = new ArrayList<>(drive("clock", Outputs.clock(RATE, Playback.USUAL_BLOCK), quick ? 4 : 10));
        AudioOutput found = Outputs.open(RATE, Playback.USUAL_BLOCK);
        if (found.isAudible()) {
            figures.addAll(drive("card", found, quick ? 4 : 10));
        } else {
            System.out.println("no sound card here: the card was not driven");
            found.close();
        }
        figures.add(whileWriting(quick ? 8 : 20));
        figures.add(notesOut(quick ? 6 : 20));
        figures.add(pad(quick ? 12 : 40));
        return figures;
    }

    /** Whether music that plays is late while the demo's song is written, over and over, by a worker such as the window has. */
    private static Figure whileWriting(int seconds) throws InterruptedException {
        AtomicBoolean enough = new AtomicBoolean();
        AtomicLong written = new AtomicLong();
        Thread writer = new Thread(() -> {
            try {
                Path file = Files.createTempFile("sparrow", ".wav");
                while (!enough.get()) {
                    AudioPlan plan = new AudioPlan(DemoProject.make(), new Choice.OneSong(0), OptionalInt.empty(), AudioOptions.USUAL);
                    plan.writeWhole(file, enough::get, share -> { });
                    written.incrementAndGet();
                }
                Files.deleteIfExists(file);
            } catch (IOException | FileProblem failed) {
                throw new IllegalStateException(failed);
            }
        }, "writer");
        writer.setPriority(Thread.MIN_PRIORITY);
        writer.start();
        long late = (long) drive("writing", Outputs.clock(RATE, Playback.USUAL_BLOCK), seconds).get(0).value();
        enough.set(true);
        writer.join();
        return Figure.atMost("P9-export", "late blocks in " + seconds + " s while songs are written, " + written + " of them", late, "blocks", 0);
    }

    /** How far notes sent to a port come from when their frames are heard, beside what all of them have in common. */
    private static Figure notesOut(int seconds) throws InterruptedException {
        Engine engine = new Engine(RATE);
        Project demo = DemoProject.make();
        engine.publish(EngineBench.playable(new PlayableBuilder(EngineBench.whole(SoundStore.onDemand(RATE), demo)), demo));
        News.Reader strikes = engine.news().reader();
        List<Long> arrived = Collections.synchronizedList(new ArrayList<>());
        List<Long> exact = new ArrayList<>();
        try (Playback playback = new Playback(engine, Outputs.clock(RATE, Playback.USUAL_BLOCK), Playback.USUAL_BLOCK).start();
                NotesOut out = new NotesOut(engine.news(), playback::heardFrame, RATE)) {
            NotesOut.Row[] rows = new NotesOut.Row[demo.kit().highestRowId() + 1];
            demo.kit().rows().forEach(row -> rows[row.id().value()] = new NotesOut.Row(row.midi().channel(), row.midi().note(), row.isBass(), true));
            out.rows(rows);
            out.connect(new MidiPort() {
                @Override
                public void send(int status, int data1, int data2) {
                    if ((status & 0xF0) == MidiSink.NOTE_ON) {
                        arrived.add(System.nanoTime());
                    }
                }

                @Override
                public void close() {
                    // nothing is held
                }
            });
            out.start();
            TimeUnit.SECONDS.sleep(1); // until the clock is followed
            engine.commands().play(1, 0);
            TimeUnit.SECONDS.sleep(seconds);
            engine.commands().stop();
            TimeUnit.MILLISECONDS.sleep(500);
        }
        strikes.takeNotes(Long.MAX_VALUE, (frame, row, velocity, cents, gate) -> exact.add(frame));
        double[] off = new double[Math.min(arrived.size(), exact.size())];
        for (int i = 0; i < off.length; i++) {
            off[i] = arrived.get(i) / 1e6 - exact.get(i) * 1_000.0 / RATE;
        }
        double median = Bench.median(off.clone());
        double[] jitter = Arrays.stream(off).map(ms -> Math.abs(ms - median)).sorted().toArray();
        return Figure.atMost("P9-note-out", "jitter of " + off.length + " notes sent, 99th percentile", jitter[(int) (jitter.length * 0.99)], "ms", 1);
    }

    /** From a pad's event to the first block that has its sound. */
    private static Figure pad(int times) throws InterruptedException {
        Engine engine = new Engine(RATE);
        Project project = Project.untitled();
        engine.publish(EngineBench.playable(new PlayableBuilder(EngineBench.whole(SoundStore.onDemand(RATE), project)), project));
        AudioOutput clock = Outputs.clock(RATE, Playback.USUAL_BLOCK);
        AtomicLong blocks = new AtomicLong();
        AtomicLong sounded = new AtomicLong(-1);
        AudioOutput watched = new AudioOutput() {
            @Override
            public int rateHz() {
                return RATE;
            }

            @Override
            public boolean isAudible() {
                return false;
            }

            @Override
            public String description() {
                return "watched";
            }

            @Override
            public void awaitRoom(int bytes) {
                clock.awaitRoom(bytes);
            }

            @Override
            public boolean write(byte[] pcm, int bytes) throws DeviceLost {
                long block = blocks.incrementAndGet();
                for (int i = 0; i < bytes && sounded.get() < 0; i++) {
                    if (pcm[i] != 0) {
                        sounded.set(block);
                    }
                }
                return clock.write(pcm, bytes);
            }

            @Override
            public long heardFrames() {
                return clock.heardFrames();
            }

            @Override
            public void close() {
                clock.close();
            }
        };
        double most = 0;
        RowId snare = project.kit().rows().get(1).id();
        try (Playback playback = new Playback(engine, watched, Playback.USUAL_BLOCK).start()) {
            EngineCommands commands = engine.newWriter();
            for (int i = 0; i < times; i++) {
                TimeUnit.MILLISECONDS.sleep(2_500 + 7L * i); // until it has rung out
                sounded.set(-1);
                long at = blocks.get();
                commands.audition(snare, 100, 0);
                while (sounded.get() < 0 && playback.output() == watched) {
                    Thread.onSpinWait();
                }
                most = Math.max(most, sounded.get() - at);
            }
        }
        return Figure.atMost("P9-pad", "from a pad's event to the first block with its sound, slowest of " + times, most, "blocks", 2);
    }

    private static List<Figure> drive(String name, AudioOutput output, int playSeconds) throws InterruptedException {
        Engine engine = new Engine(RATE);
        engine.publish(EngineBench.playable(new PlayableBuilder(EngineBench.whole(SoundStore.onDemand(RATE), DemoProject.make())), DemoProject.make()));
        engine.commands().play(1, 0);
        try (Playback playback = new Playback(engine, output, Playback.USUAL_BLOCK).start()) {
            TimeUnit.SECONDS.sleep(1);
            long lateBefore = playback.lateBlocks();
            long heardBefore = playback.heardFrame();
            long begun = System.nanoTime();
            TimeUnit.SECONDS.sleep(playSeconds);
            double seconds = (System.nanoTime() - begun) / 1e9;
            double heard = (playback.heardFrame() - heardBefore) / (double) RATE;
            return List.of(Figure.told("live-" + name + "-late", "late blocks in " + playSeconds + " s on the " + name, playback.lateBlocks() - lateBefore, "blocks"),
                    Figure.told("live-" + name + "-speed", "seconds heard in a second on the " + name, heard / seconds, "s"));
        }
    }
}
