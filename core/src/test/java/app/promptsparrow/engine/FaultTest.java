package app.promptsparrow.engine;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.ArgumentMatchers.anyInt;
import static org.mockito.ArgumentMatchers.anyLong;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.when;

import app.promptsparrow.kit.LayerChoice;
import app.promptsparrow.kit.Model;
import app.promptsparrow.kit.Recipe;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.kit.Tune;
import app.promptsparrow.pattern.Hit;
import app.promptsparrow.pattern.Lane;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.pattern.PatternId;
import app.promptsparrow.pattern.Roll;
import app.promptsparrow.project.Project;
import app.promptsparrow.project.SlotRef;
import app.promptsparrow.sample.SampleBuffer;
import app.promptsparrow.score.PatternScore;
import app.promptsparrow.score.Score;
import app.promptsparrow.sound.Renderings;
import app.promptsparrow.sound.SoundStore;
import app.promptsparrow.time.Tempo;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;

/** Faults are put into the engine from outside: sounds that are not there, sounds that are no numbers. */
class FaultTest {

    private static final int RATE = 48_000;
    private static final SoundStore SOUNDS = SoundStore.onDemand(RATE);
    private static final RowId KICK = new RowId(1);
    private static final RowId SNARE = new RowId(2);
    private static final RowId BASS = new RowId(14);

    private static Project beat(RowId row, Hit... hits) {
        return Project.untitled().withTempo(new Tempo(120_000)).withPattern(new PatternId(1), p -> p.withLane(row, lane -> Lane.of(hits)));
    }

    private static Engine playing(Project project, SoundStore sounds) {
        Engine engine = new Engine(RATE);
        Pattern pattern = project.at(new SlotRef(0, 0)).orElseThrow();
        engine.publish(new PlayableBuilder(sounds).build(project,
                List.of(new Playable.Piece(1, Score.endless(PatternScore.compile(project, pattern, Optional.empty()))))));
        engine.commands().play(1, 0);
        return engine;
    }

    private static float[] render(Engine engine, int frames) {
        float[] left = new float[frames];
        engine.render(left, new float[frames], frames);
        return left;
    }

    private static double peak(float[] sound) {
        double peak = 0;
        for (float value : sound) {
            assertThat(Float.isFinite(value)).isTrue();
            peak = Math.max(peak, Math.abs(value));
        }
        return peak;
    }

    /** Everything as it should be but the snare, whose frames are given. */
    private static SoundStore withSnare(Renderings snare) {
        SoundStore store = mock(SoundStore.class);
        when(store.rateHz()).thenReturn(RATE);
        when(store.get(any())).thenAnswer(call -> call.<Recipe>getArgument(0).model() == Model.SNARE ? snare : SOUNDS.get(call.getArgument(0)));
        return store;
    }

    @Test
    void a_sound_that_is_not_there_gives_silence_and_the_next_hit_of_another_row_is_heard() {
        Project project = beat(SNARE, Hit.drum(0, 127)).withPattern(new PatternId(1), p -> p.withLane(KICK, lane -> Lane.of(Hit.drum(4, 127))));
        Engine engine = playing(project, withSnare(null));
        assertThat(peak(render(engine, 20_000))).isZero();
        assertThat(engine.news().faults()).isPositive();
        assertThat(engine.news().lastFault()).isInstanceOf(NullPointerException.class);
        assertThat(peak(render(engine, 20_000))).isGreaterThan(0.1);
    }

    @Test
    void values_that_are_no_numbers_never_leave_the_engine_and_poison_neither_filters_nor_reverb() {
        float[] poison = new float[4_000];
        Arrays.fill(poison, Float.NaN);
        Project project = beat(SNARE, Hit.drum(0, 127)).withPattern(new PatternId(1), p -> p.withLane(KICK, lane -> Lane.of(Hit.drum(4, 127))));
        project = project.withKit(project.kit().with(KICK, row -> row.withStrip(row.strip().withSend(1))));
        Renderings poisoned = mock(Renderings.class);
        when(poisoned.at(anyInt(), anyLong())).thenReturn(SampleBuffer.mono(poison));
        Engine engine = playing(project, withSnare(poisoned));
        peak(render(engine, 20_000));
        assertThat(peak(render(engine, RATE))).isBetween(0.1, 1.0);
    }

    @Test
    void after_a_fault_nothing_that_sounded_goes_on_and_stop_works() {
        Project project = beat(SNARE, Hit.drum(2, 127)).withPattern(new PatternId(1), p -> p
                .withLane(new RowId(9), lane -> Lane.of(Hit.drum(0, 127)))
                .withLane(BASS, lane -> Lane.of(Hit.bass(0, 127, 33, 16 * Hit.STEP))));
        Engine engine = playing(project, withSnare(null));
        assertThat(peak(render(engine, 9_000))).isGreaterThan(0.05);
        engine.commands().stop();
        render(engine, 6_000);
        assertThat(engine.isSilent()).isFalse();
        engine.commands().play(1, 0);
        render(engine, 13_000);
        assertThat(engine.news().faults()).isPositive();
        assertThat(peak(render(engine, 6_000))).as("crash, bass and reverb are cleared").isLessThan(1e-6);
        engine.commands().stop();
        render(engine, 1_024);
        assertThat(engine.isSilent()).isTrue();
    }

