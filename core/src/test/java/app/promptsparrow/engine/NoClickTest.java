package app.promptsparrow.engine;

import static org.assertj.core.api.Assertions.assertThat;

import app.promptsparrow.kit.BuiltInKits;
import app.promptsparrow.kit.Ending;
import app.promptsparrow.kit.Family;
import app.promptsparrow.kit.Heard;
import app.promptsparrow.kit.Kit;
import app.promptsparrow.kit.Layer;
import app.promptsparrow.kit.Model;
import app.promptsparrow.kit.Recipe;
import app.promptsparrow.kit.Reverb;
import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.kit.Strip;
import app.promptsparrow.kit.Tune;
import app.promptsparrow.kit.Voicing;
import app.promptsparrow.pattern.Hit;
import app.promptsparrow.pattern.Lane;
import app.promptsparrow.pattern.PatternId;
import app.promptsparrow.project.KitEdit;
import app.promptsparrow.project.Project;
import app.promptsparrow.project.SlotRef;
import app.promptsparrow.score.PatternScore;
import app.promptsparrow.score.Score;
import app.promptsparrow.sound.SoundStore;
import app.promptsparrow.time.Tempo;
import java.util.List;
import java.util.Optional;
import java.util.function.UnaryOperator;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/** Whatever ends or changes a sound, no two neighbouring frames are farther apart than a fade of 3 ms makes them. */
class NoClickTest {

    private static final int RATE = 48_000;
    private static final int HAPPENS = 7_013; // within a tick, a block and a step
    private static final int ALL = 16_000;
    private static final RowId HELD = new RowId(1);
    private static final RowId SILENT = new RowId(2);
    private static final Recipe TONE = Recipe.of(Model.TOM);
    private static final Recipe NOTHING = Recipe.of(Model.RIM);
    private static final float LEVEL = 0.5f;
    private static final double HZ = 110;

    private static SoundStore store() {
        float[] tone = new float[4 * RATE];
        for (int i = 0; i < tone.length; i++) {
            tone[i] = (float) (LEVEL * Math.sin(2 * Math.PI * HZ * i / RATE) * Math.min(1, i / 480.0));
        }
        return Tones.store(TONE, tone, RATE);
    }

    private static final Kit KIT = new Kit("Held", List.of(
            Row.drum(1, "Held", Family.TOM, 41, TONE).withVoicing(Voicing.USUAL.withVelocityResponse(0).withChokeGroup(1)),
            Row.drum(2, "Silent", Family.OTHER, 42, NOTHING).withVoicing(Voicing.USUAL.withChokeGroup(1))), Reverb.USUAL);

    private static Project project(Hit... silent) {
        return Project.untitled().withTempo(new Tempo(120_000)).withKit(KIT)
                .withPattern(new PatternId(1), p -> p.withLane(HELD, lane -> Lane.of(Hit.drum(0, 127))).withLane(SILENT, lane -> Lane.of(silent)));
    }

    private static UnaryOperator<Project> row(UnaryOperator<Row> change) {
        return project -> project.withKit(project.kit().with(HELD, change));
    }

    /** Without the reverb, which rings on. */
    private static Kit dry(Kit kit) {
        return kit.withRows(kit.rows().stream().map(row -> row.withStrip(row.strip().withSend(0))).toList());
    }

