package app.promptsparrow.devices;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.ArgumentMatchers.anyInt;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.times;
import static org.mockito.Mockito.verify;
import static org.mockito.Mockito.when;

import app.promptsparrow.demo.DemoProject;
import app.promptsparrow.engine.Engine;
import app.promptsparrow.engine.Playable;
import app.promptsparrow.engine.PlayableBuilder;
import app.promptsparrow.pattern.Hit;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.project.PatternEdit;
import app.promptsparrow.project.Project;
import app.promptsparrow.score.PatternScore;
import app.promptsparrow.score.Score;
import app.promptsparrow.sound.Pcm;
import app.promptsparrow.sound.SoundStore;
import java.io.ByteArrayOutputStream;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.atomic.AtomicLong;
import javax.sound.sampled.AudioFormat;
import javax.sound.sampled.LineUnavailableException;
import javax.sound.sampled.SourceDataLine;
import org.junit.jupiter.api.Test;

class PlaybackTest {

    private static final int RATE = 48_000;
    private static final SoundStore SOUNDS = SoundStore.onDemand(RATE);

    /** Keeps the bytes that reach it; runs an action before certain frames, on the render thread. */
    private static class Recorder implements AudioOutput {
        final ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        final CountDownLatch full = new CountDownLatch(1);
        final int wanted;
        final Runnable edit;
        final int editAtFrame;
        boolean edited;

        Recorder(int wantedFrames, int editAtFrame, Runnable edit) {
            this.wanted = wantedFrames * FRAME_BYTES;
            this.editAtFrame = editAtFrame;
            this.edit = edit;
        }

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
            return "recorder";
        }

        @Override
        public boolean write(byte[] pcm, int length) throws DeviceLost {
            if (bytes.size() < wanted) {
                bytes.write(pcm, 0, length);
            } else {
                full.countDown();
            }
            if (!edited && bytes.size() >= editAtFrame * FRAME_BYTES) {
                edited = true;
                edit.run();
            }
            return false;
        }

        @Override
        public long heardFrames() {
            return bytes.size() / FRAME_BYTES;
        }

