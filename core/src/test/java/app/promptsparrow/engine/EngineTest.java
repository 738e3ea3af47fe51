package app.promptsparrow.engine;

import static org.assertj.core.api.Assertions.assertThat;

import app.promptsparrow.demo.DemoProject;
import app.promptsparrow.kit.Ending;
import app.promptsparrow.kit.Family;
import app.promptsparrow.kit.Kit;
import app.promptsparrow.kit.Model;
import app.promptsparrow.kit.Recipe;
import app.promptsparrow.kit.Reverb;
import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.kit.Strip;
import app.promptsparrow.pattern.Hit;
import app.promptsparrow.pattern.Lane;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.pattern.PatternId;
import app.promptsparrow.project.PatternEdit;
import app.promptsparrow.project.Project;
import app.promptsparrow.project.SlotRef;
import app.promptsparrow.score.PatternScore;
import app.promptsparrow.score.Score;
import app.promptsparrow.sound.SoundStore;
import app.promptsparrow.time.StepValue;
import app.promptsparrow.time.Swing;
import app.promptsparrow.time.Tempo;
import java.lang.management.ManagementFactory;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import org.junit.jupiter.api.Test;

class EngineTest {

    private static final int RATE = 48_000;
    private static final SoundStore SOUNDS = SoundStore.onDemand(RATE);
    private static final RowId KICK = new RowId(1);
    private static final RowId CLOSED = new RowId(4);
    private static final RowId OPEN = new RowId(5);

    /** An engine with its own builder, as the publishing thread would keep it. */
    private static final class Stage {
        final Engine engine = new Engine(RATE);
        final PlayableBuilder builder = new PlayableBuilder(SOUNDS);

        void publish(Project project) {
            List<Playable.Piece> sources = new ArrayList<>();
            for (SlotRef slot : project.filledSlots()) {
                Pattern pattern = project.at(slot).orElseThrow();
                sources.add(new Playable.Piece(pattern.id().value(), Score.endless(PatternScore.compile(project, pattern, Optional.empty()))));
            }
            engine.publish(builder.build(project, sources));
        }

        float[][] render(int frames, int block) {
            float[][] out = new float[2][frames];
            float[] left = new float[block];
            float[] right = new float[block];
            for (int at = 0; at < frames; at += block) {
                int count = Math.min(block, frames - at);
                engine.render(left, right, count);
                System.arraycopy(left, 0, out[0], at, count);
                System.arraycopy(right, 0, out[1], at, count);
            }
            return out;
        }

        List<long[]> strikes(int frames) {
            List<long[]> struck = new ArrayList<>();
            News.Reader reader = engine.news().reader();
            for (int at = 0; at < frames; at += 1_024) {
                render(1_024, 1_024);
                reader.takeUpTo(Long.MAX_VALUE, (frame, row, step, source) -> struck.add(new long[] {frame, row, step, source}));
            }
            return struck;
        }
    }

    private static Project with(RowId row, Hit... hits) {
        return Project.untitled().withTempo(new Tempo(120_000)).withPattern(new PatternId(1), p -> p.withLane(row, lane -> Lane.of(hits)));
    }

    private static Project dry(Project project) {
        Kit kit = project.kit();
        return project.withKit(new Kit(kit.name(), kit.rows().stream().map(row -> row.withStrip(Strip.NEUTRAL)).toList(), Reverb.USUAL));
    }

    private static Stage playing(Project project) {
        Stage stage = new Stage();
        stage.publish(project);
        stage.engine.commands().play(1, 0);
        return stage;
    }

    private static int onset(float[] sound, int from) {
        for (int i = from; i < sound.length; i++) {
            if (Math.abs(sound[i]) > 1e-6) {
                return i;
            }
        }
        return -1;
    }

