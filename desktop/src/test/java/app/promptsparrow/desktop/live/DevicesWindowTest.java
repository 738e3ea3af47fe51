package app.promptsparrow.desktop.live;

import static org.assertj.core.api.Assertions.assertThat;

import app.promptsparrow.desktop.WindowUnderTest;
import app.promptsparrow.devices.MidiPort;
import app.promptsparrow.devices.MidiPorts;
import app.promptsparrow.devices.MidiSink;
import app.promptsparrow.devices.Playback;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.Hit;
import app.promptsparrow.pattern.Lane;
import app.promptsparrow.pattern.PatternId;
import app.promptsparrow.project.Project;
import app.promptsparrow.time.GridTime;
import app.promptsparrow.time.StepValue;
import app.promptsparrow.time.Tempo;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.TreeMap;
import java.util.concurrent.Callable;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.locks.LockSupport;
import javafx.scene.control.ListView;
import javafx.scene.input.KeyCode;
import javafx.stage.Stage;
import javafx.stage.Window;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;
import org.testfx.util.WaitForAsyncUtils;

/** A controller with a clock, and the window in which it learns; the sound card's settings. */
class DevicesWindowTest extends WindowUnderTest {

    private static final String NAME = "desk 8 (usb)";
    private static final RowId KICK = new RowId(1);

    private volatile MidiSink controller;
    /** A second one, whose port has a thread of its own. */
    private volatile MidiSink keyboard;

    @Override
    protected MidiPorts midi() {
        return new MidiPorts() {
            @Override
            public List<String> inputs() {
                return List.of(NAME, "keys 49");
            }

            @Override
            public AutoCloseable openInput(String name, MidiSink sink) {
                if (name.equals(NAME)) {
                    controller = sink;
                } else {
                    keyboard = sink;
                }
                return () -> controller = null;
            }

            @Override
            public List<String> outputs() {
                return List.of();
            }

            @Override
            public MidiPort openOutput(String name) throws Unavailable {
                throw new Unavailable("none", null);
            }
        };
    }

    @BeforeEach
    void plug() throws Exception {
        interact(() -> {
            hands.look();
            store.open(Project.untitled().withPattern(new PatternId(1), p -> p.withLane(KICK, lane -> Lane.of(Hit.drum(0, 101), Hit.drum(8, 102)))), Optional.empty());
        });
        until(() -> controller != null && keyboard != null && hands.inputs().contains(NAME));
        until(() -> player.isReady());
    }

    private void openWindow(FxRobot robot) throws Exception {
        robot.push(KeyCode.CONTROL, KeyCode.F4);
        until(() -> robot.lookup("#controller-search").tryQuery().isPresent());
    }

    private void learn(FxRobot robot, String what, int status, int number) {
        robot.clickOn("#controller-search").push(KeyCode.CONTROL, KeyCode.A).write(what);
        settle();
        robot.clickOn("#controller-learn");
        settle();
        controller.message(status, number, 100, System.nanoTime());
        settle();
    }

    private void turn(int number, int value) {
        controller.message(MidiSink.CONTROL, number, value, System.nanoTime());
        settle();
    }

    private double kickDb() {
        return store.project().kit().row(KICK).orElseThrow().strip().levelDb();
    }

    @Test
    void a_knob_learns_a_rows_level_and_takes_hold_where_it_passes_it(FxRobot robot) throws Exception {
        double before = kickDb();
        openWindow(robot);
        learn(robot, "level of kick", MidiSink.CONTROL, 21);
        assertThat(robot.lookup("#controller-learned").<ListView<?>>query().getItems()).hasSize(1);
        turn(21, 20);
        assertThat(kickDb()).as("nothing jumps").isEqualTo(before);
        turn(21, 70);
        assertThat(kickDb()).as("still below").isEqualTo(before);
        turn(21, 120);
        double high = kickDb();
        assertThat(high).as("it has passed the value").isGreaterThan(before);
        turn(21, 90);
        assertThat(kickDb()).isLessThan(high);
        assertThat(store.undoName()).contains("Set level of Kick");
        interact(() -> store.undo());
        assertThat(kickDb()).as("one turn is one step").isEqualTo(before);
        turn(21, 30);
        assertThat(kickDb()).as("it was moved elsewhere: the knob has lost it").isEqualTo(before);
        turn(21, 120);
        assertThat(kickDb()).as("passing it takes hold again").isGreaterThan(before);
    }

