package app.promptsparrow.score;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.promptsparrow.kit.Kit;
import app.promptsparrow.kit.Lean;
import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.Flam;
import app.promptsparrow.pattern.Hit;
import app.promptsparrow.pattern.Lane;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.pattern.PatternId;
import app.promptsparrow.pattern.Roll;
import app.promptsparrow.project.Project;
import app.promptsparrow.project.Rest;
import app.promptsparrow.project.SlotRef;
import app.promptsparrow.project.Song;
import app.promptsparrow.score.ScoreTest.Note;
import app.promptsparrow.time.GridTime;
import app.promptsparrow.time.Meter;
import app.promptsparrow.time.StepValue;
import app.promptsparrow.time.Swing;
import app.promptsparrow.time.Tempo;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Random;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;

/** The score against the plainest way there is to write music out: every hit of every pass, one after the other. */
class ScoreOracleTest {

    private static final long S = StepValue.SIXTEENTH.units();
    private static final RowId KICK = new RowId(1);
    private static final RowId BASS = new RowId(14);
    private static final PatternId FIRST = new PatternId(1);
    private static final PatternId SECOND = new PatternId(2);

    /** A stretch of passes of one pattern, as {@link Score.Part}. */
    private record Stretch(Pattern pattern, Set<RowId> leftOut, long start, long zero, long end) {

        Stretch later(long by) {
            return new Stretch(pattern, leftOut, start + by, zero + by, end + by);
        }
    }

    // --- the plain way ---

    private static List<Note> plainly(Project project, List<Stretch> stretches, long from, long to, long limit, long floor) {
        List<Note> notes = new ArrayList<>();
        for (Stretch stretch : stretches) {
            for (Row row : project.kit().rows()) {
                if (!stretch.leftOut.contains(row.id())) {
                    play(project, stretch, row, limit, floor, notes);
                }
            }
        }
        notes.removeIf(note -> note.start() < from || note.start() >= to);
        return notes;
    }

    private static void play(Project project, Stretch stretch, Row row, long limit, long floor, List<Note> notes) {
        Pattern pattern = stretch.pattern;
        Lane lane = pattern.lane(row.id());
        long step = pattern.laneStep(row.id()).units();
        long stop = Math.min(stretch.end, limit);
        long origin = lane.isFree() ? stretch.zero : stretch.start;
        for (long cycle = origin; cycle < stop; cycle += pattern.laneCycleUnits(row.id())) {
            for (Hit hit : lane.hits()) {
                long straight = cycle + hit.step() * step;
                if (hit.step() < pattern.laneSteps(row.id()) && straight >= stretch.start && straight < stop) {
                    long pass = stretch.start + (straight - stretch.start) / pattern.durationUnits() * pattern.durationUnits();
                    Swing swing = project.swingOf(pattern, row.id());
                    long shift = GridTime.share(step, hit.timing(), Hit.STEP) + row.lean().units(project.tempo(), step);
                    long main = pass + swing.bend(straight - pass) + shift;
                    long gate = pass + swing.bend(straight + GridTime.share(step, hit.length(), Hit.STEP) - pass) + shift;
                    long span = hit.roll().map(roll -> pass + swing.bend(straight + roll.spanSteps() * step - pass) + shift - main).orElse(0L);
                    sound(project, row, hit, straight, main, gate, span, floor, notes);
                }
            }
        }
    }

