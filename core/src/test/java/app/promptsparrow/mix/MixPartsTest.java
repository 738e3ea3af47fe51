package app.promptsparrow.mix;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import app.promptsparrow.demo.DemoProject;
import app.promptsparrow.engine.Engine;
import app.promptsparrow.engine.Playable;
import app.promptsparrow.engine.PlayableBuilder;
import app.promptsparrow.kit.BuiltInKits;
import app.promptsparrow.kit.Family;
import app.promptsparrow.kit.Heard;
import app.promptsparrow.kit.Kit;
import app.promptsparrow.kit.Reverb;
import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.kit.SampleSound;
import app.promptsparrow.kit.Strip;
import app.promptsparrow.kit.Voicing;
import app.promptsparrow.pattern.Hit;
import app.promptsparrow.pattern.Lane;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.pattern.PatternId;
import app.promptsparrow.project.KitEdit;
import app.promptsparrow.project.Project;
import app.promptsparrow.project.SlotRef;
import app.promptsparrow.sample.SampleBuffer;
import app.promptsparrow.score.PatternScore;
import app.promptsparrow.score.Score;
import app.promptsparrow.sound.SoundStore;
import app.promptsparrow.sound.ThirdOctaves;
import app.promptsparrow.time.Tempo;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;

/** What a mix is made of, on the demo and on tones of known frequency. */
class MixPartsTest {

    private static final int RATE = 48_000;
    private static final SoundStore SOUNDS = SoundStore.onDemand(RATE);
    private static final SlotRef FIRST = new SlotRef(0, 0);

    private static SampleBuffer tone(double hz, double level) {
        float[] tone = new float[RATE / 2];
        for (int i = 0; i < tone.length; i++) {
            tone[i] = (float) (level * Math.sin(2 * Math.PI * hz * i / RATE));
        }
        return SampleBuffer.mono(tone);
    }

    /** Rows of one tone each, which all strike at their steps. */
    private record Tones(Project project, SoundStore sounds) {
    }

    private static Tones tones(double[] hz, double[] level, int[][] steps) {
        SoundStore sounds = SoundStore.onDemand(RATE);
        List<Row> rows = new ArrayList<>();
        for (int i = 0; i < hz.length; i++) {
            SampleSound sound = new SampleSound(Integer.toHexString(i + 10).repeat(64).substring(0, 64), "tone " + i, SampleSound.USUAL_ROOT);
            sounds.give(sound, tone(hz[i], level[i]));
            rows.add(Row.drum(i + 1, "Tone " + (i + 1), Family.OTHER, 40 + i, sound).withVoicing(Voicing.USUAL.withVelocityResponse(0)));
        }
        Project project = Project.untitled(new Kit("Tones", rows, Reverb.USUAL)).withTempo(new Tempo(120_000));
        for (int i = 0; i < hz.length; i++) {
            int[] at = steps[i];
            RowId row = rows.get(i).id();
            project = project.withPattern(new PatternId(1), p -> p.withLane(row, lane -> Lane.of(Arrays.stream(at).mapToObj(step -> Hit.drum(step, 100)).toArray(Hit[]::new))));
        }
        return new Tones(project, sounds);
    }

    private static List<Meeting> meetings(Tones tones, int row) {
        return new Meetings(tones.sounds).of(tones.project, tones.project.at(FIRST).orElseThrow(), new RowId(row), () -> false);
    }

    // --- where rows meet ---

    @Test
    void rows_meet_where_both_are_as_strong_at_the_same_hit() {
        Tones tones = tones(new double[] {82, 80, 640, 82}, new double[] {0.5, 0.4, 0.5, 0.05}, new int[][] {{0, 4, 8}, {0, 8, 10}, {0, 4}, {0, 4, 8}});
        List<Meeting> found = meetings(tones, 1);
        assertThat(found).hasSize(1);
        Meeting meeting = found.get(0);
        assertThat(meeting.other()).isEqualTo(new RowId(2));
        assertThat(meeting.fromHz()).isLessThan(80);
        assertThat(meeting.toHz()).isGreaterThan(82);
        assertThat(meeting.toHz() / meeting.fromHz()).isLessThan(2.1);
        // the second tone still rings at step 5, and so strongly that both are alike there too
        assertThat(meeting.steps()).contains(0, 8).doesNotContain(10);
        assertThat(meeting.at()).startsWith("steps 1");
        assertThat(meetings(tones, 3)).as("nothing else is where 640 Hz is").isEmpty();
    }