    @Test
    void pads_learn_commands_slots_and_the_touch_and_a_second_thing_is_asked_about(FxRobot robot) throws Exception {
        openWindow(robot);
        learn(robot, "record", MidiSink.NOTE_ON, 50);
        learn(robot, "slot 3", MidiSink.NOTE_ON, 51);
        learn(robot, "the touch", MidiSink.NOTE_ON, 52);
        controller.message(MidiSink.NOTE_ON, 50, 90, System.nanoTime());
        settle();
        assertThat(view.recorder().isArmed()).isTrue();
        controller.message(MidiSink.NOTE_ON, 52, 77, System.nanoTime());
        settle();
        assertThat(presenter.planting().touch()).isEqualTo(77);
        controller.message(MidiSink.NOTE_ON, 51, 90, System.nanoTime());
        settle();
        assertThat(presenter.chosen().shown().slot()).isEqualTo(2);
        chosen = 0; // replace
        learn(robot, "slot 4", MidiSink.NOTE_ON, 51);
        assertThat(asked).singleElement().asString().contains("pad 51 (channel 1)").contains("slot 3");
        controller.message(MidiSink.NOTE_ON, 51, 90, System.nanoTime());
        settle();
        assertThat(presenter.chosen().shown().slot()).isEqualTo(3);
        assertThat(session.settings().text("controllers", "")).contains("slot 3\tpad 1 51 " + NAME).doesNotContain("slot 2");
    }

    @Test
    void a_clock_with_jitter_starts_the_music_sets_its_tempo_and_keeps_it_in_place(FxRobot robot) throws Exception {
        openWindow(robot);
        robot.clickOn("#clock-in");
        settle();
        robot.clickOn("#clock-in-1");
        robot.moveTo("#controller-search");
        settle();
        double bpm = 150;
        long tickNs = Math.round(60e9 / bpm / 24);
        Random random = new Random(7);
        long begun = System.nanoTime() + 400_000_000L;
        controller.clock(MidiPort.START, 0, begun);
        AtomicBoolean over = new AtomicBoolean();
        Thread clock = new Thread(() -> {
            for (int tick = 0; !over.get(); tick++) {
                long at = begun + tick * tickNs;
                LockSupport.parkNanos(at - System.nanoTime());
                controller.clock(MidiPort.CLOCK, 0, at + Math.round((random.nextDouble() - 0.5) * 4e6));
            }
        });
        clock.start();
        until(() -> System.nanoTime() - begun > 9 * 24 * tickNs); // two bars
        assertThat(text(robot, "#clock-tempo")).isEqualTo("150.0 BPM");
        // On a busy machine the music is behind for a while, and catches up at a higher tempo.
        until(() -> Math.abs(player.followedTempo().orElseThrow().bpm() - bpm) < bpm * 0.01
                && Math.abs((double) player.now().inSource() / GridTime.QUARTER - (System.nanoTime() - begun) / 60e9 * bpm) < 0.05);
        over.set(true);
        clock.join();
        assertThat(store.project().tempo()).as("the project keeps its own").isEqualTo(Project.untitled().tempo());
        controller.clock(MidiPort.STOP, 0, System.nanoTime());
        until(() -> !player.now().playing());
        until(() -> player.followedTempo().isEmpty());
    }

    @Test
    void a_flood_of_notes_is_counted_and_shown_and_leaves_nothing_sounding(FxRobot robot) throws Exception {
        long end = System.nanoTime() + 1_000_000_000L;
        int sent = 0;
        while (System.nanoTime() < end && sent < 50_000) {
            controller.message(MidiSink.NOTE_ON | 9, sent % 128, 1 + sent % 127, sent % 3 == 0 ? Long.MIN_VALUE : System.nanoTime());
            controller.message(MidiSink.NOTE_OFF | 9, sent % 128, 0, Long.MAX_VALUE);
            controller.clock(MidiPort.CLOCK, 0, sent % 2 == 0 ? -1 : Long.MAX_VALUE);
            sent++;
        }
        settle();
        assertThat(hands.unused()).as("those that belong to no row, and those for which there was no room").isPositive();
        assertThat(player.takeFault()).isEmpty();
        openWindow(robot);
        until(() -> text(robot, "#midi-in").startsWith("listens to " + NAME + ", keys 49"));
        assertThat(text(robot, "#midi-in")).contains("belonged to no row or came too fast");
        interact(() -> presenter.playing().playOrStop());
        until(() -> player.now().playing());
        interact(() -> presenter.playing().stop());
        until(() -> !player.now().playing());
    }