        @Override
        public void close() {
            full.countDown();
        }
    }

    private static Playable playable(PlayableBuilder builder, Project project) {
        Pattern pattern = project.at(DemoProject.FIRST_SHOWN).orElseThrow();
        return builder.build(project, List.of(new Playable.Piece(pattern.id().value(),
                Score.endless(PatternScore.compile(project, pattern, Optional.empty())))));
    }

    private static Project edited(Project project) {
        Pattern pattern = project.at(DemoProject.FIRST_SHOWN).orElseThrow();
        return new PatternEdit.EditHits("Add", pattern.id(), project.kit().rowNamed("Mid tom").orElseThrow().id(), Set.of(),
                List.of(Hit.drum(9, 120), Hit.drum(13, 90))).apply(project);
    }

    @Test
    void the_frame_that_is_heard_never_leaps_when_a_card_goes_away() throws Exception {
        for (int round = 0; round < 40; round++) {
            int after = 3 + round % 5;
            Engine engine = new Engine(RATE);
            AudioOutput lost = new Recorder(Integer.MAX_VALUE / AudioOutput.FRAME_BYTES, Integer.MAX_VALUE / AudioOutput.FRAME_BYTES, () -> { }) {
                private int written;

                @Override
                public boolean write(byte[] pcm, int length) throws DeviceLost {
                    if (++written > after) {
                        throw DeviceLost.INSTANCE;
                    }
                    return super.write(pcm, length);
                }

                @Override
                public long heardFrames() {
                    return 1_000 * super.heardFrames(); // so that what is counted twice is far beyond what time brings
                }
            };
            Playback playback = new Playback(engine, lost, 4_096);
            AtomicLong furthest = new AtomicLong();
            AtomicBoolean stop = new AtomicBoolean();
            Thread looks = new Thread(() -> {
                while (!stop.get()) {
                    furthest.set(Math.max(furthest.get(), playback.heardFrame()));
                }
            });
            looks.start();
            playback.start();
            while (playback.output() == lost) {
                Thread.onSpinWait();
            }
            stop.set(true);
            looks.join();
            playback.close();
            assertThat(furthest.get()).as("round %d", round).isLessThanOrEqualTo(1_000L * after * 4_096 + 10 * RATE);
        }
    }

    @Test
    void the_bytes_that_reach_the_line_equal_the_offline_rendering_with_the_same_edit_at_the_same_frame() throws Exception {
        Project demo = DemoProject.make();
        int id = demo.at(DemoProject.FIRST_SHOWN).orElseThrow().id().value();
        int editAt = 76_800; // a multiple of all three block sizes and of a tick
        int frames = 240_000;
        byte[] offline = offline(demo, id, editAt, frames);
        for (int block : new int[] {64, 100, 1_024}) {
            Engine engine = new Engine(RATE);
            PlayableBuilder builder = new PlayableBuilder(SOUNDS);
            engine.publish(playable(builder, demo));
            engine.commands().play(id, 0);
            Recorder recorder = new Recorder(frames, editAt, () -> engine.publish(playable(builder, edited(demo))));
            try (Playback playback = new Playback(engine, recorder, block).start()) {
                assertThat(recorder.full.await(60, TimeUnit.SECONDS)).isTrue();
            }
            byte[] played = Arrays.copyOf(recorder.bytes.toByteArray(), frames * AudioOutput.FRAME_BYTES);
            assertThat(Arrays.equals(played, offline)).as("blocks of %d", block).isTrue();
        }
    }

    private static byte[] offline(Project demo, int id, int editAt, int frames) {
        Engine engine = new Engine(RATE);
        PlayableBuilder builder = new PlayableBuilder(SOUNDS);
        engine.publish(playable(builder, demo));
        engine.commands().play(id, 0);
        float[] left = new float[frames];
        float[] right = new float[frames];
        byte[] before = new byte[editAt * AudioOutput.FRAME_BYTES];
        engine.render(left, right, editAt);
        Pcm.encode(left, right, editAt, Pcm.Format.INT_16, before);
        engine.publish(playable(builder, edited(demo)));
        engine.render(left, right, frames - editAt);
        byte[] after = new byte[(frames - editAt) * AudioOutput.FRAME_BYTES];
        Pcm.encode(left, right, frames - editAt, Pcm.Format.INT_16, after);
        byte[] whole = Arrays.copyOf(before, before.length + after.length);
        System.arraycopy(after, 0, whole, before.length, after.length);
        return whole;
    }

    @Test
    void the_clock_takes_ten_seconds_of_blocks_in_ten_seconds_and_counts_what_is_late() {
        AtomicLong nowNs = new AtomicLong(5_000);
        ClockOutput clock = new ClockOutput(RATE, 3_072, nowNs::get, nowNs::addAndGet, "no sound card");
        byte[] block = new byte[1_024 * AudioOutput.FRAME_BYTES];
        long start = nowNs.get();
        int late = 0;
        for (int i = 0; i < 470; i++) {
            late += clock.write(block, block.length) ? 1 : 0;
            assertThat(clock.heardFrames()).isLessThanOrEqualTo((i + 1) * 1_024L);
        }
        double seconds = (nowNs.get() - start) / 1e9;
        assertThat(seconds).isBetween(9.9, 10.1);
        assertThat(late).isZero();
        nowNs.addAndGet(200_000_000); // somebody kept it waiting for longer than it holds
        assertThat(clock.write(block, block.length)).isTrue();
        assertThat(clock.write(block, block.length)).isFalse();
    }

    @Test
    void what_is_struck_while_the_output_is_full_is_in_the_block_that_is_made_next() throws Exception {
        Project demo = DemoProject.make();
        Engine engine = new Engine(RATE);
        engine.publish(playable(new PlayableBuilder(SOUNDS), demo));
        CountDownLatch waiting = new CountDownLatch(1);
        CountDownLatch struck = new CountDownLatch(1);
        Recorder recorder = new Recorder(20 * 1_024, Integer.MAX_VALUE, () -> { }) {
            @Override
            public void awaitRoom(int length) {
                if (bytes.size() == 3 * 1_024 * FRAME_BYTES) {
                    waiting.countDown();
                    try {
                        struck.await(10, TimeUnit.SECONDS);
                    } catch (InterruptedException closed) {
                        Thread.currentThread().interrupt();
                    }
                }
            }
        };
        try (Playback playback = new Playback(engine, recorder, 1_024).start()) {
            assertThat(waiting.await(10, TimeUnit.SECONDS)).isTrue();
            engine.commands().audition(demo.kit().rowNamed("Kick").orElseThrow().id(), 120, 0);
            struck.countDown();
            assertThat(recorder.full.await(60, TimeUnit.SECONDS)).isTrue();
        }
        byte[] played = recorder.bytes.toByteArray();
        int first = 0;
        while (played[first] == 0) {
            first++;
        }
        assertThat(first / AudioOutput.FRAME_BYTES).isBetween(3 * 1_024, 4 * 1_024 - 1);
    }

    @Test
    void a_card_is_waited_for_until_it_has_room() throws Exception {
        SourceDataLine line = lineThatHolds(60 * RATE * AudioOutput.FRAME_BYTES); // nothing here takes a minute, however busy the machine
        when(line.available()).thenReturn(0, 0, 0, 1_024);
        CardOutput card = new CardOutput(line);
        card.awaitRoom(1_024);
        verify(line, times(0)).available();
        card.write(new byte[1_024], 1_024);
        card.awaitRoom(1_024);
        verify(line, times(4)).available();
    }

    @Test
    void a_card_that_makes_no_room_is_not_waited_for_for_ever() throws Exception {
        CardOutput card = new CardOutput(lineThatHolds(4_096));
        card.write(new byte[1_024], 1_024);
        card.awaitRoom(1_024); // comes back by itself
    }

    private static SourceDataLine lineThatHolds(int bytes) {
        SourceDataLine line = mock(SourceDataLine.class);
        when(line.getFormat()).thenReturn(new AudioFormat(RATE, 16, 2, true, false));
        when(line.getBufferSize()).thenReturn(bytes);
        when(line.write(any(), anyInt(), anyInt())).thenReturn(1_024);
        return line;
    }

    @Test
    void a_card_that_vanishes_is_replaced_by_the_clock_and_the_frames_go_on() throws Exception {
        SourceDataLine line = mock(SourceDataLine.class);
        when(line.getFormat()).thenReturn(new AudioFormat(RATE, 16, 2, true, false));
        when(line.getLongFramePosition()).thenReturn(640L);
        when(line.write(any(), anyInt(), anyInt())).thenReturn(256, 256, 0);
        CardOutput card = new CardOutput(line);
        try (Playback playback = new Playback(new Engine(RATE), card, 64).start()) {
            long until = System.nanoTime() + 10_000_000_000L;
            while (playback.output() == card && System.nanoTime() < until) {
                Thread.onSpinWait();
            }
            assertThat(playback.output()).isInstanceOf(ClockOutput.class);
            assertThat(playback.heardFrame()).isGreaterThanOrEqualTo(640);
        }
        verify(line, times(1)).start();
        verify(line, times(1)).close();
    }

    @Test
    void a_card_tells_a_gap_when_all_it_held_was_played() throws Exception {
        SourceDataLine line = mock(SourceDataLine.class);
        when(line.getFormat()).thenReturn(new AudioFormat(RATE, 16, 2, true, false));
        when(line.getBufferSize()).thenReturn(4_096);
        when(line.available()).thenReturn(4_096, 1_024);
        when(line.write(any(), anyInt(), anyInt())).thenReturn(256);
        CardOutput card = new CardOutput(line);
        assertThat(card.write(new byte[256], 256)).as("the first block cannot be late").isFalse();
        assertThat(card.write(new byte[256], 256)).isTrue();
        assertThat(card.write(new byte[256], 256)).isFalse();
    }

    @Test
    void without_a_card_the_clock_says_that_it_is_silent() {
        try (AudioOutput output = Outputs.clock(RATE, 1_024)) {
            assertThat(output.isAudible()).isFalse();
            assertThat(output.description()).contains("no sound card");
        }
    }

    @Test
    void a_card_that_comes_back_is_played_on_and_the_frames_go_on() throws Exception {
        Engine engine = new Engine(RATE);
        Recorder card = new Recorder(10_000, Integer.MAX_VALUE, () -> { }) {
            @Override
            public boolean isAudible() {
                return true;
            }
        };
        String[] why = {"the sound card is in use by another program"};
        Cards cards = (rate, frames) -> {
            if (why[0] != null) {
                throw new LineUnavailableException(why[0]);
            }
            return card;
        };
        try (Playback playback = new Playback(engine, Outputs.open(cards, RATE, 64), 64).start()) {
            assertThat(playback.output().description()).startsWith("the sound card is in use").contains("own clock");
            assertThat(playback.lookForCard(cards)).isFalse();
            why[0] = null;
            while (playback.heardFrame() < 1_000) {
                Thread.onSpinWait();
            }
            assertThat(playback.lookForCard(cards)).isTrue();
            assertThat(card.full.await(20, TimeUnit.SECONDS)).isTrue();
            assertThat(playback.output()).isSameAs(card);
            assertThat(playback.heardFrame()).as("goes on from what the clock had taken").isGreaterThan(11_000);
            assertThat(playback.lookForCard(cards)).as("there is one").isFalse();
        }
    }

    @Test
    void what_keeps_a_card_from_opening_is_told() {
        for (String why : List.of("no sound card", "the sound card cannot play 96000 Hz")) {
            try (AudioOutput output = Outputs.open((rate, frames) -> {
                throw new LineUnavailableException(why);
            }, 96_000, 256)) {
                assertThat(output.description()).startsWith(why);
                assertThat(output.isAudible()).isFalse();
            }
        }
    }

    /** A card that is there, and says whether it was let go. */
    private static final class Card extends Recorder {
        private final AtomicBoolean closed = new AtomicBoolean();

        Card() {
            super(0, Integer.MAX_VALUE, () -> { });
        }

        @Override
        public boolean isAudible() {
            return true;
        }

        @Override
        public void close() {
            closed.set(true);
        }
    }

    @Test
    void a_card_is_opened_again_with_another_size_of_block_once_it_was_let_go() throws Exception {
        Card first = new Card();
        Card second = new Card();
        try (Playback playback = new Playback(new Engine(RATE), first, 64).start()) {
            boolean[] letGo = {false};
            assertThat(playback.reopen((rate, frames) -> {
                letGo[0] = first.closed.get();
                assertThat(frames).isEqualTo(Outputs.BLOCKS_AHEAD * 256);
                return second;
            }, 256)).isTrue();
            assertThat(letGo[0]).as("before it is opened again").isTrue();
            assertThat(playback.blockFrames()).isEqualTo(256);
            while (playback.output() != second) {
                Thread.onSpinWait();
            }
            assertThat(playback.reopen((rate, frames) -> {
                throw new LineUnavailableException("no sound card");
            }, 128)).isFalse();
            assertThat(playback.output().isAudible()).isFalse();
            assertThatThrownBy(() -> playback.reopen((rate, frames) -> first, 63)).hasMessageContaining("not 63");
        }
        assertThat(second.closed).isTrue();
    }

    @Test
    void blocks_that_come_late_are_counted_only_while_something_sounds() throws Exception {
        Engine engine = new Engine(RATE);
        CountDownLatch some = new CountDownLatch(20);
        Recorder slow = new Recorder(0, Integer.MAX_VALUE, () -> { }) {
            @Override
            public boolean write(byte[] pcm, int length) {
                some.countDown();
                Thread.onSpinWait();
                return true;
            }
        };
        try (Playback playback = new Playback(engine, slow, 64).start()) {
            assertThat(some.await(10, TimeUnit.SECONDS)).isTrue();
            assertThat(playback.lateBlocks()).as("nobody hears a gap in silence").isZero();
            engine.publish(playable(new PlayableBuilder(SOUNDS), DemoProject.make()));
            engine.commands().play(DemoProject.make().at(DemoProject.FIRST_SHOWN).orElseThrow().id().value(), 0);
            while (playback.lateBlocks() < 5) {
                Thread.onSpinWait();
            }
        }
    }

    @Test
    void a_card_that_was_found_but_not_taken_is_let_go_at_the_end() {
        Card card = new Card();
        Playback playback = new Playback(new Engine(RATE), Outputs.clock(RATE, 64), 64); // its thread never runs
        assertThat(playback.lookForCard((rate, frames) -> card)).isTrue();
        assertThat(playback.lookForCard((rate, frames) -> new Card())).as("one is on its way").isFalse();
        playback.close();
        assertThat(card.closed).isTrue();
    }
}
