package app.promptsparrow.devices;

import static org.assertj.core.api.Assertions.assertThat;

import app.promptsparrow.engine.Engine;
import app.promptsparrow.engine.Playable;
import app.promptsparrow.engine.PlayableBuilder;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.Hit;
import app.promptsparrow.pattern.Lane;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.pattern.PatternId;
import app.promptsparrow.project.Project;
import app.promptsparrow.sample.SampleFiles;
import app.promptsparrow.score.Scores;
import app.promptsparrow.score.Source;
import app.promptsparrow.sound.SoundStore;
import app.promptsparrow.time.GridTime;
import app.promptsparrow.time.Tempo;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.atomic.AtomicLong;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

/** Notes and clock out, with the time passed in. */
class NotesOutTest {

    private static final int RATE = 48_000;
    private static final PatternId ONE = new PatternId(1);
    private static final RowId KICK = new RowId(1);
    private static final RowId SNARE = new RowId(2);
    /** What the engine has rendered beyond what is heard. */
    private static final int AHEAD = 3_072;

    private record Sent(String what, double ms) {
    }

    private final List<Sent> sent = new ArrayList<>();
    private long nowNs = 1_000_000_000L;
    private final Engine engine = new Engine(RATE);
    private long heard;
    private final NotesOut out = new NotesOut(engine.news(), () -> heard, RATE);
    private final long begun = nowNs;

    private void play(Project project) {
        engine.publish(new PlayableBuilder(SoundStore.onDemand(RATE)).build(project, List.of(new Playable.Piece(1, new Scores().of(project, new Source.Loop(ONE))))));
        engine.commands().play(1, 0);
        out.rows(new NotesOut.Row[] {null, new NotesOut.Row(10, 36, false, true), new NotesOut.Row(10, 38, false, false)});
        out.connect(port());
    }

    private MidiPort port() {
        return new MidiPort() {
            @Override
            public void send(int status, int data1, int data2) {
                sent.add(new Sent(Integer.toHexString(status) + " " + data1 + " " + data2, (nowNs - begun) / 1e6));
            }

            @Override
            public void close() {
                sent.add(new Sent("closed", (nowNs - begun) / 1e6));
            }
        };
    }

    /** Lets time pass, half a millisecond at a time; what is heard is told in jumps of 10 ms, as some cards do. */
    private void pass(double ms) {
        float[] left = new float[64];
        float[] right = new float[64];
        for (long until = nowNs + (long) (ms * 1e6); nowNs < until; nowNs += 500_000) {
            long exact = (nowNs - begun) * RATE / 1_000_000_000L;
            heard = exact - exact % 480;
            while (engine.handedFrames() < exact + AHEAD) {
                engine.render(left, right, 64);
            }
            out.step(nowNs);
        }
    }

    private static Project project() {
        return Project.untitled().withTempo(new Tempo(120_000)).withPattern(ONE, p -> p
                .withLane(KICK, lane -> Lane.of(Hit.drum(0, 100), Hit.drum(4, 90).withLength(Hit.STEP * 2), Hit.drum(8, 80)))
                .withLane(SNARE, lane -> Lane.of(Hit.drum(4, 99))));
    }

    private List<Sent> sent(String beginning) {
        return sent.stream().filter(one -> one.what.startsWith(beginning)).toList();
    }

    @Test
    void notes_are_sent_when_they_are_heard_and_end_with_their_gates() {
        play(project());
        pass(1_900);
        List<Sent> notes = sent("9");
        assertThat(notes).extracting(Sent::what).containsExactly("99 36 100", "99 36 90", "99 36 80"); // the snare is muted
        double first = notes.get(0).ms;
        assertThat(first).as("as it is heard, within what the card tells").isBetween(0.0, 10.5);
        assertThat(notes.get(1).ms - first).isBetween(494.0, 506.0);
        assertThat(notes.get(2).ms - notes.get(1).ms).as("once it is followed").isBetween(498.5, 501.5);
        List<Sent> ends = sent("89");
        assertThat(ends).hasSize(3);
        assertThat(ends.get(1).ms - notes.get(1).ms).as("two sixteenths").isBetween(248.0, 252.0);
    }

    @Test
    void stopping_ends_every_note_and_another_port_gets_none_of_them() {
        play(project().withPattern(ONE, p -> p.withLane(KICK, lane -> Lane.of(Hit.drum(0, 100).withLength(Hit.STEP * 16)))));
        pass(300);
        engine.commands().stop();
        pass(200);
        assertThat(sent("89 36")).hasSize(1);
        out.connect(null);
        pass(5);
        assertThat(sent("closed")).hasSize(1);
    }