    /** Two hands that play rolls on four rows, faster than steps follow each other: {@code -Dnotes=10000} for the whole of it. */
    @Test
    void of_rolls_from_two_sources_at_300_bpm_no_note_is_lost_unless_it_is_counted() throws Exception {
        int each = Integer.getInteger("notes", 1_200) / 2;
        interact(() -> {
            Project project = store.project().withTempo(new Tempo(300_000)).withPattern(new PatternId(1), p -> p.withLanes(new TreeMap<>()).withStep(StepValue.plain(32)).withLength(256));
            store.open(project, Optional.empty());
            view.recorder().setReplaces(false);
            view.recorder().toggle();
            presenter.playing().playOrStop();
        });
        until(() -> player.now().playing() && player.now().position() > 0);
        long before = hands.unused();
        int[][] rows = {{36, 38}, {42, 46}};
        List<Thread> sources = new ArrayList<>();
        for (int source = 0; source < 2; source++) {
            int[] notes = rows[source];
            MidiSink port = source == 0 ? controller : keyboard;
            long everyNs = source == 0 ? 9_000_000L : 11_000_000L;
            sources.add(new Thread(() -> {
                long next = System.nanoTime();
                for (int i = 0; i < each; i++) {
                    port.message(MidiSink.NOTE_ON | 9, notes[i % 2], 1 + i % 127, System.nanoTime());
                    port.message(MidiSink.NOTE_OFF | 9, notes[i % 2], 0, System.nanoTime());
                    next += everyNs;
                    LockSupport.parkNanos(next - System.nanoTime());
                }
            }, "source " + source));
        }
        sources.forEach(Thread::start);
        for (Thread source : sources) {
            source.join();
        }
        settle();
        interact(() -> presenter.playing().stop());
        settle();
        int hits = store.project().pattern(new PatternId(1)).orElseThrow().lanes().values().stream().mapToInt(lane -> lane.hits().size()).sum();
        int counted = view.recorder().merged() + view.recorder().lost() + (int) (hands.unused() - before);
        assertThat(hits + counted).as("%d hits, %d merged, %d before the start, %d not taken", hits, view.recorder().merged(), view.recorder().lost(), hands.unused() - before).isEqualTo(2 * each);
        assertThat(hands.unused()).as("there was room for each").isEqualTo(before);
        assertThat(hits).isGreaterThan(Math.min(300, each / 2));
        assertThat(player.takeFault()).isEmpty();
    }

    @Test
    void windows_beside_the_main_one_are_left_by_escape_and_by_the_key_that_opens_them(FxRobot robot) throws Exception {
        long before = stages();
        Map<KeyCode, String> inside = Map.of(KeyCode.CONTROL, "#controller-search", KeyCode.SHIFT, "#monitor-lines");
        for (Map.Entry<KeyCode, String> window : inside.entrySet()) {
            for (boolean escape : new boolean[] {true, false}) {
                robot.push(window.getKey(), KeyCode.F4);
                until(() -> stages() == before + 1);
                robot.clickOn(window.getValue()); // it has the keys then, also where no window manager gives them
                settle();
                robot.push(escape ? new KeyCode[] {KeyCode.ESCAPE} : new KeyCode[] {window.getKey(), KeyCode.F4});
                until(() -> stages() == before);
                robot.clickOn("#status");
                settle();
            }
        }
        openWindow(robot);
        robot.clickOn("#controller-search");
        robot.clickOn("#controller-learn");
        until(() -> text(robot, "#controller-learn").contains("touch it now"));
        robot.push(KeyCode.ESCAPE);
        until(() -> text(robot, "#controller-learn").equals("learn"));
        assertThat(stages()).as("only the learning is left").isEqualTo(before + 1);
    }

    /** How many windows there are besides tips and menus. */
    private static long stages() {
        return fx(() -> Window.getWindows().stream().filter(Stage.class::isInstance).count());
    }

    private static <T> T fx(Callable<T> asked) {
        return WaitForAsyncUtils.waitForAsyncFx(10_000, asked);
    }

    @Test
    void block_and_rate_are_chosen_and_remembered(FxRobot robot) throws Exception {
        openWindow(robot);
        interact(() -> presenter.playing().playOrStop());
        until(() -> player.now().playing());
        robot.clickOn("#sound-block");
        settle();
        robot.clickOn("#sound-block-256");
        until(() -> player.blockFrames() == 256);
        assertThat(text(robot, "#sound-delay")).isEqualTo("key to sound: about 21 ms");
        assertThat(SoundCard.block(session.settings())).isEqualTo(256);
        long before = player.now().inSource();
        until(() -> player.now().inSource() > before + GridTime.QUARTER);
        robot.clickOn("#sound-rate");
        settle();
        robot.clickOn("#sound-rate-44100");
        settle();
        assertThat(SoundCard.rate(session.settings())).isEqualTo(44_100);
        assertThat(text(robot, "#sound-rate")).contains("next start");
        assertThat(player.rateHz()).as("until the next start").isEqualTo(48_000);
        session.settings().setNumber("sound.block", 77);
        assertThat(SoundCard.block(session.settings())).as("a settings file that was edited by hand").isEqualTo(Playback.USUAL_BLOCK);
    }
}
