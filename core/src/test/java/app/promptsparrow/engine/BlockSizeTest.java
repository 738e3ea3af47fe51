package app.promptsparrow.engine;

import static org.assertj.core.api.Assertions.assertThat;

import app.promptsparrow.Generated;
import app.promptsparrow.kit.Ending;
import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.Strip;
import app.promptsparrow.kit.Voicing;
import app.promptsparrow.pattern.Hit;
import app.promptsparrow.pattern.Lane;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.pattern.PatternId;
import app.promptsparrow.project.KitEdit;
import app.promptsparrow.project.Project;
import app.promptsparrow.score.PatternScore;
import app.promptsparrow.score.Score;
import app.promptsparrow.sound.SoundStore;
import app.promptsparrow.time.Tempo;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

/** The mixer takes ticks together where nothing happens; that must never be heard. */
class BlockSizeTest {

    private static final int RATE = 48_000;
    private static final int FRAMES = 32 * 3_000;
    private static final SoundStore SOUNDS = SoundStore.onDemand(RATE);

    private static Playable playable(PlayableBuilder builder, Project project) {
        Pattern pattern = project.at(project.filledSlots().get(0)).orElseThrow();
        return builder.build(project, List.of(new Playable.Piece(1, Score.endless(PatternScore.compile(project, pattern, Optional.empty())))));
    }

    /** Renders with an edit of a strip at a third and a stop at two thirds of the way. */
    private static float[] render(Engine engine, Project project, Project edited, int block) {
        PlayableBuilder builder = new PlayableBuilder(SOUNDS);
        engine.publish(playable(builder, project));
        engine.commands().play(1, 0);
        float[] out = new float[FRAMES];
        float[] left = new float[block];
        float[] right = new float[block];
        for (int at = 0; at < FRAMES;) {
            int third = FRAMES / 3;
            int count = Math.min(block, (at / third + 1) * third - at);
            engine.render(left, right, count);
            System.arraycopy(left, 0, out, at, count);
            at += count;
            if (at == third) {
                engine.publish(playable(builder, edited));
            } else if (at == 2 * third) {
                engine.commands().stop();
            }
        }
        return out;
    }

    private static void sameForAllBlocks(Project project, Project edited, String name) {
        float[] tickByTick = render(new Engine(RATE), project, edited, 32);
        assertThat(Arrays.equals(render(Engine.withoutMeters(RATE), project, edited, 480), tickByTick)).as(name + ", without meters, as exports are rendered").isTrue();
        for (int block : new int[] {37, 480, 1_024, 4_096}) {
            assertThat(Arrays.equals(render(new Engine(RATE), project, edited, block), tickByTick)).as(name + ", blocks of " + block).isTrue();
        }
        double sum = 0;
        for (float value : tickByTick) {
            sum += value * value;
        }
        assertThat(sum).as(name + " is heard").isGreaterThan(1);
    }

    @Test
    void generated_patterns_with_edits_and_a_stop_sound_the_same_in_blocks_of_any_size() {
        Random random = new Random(81);
        for (int round = 0; round < Generated.rounds(6); round++) {
            Project project = Generated.project(random).withTempo(new Tempo(80_000 + random.nextInt(200_000)));
            Row row = project.kit().rows().get(random.nextInt(13));
            Project edited = new KitEdit.SetStrip("x", row.id(), new Strip(-3, -0.4, 200, 6_000, 3, -3, 0.4, 0.5)).apply(project);
            sameForAllBlocks(project, edited, "round " + round);
        }
    }

    @Test
    void voices_are_stolen_alike_in_blocks_of_any_size() {
        Project project = Project.untitled().withTempo(new Tempo(300_000));
        List<Hit> everyStep = IntStream.range(0, 16).mapToObj(step -> Hit.drum(step, 40 + step * 5).withTiming(step * 1_000)).toList();
        Project many = project;
        for (Row row : project.kit().rows()) {
            if (!row.isBass()) {
                many = many.withPattern(new PatternId(1), p -> p.withLane(row.id(), lane -> Lane.EMPTY.withHits(everyStep)));
                many = many.withKit(many.kit().with(row.id(), r -> r.withVoicing(Voicing.USUAL.withEnding(row.midi().note() % 2 == 0 ? Ending.RING : Ending.fade(900)))));
            }
        }
        sameForAllBlocks(many, many.withTempo(new Tempo(333_000)), "a crowd");
    }
}
