package app.promptsparrow.engine;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.ArgumentMatchers.anyInt;
import static org.mockito.ArgumentMatchers.anyLong;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.when;

import app.promptsparrow.kit.Family;
import app.promptsparrow.kit.Heard;
import app.promptsparrow.kit.Kit;
import app.promptsparrow.kit.Layer;
import app.promptsparrow.kit.LayerChoice;
import app.promptsparrow.kit.Model;
import app.promptsparrow.kit.Recipe;
import app.promptsparrow.kit.Reverb;
import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.kit.Span;
import app.promptsparrow.kit.Tune;
import app.promptsparrow.kit.Voicing;
import app.promptsparrow.pattern.Hit;
import app.promptsparrow.pattern.Lane;
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
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.UnaryOperator;
import org.junit.jupiter.api.Test;

/** Which layers a hit sounds, and what part of them; told apart by sounds that are one steady value each. */
class LayersTest {

    private static final int RATE = 48_000;
    private static final int STEP = 6_000; // a sixteenth at 120
    private static final RowId ROW = new RowId(1);
    private static final RowId OTHER = new RowId(2);
    private static final Recipe A = Recipe.of(Model.RIM);
    private static final Recipe B = Recipe.of(Model.STICKS);
    private static final Recipe C = Recipe.of(Model.BELL);

    private final Map<Recipe, SampleBuffer> sounds = new HashMap<>(Map.of(A, steady(0.1f), B, steady(0.2f), C, steady(0.4f)));
    private final Map<Recipe, Renderings> renderings = new HashMap<>();

    private static SampleBuffer steady(float value) {
        float[] frames = new float[2_000];
        Arrays.fill(frames, value);
        return SampleBuffer.mono(frames);
    }

    private SoundStore store() {
        SoundStore store = mock(SoundStore.class);
        when(store.rateHz()).thenReturn(RATE);
        when(store.get(any())).thenAnswer(call -> renderings.computeIfAbsent(call.getArgument(0), recipe -> {
            Renderings made = mock(Renderings.class);
            when(made.at(anyInt(), anyLong())).thenAnswer(asked -> sounds.get(recipe));
            when(made.isReady()).thenReturn(true);
            return made;
        }));
        return store;
    }

    private static Row row(LayerChoice choice, Layer... layers) {
        return Row.drum(1, "Row", Family.OTHER, 40, A).withLayers(List.of(layers)).withVoicing(Voicing.USUAL.withChoice(choice).withVelocityResponse(0));
    }

    private static Project project(Row row, Hit... hits) {
        return Project.untitled(new Kit("Kit", List.of(row, Row.drum(2, "Other", Family.OTHER, 41, B)), Reverb.USUAL)).withTempo(new Tempo(120_000))
                .withPattern(new PatternId(1), p -> p.withLane(ROW, lane -> Lane.of(hits)));
    }

    private Engine playing(Project project) {
        Engine engine = new Engine(RATE);
        engine.publish(new PlayableBuilder(store()).build(project, List.of(new Playable.Piece(1,
                Score.endless(PatternScore.compile(project, project.at(new SlotRef(0, 0)).orElseThrow(), Optional.empty())))), false));
        engine.commands().play(1, 0);
        return engine;
    }

    private static float[][] render(Engine engine, int frames) {
        float[][] out = new float[2][frames];
        engine.render(out[0], out[1], frames);
        assertThat(engine.news().faults()).isZero();
        return out;
    }

    /** The values 500 frames behind each of the first steps, in tenths. */
    private List<Integer> heard(Project project, int steps) {
        float[] sound = render(playing(project), steps * STEP)[0];
        List<Integer> values = new ArrayList<>();
        for (int step = 0; step < steps; step++) {
            values.add(Math.round(sound[step * STEP + 500] * 10));
        }
        return values;
    }

    private static Hit[] every(int velocity) {
        Hit[] hits = new Hit[16];
        for (int step = 0; step < 16; step++) {
            hits[step] = Hit.drum(step, velocity);
        }
        return hits;
    }

    @Test
    void layers_together_all_sound_whatever_their_velocities_are() {
        assertThat(heard(project(row(LayerChoice.TOGETHER, Layer.of(A).withVelocities(1, 2), Layer.of(B), Layer.of(C)), every(100)), 3)).containsExactly(7, 7, 7);
    }

    @Test
    void by_velocity_every_layer_sounds_whose_range_holds_it_and_a_gap_is_silent() {
        Row row = row(LayerChoice.BY_VELOCITY, Layer.of(A).withVelocities(1, 60), Layer.of(B).withVelocities(50, 80), Layer.of(C).withVelocities(100, 127));
        assertThat(heard(project(row, Hit.drum(0, 30), Hit.drum(1, 55), Hit.drum(2, 70), Hit.drum(3, 90), Hit.drum(4, 110)), 5)).containsExactly(1, 3, 2, 0, 4);
    }

