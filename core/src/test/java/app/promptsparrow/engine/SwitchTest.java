package app.promptsparrow.engine;

import static org.assertj.core.api.Assertions.assertThat;

import app.promptsparrow.Generated;
import app.promptsparrow.kit.Row;
import app.promptsparrow.pattern.Hit;
import app.promptsparrow.pattern.Lane;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.pattern.PatternId;
import app.promptsparrow.pattern.Roll;
import app.promptsparrow.project.Project;
import app.promptsparrow.project.SlotRef;
import app.promptsparrow.score.PatternScore;
import app.promptsparrow.score.Score;
import app.promptsparrow.sound.SoundStore;
import app.promptsparrow.time.StepValue;
import app.promptsparrow.time.Tempo;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Random;
import org.junit.jupiter.api.Test;

/** Whatever follows whatever, and whenever: no hit is lost or doubled. What must sound is asked from the scores in one go. */
class SwitchTest {

    private static final int RATE = 48_000;
    private static final int BLOCK = 512;
    private static final SoundStore SOUNDS = SoundStore.onDemand(RATE);

    /** The shortest kit rows, so that a round takes no time: three drums, hit anywhere with any timing. */
    private static Pattern pattern(Random random, int id, Project project) {
        Pattern pattern = Pattern.empty(new PatternId(id), "P" + id, 3 + random.nextInt(30));
        if (random.nextBoolean()) {
            pattern = pattern.withSwing(Optional.of(Generated.swing(random)));
        }
        for (Row row : project.kit().rows().subList(0, 4)) {
            List<Hit> hits = new ArrayList<>();
            for (int step = 0; step < pattern.length(); step++) {
                if (random.nextInt(3) == 0) {
                    Hit hit = Hit.drum(step, 1 + random.nextInt(127)).withTiming(random.nextInt(100_001) - 50_000);
                    hits.add(random.nextInt(6) == 0 ? hit.withRoll(Roll.of(2 + random.nextInt(5), 1 + random.nextInt(4))) : hit);
                }
            }
            OptionalInt length = random.nextInt(3) == 0 ? OptionalInt.of(1 + random.nextInt(20)) : OptionalInt.empty();
            pattern = pattern.withLane(row.id(), old -> new Lane(Optional.empty(), length, Optional.empty(), hits));
        }
        return pattern;
    }

    private static Playable playable(Project project, Score... scores) {
        List<Playable.Piece> sources = new ArrayList<>();
        for (int i = 0; i < scores.length; i++) {
            sources.add(new Playable.Piece(i + 1, scores[i]));
        }
        return new PlayableBuilder(SOUNDS).build(project, sources);
    }

    private static void collect(List<String> into, Tempo tempo, int source, Score score, long origin, long from, long to, long limit, long floor) {
        score.emit(from - origin, to - origin, limit - origin, floor - origin, (lane, step, start, end, velocity, cents, kind, ordinal, place) ->
                into.add(tempo.toFrame(start + origin, RATE) + " row " + lane.row().value() + " step " + step + " of " + source));
    }