    @Test
    void every_hit_begins_on_its_exact_frame() {
        Project project = dry(with(CLOSED, Hit.drum(0, 127), Hit.drum(5, 127), Hit.drum(11, 127).withTiming(13_000)))
                .withSwing(new Swing(667, StepValue.SIXTEENTH)).withTempo(new Tempo(97_300));
        List<long[]> strikes = playing(project).strikes(RATE * 5);
        float[] sound = playing(project).render(RATE * 5, 1_024)[0];
        assertThat(strikes.size()).isGreaterThanOrEqualTo(6);
        for (long[] strike : strikes) {
            if (strike[0] < RATE * 4) { // the first value of a rendering that can be told from silence comes within its first frames
                assertThat(onset(sound, (int) Math.max(0, strike[0] - 50))).isBetween((int) strike[0], (int) strike[0] + 4);
            }
        }
        long unit = Math.round(StepValue.SIXTEENTH.units() * 4 + StepValue.SIXTEENTH.units() * 1.334);
        assertThat(strikes.get(1)[0]).isBetween(new Tempo(97_300).toFrame(unit, RATE) - 1, new Tempo(97_300).toFrame(unit, RATE) + 1);
    }

    @Test
    void what_is_played_does_not_depend_on_the_size_of_the_blocks() {
        Project demo = DemoProject.make();
        int frames = RATE * 6;
        float[][] whole = demoStage(demo).render(frames, frames);
        for (int block : new int[] {64, 100, 1_024}) {
            float[][] played = demoStage(demo).render(frames, block);
            assertThat(Arrays.equals(played[0], whole[0]) && Arrays.equals(played[1], whole[1])).as("blocks of %d", block).isTrue();
        }
        assertThat(peak(whole[0])).isGreaterThan(0.2f);
    }

    private static Stage demoStage(Project demo) {
        Stage stage = new Stage();
        stage.publish(demo);
        stage.engine.commands().play(demo.at(DemoProject.FIRST_SHOWN).orElseThrow().id().value(), 0);
        return stage;
    }

    private static float peak(float[] sound) {
        float peak = 0;
        for (float value : sound) {
            peak = Math.max(peak, Math.abs(value));
        }
        return peak;
    }

    @Test
    void velocity_becomes_level_by_its_formula() {
        // two velocities that the same rendering is for
        float loud = peak(playing(dry(with(KICK, Hit.drum(0, 127)))).render(RATE / 2, 512)[0]);
        float soft = peak(playing(dry(with(KICK, Hit.drum(0, 110)))).render(RATE / 2, 512)[0]);
        assertThat(20 * Math.log10(soft / loud)).isCloseTo(40 * Math.log10(110 / 127.0), org.assertj.core.data.Offset.offset(0.01));
        Project half = dry(with(KICK, Hit.drum(0, 110)));
        half = half.withKit(half.kit().with(KICK, row -> row.withVoicing(row.voicing().withVelocityResponse(50))));
        float halved = peak(playing(half).render(RATE / 2, 512)[0]);
        assertThat(20 * Math.log10(halved / loud)).isCloseTo(20 * Math.log10(110 / 127.0), org.assertj.core.data.Offset.offset(0.01));
    }

    @Test
    void a_closed_hat_chokes_the_open_one_within_3_ms_and_without_a_click() {
        Project project = dry(with(OPEN, Hit.drum(0, 127).withLength(16 * Hit.STEP)));
        float[] alone = playing(project).render(RATE, 512)[0];
        Project both = project.withPattern(new PatternId(1), p -> p.withLane(CLOSED, lane -> Lane.of(Hit.drum(1, 1))));
        float[] choked = playing(both).render(RATE, 512)[0];
        int at = 6_000; // a sixteenth at 120
        assertThat(Arrays.equals(alone, 0, at, choked, 0, at)).isTrue();
        float[] rest = Arrays.copyOfRange(choked, at + 3 * RATE / 1000 + 2, at + 3_000);
        assertThat(peak(rest)).isLessThan(0.002f);
        assertThat(peak(Arrays.copyOfRange(alone, at + 144, at + 3_000))).isGreaterThan(0.02f);
    }