    private enum Event {
        MUTE(row(row -> row.withHeard(new Heard(true, false)))),
        LEVEL_DOWN(row(row -> row.withStrip(row.strip().withLevelDb(-30)))),
        LEVEL_OFF(row(row -> row.withStrip(row.strip().withLevelDb(Strip.SILENT_DB)))),
        PAN(row(row -> row.withStrip(row.strip().withPan(1)))),
        SOLO_OF_ANOTHER(project -> project.withKit(project.kit().with(SILENT, row -> row.withHeard(new Heard(false, true))))),
        SOUND_SWAP(row(row -> row.withLayers(List.of(Layer.of(Recipe.of(Model.BELL)))))),
        TUNE_WITH_LENGTH_KEPT(row(row -> row.withVoicing(row.voicing().withTune(new Tune(300, true))))),
        KIT_SWAP(project -> new KitEdit.TakeKit(dry(BuiltInKits.all().get(1))).apply(project)),
        ROW_REMOVED(project -> project.withKit(new Kit("Less", List.of(project.kit().rows().get(1)), project.kit().reverb()))),
        STOP(project -> project),
        CHOKE(project -> project),
        NOTE_CUT(project -> project);

        private final UnaryOperator<Project> change;

        Event(UnaryOperator<Project> change) {
            this.change = change;
        }
    }

    private static List<Playable.Piece> pieces(Project project) {
        return List.of(new Playable.Piece(1, Score.endless(PatternScore.compile(project, project.at(new SlotRef(0, 0)).orElseThrow(), Optional.empty()))));
    }

    private static float[][] played(Event event) {
        Project before = switch (event) {
            case CHOKE -> project(Hit.drum(1, 100).withTiming(169));
            case NOTE_CUT -> row(row -> row.withVoicing(row.voicing().withEnding(Ending.CUT))).apply(project());
            default -> project();
        };
        PlayableBuilder builder = new PlayableBuilder(store());
        Engine engine = new Engine(RATE);
        engine.publish(builder.build(before, pieces(before), false));
        engine.commands().play(1, 0);
        float[][] sound = new float[2][ALL];
        float[] left = new float[ALL];
        float[] right = new float[ALL];
        engine.render(left, right, HAPPENS);
        System.arraycopy(left, 0, sound[0], 0, HAPPENS);
        System.arraycopy(right, 0, sound[1], 0, HAPPENS);
        if (event == Event.STOP) {
            engine.commands().stop();
        } else {
            Project after = event.change.apply(before);
            engine.publish(builder.build(after, pieces(after), false));
        }
        engine.render(left, right, ALL - HAPPENS);
        System.arraycopy(left, 0, sound[0], HAPPENS, ALL - HAPPENS);
        System.arraycopy(right, 0, sound[1], HAPPENS, ALL - HAPPENS);
        return sound;
    }

    private static double greatestStep(float[] sound) {
        double most = 0;
        for (int i = 1; i < sound.length; i++) {
            most = Math.max(most, Math.abs(sound[i] - sound[i - 1]));
        }
        return most;
    }

    @ParameterizedTest
    @EnumSource
    void nothing_clicks(Event event) {
        double gain = event == Event.PAN ? Math.sqrt(2) : 1; // one side grows
        double ofTone = LEVEL * gain * 2 * Math.PI * HZ / RATE;
        double ofFade = LEVEL * gain / (0.003 * RATE);
        for (float[] side : played(event)) {
            assertThat(greatestStep(side)).isBetween(ofTone * 0.9 / gain, ofTone + ofFade);
        }
    }

    @ParameterizedTest
    @EnumSource(names = {"MUTE", "LEVEL_OFF", "SOLO_OF_ANOTHER", "SOUND_SWAP", "KIT_SWAP", "ROW_REMOVED", "STOP", "CHOKE", "NOTE_CUT"})
    void what_is_ended_is_silent_soon(Event event) {
        float[] sound = played(event)[0];
        double rest = 0;
        for (int i = HAPPENS + RATE / 20; i < ALL; i++) {
            rest = Math.max(rest, Math.abs(sound[i]));
        }
        assertThat(rest).isLessThan(1e-3);
    }

    @Test
    void a_step_would_be_found() {
        float[] sound = played(Event.PAN)[0];
        sound[HAPPENS] = 0;
        assertThat(greatestStep(sound)).isGreaterThan(LEVEL * 2 * Math.PI * HZ / RATE + LEVEL / (0.003 * RATE));
    }
}