    @Test
    void a_note_by_hand_ends_when_it_is_let_go() {
        play(Project.untitled());
        pass(100);
        engine.commands().press(KICK, 77, 0);
        pass(900);
        assertThat(sent("99")).extracting(Sent::what).containsExactly("99 36 77");
        assertThat(sent("89")).isEmpty();
        engine.commands().release(KICK, 0);
        pass(200);
        assertThat(sent("89")).extracting(Sent::what).containsExactly("89 36 0");
        assertThat(sent("99")).hasSize(1);
    }

    @Test
    void the_clock_starts_counts_24_a_beat_and_stops() {
        out.sendClock(true);
        play(project());
        pass(2_000);
        engine.commands().stop();
        pass(200);
        assertThat(sent("fa")).hasSize(1);
        assertThat(sent("fc")).hasSize(1);
        List<Sent> clocks = sent("f8");
        assertThat(clocks.size()).isBetween(95, 101);
        for (int i = 48; i < 90; i++) {
            assertThat(clocks.get(i + 1).ms - clocks.get(i).ms).as("clock %d", i).isBetween(19.0, 22.5);
        }
        assertThat(clocks.get(0).ms).isGreaterThanOrEqualTo(sent("fa").get(0).ms);
    }

    @Test
    void the_monitor_keeps_what_comes_with_its_time() throws Exception {
        MonitorPort monitor = new MonitorPort(MidiPorts.NONE);
        assertThat(monitor.outputs()).containsExactly(MonitorPort.NAME);
        try (MidiPort port = monitor.openOutput(MonitorPort.NAME)) {
            long before = System.nanoTime();
            port.send(0x99, 36, 100);
            port.send(0xF8, 0, 0);
            assertThat(monitor.count()).isEqualTo(2);
            assertThat(monitor.since(1)).hasSize(1);
            assertThat(monitor.since(0).get(0).timeNs()).isGreaterThanOrEqualTo(before);
        }
    }

    @Test
    void rows_may_get_fewer_at_any_moment_and_a_port_that_fails_ends_nothing() throws Exception {
        NotesOut.Row[] many = new NotesOut.Row[60];
        Arrays.fill(many, new NotesOut.Row(10, 36, false, true));
        SoundStore silent = SoundStore.inBackground(RATE, work -> { }, Optional.empty(), SampleFiles.NONE);
        engine.publish(new PlayableBuilder(silent).build(busy(), List.of(new Playable.Piece(1, new Scores().of(busy(), new Source.Loop(ONE))))));
        engine.commands().play(1, 0);
        AtomicInteger notes = new AtomicInteger();
        AtomicLong heardNow = new AtomicLong();
        NotesOut live = new NotesOut(engine.news(), heardNow::get, RATE);
        live.connect(new MidiPort() {
            @Override
            public void send(int status, int data1, int data2) {
                if (notes.incrementAndGet() == 100) {
                    throw new IllegalStateException("a port that fails once");
                }
            }

            @Override
            public void close() {
                notes.addAndGet(0);
            }
        });
        AtomicBoolean stop = new AtomicBoolean();
        Thread changes = new Thread(() -> {
            while (!stop.get()) {
                live.rows(many);
                live.rows(new NotesOut.Row[2]);
            }
        });
        changes.start();
        live.start();
        float[] left = new float[64];
        float[] right = new float[64];
        int faults = 0;
        long start = System.nanoTime();
        for (long ns = 0; ns < 2_000_000_000L && notes.get() < 400; ns = System.nanoTime() - start) {
            long exact = ns * RATE / 1_000_000_000L;
            while (engine.handedFrames() < exact + AHEAD) {
                engine.render(left, right, 64);
            }
            heardNow.set(exact);
            if (live.takeFault().isPresent()) {
                faults++;
            }
            Thread.yield();
        }
        int before = notes.get();
        assertThat(faults).as("that of the port, and none of rows that got fewer").isEqualTo(1);
        assertThat(before).isGreaterThan(200);
        stop.set(true);
        changes.join();
        live.close();
    }

    private static Project busy() {
        return Project.untitled().withTempo(new Tempo(400_000)).withPattern(ONE, p -> {
            Pattern busy = p;
            for (int row = 1; row < 12; row++) {
                busy = busy.withLane(new RowId(row), lane -> Lane.of(IntStream.range(0, 16).mapToObj(step -> Hit.drum(step, 90)).toArray(Hit[]::new)));
            }
            return busy;
        });
    }

