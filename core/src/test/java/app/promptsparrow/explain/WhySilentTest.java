package app.promptsparrow.explain;

import static org.assertj.core.api.Assertions.assertThat;

import app.promptsparrow.demo.DemoProject;
import app.promptsparrow.kit.Heard;
import app.promptsparrow.kit.Layer;
import app.promptsparrow.kit.LayerChoice;
import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.kit.SampleSound;
import app.promptsparrow.kit.Span;
import app.promptsparrow.pattern.Hit;
import app.promptsparrow.pattern.Lane;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.project.KitEdit;
import app.promptsparrow.project.Project;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.function.UnaryOperator;
import org.junit.jupiter.api.Test;

/** Every cause is found, in the order in which one would look, and its mend ends it. */
class WhySilentTest {

    private static final Project DEMO = DemoProject.make();
    private static final RowId HAT = DEMO.kit().rowNamed("Closed hat").orElseThrow().id();

    private static Pattern wake(Project project) {
        return project.at(DemoProject.FIRST_SHOWN).orElseThrow();
    }

    private static WhySilent.Moment playing(Project project) {
        return new WhySilent.Moment(project, Optional.of(wake(project)), HAT, true, Optional.of(wake(project).id()), sample -> Optional.empty(), layer -> 500_000, Map.of());
    }

    private static Project with(Project project, UnaryOperator<Row> change) {
        return project.withKit(project.kit().with(HAT, change));
    }

    /** The cause, whose mend leaves another or none. */
    private static void mends(Project project, String sentence) {
        WhySilent.Answer answer = WhySilent.of(playing(project)).orElseThrow();
        assertThat(answer.sentence()).contains(sentence);
        assertThat(answer.press()).isNotBlank();
        Project mended = ((WhySilent.Mend.Change) answer.mend().orElseThrow()).edit().apply(project);
        assertThat(WhySilent.of(playing(mended)).map(WhySilent.Answer::sentence)).isEmpty();
    }

    @Test
    void a_row_that_is_heard_has_no_cause() {
        assertThat(WhySilent.of(playing(DEMO))).isEmpty();
    }

    @Test
    void what_lies_around_it_comes_first() {
        Project all = with(DEMO.withMaster(DEMO.master().withLevelDb(-60)), row -> row.withHeard(new Heard(true, false)));
        WhySilent.Moment moment = playing(all);
        WhySilent.Moment noCard = new WhySilent.Moment(all, moment.shown(), HAT, false, moment.playing(), moment.missing(), moment.lengthUs(), Map.of());
        assertThat(WhySilent.of(noCard).orElseThrow().sentence()).contains("no sound card");
        assertThat(WhySilent.of(moment).orElseThrow().sentence()).contains("master's level is down");
        Project up = DEMO;
        WhySilent.Moment stopped = new WhySilent.Moment(up, moment.shown(), HAT, true, Optional.empty(), moment.missing(), moment.lengthUs(), Map.of());
        assertThat(WhySilent.of(stopped).orElseThrow()).isEqualTo(WhySilent.Answer.of("nothing plays", "play", WhySilent.Mend.Press.PLAY_SHOWN));
        Pattern other = DEMO.at(DEMO.filledSlots().get(0)).orElseThrow();
        WhySilent.Moment another = new WhySilent.Moment(up, moment.shown(), HAT, true, Optional.of(other.id()), moment.missing(), moment.lengthUs(), Map.of());
        assertThat(WhySilent.of(another).orElseThrow().sentence()).startsWith(other.name() + " plays");
        WhySilent.Moment empty = new WhySilent.Moment(up, Optional.empty(), HAT, true, Optional.empty(), moment.missing(), moment.lengthUs(), Map.of());
        assertThat(WhySilent.of(empty).orElseThrow().sentence()).contains("slot is empty");
        mends(DEMO.withMaster(DEMO.master().withLevelDb(-60)), "master");
    }

    @Test
    void mute_solo_own_sound_and_level_are_mended_by_one_press() {
        mends(with(DEMO, row -> row.withHeard(new Heard(true, false))), "Closed hat is muted");
        mends(new KitEdit.SetSoloed(DEMO.kit().rows().get(0).id(), true).apply(DEMO), "Kick is soloed");
        mends(with(DEMO, row -> row.withMidi(row.midi().withOnly(true))), "MIDI only");
        mends(with(DEMO, row -> row.withStrip(row.strip().withLevelDb(-50))), "level is down");
    }