    @Test
    void of_two_hits_of_one_choke_group_at_one_frame_only_the_upper_row_sounds() {
        Project both = with(CLOSED, Hit.drum(0, 127)).withPattern(new PatternId(1), p -> p.withLane(OPEN, lane -> Lane.of(Hit.drum(0, 127))));
        float[] together = playing(dry(both)).render(RATE / 2, 512)[0];
        float[] closed = playing(dry(with(CLOSED, Hit.drum(0, 127)))).render(RATE / 2, 512)[0];
        assertThat(together).isEqualTo(closed);
    }

    @Test
    void endings_ring_fade_or_cut() {
        RowId crash = new RowId(9);
        Project ring = dry(with(crash, Hit.drum(0, 127)));
        Project cut = ring.withKit(ring.kit().with(crash, row -> row.withVoicing(row.voicing().withEnding(Ending.CUT))));
        Project fade = ring.withKit(ring.kit().with(crash, row -> row.withVoicing(row.voicing().withEnding(Ending.fade(200)))));
        int after = 6_000 + 6 * RATE / 1000;
        assertThat(peak(Arrays.copyOfRange(playing(ring).render(RATE, 512)[0], after, RATE / 2))).isGreaterThan(0.02f);
        assertThat(peak(Arrays.copyOfRange(playing(cut).render(RATE, 512)[0], after, RATE / 2))).isLessThan(0.001f);
        float[] faded = playing(fade).render(RATE, 512)[0];
        assertThat(peak(Arrays.copyOfRange(faded, after, after + 500))).isGreaterThan(0.01f);
        assertThat(peak(Arrays.copyOfRange(faded, 6_000 + RATE / 5, RATE / 2))).isLessThan(0.001f);
    }

    @Test
    void a_bass_note_ends_at_its_gate_and_a_slide_has_no_new_attack() {
        RowId bass = new RowId(14);
        Hit first = Hit.bass(0, 100, 33, 4 * Hit.STEP);
        float[] sound = playing(dry(with(bass, first))).render(RATE, 512)[0];
        assertThat(peak(Arrays.copyOfRange(sound, 20_000, 24_000))).isGreaterThan(0.02f);
        assertThat(peak(Arrays.copyOfRange(sound, 24_000 + RATE / 10, 40_000))).isLessThan(0.001f);
        float[] slid = playing(dry(with(bass, first, Hit.bass(4, 100, 45, 4 * Hit.STEP).withSlide(true)))).render(RATE, 512)[0];
        assertThat(Arrays.equals(slid, 0, 24_000, sound, 0, 24_000)).isTrue();
        // an octave higher after the glide: about twice the zero crossings
        assertThat(crossings(slid, 36_000, 47_000)).isCloseTo(2 * crossings(sound, 10_000, 21_000), org.assertj.core.data.Offset.offset(3));
    }

    private static int crossings(float[] sound, int from, int to) {
        int count = 0;
        for (int i = from + 1; i < to; i++) {
            count += sound[i - 1] <= 0 && sound[i] > 0 ? 1 : 0;
        }
        return count;
    }

    @Test
    void nothing_passes_the_ceiling_of_the_limiter() {
        Kit loud = new Kit("Loud", List.of(1, 2, 3, 4, 5, 6).stream().map(id -> Row.drum(id, "Kick " + id, Family.KICK, 36,
                Recipe.of(Model.KICK)).withStrip(Strip.NEUTRAL.withLevelDb(12))).toList(), Reverb.USUAL);
        Project project = Project.untitled(loud);
        for (int id = 1; id <= 6; id++) {
            RowId row = new RowId(id);
            project = project.withPattern(new PatternId(1), p -> p.withLane(row, lane -> Lane.of(Hit.drum(0, 127), Hit.drum(3, 127), Hit.drum(4, 127))));
        }
        float[][] sound = playing(project).render(RATE * 2, 1_024);
        assertThat(peak(sound[0])).isLessThanOrEqualTo(0.96605088f * 1.00001f).isGreaterThan(0.8f);
    }