    @Test
    void every_way_of_changing_patterns_plays_what_the_scores_say() {
        Random random = new Random(71);
        for (int round = 0; round < Generated.rounds(60); round++) {
            Switch how = Switch.values()[round % Switch.values().length];
            Tempo tempo = new Tempo(90_000 + random.nextInt(200_000));
            Project project = Project.untitled().withTempo(tempo);
            Pattern a = pattern(random, 1, project);
            Pattern b = pattern(random, 2, project);
            Project both = project.withPattern(new SlotRef(0, 0), Optional.of(a)).withPattern(new SlotRef(0, 1), Optional.of(b));
            Score first = Score.endless(PatternScore.compile(both, a, Optional.empty()));
            Score second = Score.endless(PatternScore.compile(both, b, Optional.empty()));
            Engine engine = new Engine(RATE);
            engine.publish(playable(both, first, second));
            engine.commands().play(1, 0);
            int blocks = 20 + random.nextInt(200);
            List<String> struck = new ArrayList<>();
            render(engine, blocks, struck);
            engine.commands().queue(2, how);
            // The next tick that is mixed is the first that knows of it.
            long now = tempo.firstUnitAt((long) blocks * BLOCK + Engine.LOOK_AHEAD, RATE);
            int after = 400;
            render(engine, after, struck);

            long passStart = now / a.durationUnits() * a.durationUnits();
            long passEnd = passStart + a.durationUnits();
            long bar = 16 * StepValue.SIXTEENTH.units();
            long at = switch (how) {
                case PASS_END -> passEnd;
                case NEXT_BAR -> Math.min(passEnd, passStart + ((now - passStart) / bar + 1) * bar);
                case NEXT_BEAT -> Math.min(passEnd, passStart + ((now - passStart) / (bar / 4) + 1) * (bar / 4));
                case AT_ONCE, SAME_PLACE -> now;
            };
            long origin = how == Switch.SAME_PLACE ? at - (at - passStart) % b.durationUnits() : at;
            long end = tempo.firstUnitAt((long) (blocks + after) * BLOCK + Engine.LOOK_AHEAD, RATE);
            List<String> expected = new ArrayList<>();
            // An early hit of a pass that will not be played may have sounded before the switch was asked for.
            collect(expected, tempo, 1, first, 0, 0, now, Score.NEVER, 0);
            collect(expected, tempo, 1, first, 0, now, how == Switch.PASS_END ? end : Math.min(at, end), at, 0);
            collect(expected, tempo, 2, second, origin, Math.min(how == Switch.PASS_END ? now : at, end), end, Score.NEVER,
                    how == Switch.PASS_END ? now : at);
            same(struck, expected, "round " + round + ", " + how);
        }
    }

    @Test
    void a_chain_plays_what_its_elements_say_round_after_round() {
        Random random = new Random(72);
        for (int round = 0; round < Generated.rounds(12); round++) {
            Tempo tempo = new Tempo(200_000 + random.nextInt(150_000));
            Project project = Project.untitled().withTempo(tempo);
            PatternScore a = PatternScore.compile(project, pattern(random, 1, project), Optional.empty());
            PatternScore b = PatternScore.compile(project, pattern(random, 2, project), Optional.empty());
            Score chain = Score.chain(List.of(a, a, b));
            Engine engine = new Engine(RATE);
            engine.publish(playable(project, chain));
            engine.commands().play(1, 0);
            List<String> struck = new ArrayList<>();
            int blocks = 800;
            render(engine, blocks, struck);
            long end = tempo.firstUnitAt((long) blocks * BLOCK + Engine.LOOK_AHEAD, RATE);
            List<String> expected = new ArrayList<>();
            long start = 0;
            for (int element = 0; start < end + StepValue.QUARTER.units(); element++) {
                PatternScore one = element % 3 == 2 ? b : a;
                collect(expected, tempo, one == b ? 2 : 1, Score.passes(one, 1), start, 0, end, Score.NEVER, 0);
                start += one.passUnits();
            }
            same(struck, expected, "round " + round);
        }
    }

    private static void same(List<String> struck, List<String> expected, String round) {
        List<String> lost = new ArrayList<>(expected);
        struck.forEach(lost::remove);
        List<String> tooMany = new ArrayList<>(struck);
        expected.forEach(tooMany::remove);
        assertThat(expected).hasSizeGreaterThan(5);
        assertThat(lost).as(round + ": lost").isEmpty();
        assertThat(tooMany).as(round + ": too many").isEmpty();
    }

    private static void render(Engine engine, int blocks, List<String> struck) {
        News.Reader reader = engine.news().reader();
        float[] left = new float[BLOCK];
        float[] right = new float[BLOCK];
        for (int i = 0; i < blocks; i++) {
            engine.render(left, right, BLOCK);
            reader.takeUpTo(Long.MAX_VALUE, (frame, row, step, pattern) ->
                    struck.add(frame + " row " + row + " step " + step + " of " + pattern));
        }
    }
}
