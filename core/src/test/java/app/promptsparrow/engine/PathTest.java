package app.promptsparrow.engine;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import app.promptsparrow.kit.Dip;
import app.promptsparrow.kit.Family;
import app.promptsparrow.kit.GiveWay;
import app.promptsparrow.kit.Heard;
import app.promptsparrow.kit.Kit;
import app.promptsparrow.kit.Master;
import app.promptsparrow.kit.Model;
import app.promptsparrow.kit.Recipe;
import app.promptsparrow.kit.Reverb;
import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.kit.Strip;
import app.promptsparrow.kit.Voicing;
import app.promptsparrow.pattern.Hit;
import app.promptsparrow.pattern.Lane;
import app.promptsparrow.pattern.PatternId;
import app.promptsparrow.project.Project;
import app.promptsparrow.project.SlotRef;
import app.promptsparrow.score.PatternScore;
import app.promptsparrow.score.Score;
import app.promptsparrow.sound.SoundStore;
import app.promptsparrow.sound.Svf;
import app.promptsparrow.time.Tempo;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.function.UnaryOperator;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/** What a row goes through on its way out, on a held tone: how settings glide, the dip, giving way, the master. */
class PathTest {

    private static final int RATE = 48_000;
    private static final RowId HELD = new RowId(1);
    private static final RowId STRUCK = new RowId(2);
    private static final Recipe TONE = Recipe.of(Model.TOM);
    private static final Recipe NOTHING = Recipe.of(Model.RIM);
    private static final float LEVEL = 0.5f;

    private static SoundStore store(double hz) {
        float[] tone = new float[4 * RATE];
        for (int i = 0; i < tone.length; i++) {
            tone[i] = (float) (LEVEL * Math.sin(2 * Math.PI * hz * i / RATE) * 0.5 * (1 - Math.cos(Math.PI * Math.min(1, i / 4_800.0))));
        }
        return Tones.store(TONE, tone, RATE);
    }

    private static Project project(UnaryOperator<Strip> strip, Hit... struck) {
        Kit kit = new Kit("Held", List.of(
                Row.drum(1, "Held", Family.TOM, 41, TONE).withVoicing(Voicing.USUAL.withVelocityResponse(0)).withStrip(strip.apply(Strip.NEUTRAL)),
                Row.drum(2, "Struck", Family.KICK, 36, NOTHING)), Reverb.USUAL);
        return Project.untitled().withTempo(new Tempo(120_000)).withKit(kit)
                .withPattern(new PatternId(1), p -> p.withLane(HELD, lane -> Lane.of(Hit.drum(0, 127))).withLane(STRUCK, lane -> Lane.of(struck)));
    }

    private static List<Playable.Piece> pieces(Project project) {
        return List.of(new Playable.Piece(1, Score.endless(PatternScore.compile(project, project.at(new SlotRef(0, 0)).orElseThrow(), Optional.empty()))));
    }

    private static float[] played(double hz, Project project, int frames) {
        return played(hz, project, project, frames, frames);
    }

    /** The left side, with another project from a frame on. */
    private static float[] played(double hz, Project before, Project after, int at, int frames) {
        PlayableBuilder builder = new PlayableBuilder(store(hz));
        Engine engine = new Engine(RATE);
        engine.publish(builder.build(before, pieces(before)));
        engine.commands().play(1, 0);
        float[] left = new float[frames];
        float[] rest = new float[frames];
        float[] right = new float[frames];
        engine.render(left, right, at);
        engine.publish(builder.build(after, pieces(after)));
        engine.render(rest, right, frames - at);
        System.arraycopy(rest, 0, left, at, frames - at);
        return left;
    }

    // --- gliding ---

    private static UnaryOperator<Project> strip(UnaryOperator<Strip> change) {
        return project -> project.withKit(project.kit().with(HELD, row -> row.withStrip(change.apply(row.strip()))));
    }

    private static UnaryOperator<Project> reverb(UnaryOperator<Reverb> change) {
        return project -> project.withKit(project.kit().withReverb(change.apply(project.kit().reverb())));
    }

    private static UnaryOperator<Project> master(UnaryOperator<Master> change) {
        return project -> project.withMaster(change.apply(project.master()));
    }