    @Test
    void edits_while_playing_lose_and_double_no_hit() {
        Random random = new Random(21);
        Hit[] everyStep = new Hit[16];
        for (int i = 0; i < 16; i++) {
            everyStep[i] = Hit.drum(i, 100).withTiming(random.nextInt(60_000) - 30_000);
        }
        Project project = with(CLOSED, everyStep);
        Stage quiet = playing(project);
        List<long[]> expected = quiet.strikes(RATE * 10);
        Stage edited = playing(project);
        News.Reader reader = edited.engine.news().reader();
        List<long[]> struck = new ArrayList<>();
        Project now = project;
        for (int at = 0; at < RATE * 10; at += 1_024) {
            // an edit of another row before almost every block
            now = new PatternEdit.EditHits("x", new PatternId(1), KICK, Set.of(random.nextInt(16)), List.of(Hit.drum(random.nextInt(16), 1))).apply(now);
            edited.publish(now);
            edited.render(1_024, 1_024);
            reader.takeUpTo(Long.MAX_VALUE, (frame, row, step, source) -> {
                if (row == CLOSED.value()) {
                    struck.add(new long[] {frame, row, step, source});
                }
            });
        }
        assertThat(struck.stream().map(Arrays::toString).toList()).isEqualTo(expected.stream().map(Arrays::toString).toList());
    }

    @Test
    void a_queued_pattern_starts_when_the_pass_ends_and_takes_its_early_hit_along() {
        Project project = with(KICK, Hit.drum(0, 100), Hit.drum(15, 100));
        Pattern other = Pattern.empty(new PatternId(2), "Gulls", 8).withLane(CLOSED, lane -> Lane.of(Hit.drum(0, 100).withTiming(-40_000), Hit.drum(4, 100)));
        project = project.withPattern(new SlotRef(0, 1), Optional.of(other));
        Stage stage = playing(project);
        News.Reader reader = stage.engine.news().reader();
        List<long[]> struck = new ArrayList<>();
        News.StrikeSink sink = (frame, row, step, source) -> struck.add(new long[] {frame, row});
        stage.render(20_480, 1_024);
        stage.engine.commands().queue(2, Switch.PASS_END);
        stage.render(RATE * 3, 1_024);
        reader.takeUpTo(Long.MAX_VALUE, sink);
        int early = 96_000 - 2_400; // 40 % of a sixteenth of 6,000 frames
        assertThat(struck.stream().limit(5).map(Arrays::toString).toList()).containsExactly("[0, 1]", "[90000, 1]",
                "[" + early + ", 4]", "[120000, 4]", "[" + (early + 48_000) + ", 4]");
    }

    @Test
    void a_branch_goes_on_at_the_same_place() {
        Project project = with(KICK, Hit.drum(0, 100), Hit.drum(8, 100));
        project = project.withPattern(new SlotRef(0, 1), Optional.of(project.at(new SlotRef(0, 0)).orElseThrow().branch(new PatternId(2), "Copy")));
        Stage stage = playing(project);
        List<long[]> struck = new ArrayList<>();
        News.Reader reader = stage.engine.news().reader();
        stage.render(10_240, 1_024);
        stage.engine.commands().queue(2, Switch.SAME_PLACE);
        stage.render(RATE * 3, 1_024);
        reader.takeUpTo(Long.MAX_VALUE, (frame, row, step, source) -> struck.add(new long[] {frame, source}));
        assertThat(struck.stream().map(Arrays::toString).toList()).containsExactly("[0, 1]", "[48000, 2]", "[96000, 2]", "[144000, 2]");
    }

    @Test
    void a_tempo_change_while_playing_keeps_the_place() {
        Project project = with(CLOSED, Hit.drum(0, 100), Hit.drum(4, 100), Hit.drum(8, 100), Hit.drum(12, 100));
        Stage stage = playing(project);
        News.Reader reader = stage.engine.news().reader();
        List<Long> frames = new ArrayList<>();
        stage.render(36_864, 1_024);
        stage.publish(project.withTempo(new Tempo(60_000)));
        stage.render(RATE * 3, 1_024);
        reader.takeUpTo(Long.MAX_VALUE, (frame, row, step, source) -> frames.add(frame));
        // mixing runs the look-ahead before what is handed out, so that is where the new tempo begins
        long changed = 36_864 + Engine.LOOK_AHEAD;
        assertThat(frames.subList(0, 2)).containsExactly(0L, 24_000L);
        assertThat(frames.get(2)).isBetween(changed + 2 * (48_000 - changed) - 1, changed + 2 * (48_000 - changed) + 1);
        assertThat(frames.get(3) - frames.get(2)).isEqualTo(48_000);
    }