    @Test
    void strikes_that_nothing_can_play_are_refused_at_the_door() {
        Engine engine = playing(beat(KICK), SOUNDS);
        assertThatThrownBy(() -> engine.commands().audition(KICK, 200, 0)).isInstanceOf(IllegalArgumentException.class).hasMessageContaining("1 to 127, not 200");
        assertThatThrownBy(() -> engine.commands().audition(KICK, 0, 0)).isInstanceOf(IllegalArgumentException.class);
        assertThatThrownBy(() -> engine.commands().audition(KICK, 100, 1_000_000)).isInstanceOf(IllegalArgumentException.class).hasMessageContaining("cents");
        engine.commands().audition(new RowId(60_000), 100, 0);
        engine.commands().audition(KICK, 127, 2_400);
        assertThat(peak(render(engine, 2_000))).isGreaterThan(0.05);
        assertThat(engine.news().faults()).isZero();
    }

    @Test
    void bass_ramps_beyond_what_the_rate_can_hold_are_limited_and_heard() {
        Hit highest = Hit.bass(0, 127, 127, 4 * Hit.STEP).withRoll(new Roll(12, 4, 100, 2_400));
        for (int rate : new int[] {44_100, 48_000}) {
            Engine engine = new Engine(rate);
            Project project = beat(BASS, highest);
            engine.publish(new PlayableBuilder(SoundStore.onDemand(rate)).build(project, List.of(new Playable.Piece(1,
                    Score.endless(PatternScore.compile(project, project.at(new SlotRef(0, 0)).orElseThrow(), Optional.empty()))))));
            engine.commands().play(1, 0);
            peak(render(engine, rate * 2));
            assertThat(engine.news().faults()).isZero();
        }
    }

    @Test
    void two_quick_switches_lose_no_late_note_of_either_source() {
        Project project = beat(KICK, Hit.drum(0, 100).withTiming(50_000));
        Pattern one = Pattern.empty(new PatternId(1), "One", 1).withLane(KICK, lane -> Lane.of(Hit.drum(0, 100).withTiming(50_000)));
        Pattern two = Pattern.empty(new PatternId(2), "Two", 1).withLane(SNARE, lane -> Lane.of(Hit.drum(0, 100).withRoll(Roll.of(2, 8))));
        Pattern three = Pattern.empty(new PatternId(3), "Three", 16);
        Project all = project.withPattern(new SlotRef(0, 0), Optional.of(one)).withPattern(new SlotRef(0, 1), Optional.of(two))
                .withPattern(new SlotRef(0, 2), Optional.of(three));
        Engine engine = new Engine(RATE);
        engine.publish(new PlayableBuilder(SOUNDS).build(all, all.filledSlots().stream().map(slot -> all.at(slot).orElseThrow())
                .map(pattern -> new Playable.Piece(pattern.id().value(), Score.endless(PatternScore.compile(all, pattern, Optional.empty())))).toList()));
        News.Reader reader = engine.news().reader();
        engine.commands().play(1, 0);
        engine.commands().queue(2, Switch.PASS_END);
        render(engine, 5_950);
        render(engine, 64);
        engine.commands().queue(3, Switch.PASS_END);
        render(engine, RATE * 2);
        StringBuilder struck = new StringBuilder();
        reader.takeUpTo(Long.MAX_VALUE, (frame, row, step, source) -> struck.append(row).append('@').append(frame).append(' '));
        // a step is 6,000 frames: the late kick, the snare's first hit and the second one 4 steps later, long after its pass
        assertThat(struck.toString().strip()).isEqualTo("1@3000 2@6000 2@30000");
    }

    @Test
    void a_bass_recipe_stands_alone_and_its_level_tune_and_velocities_count() {
        var row = Project.untitled().kit().row(BASS).orElseThrow();
        var layer = row.layers().get(0);
        assertThatThrownBy(() -> row.withLayers(List.of(layer, layer))).hasMessageContaining("stands alone");
        Project plain = beat(BASS, Hit.bass(0, 100, 33, 8 * Hit.STEP));
        double usual = peak(render(playing(plain, SOUNDS), 20_000));
        Project louder = plain.withKit(plain.kit().with(BASS, r -> r.withLayers(List.of(layer.withLevelDb(6)))));
        assertThat(20 * Math.log10(peak(render(playing(louder, SOUNDS), 20_000)) / usual)).isBetween(5.5, 6.1);
        Project tuned = plain.withKit(plain.kit().with(BASS, r -> r.withLayers(List.of(layer.withTune(Tune.cents(1_200))))));
        Project octave = beat(BASS, Hit.bass(0, 100, 45, 8 * Hit.STEP));
        assertThat(render(playing(tuned, SOUNDS), 20_000)).isEqualTo(render(playing(octave, SOUNDS), 20_000));
        Project onlyLoud = plain.withKit(plain.kit().with(BASS, r -> r.withLayers(List.of(layer.withVelocities(110, 127))).withVoicing(r.voicing().withChoice(LayerChoice.BY_VELOCITY))));
        assertThat(peak(render(playing(onlyLoud, SOUNDS), 20_000))).isZero();
    }
}