    private static void sound(Project project, Row row, Hit hit, long straight, long main, long gate, long span, long floor, List<Note> notes) {
        int cents = row.isBass() ? hit.pitch() * 100 : hit.pitch();
        hit.flam().ifPresent(flam -> {
            long start = main - project.tempo().unitsOfMicros(flam.gapMs() * 1_000L);
            if (start >= floor) {
                notes.add(new Note(row.id().value(), hit.step(), start, main, flam.graceVelocity(hit.velocity()), cents, LaneScore.GRACE));
            }
        });
        Optional<Roll> roll = hit.roll();
        int count = roll.map(Roll::count).orElse(1);
        for (int i = 0; i < count; i++) {
            long placed = main + GridTime.share(span, i, count);
            long start = straight >= floor ? Math.max(placed, floor) : placed;
            long end = i + 1 < count ? main + GridTime.share(span, i + 1, count) : Math.max(gate, main + span);
            int index = i;
            int pitch = roll.map(r -> r.cents(index, cents, row.isBass() ? 0 : -2_400, row.isBass() ? 12_700 : 2_400)).orElse(cents);
            int velocity = roll.map(r -> r.velocity(index, hit.velocity())).orElse(hit.velocity());
            int kind = i > 0 ? LaneScore.ROLLED : roll.isEmpty() && hit.slide() ? LaneScore.SLIDE : LaneScore.MAIN;
            if (start >= floor) {
                notes.add(new Note(row.id().value(), hit.step(), start, Math.max(end, start + 1), velocity, pitch, kind));
            }
        }
    }

    // --- random music ---

    private static Project randomProject(Random random) {
        Project project = Project.untitled().withTempo(new Tempo(60_000 + random.nextInt(120_000)))
                .withSwing(new Swing(random.nextInt(3) == 0 ? 500 : 500 + random.nextInt(251), random.nextBoolean() ? StepValue.SIXTEENTH : StepValue.EIGHTH));
        Kit kit = project.kit().with(KICK, row -> row.withLean(Lean.ofMillis(random.nextInt(200) - 100)));
        project = project.withKit(kit);
        for (int slot = 0; slot < 2; slot++) {
            Pattern pattern = Pattern.empty(new PatternId(slot + 1), "P", 3 + random.nextInt(14)).withLanes(randomLanes(random, project.kit()));
            project = project.withPattern(new SlotRef(0, slot), Optional.of(pattern));
        }
        return project;
    }

    private static TreeMap<RowId, Lane> randomLanes(Random random, Kit kit) {
        List<StepValue> steps = List.of(StepValue.SIXTEENTH, StepValue.EIGHTH, StepValue.plain(32), StepValue.parse("1/8t").orElseThrow());
        TreeMap<RowId, Lane> lanes = new TreeMap<>();
        for (Row row : kit.rows()) {
            if (random.nextInt(3) == 0) {
                int length = 1 + random.nextInt(12);
                List<Hit> hits = ScoreTest.randomHits(random, 14).stream().map(hit -> !row.isBass() ? hit.withPitch(random.nextInt(4_801) - 2_400)
                        : hit.withPitch(random.nextInt(128)).withSlide(hit.roll().isEmpty() && hit.flam().isEmpty() && random.nextBoolean())).map(hit -> hit.roll().isEmpty() ? hit
                        : hit.withRoll(new Roll(hit.roll().get().count(), hit.roll().get().spanSteps(), 100, random.nextInt(4_801) - 2_400))).toList();
                lanes.put(row.id(), new Lane(random.nextBoolean() ? Optional.of(steps.get(random.nextInt(4))) : Optional.empty(),
                        random.nextBoolean() ? OptionalInt.of(length) : OptionalInt.empty(),
                        random.nextInt(4) == 0 ? Optional.of(new Swing(660, StepValue.SIXTEENTH)) : Optional.empty(), hits));
            }
        }
        return lanes;
    }

    private static void agree(Project project, Score score, List<Stretch> stretches, long length, Random random) {
        List<Note> all = plainly(project, stretches, 0, length, Score.NEVER, 0);
        for (int i = 0; i < 24; i++) {
            // Limits and windows that begin and end on straight places and on notes themselves, or anywhere.
            long limit = random.nextInt(3) == 0 ? Score.NEVER : random.nextInt(2) * random.nextLong(length) + random.nextInt((int) (length / S) + 1) * S;
            long floor = random.nextBoolean() ? 0 : random.nextInt((int) (length / S) + 1) * S;
            long from = random.nextBoolean() || all.isEmpty() ? random.nextLong(length) : all.get(random.nextInt(all.size())).start();
            long to = random.nextBoolean() || all.isEmpty() ? from + random.nextLong(4 * S) + 1 : all.get(random.nextInt(all.size())).start();
            if (i == 0) {
                from = 0;
                to = length + score.reachForward();
            }
            assertThat(ScoreTest.emit(score, from, to, limit, floor)).as("from %d to %d, limit %d, floor %d", from, to, limit, floor)
                    .containsExactlyInAnyOrderElementsOf(plainly(project, stretches, from, to, limit, floor));
        }
    }