    private enum Setting {
        LEVEL(strip(s -> s.withLevelDb(-20))),
        PAN(strip(s -> s.withPan(0.7))),
        LOW_CUT(strip(s -> s.withLowCutHz(300))),
        HIGH_CUT(strip(s -> s.withHighCutHz(700))),
        LOW_SHELF(strip(s -> s.withLowShelfDb(-15))),
        HIGH_SHELF(strip(s -> s.withHighShelfDb(-15))),
        DIP(strip(s -> s.withDip(new Dip(60, -12)))),
        DRIVE_ON(strip(s -> s.withDrive(0.2))),
        DRIVE_OFF(strip(s -> s.withDrive(0.2)), strip(s -> s.withDrive(0))),
        SEND(strip(s -> s.withSend(1))),
        RETURN(strip(s -> s.withSend(1)), reverb(r -> r.withReturnDb(-30))),
        PRE_DELAY(strip(s -> s.withSend(1)), reverb(r -> r.withPreDelayMs(150))),
        DECAY(strip(s -> s.withSend(1)), reverb(r -> r.withDecayMs(300))),
        SIZE(strip(s -> s.withSend(1)), reverb(r -> r.withSize(60))),
        REVERB_LOW_CUT(strip(s -> s.withSend(1)), reverb(r -> r.withLowCutHz(700))),
        REVERB_HIGH_CUT(strip(s -> s.withSend(1)), reverb(r -> r.withHighCutHz(1_200))),
        MASTER(master(m -> m.withLevelDb(-25))),
        CEILING(master(m -> m.withCeilingDb(-9))),
        LIMITER_OFF(master(m -> m.withCeilingDb(-9)), master(m -> m.withLimiter(false))),
        LIMITER_ON(master(m -> m.withCeilingDb(-9).withLimiter(false)), master(m -> m.withLimiter(true))),
        GIVING_WAY(strip(s -> s.withGiveWay(Optional.of(new GiveWay(STRUCK, 12, 200)))));

        private final UnaryOperator<Project> before;
        private final UnaryOperator<Project> change;

        Setting(UnaryOperator<Project> change) {
            this(project -> project, change);
        }

        Setting(UnaryOperator<Project> before, UnaryOperator<Project> change) {
            this.before = before;
            this.change = change;
        }
    }

    private static double above2500(float[] sound, int from) {
        double[] all = new double[sound.length];
        for (int i = 0; i < all.length; i++) {
            all[i] = sound[i];
        }
        for (int pass = 0; pass < 4; pass++) {
            double[] state = new double[2]; // two poles of 2.5 kHz a pass, by the bilinear transform
            double k = Math.tan(Math.PI * 2_500 / RATE);
            double norm = 1 / (1 + Math.sqrt(2) * k + k * k);
            double b1 = 2 * (k * k - 1) * norm;
            double b2 = (1 - Math.sqrt(2) * k + k * k) * norm;
            for (int i = 0; i < all.length; i++) {
                double w = all[i] - b1 * state[0] - b2 * state[1];
                all[i] = norm * (w - 2 * state[0] + state[1]);
                state[1] = state[0];
                state[0] = w;
            }
        }
        double peak = 1e-12;
        for (int i = from; i < all.length; i++) {
            peak = Math.max(peak, Math.abs(all[i]));
        }
        return 20 * Math.log10(peak);
    }

    @ParameterizedTest
    @EnumSource
    void every_setting_glides_on_a_held_bass(Setting setting) {
        Project before = setting.before.apply(project(s -> s));
        float[] sound = played(55, before, setting.change.apply(before), 24_013, 60_000);
        // the limiter itself bends the tone while it takes hold of it: seen at -73.9, as the ceiling's fall crosses the tone's peaks
        assertThat(above2500(sound, 12_000)).isLessThanOrEqualTo(setting == Setting.CEILING ? -73 : -80);
    }

    @Test
    void a_setting_that_jumped_would_be_found() {
        float[] sound = played(55, project(s -> s), 40_000);
        for (int i = 24_013; i < sound.length; i++) {
            sound[i] *= 0.9;
        }
        assertThat(above2500(sound, 12_000)).isGreaterThan(-80);
    }

    // --- dip ---

    private static double level(float[] sound, int from, int to) {
        double sum = 0;
        for (int i = from; i < to; i++) {
            sum += (double) sound[i] * sound[i];
        }
        return 10 * Math.log10(sum / (to - from));
    }

    @Test
    void a_dip_takes_away_what_it_says_where_it_says_and_hardly_anything_two_octaves_away() {
        for (double hz : new double[] {40, 160, 640}) {
            double without = level(played(hz, project(s -> s), 48_000), 14_400, 48_000);
            double with = level(played(hz, project(s -> s.withDip(new Dip(160, -9))), 48_000), 14_400, 48_000);
            assertThat(with - without).as("at %.0f Hz", hz).isCloseTo(hz == 160 ? -9 : 0, within(hz == 160 ? 0.1 : 0.8));
            assertThat(with - without).isCloseTo(Svf.Setting.bell(160, -9, Dip.Q, RATE).db(hz, RATE), within(0.05));
        }
    }

    // --- giving way ---

    private static final int STEP = 6_000; // a sixteenth at 120