    @Test
    void in_turn_neighbours_differ_through_passes_and_rolls_and_muted_layers_are_passed_over() {
        Row row = row(LayerChoice.IN_TURN, Layer.of(A), Layer.of(B), Layer.of(C));
        List<Integer> all = heard(project(row, every(100)), 40);
        for (int i = 1; i < all.size(); i++) {
            assertThat(all.get(i)).as("step %d", i).isNotEqualTo(all.get(i - 1));
        }
        assertThat(all.subList(0, 3)).containsExactlyInAnyOrder(1, 2, 4);
        assertThat(all.subList(3, 6)).isEqualTo(all.subList(0, 3));
        Row muted = row.withLayers(List.of(Layer.of(A), Layer.of(B).withHeard(new Heard(true, false)), Layer.of(C)));
        assertThat(new HashSet<>(heard(project(muted, every(100)), 16))).containsExactlyInAnyOrder(1, 4);
        Row soloed = row.withLayers(List.of(Layer.of(A), Layer.of(B).withHeard(new Heard(false, true)), Layer.of(C)));
        assertThat(new HashSet<>(heard(project(soloed, every(100)), 16))).containsExactly(2);
        // a roll of two counts as two strikes, so three layers come round every other step
        List<Integer> rolled = heard(project(row, Arrays.stream(every(100)).map(hit -> hit.withRoll(Roll.of(2, 1))).toArray(Hit[]::new)), 6);
        assertThat(rolled.subList(3, 6)).isEqualTo(rolled.subList(0, 3));
        assertThat(rolled.get(1)).isNotEqualTo(all.get(1));
    }

    @Test
    void by_chance_each_is_about_as_frequent_the_same_again_and_others_for_another_number() {
        Row row = row(LayerChoice.BY_CHANCE, Layer.of(A), Layer.of(B), Layer.of(C));
        Project project = project(row, every(100));
        List<Integer> all = heard(project, 300);
        for (int value : new int[] {1, 2, 4}) {
            assertThat(all.stream().filter(heard -> heard == value).count()).isBetween(70L, 130L);
        }
        assertThat(heard(project, 300)).isEqualTo(all);
        assertThat(all.subList(16, 32)).as("another pass").isNotEqualTo(all.subList(0, 16));
        assertThat(heard(project.withChanceNumber(7), 300)).isNotEqualTo(all);
    }

    @Test
    void a_layers_start_end_and_direction_count_and_its_edges_make_no_step() {
        float[] ramp = new float[4_800];
        for (int i = 0; i < ramp.length; i++) {
            ramp[i] = 0.1f + 0.4f * i / ramp.length;
        }
        sounds.put(A, SampleBuffer.mono(ramp));
        Span part = new Span(25_000, 75_000, 0, false); // frames 1,200 to 3,600
        float[] forward = render(playing(project(row(LayerChoice.TOGETHER, Layer.of(A).withSpan(part)), Hit.drum(0, 100))), 5_000)[0];
        assertThat(forward[100]).isCloseTo(ramp[1_300], within(1e-4f));
        assertThat(forward[2_000]).isCloseTo(ramp[3_200], within(1e-4f));
        assertThat(forward[2_400]).isZero();
        float[] backward = render(playing(project(row(LayerChoice.TOGETHER, Layer.of(A).withSpan(part.withReversed(true))), Hit.drum(0, 100))), 5_000)[0];
        assertThat(backward[100]).isCloseTo(ramp[3_499], within(1e-4f));
        assertThat(backward[2_000]).isCloseTo(ramp[1_599], within(1e-4f));
        for (float[] sound : List.of(forward, backward)) {
            for (int i = 1; i < sound.length; i++) {
                assertThat(Math.abs(sound[i] - sound[i - 1])).as("frame %d", i).isLessThan(0.5f / 20);
            }
        }
        float[] faded = render(playing(project(row(LayerChoice.TOGETHER, Layer.of(A).withSpan(part.withFadeUs(25_000))), Hit.drum(0, 100))), 5_000)[0];
        assertThat(faded[1_800]).as("in the middle of its fade").isCloseTo(ramp[3_000] / 2, within(0.01f));
    }

    @Test
    void a_tuned_sound_keeps_its_shape_without_images() {
        float[] tone = new float[RATE];
        for (int i = 0; i < tone.length; i++) {
            tone[i] = 0.5f * (float) Math.sin(2 * Math.PI * 3_000 * i / RATE);
        }
        sounds.put(A, SampleBuffer.mono(tone));
        for (int cents : new int[] {-700, 500, 1_100}) {
            Row row = row(LayerChoice.TOGETHER, Layer.of(A).withTune(Tune.cents(cents)));
            float[] sound = render(playing(project(row, Hit.drum(0, 100))), RATE / 2)[0];
            double hz = 3_000 * Math.pow(2, cents / 1_200.0);
            double worst = 0;
            double sin = 0;
            double cos = 0;
            for (int i = 4_000; i < 20_000; i++) {
                sin += sound[i] * Math.sin(2 * Math.PI * hz * i / RATE) / 8_000;
                cos += sound[i] * Math.cos(2 * Math.PI * hz * i / RATE) / 8_000;
            }
            for (int i = 4_000; i < 20_000; i++) {
                double wanted = sin * Math.sin(2 * Math.PI * hz * i / RATE) + cos * Math.cos(2 * Math.PI * hz * i / RATE);
                worst = Math.max(worst, Math.abs(sound[i] - wanted));
            }
            assertThat(Math.hypot(sin, cos)).as("%d cents", cents).isCloseTo(0.5, within(0.01));
            assertThat(20 * Math.log10(worst / 0.5)).as("what is no tone at %d cents", cents).isLessThan(-70);
        }
    }