    private static PatternScore compiled(Project project, PatternId id) {
        return PatternScore.compile(project, project.pattern(id).orElseThrow(), Optional.empty());
    }

    @Test
    void passes_and_loops_of_a_pattern_are_what_is_written_out_plainly() {
        Random random = new Random(31);
        for (int round = 0; round < 120; round++) {
            Project project = randomProject(random);
            Pattern pattern = project.pattern(FIRST).orElseThrow();
            long pass = pattern.durationUnits();
            agree(project, Score.passes(compiled(project, FIRST), 3), List.of(new Stretch(pattern, Set.of(), 0, 0, 3 * pass)), 3 * pass, random);
            agree(project, Score.endless(compiled(project, FIRST)), List.of(new Stretch(pattern, Set.of(), 0, 0, 8 * pass)), 3 * pass, random);
        }
    }

    @Test
    void a_chain_goes_round_as_it_is_written_out_plainly() {
        Random random = new Random(32);
        for (int round = 0; round < 120; round++) {
            Project project = randomProject(random);
            Pattern one = project.pattern(FIRST).orElseThrow();
            Pattern two = project.pattern(SECOND).orElseThrow();
            Score chain = Score.chain(List.of(compiled(project, FIRST), compiled(project, SECOND)));
            assertThat(chain.length()).isEqualTo(one.durationUnits() + two.durationUnits());
            List<Stretch> stretches = new ArrayList<>();
            for (int turn = 0; turn < 6; turn++) {
                stretches.add(new Stretch(one, Set.of(), 0, 0, one.durationUnits()).later(turn * chain.length()));
                stretches.add(new Stretch(two, Set.of(), one.durationUnits(), one.durationUnits(), chain.length()).later(turn * chain.length()));
            }
            agree(project, chain, stretches, 3 * chain.length(), random);
        }
    }

    @Test
    void a_song_is_what_is_written_out_plainly() {
        Random random = new Random(33);
        for (int round = 0; round < 120; round++) {
            Project project = randomProject(random);
            List<Song.Entry> entries = new ArrayList<>();
            for (int i = 0; i < 1 + random.nextInt(4); i++) {
                entries.add(new Song.Entry(random.nextBoolean() ? FIRST : SECOND, 1 + random.nextInt(3),
                        random.nextInt(3) == 0 ? Optional.of(SECOND) : Optional.empty(), randomRests(random)));
            }
            int times = 1 + random.nextInt(2);
            Song song = new Song("S", entries);
            Score score = new Scores().of(project, new Source.WholeSong(song, times));
            List<Stretch> stretches = new ArrayList<>();
            long at = 0;
            for (int time = 0; time < times; time++) {
                for (Song.Entry entry : entries) {
                    long zero = at;
                    for (int repeat = 0; repeat < entry.repeats(); repeat++) {
                        int pass = repeat + 1;
                        boolean last = repeat == entry.repeats() - 1;
                        Pattern pattern = project.pattern(last ? entry.fill().orElse(entry.pattern()) : entry.pattern()).orElseThrow();
                        Set<RowId> resting = entry.rests().stream().filter(rest -> rest.first() <= pass && pass <= rest.last()).map(Rest::row).collect(Collectors.toSet());
                        boolean fill = last && entry.fill().isPresent();
                        stretches.add(new Stretch(pattern, resting, at, fill ? at : zero, at + pattern.durationUnits()));
                        at += pattern.durationUnits();
                    }
                }
            }
            assertThat(score.length()).isEqualTo(at);
            agree(project, score, stretches, at, random);
            if (times == 1) {
                assertThat(ScoreTest.emit(new Scores().of(project, new Source.WholeSong(song, 1)), 0, at, Score.NEVER, 0)).isEqualTo(ScoreTest.emit(score, 0, at, Score.NEVER, 0));
            }
        }
    }

