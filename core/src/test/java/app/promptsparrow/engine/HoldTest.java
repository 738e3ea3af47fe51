package app.promptsparrow.engine;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.PatternId;
import app.promptsparrow.project.Project;
import app.promptsparrow.score.Scores;
import app.promptsparrow.score.Source;
import app.promptsparrow.sound.SoundStore;
import app.promptsparrow.time.StepValue;
import app.promptsparrow.time.Swing;
import app.promptsparrow.time.Tempo;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;

/** A pad that strikes on while it is held: at the frames where the grid is, swung, and no sooner than half a stride after the hand. */
class HoldTest {

    private static final int RATE = 48_000;
    private static final RowId HAT = new RowId(4);
    private static final Swing SWUNG = new Swing(600, StepValue.SIXTEENTH);

    private static List<Long> strikes(int pressedFrame, int releasedFrame, int frames, int block, Swing swing) {
        Project project = Project.untitled().withTempo(new Tempo(120_000));
        Engine engine = new Engine(RATE);
        engine.publish(new PlayableBuilder(SoundStore.onDemand(RATE)).build(project, List.of(new Playable.Piece(1, new Scores().of(project, new Source.Loop(new PatternId(1)))))));
        engine.commands().play(1, 0);
        News.Reader reader = engine.news().reader();
        List<Long> at = new ArrayList<>();
        float[] left = new float[block];
        float[] right = new float[block];
        for (int frame = 0; frame < frames; frame += block) {
            engine.hold(3, frame >= pressedFrame && frame < releasedFrame ? new Hold(HAT, 90, 0, StepValue.SIXTEENTH.units(), swing) : null);
            engine.render(left, right, block);
            reader.takeUpTo(frame + block, (struck, rowId, step, source) -> {
                assertThat(rowId).isEqualTo(HAT.value());
                assertThat(step).isEqualTo(News.HELD);
                at.add(struck);
            });
        }
        return at;
    }

    @Test
    void it_strikes_on_the_swung_grid_to_the_frame() {
        // sixteenths are 6,000 frames; swung by 60 % the second of two comes at 7,200
        assertThat(strikes(0, 28_800, 48_000, 32, SWUNG)).containsExactly(7_200L, 12_000L, 19_200L, 24_000L);
        assertThat(strikes(0, 28_800, 48_000, 32, Swing.STRAIGHT)).containsExactly(6_000L, 12_000L, 18_000L, 24_000L);
    }

    @Test
    void what_follows_the_hand_too_closely_is_the_hands_own_strike() {
        assertThat(strikes(4_800, 20_000, 48_000, 480, Swing.STRAIGHT)).as("1,200 frames before the next").containsExactly(12_000L, 18_000L);
        assertThat(strikes(8_160, 20_000, 48_000, 480, Swing.STRAIGHT)).as("3,840 frames before the next").containsExactly(12_000L, 18_000L);
    }

    @Test
    void the_next_place_is_the_first_at_or_behind_one() {
        Random random = new Random(4);
        for (int i = 0; i < 5_000; i++) {
            Hold hold = new Hold(HAT, 90, 0, StepValue.SIXTEENTH.units() * (1 + random.nextInt(5)), new Swing(500 + random.nextInt(251), StepValue.EIGHTH));
            long place = Math.abs(random.nextLong()) % (StepValue.SIXTEENTH.units() * 64);
            long next = hold.next(place);
            assertThat(next).isGreaterThanOrEqualTo(place);
            for (long k = 0; k < 70; k++) {
                long there = hold.swing().bend(k * hold.stride());
                assertThat(there < place || there >= next).isTrue();
            }
        }
        assertThatThrownBy(() -> new Hold(HAT, 0, 0, 1, Swing.STRAIGHT)).hasMessageContaining("1 to 127");
        assertThatThrownBy(() -> new Hold(HAT, 1, 0, 0, Swing.STRAIGHT)).hasMessageContaining("at least a unit");
    }
}
