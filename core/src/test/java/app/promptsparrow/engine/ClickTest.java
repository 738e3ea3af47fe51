package app.promptsparrow.engine;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.Hit;
import app.promptsparrow.pattern.Lane;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.pattern.PatternId;
import app.promptsparrow.project.Project;
import app.promptsparrow.project.SlotRef;
import app.promptsparrow.score.Scores;
import app.promptsparrow.score.Source;
import app.promptsparrow.sound.ClickSound;
import app.promptsparrow.sound.SoundStore;
import app.promptsparrow.time.Meter;
import app.promptsparrow.time.Tempo;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

class ClickTest {

    private static final int RATE = 48_000;
    private static final PatternId ONE = new PatternId(1);
    private static final PatternId TWO = new PatternId(2);
    private static final int BEAT = 24_000;

    private final Engine engine = new Engine(RATE);
    private final PlayableBuilder builder = new PlayableBuilder(SoundStore.onDemand(RATE));
    private final Scores scores = new Scores();
    private Project project = Project.untitled().withTempo(new Tempo(120_000)).withPattern(new SlotRef(0, 1), Optional.of(Pattern.empty(TWO, "Ten", 10)));

    private void publish() {
        engine.publish(builder.build(project, List.of(new Playable.Piece(1, scores.of(project, new Source.Loop(ONE))),
                new Playable.Piece(2, scores.of(project, new Source.Chain(List.of(TWO, ONE)))))));
    }

    private float[] render(int frames, int block) {
        float[] all = new float[frames];
        float[] left = new float[block];
        float[] right = new float[block];
        for (int at = 0; at < frames; at += block) {
            engine.render(left, right, block);
            System.arraycopy(left, 0, all, at, Math.min(block, frames - at));
        }
        return all;
    }

    /** Where something begins to sound after 10 ms of silence, and whether it is loud: frame or –frame. */
    private static List<Integer> clicks(float[] sound) {
        List<Integer> found = new ArrayList<>();
        int quiet = 480;
        for (int i = 0; i < sound.length; i++) {
            if (Math.abs(sound[i]) < 1e-4) {
                quiet++;
            } else {
                if (quiet >= 480) {
                    float peak = 0;
                    for (int k = i; k < Math.min(sound.length, i + 2_000); k++) {
                        peak = Math.max(peak, Math.abs(sound[k]));
                    }
                    found.add(peak > 0.4 ? i : -i);
                }
                quiet = 0;
            }
        }
        return found;
    }

    private static void near(List<Integer> found, int... expected) {
        assertThat(found).hasSize(expected.length);
        for (int i = 0; i < expected.length; i++) {
            assertThat(found.get(i)).as("click %d", i).isCloseTo(expected[i], within(24));
        }
    }

    @Test
    void it_strikes_every_beat_and_harder_where_a_bar_begins_whatever_the_block_size() {
        publish();
        engine.commands().click(ClickSound.STICKS, 0.5f);
        engine.commands().play(1, 0);
        near(clicks(render(6 * BEAT, 100)), 0, -BEAT, -2 * BEAT, -3 * BEAT, 4 * BEAT, -5 * BEAT);
    }

    @Test
    void it_counts_the_meter_of_each_pattern_and_begins_again_with_each_pass() {
        project = project.withPattern(ONE, p -> p.withMeter(Optional.of(new Meter(3, 8))).withLength(8));
        publish();
        engine.commands().click(ClickSound.TONE, 0.5f);
        engine.commands().play(2, 0);
        // ten sixteenths in 4/4: beats at 0, 4, 8; then eight in 3/8: at 0, 2, 4, 6 with a bar at 0 and 6
        int step = BEAT / 4;
        near(clicks(render(20 * step, 64)), 0, -4 * step, -8 * step, 10 * step, -12 * step, -14 * step, 16 * step, 18 * step);
    }

    @Test
    void before_the_start_it_counts_in() {
        project = project.withPattern(ONE, p -> p.withLane(new RowId(1), lane -> Lane.of(Hit.drum(0, 127))));
        publish();
        engine.commands().click(ClickSound.TICK, 0.5f);
        engine.commands().play(1, -project.meter().barUnits());
        float[] sound = render(4 * BEAT - 100, 1_024);
        near(clicks(sound), 0, -BEAT, -2 * BEAT, -3 * BEAT);
        float[] on = render(2_000, 1_000);
        assertThat(Math.abs(max(on))).as("the kick comes with the first bar").isGreaterThan(0.3f);
        assertThat(engine.news().takePeak(Playable.SLOTS)).as("and is metered").isGreaterThan(0.1f);
    }

    private static float max(float[] sound) {
        float max = 0;
        for (float value : sound) {
            max = Math.max(max, Math.abs(value));
        }
        return max;
    }

    @Test
    void it_is_in_no_meter_and_gone_when_it_is_switched_off_or_the_music_stops() {
        publish();
        engine.commands().click(ClickSound.STICKS, 0.5f);
        engine.commands().play(1, 0);
        assertThat(max(render(2 * BEAT, 64))).isGreaterThan(0.2f);
        assertThat(engine.news().takePeak(Playable.SLOTS)).isZero();
        engine.commands().click(null, 0);
        render(BEAT, 64); // what sounds may end
        assertThat(max(render(4 * BEAT, 64))).isZero();
        engine.commands().click(ClickSound.STICKS, 0.5f);
        engine.commands().stop();
        render(BEAT, 64);
        assertThat(max(render(4 * BEAT, 64))).isZero();
    }

    @ParameterizedTest
    @EnumSource
    void each_sound_begins_and_ends_in_silence_and_the_accent_is_louder(ClickSound sound) {
        float[] plain = sound.frames(RATE, false);
        float[] accent = sound.frames(RATE, true);
        for (float[] frames : List.of(plain, accent)) {
            assertThat(Math.abs(frames[0])).isLessThan(0.01f);
            assertThat(Math.abs(frames[frames.length - 1])).isLessThan(0.01f);
            assertThat(frames.length).isLessThan(RATE / 5);
        }
        assertThat(max(accent)).isCloseTo(1, within(0.001f));
        assertThat(max(plain)).isCloseTo(0.6f, within(0.001f));
        assertThat(Arrays.equals(plain, accent)).isFalse();
    }
}