    private static List<Rest> randomRests(Random random) {
        List<Rest> rests = new ArrayList<>();
        for (int i = random.nextInt(3); i > 0; i--) {
            int first = 1 + random.nextInt(3);
            rests.add(new Rest(new RowId(1 + random.nextInt(2)), first, random.nextBoolean() ? Song.MAX_REPEATS : first + random.nextInt(2)));
        }
        return rests;
    }

    // --- where things are ---

    @Test
    void bars_beats_and_passes_are_found_in_the_pass_that_runs() {
        Project project = Project.untitled().withMeter(new Meter(3, 4));
        Pattern ten = Pattern.empty(FIRST, "Ten", 20);
        Pattern five = Pattern.empty(SECOND, "Five", 5);
        project = project.withPattern(new SlotRef(0, 0), Optional.of(ten)).withPattern(new SlotRef(0, 1), Optional.of(five));
        Score chain = Score.chain(List.of(compiled(project, FIRST), compiled(project, SECOND)));
        assertThat(chain.loops()).isTrue();
        assertThat(chain.ends()).isFalse();
        for (long turn = 0; turn < 3; turn++) {
            long zero = turn * 25 * S;
            for (long step = 0; step < 25; step++) {
                for (long inside : new long[] {0, 1, S - 1}) {
                    long at = zero + step * S + inside;
                    boolean first = step < 20;
                    long begun = zero + (first ? 0 : 20 * S);
                    long ended = zero + (first ? 20 : 25) * S;
                    assertThat(chain.partAt(at)).isSameAs(chain.parts().get(first ? 0 : 1));
                    assertThat(chain.passStart(at)).isEqualTo(begun);
                    assertThat(chain.passEnd(at)).isEqualTo(ended);
                    assertThat(chain.nextBar(at)).isEqualTo(Math.min(ended, begun + ((at - begun) / (12 * S) + 1) * 12 * S));
                    assertThat(chain.nextBeat(at)).isEqualTo(Math.min(ended, begun + ((at - begun) / (4 * S) + 1) * 4 * S));
                }
            }
        }
        Score twice = Score.passes(compiled(project, SECOND), 2);
        assertThat(twice.passStart(7 * S)).isEqualTo(5 * S);
        assertThat(twice.passStart(99 * S)).as("beyond the end the last part goes on").isEqualTo(95 * S);
        assertThat(twice.ends()).isTrue();
        assertThat(twice.loops()).isFalse();
        assertThat(Score.endless(compiled(project, FIRST)).ends()).isFalse();
        assertThat(compiled(project, SECOND).id()).isEqualTo(SECOND);
        assertThatThrownBy(() -> new Scores().of(Project.untitled(), new Source.WholeSong(new Song("Empty", List.of()), 1))).hasMessageContaining("has no patterns");
        assertThatThrownBy(() -> new Scores().of(Project.untitled(), new Source.WholeSong(new Song("Far", List.of(new Song.Entry(new PatternId(9), 1, Optional.empty(), List.of()))), 1)))
                .hasMessageContaining("'Far' names a pattern that is not in the project");
    }