    @Test
    void a_dip_the_level_or_mute_ends_a_meeting_and_each_mend_is_one_edit() {
        Tones tones = tones(new double[] {200, 200}, new double[] {0.5, 0.5}, new int[][] {{0}, {0}});
        Meeting meeting = meetings(tones, 1).get(0);
        Project quieter = tones.project.withKit(tones.project.kit().with(new RowId(2), row -> row.withStrip(row.strip().withLevelDb(-7))));
        assertThat(meetings(new Tones(quieter, tones.sounds), 1)).isEmpty();
        Project muted = new KitEdit.SetMuted(new RowId(2), true).apply(tones.project);
        assertThat(meetings(new Tones(muted, tones.sounds), 1)).isEmpty();
        Project dipped = meeting.dip(tones.project.kit()).apply(tones.project);
        assertThat(dipped.kit().rows().get(1).strip().dip().hz()).isBetween(150.0, 260.0);
        assertThat(meetings(new Tones(dipped, tones.sounds), 1)).allMatch(left -> left.toHz() - left.fromHz() < meeting.toHz() - meeting.fromHz() || left.steps().size() < meeting.steps().size());
        Project givingWay = meeting.giveWay(tones.project.kit()).apply(tones.project);
        assertThat(givingWay.kit().rows().get(1).strip().giveWay().orElseThrow().to()).isEqualTo(new RowId(1));
        Project both = meeting.hearBoth(dipped.kit()).apply(dipped);
        assertThat(both.kit().rows()).allMatch(row -> row.heard().equals(new Heard(false, true)));
        assertThat(meeting.hearBoth(both.kit()).apply(both).kit()).isEqualTo(dipped.kit());
    }

    @Test
    void thirds_of_an_octave_lie_side_by_side_and_hold_what_a_tone_has() {
        ThirdOctaves thirds = new ThirdOctaves(RATE);
        for (int band = 0; band + 1 < ThirdOctaves.COUNT; band++) {
            assertThat(ThirdOctaves.highHz(band)).isCloseTo(ThirdOctaves.lowHz(band + 1), within(1e-9));
            double[] energies = thirds.of(tone(ThirdOctaves.middleHz(band), 0.5), 0);
            double sum = 0;
            for (double energy : energies) {
                sum += energy;
            }
            assertThat(energies[band] / sum).as("band %d", band).isGreaterThan(0.8);
        }
        assertThat(ThirdOctaves.middleHz(ThirdOctaves.COUNT - 1)).isCloseTo(16_255, within(1.0));
    }

    @Test
    void both_sides_of_a_sound_count_each_for_itself() {
        ThirdOctaves thirds = new ThirdOctaves(RATE);
        SampleBuffer low = tone(100, 0.5);
        SampleBuffer high = tone(3_000, 0.3);
        double[] both = thirds.of(SampleBuffer.stereo(low.leftCopy(), high.leftCopy()), 1_000);
        double[] left = thirds.of(low, 1_000);
        double[] right = thirds.of(high, 1_000);
        for (int band = 0; band < ThirdOctaves.COUNT; band++) {
            assertThat(both[band]).as("band %d", band).isCloseTo(left[band] + right[band], within(1e-9 * (1 + left[band] + right[band])));
        }
    }

    @Test
    void the_demos_kick_and_bass_meet_in_the_lows() {
        Project demo = DemoProject.make();
        Pattern wake = demo.at(DemoProject.FIRST_SHOWN).orElseThrow();
        RowId kick = demo.kit().rowNamed("Kick").orElseThrow().id();
        List<Meeting> found = new Meetings(SOUNDS).of(demo, wake, kick, () -> false);
        assertThat(found).anyMatch(meeting -> demo.kit().row(meeting.other()).orElseThrow().isBass() && meeting.fromHz() < 160);
        assertThat(new Meetings(SOUNDS).of(demo, wake, kick, () -> true)).isEmpty();
    }

    // --- who pushes ---

    private static Push push(Tones tones, int step) {
        return Push.at(tones.project, tones.project.at(FIRST).orElseThrow(), step, tones.sounds, () -> false).orElseThrow();
    }

    @Test
    void the_row_without_which_a_step_would_be_lowest_pushes_most() {
        Tones tones = tones(new double[] {100, 100, 300}, new double[] {0.2, 0.6, 0.3}, new int[][] {{0, 4}, {4}, {8}});
        assertThat(push(tones, 0).row()).contains(new RowId(1));
        Push fifth = push(tones, 4);
        assertThat(fifth.row()).contains(new RowId(2));
        assertThat(fifth.peakDb()).isCloseTo(20 * Math.log10(0.8), within(0.2));
        assertThat(fifth.withoutDb()).isCloseTo(20 * Math.log10(0.2), within(0.3));
        assertThat(push(tones, 14).row()).as("nothing sounds there").isEmpty();
        assertThat(Push.at(tones.project, tones.project.at(FIRST).orElseThrow(), 0, tones.sounds, () -> true)).isEmpty();
    }