    @Test
    void a_port_that_is_replaced_before_it_was_taken_is_closed() {
        List<String> closed = new ArrayList<>();
        for (String name : List.of("first", "second")) {
            out.connect(new MidiPort() {
                @Override
                public void send(int status, int data1, int data2) {
                    closed.add("sent to " + name);
                }

                @Override
                public void close() {
                    closed.add(name);
                }
            });
        }
        assertThat(closed).containsExactly("first");
        out.step(nowNs);
        out.connect(null);
        out.step(nowNs);
        assertThat(closed).containsExactly("first", "second");
    }

    @Test
    void the_place_is_told_before_the_clock_goes_on_within_the_music() {
        out.sendClock(true);
        engine.publish(new PlayableBuilder(SoundStore.onDemand(RATE)).build(project(), List.of(new Playable.Piece(1, new Scores().of(project(), new Source.Loop(ONE))))));
        engine.commands().play(1, 3 * GridTime.QUARTER + GridTime.QUARTER / 48); // half a clock behind the fourth beat
        out.connect(port());
        pass(300);
        assertThat(sent("fa")).as("not from the beginning").isEmpty();
        assertThat(sent("f2")).extracting(Sent::what).containsExactly("f2 12 0");
        assertThat(sent("fb")).hasSize(1);
        List<Sent> clocks = sent("f8");
        assertThat(clocks.get(0).ms).isGreaterThanOrEqualTo(sent("fb").get(0).ms);
        assertThat(clocks.size()).isBetween(13, 16);
        assertThat(sent.indexOf(sent("f2").get(0))).isLessThan(sent.indexOf(sent("fb").get(0)));
    }

    @Test
    void without_the_clock_only_notes_are_sent() {
        play(project());
        pass(600);
        engine.commands().stop();
        pass(200);
        assertThat(sent).extracting(Sent::what).containsExactly("99 36 100", "89 36 0", "99 36 90", "89 36 0");
    }

    @Test
    void a_port_that_takes_anothers_place_gets_none_of_its_notes_and_the_first_one_all_ends() {
        play(project().withPattern(ONE, p -> p.withLane(KICK, lane -> Lane.of(Hit.drum(0, 100).withLength(Hit.STEP * 16)))));
        pass(300);
        List<Sent> first = List.copyOf(sent);
        out.connect(port());
        pass(5);
        assertThat(first).extracting(Sent::what).containsExactly("99 36 100");
        assertThat(sent.subList(1, sent.size())).extracting(Sent::what).containsExactly("89 36 0", "closed");
    }

    @Test
    void a_bass_sends_the_pitch_that_it_plays() {
        out.rows(new NotesOut.Row[] {null, new NotesOut.Row(2, 0, true, true)});
        engine.publish(new PlayableBuilder(SoundStore.onDemand(RATE)).build(Project.untitled(), List.of()));
        out.connect(port());
        engine.commands().press(KICK, 77, 3_349);
        engine.commands().press(KICK, 70, 13_000);
        pass(200);
        assertThat(sent("91")).extracting(Sent::what).containsExactly("91 33 77", "91 127 70");
    }

    @Test
    void when_it_is_closed_what_sounds_ends_and_the_port_is_closed() throws Exception {
        List<String> got = Collections.synchronizedList(new ArrayList<>());
        AtomicLong clock = new AtomicLong();
        NotesOut live = new NotesOut(engine.news(), clock::get, RATE);
        live.rows(new NotesOut.Row[] {null, new NotesOut.Row(10, 36, false, true)});
        engine.publish(new PlayableBuilder(SoundStore.onDemand(RATE)).build(Project.untitled(), List.of()));
        engine.commands().press(KICK, 77, 0);
        engine.render(new float[4_800], new float[4_800], 4_800);
        live.connect(new MidiPort() {
            @Override
            public void send(int status, int data1, int data2) {
                got.add(Integer.toHexString(status) + " " + data1 + " " + data2);
            }

            @Override
            public void close() {
                got.add("closed");
            }
        });
        assertThat(live.start()).isSameAs(live);
        clock.set(2_400);
        while (got.isEmpty()) {
            Thread.onSpinWait();
        }
        live.close();
        assertThat(got).containsExactly("99 36 77", "89 36 0", "closed");
    }
}