    @Test
    void a_row_and_its_layer_are_tuned_together() {
        Row row = row(LayerChoice.TOGETHER, Layer.of(A).withTune(Tune.cents(700))).withVoicing(Voicing.USUAL.withTune(Tune.cents(500)));
        float[] sound = render(playing(project(row, Hit.drum(0, 127))), 2_000)[0];
        assertThat(sound[900]).isCloseTo(0.1f, within(1e-3f));
        assertThat(sound[1_020]).as("an octave up it lasts half as long").isZero();
    }

    @Test
    void stereo_stays_stereo_and_pan_is_a_balance_of_0_db_in_the_centre() {
        float[] left = new float[2_000];
        float[] right = new float[2_000];
        Arrays.fill(left, 0.3f);
        Arrays.fill(right, 0.1f);
        sounds.put(A, SampleBuffer.stereo(left, right));
        UnaryOperator<Row> at = r -> r;
        for (double pan : new double[] {0, -1, 1, 0.5}) {
            Row row = row(LayerChoice.TOGETHER, Layer.of(A));
            float[][] sound = render(playing(project(at.apply(row.withStrip(row.strip().withPan(pan))), Hit.drum(0, 100))), 1_500);
            double angle = Math.PI * (pan + 1) / 4;
            assertThat(sound[0][1_000]).isCloseTo((float) (0.3 * Math.sqrt(2) * Math.cos(angle)), within(1e-4f));
            assertThat(sound[1][1_000]).isCloseTo((float) (0.1 * Math.sqrt(2) * Math.sin(angle)), within(1e-4f));
        }
        // a mono layer beside it is in the middle
        float[][] both = render(playing(project(row(LayerChoice.TOGETHER, Layer.of(B), Layer.of(A)), Hit.drum(0, 100))), 1_500);
        assertThat(both[0][1_000]).isCloseTo(0.5f, within(1e-4f));
        assertThat(both[1][1_000]).isCloseTo(0.3f, within(1e-4f));
    }

    @Test
    void a_muted_row_chokes_nobody() {
        Row choking = row(LayerChoice.TOGETHER, Layer.of(A)).withVoicing(Voicing.USUAL.withChokeGroup(1).withVelocityResponse(0));
        Project project = project(choking, Hit.drum(0, 100));
        project = project.withKit(project.kit().with(OTHER, r -> r.withVoicing(choking.voicing())))
                .withPattern(new PatternId(1), p -> p.withLane(ROW, lane -> Lane.of(Hit.drum(1, 100).withTiming(-40_000))).withLane(OTHER, lane -> Lane.of(Hit.drum(0, 100).withTiming(50_000))));
        // the other row is struck at frame 3,000, this one at 3,600
        assertThat(render(playing(project), 5_000)[0][4_500]).isCloseTo(0.1f, within(1e-4f));
        Project muted = project.withKit(project.kit().with(ROW, r -> r.withHeard(new Heard(true, false))));
        assertThat(render(playing(muted), 5_000)[0][4_500]).isCloseTo(0.2f, within(1e-4f));
    }

    @Test
    void strikes_apart_from_the_music_take_turns_as_well() {
        Engine engine = playing(project(row(LayerChoice.IN_TURN, Layer.of(A), Layer.of(B)), new Hit[0]));
        List<Integer> values = new ArrayList<>();
        for (int i = 0; i < 4; i++) {
            engine.commands().audition(ROW, 100, 0);
            values.add(Math.round(render(engine, 3_000)[0][1_000] * 10));
        }
        assertThat(values).isIn(List.of(1, 2, 1, 2), List.of(2, 1, 2, 1));
    }

    @Test
    void when_voices_run_out_the_layers_of_a_hit_go_together() {
        float[] longTone = new float[RATE * 20];
        Arrays.fill(longTone, 0.001f);
        sounds.put(A, SampleBuffer.mono(longTone));
        sounds.put(B, SampleBuffer.mono(longTone));
        // 64 hits of two layers each fill the 128 voices; the 65th takes both layers of the first
        Engine engine = playing(project(row(LayerChoice.TOGETHER, Layer.of(A), Layer.of(B).withLevelDb(6)), every(100)));
        float[] sound = render(engine, 66 * STEP)[0];
        double one = 0.001 * (1 + Math.pow(10, 6 / 20.0));
        assertThat(sound[63 * STEP + 3_000]).isCloseTo((float) (64 * one), within(1e-4f));
        assertThat(sound[64 * STEP + 3_000]).isCloseTo((float) (64 * one), within(1e-4f));
        assertThat(sound[65 * STEP + 3_000]).isCloseTo((float) (64 * one), within(1e-4f));
    }
}