    @Test
    void an_empty_lane_and_hits_beyond_the_length_are_told() {
        Project empty = DEMO.withPattern(wake(DEMO).id(), p -> p.withLane(HAT, lane -> Lane.EMPTY));
        mends(empty, "has no hits in Wake");
        mends(DEMO.withPattern(wake(DEMO).id(), p -> p.withLane(HAT, lane -> Lane.of(Hit.drum(p.length() + 3, 90)))), "beyond the length");
        mends(DEMO.withPattern(wake(DEMO).id(), p -> p.withLane(HAT, lane -> Lane.of(Hit.drum(9, 90)).withLength(OptionalInt.of(4)))), "beyond the length");
    }

    @Test
    void layers_that_do_not_sound_are_told() {
        mends(with(DEMO, row -> row.withLayers(row.layers().stream().map(layer -> layer.withHeard(new Heard(true, false))).toList())), "all layers of Closed hat are muted");
        mends(with(DEMO, row -> row.withLayers(row.layers().stream().map(layer -> layer.withVelocities(126, 126)).toList())
                .withVoicing(row.voicing().withChoice(LayerChoice.BY_VELOCITY))), "velocities");
        SampleSound sample = new SampleSound("ab".repeat(32), "gone", SampleSound.USUAL_ROOT);
        Project missing = with(DEMO, row -> row.withLayers(List.of(Layer.of(sample))));
        WhySilent.Moment moment = playing(missing);
        WhySilent.Answer answer = WhySilent.of(new WhySilent.Moment(missing, moment.shown(), HAT, true, moment.playing(), one -> Optional.of("is not there"), moment.lengthUs(), Map.of())).orElseThrow();
        assertThat(answer).isEqualTo(WhySilent.Answer.of("the sample 'gone' is not there", "another sound", WhySilent.Mend.Press.ANOTHER_SOUND));
        mends(with(DEMO, row -> row.withLayers(row.layers().stream().map(layer -> layer.withSpan(Span.WHOLE.withStartUs(600_000))).toList())), "trimmed to nothing");
    }

    @Test
    void a_row_that_its_choke_group_always_cuts_is_told_by_whom() {
        Row open = DEMO.kit().rowNamed("Open hat").orElseThrow();
        Project choked = new KitEdit.MoveRow("", open.id(), 0).apply(DEMO)
                .withPattern(wake(DEMO).id(), p -> p.withLane(HAT, lane -> Lane.of(Hit.drum(2, 90))).withLane(open.id(), lane -> Lane.of(Hit.drum(2, 90))));
        mends(choked, "Open hat chokes Closed hat");
        Project sometimes = choked.withPattern(wake(DEMO).id(), p -> p.withLane(HAT, lane -> Lane.of(Hit.drum(2, 90), Hit.drum(4, 90))));
        assertThat(WhySilent.of(playing(sometimes))).isEmpty();
    }

    @Test
    void far_below_the_loudest_row_it_is_hardly_heard() {
        WhySilent.Moment moment = playing(DEMO);
        RowId kick = DEMO.kit().rows().get(0).id();
        WhySilent.Answer answer = WhySilent.of(new WhySilent.Moment(DEMO, moment.shown(), HAT, true, moment.playing(), moment.missing(), moment.lengthUs(), Map.of(kick, -6.0, HAT, -36.0))).orElseThrow();
        assertThat(answer.sentence()).isEqualTo("Closed hat is 30 dB below Kick");
        Project louder = ((WhySilent.Mend.Change) answer.mend().orElseThrow()).edit().apply(DEMO);
        assertThat(louder.kit().row(HAT).orElseThrow().strip().levelDb()).isEqualTo(Math.min(12, DEMO.kit().row(HAT).orElseThrow().strip().levelDb() + 18));
        assertThat(WhySilent.of(new WhySilent.Moment(DEMO, moment.shown(), HAT, true, moment.playing(), moment.missing(), moment.lengthUs(), Map.of(kick, -6.0, HAT, -29.0)))).isEmpty();
    }
}