    @Test
    void stopping_leaves_no_stuck_voice_and_ends_in_silence() {
        Project demo = DemoProject.make();
        Stage stage = demoStage(demo);
        stage.render(RATE * 2, 1_024);
        stage.engine.commands().stop();
        stage.render(RATE * 12, 1_024);
        assertThat(stage.engine.isSilent()).isTrue();
        assertThat(peak(stage.render(RATE, 1_024)[0])).isLessThan(1e-6f);
    }

    @Test
    void the_render_thread_allocates_nothing() {
        Project demo = DemoProject.make();
        Stage stage = demoStage(demo);
        allocatedInARound(stage, demo); // linking a call for the first time allocates in the virtual machine
        allocatedInARound(stage, demo);
        // Each round takes every path, so what a path allocates would show in every round. The virtual machine's own
        // business (compiled code replaced, a buffer handed back at a collection) shows in some: one clean round proves it.
        long least = Long.MAX_VALUE;
        for (int round = 0; round < 8 && least > 0; round++) {
            least = Math.min(least, allocatedInARound(stage, demo));
        }
        assertThat(least).isZero();
        assertThat(stage.engine.news().faults()).isZero();
    }

    /** Bytes allocated while rendering 600 blocks with edits, tempo changes, switches and auditions. */
    private static long allocatedInARound(Stage stage, Project demo) {
        var threads = (com.sun.management.ThreadMXBean) ManagementFactory.getThreadMXBean();
        long id = Thread.currentThread().getId();
        float[] left = new float[1_024];
        float[] right = new float[1_024];
        long allocated = 0;
        for (int i = 0; i < 600; i++) {
            if (i % 50 == 0) {
                stage.publish(demo.withTempo(new Tempo(90_000 + i)));
                stage.engine.commands().queue(1 + i / 50 % 5, Switch.values()[i / 50 % 5]);
                stage.engine.commands().audition(KICK, 100, 300);
            }
            long before = threads.getThreadAllocatedBytes(id);
            stage.engine.render(left, right, 1_024);
            allocated += threads.getThreadAllocatedBytes(id) - before;
        }
        return allocated;
    }

    @Test
    void a_full_command_ring_says_so() {
        Engine engine = new Engine(RATE);
        int taken = 0;
        while (engine.commands().stop()) {
            taken++;
        }
        assertThat(taken).isEqualTo(CommandRing.SIZE);
        engine.render(new float[64], new float[64], 64);
        assertThat(engine.commands().stop()).isTrue();
    }

    @Test
    void a_removed_row_fades_and_the_others_play_on() {
        Project project = dry(with(new RowId(9), Hit.drum(0, 127)));
        Stage stage = playing(project);
        stage.render(12_000, 1_000);
        Kit kit = project.kit();
        stage.publish(project.withKit(new Kit(kit.name(), kit.rows().stream().filter(row -> row.id().value() != 9).toList(), kit.reverb())));
        stage.render(1_000, 1_000);
        assertThat(peak(stage.render(6_000, 1_000)[0])).isLessThan(1e-4f);
        assertThat(stage.engine.news().faults()).isZero();
    }

    @Test
    void where_the_music_was_is_known_for_as_long_as_a_window_may_stand_still() {
        Stage stage = new Stage();
        stage.publish(DemoProject.make());
        stage.engine.commands().play(1, 0);
        stage.render(10 * RATE, 1_024);
        News.Moment then = stage.engine.news().at(RATE);
        assertThat(then).as("nine seconds ago").isNotNull();
        assertThat(then.playing()).isEqualTo(1);
        assertThat(then.position()).isPositive();
    }
}