    @Test
    void a_row_gives_way_to_the_hits_of_another_by_its_depth_in_2_ms_and_comes_back_in_its_time() {
        Project project = project(s -> s.withGiveWay(Optional.of(new GiveWay(STRUCK, 12, 100))), Hit.drum(4, 100).withTiming(169), Hit.drum(8, 1));
        float[] with = played(1_000, project, 60_000);
        float[] without = played(1_000, project(s -> s), 60_000);
        for (int hit : new int[] {4 * STEP + STEP * 169 / 100_000, 8 * STEP}) { // whatever their velocity
            assertThat(gain(with, without, hit - 20)).isCloseTo(0, within(0.05));
            assertThat(gain(with, without, hit + 96)).isCloseTo(-12, within(1.0)); // seen where the tone is high, up to six frames away
            assertThat(gain(with, without, hit + 96 + 2_400)).isCloseTo(-6, within(0.1));
            assertThat(gain(with, without, hit + 96 + 4_824)).isCloseTo(0, within(0.05));
        }
    }

    @Test
    void at_another_rate_it_is_down_in_the_same_time() {
        int rate = 2 * RATE;
        RowPlan row = new RowPlan(null, project(s -> s.withGiveWay(Optional.of(new GiveWay(STRUCK, 12, 100)))).kit().rows().get(0), 0, true, 1,
                Tones.store(TONE, new float[100], rate), false);
        Way way = new Way(rate);
        way.take(row);
        way.begin(row, 0);
        way.struck(0);
        float[] ones = new float[12 * Mixer.TICK];
        Arrays.fill(ones, 1);
        for (int at = 0; at < ones.length; at += Mixer.TICK) {
            way.process(row, ones, null, at);
        }
        assertThat(20 * Math.log10(ones[96])).as("after 1 ms").isCloseTo(-6, within(0.1));
        assertThat(20 * Math.log10(ones[192])).as("after 2 ms").isCloseTo(-12, within(0.05));
    }

    /** At a frame where the tone is far from zero. */
    private static double gain(float[] with, float[] without, int near) {
        int at = near;
        for (int i = near - 6; i < near + 6; i++) {
            at = Math.abs(without[i]) > Math.abs(without[at]) ? i : at;
        }
        return 20 * Math.log10(with[at] / without[at]);
    }

    @Test
    void nobody_gives_way_to_a_row_that_is_not_heard() {
        Project project = project(s -> s.withGiveWay(Optional.of(new GiveWay(STRUCK, 24, 100))), Hit.drum(4, 100));
        Project muted = project.withKit(project.kit().with(STRUCK, row -> row.withHeard(new Heard(true, false))));
        assertThat(played(1_000, muted, 40_000)).isEqualTo(played(1_000, project(s -> s), 40_000));
    }

    @Test
    void a_sound_that_begins_while_its_row_gives_way_is_quiet_from_its_start() {
        Project late = project(s -> s.withGiveWay(Optional.of(new GiveWay(STRUCK, 18, 400))), Hit.drum(0, 100))
                .withPattern(new PatternId(1), p -> p.withLane(HELD, lane -> Lane.of(Hit.drum(1, 127))));
        Project free = late.withKit(late.kit().with(HELD, row -> row.withStrip(Strip.NEUTRAL)));
        float[] with = played(1_000, late, 20_000);
        float[] without = played(1_000, free, 20_000);
        assertThat(gain(with, without, STEP + 4_000)).isCloseTo(-18 * (1 - (STEP + 4_000 - 96) / 19_200.0), within(0.1));
    }

    @Test
    void giving_way_is_the_same_in_blocks_of_any_size() {
        Project project = project(s -> s.withGiveWay(Optional.of(new GiveWay(STRUCK, 12, 150))), Hit.drum(3, 100).withTiming(-203), Hit.drum(4, 90));
        float[] whole = played(333, project, 48_000);
        PlayableBuilder builder = new PlayableBuilder(store(333));
        Engine engine = new Engine(RATE);
        engine.publish(builder.build(project, pieces(project)));
        engine.commands().play(1, 0);
        float[] left = new float[100];
        float[] right = new float[100];
        for (int at = 0; at + 100 <= whole.length; at += 100) {
            engine.render(left, right, 100);
            for (int i = 0; i < 100; i++) {
                assertThat(left[i]).isEqualTo(whole[at + i]);
            }
        }
    }

    // --- the master ---

    @Test
    void the_master_turns_all_of_it_up_or_down_and_the_limiter_holds_its_ceiling_or_lets_everything_pass() {
        double without = level(played(500, project(s -> s), 48_000), 14_400, 48_000);
        assertThat(level(played(500, project(s -> s).withMaster(new Master(-7, true, -0.3)), 48_000), 14_400, 48_000) - without).isCloseTo(-7, within(0.01));
        assertThat(peak(played(500, project(s -> s).withMaster(new Master(12, true, -6)), 48_000))).isCloseTo(Math.pow(10, -6 / 20.0), within(0.002));
        assertThat(peak(played(500, project(s -> s).withMaster(new Master(12, false, -6)), 48_000))).isCloseTo(LEVEL * Math.pow(10, 12 / 20.0), within(0.002));
    }

    private static double peak(float[] sound) {
        double peak = 0;
        for (float value : sound) {
            peak = Math.max(peak, Math.abs(value));
        }
        return peak;
    }
}