    @Test
    void a_step_reaches_as_high_as_the_mix_that_is_played() {
        Project demo = DemoProject.make();
        Pattern wake = demo.at(DemoProject.FIRST_SHOWN).orElseThrow();
        int step = 20;
        Engine engine = new Engine(RATE);
        engine.publish(new PlayableBuilder(SOUNDS).build(demo, List.of(new Playable.Piece(1, Score.passes(PatternScore.compile(demo, wake, Optional.empty()), 2))), false));
        engine.commands().play(1, 0);
        int begin = (int) demo.tempo().toFrame(wake.durationUnits() + step * wake.step().units(), RATE);
        int end = (int) demo.tempo().toFrame(wake.durationUnits() + (step + 1) * wake.step().units(), RATE);
        float[] left = new float[end];
        float[] right = new float[end];
        engine.render(left, right, end);
        float peak = 0;
        for (int i = begin; i < end; i++) {
            peak = Math.max(peak, Math.max(Math.abs(left[i]), Math.abs(right[i])));
        }
        Push push = Push.at(demo, wake, step, SOUNDS, () -> false).orElseThrow();
        assertThat(push.peakDb()).isCloseTo(20 * Math.log10(peak), within(0.3));
        assertThat(push.withoutDb()).isLessThan(push.peakDb());
    }

    // --- levels ---

    @Test
    void each_row_is_measured_as_it_stands_in_the_mix() {
        Tones tones = tones(new double[] {100, 1_000, 5_000}, new double[] {0.5, 0.25, 0.1}, new int[][] {{0, 4}, {2}, {6}});
        Project project = new KitEdit.SetStrip("", new RowId(2), Strip.NEUTRAL.withLevelDb(-6)).apply(tones.project);
        List<RowLevels> levels = RowLevels.of(project, Score.passes(PatternScore.compile(project, project.at(FIRST).orElseThrow(), Optional.empty()), 1), tones.sounds, () -> false).orElseThrow();
        assertThat(levels).extracting(level -> level.row().name()).containsExactly("Tone 1", "Tone 2", "Tone 3");
        assertThat(levels.get(0).peakDb()).isCloseTo(-6.02, within(0.1));
        assertThat(levels.get(1).peakDb()).isCloseTo(-18.06, within(0.1));
        assertThat(levels.get(0).lowDb()).isGreaterThan(-1);
        assertThat(levels.get(1).midDb()).isGreaterThan(-1);
        assertThat(levels.get(2).highDb()).isGreaterThan(-1);
        assertThat(levels.get(0).highDb()).isLessThan(-30);
    }

    @Test
    void matching_brings_every_row_to_its_familys_usual_place_whatever_its_level_was() {
        Project demo = DemoProject.make();
        Project uneven = demo;
        int number = 0;
        for (Row row : demo.kit().rows()) {
            uneven = new KitEdit.SetStrip("", row.id(), row.strip().withLevelDb(row.strip().levelDb() + number++ * 5 % 13 - 6)).apply(uneven);
        }
        Map<RowId, Strip> matched = LevelMatch.of(uneven, SOUNDS, () -> false);
        Project even = new KitEdit.SetStrips("Match levels", matched).apply(uneven);
        for (Row row : even.kit().rows()) {
            LevelMatch.usual(row.family()).ifPresent(usual -> assertThat(LevelMatch.loudness(even, row, SOUNDS)).as(row.name()).isCloseTo(usual, within(0.6)));
        }
        assertThat(matched.values()).as("tenths, written as such").allSatisfy(strip -> assertThat(String.valueOf(strip.levelDb())).matches("-?\\d+\\.\\d"));
        assertThat(LevelMatch.of(even, SOUNDS, () -> false).keySet()).as("what is in its place stays").hasSizeLessThanOrEqualTo(2);
        assertThat(LevelMatch.usualVelocity(demo, demo.kit().rowNamed("Kick").orElseThrow().id())).isBetween(64, 127);
    }

    @Test
    void usual_places_are_those_of_the_built_in_kits() {
        for (Family family : Family.values()) {
            LevelMatch.usual(family).ifPresent(usual -> {
                double sum = 0;
                int count = 0;
                for (Kit kit : BuiltInKits.all()) {
                    Project project = Project.untitled(kit);
                    for (Row row : kit.rows()) {
                        if (row.family() == family) {
                            sum += LevelMatch.loudness(project, row, SOUNDS);
                            count++;
                        }
                    }
                }
                boolean soft = family == Family.HAT || family == Family.CYMBAL || family == Family.PERCUSSION;
                assertThat(usual - sum / count).as(family.title()).isBetween(soft ? -4.0 : -0.6, soft ? -1.0 : 0.6);
            });
        }
    }
}