    @Test
    void how_far_notes_reach_is_told_exactly() {
        Project project = Project.untitled().withTempo(new Tempo(120_000));
        Project early = with(project, Hit.drum(2, 90).withTiming(-30_000).withFlam(new Flam(20, 50)));
        Score score = Score.endless(compiled(early, FIRST));
        assertThat(score.reachBack()).isEqualTo(GridTime.roundHalfUp(GridTime.QUARTER, 25) - GridTime.share(S, -30_000, Hit.STEP));
        assertThat(score.reachForward()).isZero();
        Project rolled = with(project, Hit.drum(2, 90).withTiming(20_000).withRoll(Roll.of(3, 4)));
        assertThat(Score.endless(compiled(rolled, FIRST)).reachForward()).isEqualTo(GridTime.share(S, 20_000, Hit.STEP) + 4 * S);
        assertThat(Score.endless(compiled(rolled, FIRST)).reachBack()).isZero();
        Project swung = with(project.withSwing(new Swing(600, StepValue.EIGHTH)), Hit.drum(2, 90));
        assertThat(Score.endless(compiled(swung, FIRST)).reachForward()).as("swing delays at most half its unit").isEqualTo(S + 1);
        Score both = Score.chain(List.of(compiled(early, FIRST), compiled(rolled, FIRST)));
        assertThat(both.reachBack()).isEqualTo(score.reachBack());
        assertThat(both.reachForward()).isEqualTo(GridTime.share(S, 20_000, Hit.STEP) + 4 * S);
    }

    private static Project with(Project project, Hit... hits) {
        return project.withPattern(FIRST, p -> p.withLane(KICK, lane -> Lane.of(hits)));
    }

    @Test
    void a_row_plays_if_it_has_a_hit_within_the_length() {
        Project project = with(Project.untitled(), Hit.drum(16, 90)).withPattern(FIRST, p -> p.withLane(BASS, lane -> Lane.of(Hit.bass(0, 90, 40, Hit.STEP))));
        Score score = Score.passes(compiled(project, FIRST), 1);
        assertThat(score.plays(KICK)).as("its only hit lies behind the last step").isFalse();
        assertThat(score.plays(BASS)).isTrue();
        assertThat(score.plays(new RowId(5))).isFalse();
        assertThat(compiled(project, FIRST).lane(BASS).isBass()).isTrue();
        assertThat(compiled(project, FIRST).lane(KICK).isBass()).isFalse();
        assertThat(compiled(project, FIRST).lane(KICK).isEmpty()).isTrue();
        assertThat(compiled(project, FIRST).lane(BASS).isEmpty()).isFalse();
    }

    @Test
    void a_lane_is_compiled_again_only_if_something_it_depends_on_has_changed() {
        Project plain = with(Project.untitled(), Hit.drum(2, 90));
        Project leaning = plain.withKit(plain.kit().with(KICK, row -> row.withLean(Lean.ofMillis(5))));
        Project flam = with(Project.untitled(), Hit.drum(2, 90).withFlam(Flam.USUAL));
        assertThat(isKept(plain, plain.withTempo(new Tempo(150_000)))).as("tempo, with nothing in milliseconds").isTrue();
        assertThat(isKept(leaning, leaning.withTempo(new Tempo(150_000)))).as("tempo, with a lean in milliseconds").isFalse();
        assertThat(isKept(flam, flam.withTempo(new Tempo(150_000)))).as("tempo, with a flam").isFalse();
        assertThat(isKept(leaning, leaning)).isTrue();
        assertThat(isKept(plain, leaning)).as("lean").isFalse();
        assertThat(isKept(plain, plain.withSwing(new Swing(600, StepValue.SIXTEENTH)))).as("swing").isFalse();
        assertThat(isKept(plain, plain.withPattern(FIRST, p -> p.withLength(12)))).as("length").isFalse();
        assertThat(isKept(plain, plain.withPattern(FIRST, p -> p.withLane(KICK, lane -> lane.withStep(Optional.of(StepValue.EIGHTH)))))).as("step").isFalse();
    }

    private static boolean isKept(Project before, Project after) {
        PatternScore first = compiled(before, FIRST);
        return PatternScore.compile(after, after.pattern(FIRST).orElseThrow(), Optional.of(first)).lane(KICK) == first.lane(KICK);
    }
}
