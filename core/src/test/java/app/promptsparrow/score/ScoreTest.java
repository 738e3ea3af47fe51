package app.promptsparrow.score;

import static org.assertj.core.api.Assertions.assertThat;

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
import app.promptsparrow.time.GridTime;
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
import java.util.function.UnaryOperator;
import org.junit.jupiter.api.Test;

class ScoreTest {

    private static final long S = StepValue.SIXTEENTH.units();
    private static final RowId KICK = new RowId(1);
    private static final RowId HAT = new RowId(4);

    record Note(int row, int step, long start, long end, int velocity, int cents, int kind) {
    }

    static List<Note> emit(Score score, long from, long to, long limit, long floor) {
        List<Note> notes = new ArrayList<>();
        score.emit(from, to, limit, floor, (lane, step, start, end, velocity, cents, kind, ordinal, place) ->
                notes.add(new Note(lane.row().value(), step, start, end, velocity, cents, kind)));
        return notes;
    }

    private static List<Note> all(Score score, int passes) {
        long length = score.parts().get(0).pattern().passUnits() * passes;
        return emit(score, 0, length + score.reachForward() + 1, length, 0);
    }

    private static Project project(UnaryOperator<Pattern> change) {
        Project project = Project.untitled();
        return project.withPattern(new PatternId(1), change);
    }

    private static Score endless(Project project) {
        return Score.endless(PatternScore.compile(project, project.at(new SlotRef(0, 0)).orElseThrow(), Optional.empty()));
    }

    @Test
    void plain_hits_sound_on_their_steps_in_every_pass() {
        Project project = project(p -> p.withLane(KICK, lane -> Lane.of(Hit.drum(0, 96), Hit.drum(10, 64))));
        assertThat(all(endless(project), 2)).extracting(Note::start).containsExactly(0L, 10 * S, 16 * S, 26 * S);
        assertThat(all(endless(project), 1).get(1).end()).isEqualTo(11 * S);
    }

    @Test
    void place_is_bent_step_plus_timing_plus_lean() {
        Project base = project(p -> p.withLane(KICK, lane -> Lane.of(Hit.drum(1, 96).withTiming(-7_000).withLength(150_000))));
        Project project = base.withSwing(new Swing(570, StepValue.SIXTEENTH)).withTempo(new Tempo(120_000));
        project = project.withKit(project.kit().with(KICK, row -> row.withLean(Lean.ofMillis(10))));
        Note note = all(endless(project), 1).get(0);
        long bent = GridTime.roundHalfUp(S * 1140, 1000);
        long timing = GridTime.roundHalfUp(-S * 7_000, 100_000);
        long lean = GridTime.QUARTER / 50; // 10 ms of 500 ms
        assertThat(note.start()).isEqualTo(bent + timing + lean);
        // ends at step 2.5: half way through the first of its pair, 1.14 times as wide
        assertThat(note.end()).isEqualTo(2 * S + GridTime.roundHalfUp(S / 2 * 1140, 1000) + timing + lean);
    }

    @Test
    void triplet_lanes_stay_straight_unless_they_swing_themselves() {
        StepValue triplet = StepValue.parse("1/8t").orElseThrow();
        Project straight = project(p -> p.withLane(KICK, lane -> Lane.of(Hit.drum(1, 96)).withStep(Optional.of(triplet))))
                .withSwing(new Swing(600, StepValue.EIGHTH));
        assertThat(all(endless(straight), 1).get(0).start()).isEqualTo(triplet.units());
        Project own = straight.withPattern(new PatternId(1), p -> p.withLane(KICK,
                lane -> lane.withSwing(Optional.of(new Swing(600, StepValue.EIGHTH)))));
        assertThat(all(endless(own), 1).get(0).start()).isEqualTo(GridTime.roundHalfUp(triplet.units() * 6, 5));
    }

    @Test
    void a_roll_divides_its_span_evenly_and_ramps_its_velocity() {
        Project project = project(p -> p.withLane(KICK, lane -> Lane.of(Hit.drum(2, 100).withRoll(new Roll(3, 2, 50, 200)))));
        List<Note> notes = all(endless(project), 1);
        assertThat(notes).extracting(Note::start).containsExactly(2 * S, 2 * S + 2 * S / 3, 2 * S + 4 * S / 3);
        assertThat(notes).extracting(Note::velocity).containsExactly(100, 75, 50);
        assertThat(notes).extracting(Note::cents).containsExactly(0, 100, 200);
        assertThat(notes).extracting(Note::end).containsExactly(2 * S + 2 * S / 3, 2 * S + 4 * S / 3, 4 * S);
        assertThat(notes).extracting(Note::kind).containsExactly(LaneScore.MAIN, LaneScore.ROLLED, LaneScore.ROLLED);
    }

    @Test
    void a_flam_has_its_grace_before_it_but_not_before_the_music() {
        Project project = project(p -> p.withLane(KICK, lane -> Lane.of(Hit.drum(0, 101).withFlam(Flam.USUAL)))).withTempo(new Tempo(120_000));
        List<Note> notes = all(endless(project), 2);
        long gap = GridTime.QUARTER * 22 / 500;
        assertThat(notes).extracting(Note::start).containsExactlyInAnyOrder(0L, 16 * S - gap, 16 * S);
        assertThat(notes).filteredOn(note -> note.kind() == LaneScore.GRACE).extracting(Note::velocity).containsExactly(51);
    }

    @Test
    void an_early_hit_sounds_at_zero_at_first_and_then_in_the_pass_before_its_own() {
        Project project = project(p -> p.withLane(KICK, lane -> Lane.of(Hit.drum(0, 96).withTiming(-50_000))));
        assertThat(all(endless(project), 3)).extracting(Note::start).containsExactly(0L, 16 * S - S / 2, 32 * S - S / 2);
    }

    @Test
    void hits_beyond_the_length_are_silent_and_come_back() {
        Project longer = project(p -> p.withLane(KICK, lane -> Lane.of(Hit.drum(0, 96), Hit.drum(12, 96))));
        Project shorter = longer.withPattern(new PatternId(1), p -> p.withLength(8));
        assertThat(all(endless(shorter), 1)).hasSize(1);
        assertThat(all(endless(shorter.withPattern(new PatternId(1), p -> p.withLength(16))), 1)).hasSize(2);
    }

    @Test
    void a_free_lane_runs_on_through_passes_and_swing_counts_from_the_pass() {
        Project project = project(p -> p.withLength(4).withLane(KICK, lane -> Lane.of(Hit.drum(0, 96)).withLength(OptionalInt.of(3))))
                .withSwing(new Swing(600, StepValue.SIXTEENTH));
        // straight places 0, 3, 6, 9 steps; pass of 4: 3 and 9 fall on the second sixteenth of their pair
        long late = GridTime.roundHalfUp(S * 1200, 1000) - S;
        assertThat(all(endless(project), 3)).extracting(Note::start).containsExactly(0L, 3 * S + late, 6 * S, 9 * S + late);
    }

    @Test
    void a_free_lane_equals_its_unrolled_self() {
        Random random = new Random(11);
        for (int round = 0; round < 60; round++) {
            int own = 1 + random.nextInt(24);
            int repeats = 1 + random.nextInt(5);
            List<Hit> hits = randomHits(random, own);
            List<Hit> unrolled = new ArrayList<>();
            for (int k = 0; k < repeats; k++) {
                for (Hit hit : hits) {
                    unrolled.add(hit.withStep(hit.step() + k * own));
                }
            }
            Project cycled = project(p -> p.withLength(own * repeats).withLane(KICK, lane -> lane.withHits(hits).withLength(OptionalInt.of(own))))
                    .withSwing(new Swing(500 + random.nextInt(200), StepValue.SIXTEENTH));
            Project flat = cycled.withPattern(new PatternId(1), p -> p.withLane(KICK, lane -> Lane.EMPTY.withHits(unrolled)));
            assertThat(all(endless(cycled), 2)).extracting(Note::start, Note::end, Note::velocity)
                    .containsExactlyInAnyOrderElementsOf(all(endless(flat), 2).stream()
                            .map(n -> org.assertj.core.groups.Tuple.tuple(n.start(), n.end(), n.velocity())).toList());
        }
    }

    static List<Hit> randomHits(Random random, int steps) {
        List<Hit> hits = new ArrayList<>();
        for (int step = 0; step < steps; step++) {
            if (random.nextInt(3) == 0) {
                Hit hit = Hit.drum(step, 1 + random.nextInt(127)).withTiming(random.nextInt(100_001) - 50_000)
                        .withLength(1 + random.nextInt(400_000));
                hit = random.nextInt(4) == 0 ? hit.withRoll(new Roll(2 + random.nextInt(11), 1 + random.nextInt(8), 10 + random.nextInt(190), 0)) : hit;
                hits.add(random.nextInt(5) == 0 ? hit.withFlam(new Flam(5 + random.nextInt(56), 1 + random.nextInt(100))) : hit);
            }
        }
        return hits;
    }

    @Test
    void however_time_is_cut_no_note_is_lost_or_doubled() {
        Random random = new Random(12);
        for (int round = 0; round < 40; round++) {
            Project project = randomProject(random);
            Score score = endless(project);
            long end = 40 * S;
            List<Note> whole = emit(score, 0, end, Score.NEVER, 0);
            List<Note> pieces = new ArrayList<>();
            for (long at = 0; at < end;) {
                long next = Math.min(end, at + random.nextLong(1, 3 * S));
                pieces.addAll(emit(score, at, next, Score.NEVER, 0));
                at = next;
            }
            assertThat(pieces).containsExactlyInAnyOrderElementsOf(whole);
            assertThat(whole).allMatch(note -> note.start() >= 0 && note.end() > note.start());
        }
    }

    static Project randomProject(Random random) {
        StepValue[] steps = {StepValue.SIXTEENTH, StepValue.EIGHTH, StepValue.plain(32), StepValue.parse("1/8t").orElseThrow()};
        Project project = Project.untitled().withTempo(new Tempo(60_000 + random.nextInt(120_000)))
                .withSwing(new Swing(500 + random.nextInt(251), StepValue.SIXTEENTH));
        TreeMap<RowId, Lane> lanes = new TreeMap<>();
        for (Row row : project.kit().rows()) {
            if (!row.isBass() && random.nextBoolean()) {
                boolean free = random.nextBoolean();
                int length = 1 + random.nextInt(20);
                lanes.put(row.id(), new Lane(random.nextBoolean() ? Optional.of(steps[random.nextInt(4)]) : Optional.empty(),
                        free ? OptionalInt.of(length) : OptionalInt.empty(), Optional.empty(), randomHits(random, free ? length : 12)));
            }
        }
        Project edited = project.withPattern(new PatternId(1), p -> p.withLength(7 + random.nextInt(10)).withLanes(lanes));
        return edited.withKit(edited.kit().with(KICK, row -> row.withLean(Lean.ofMillis(random.nextInt(200) - 100))));
    }

    @Test
    void a_song_plays_its_entries_and_the_fill_on_the_last_repeat() {
        Project project = project(p -> p.withLane(KICK, lane -> Lane.of(Hit.drum(0, 96))));
        Pattern fill = Pattern.empty(new PatternId(2), "Fill", 8).withLane(HAT, lane -> Lane.of(Hit.drum(0, 50)));
        project = project.withPattern(new SlotRef(0, 1), Optional.of(fill));
        Song song = new Song("x", List.of(new Song.Entry(new PatternId(1), 3, Optional.of(new PatternId(2)), List.of()),
                new Song.Entry(new PatternId(1), 1, Optional.empty(), List.of(Rest.whole(KICK)))));
        Score score = new Scores().of(project, new Source.WholeSong(song, 1));
        assertThat(score.length()).isEqualTo((16 + 16 + 8 + 16) * S);
        assertThat(emit(score, 0, score.length(), score.length(), 0)).extracting(Note::row, Note::start)
                .containsExactly(org.assertj.core.groups.Tuple.tuple(1, 0L), org.assertj.core.groups.Tuple.tuple(1, 16 * S),
                        org.assertj.core.groups.Tuple.tuple(4, 32 * S));
        assertThat(score.passEnd(20 * S)).isEqualTo(32 * S);
        assertThat(score.passEnd(33 * S)).isEqualTo(40 * S);
    }

    @Test
    void free_lanes_begin_again_at_every_chain_element_but_not_inside_an_entry() {
        Project project = project(p -> p.withLength(4).withLane(KICK, lane -> Lane.of(Hit.drum(0, 96)).withLength(OptionalInt.of(3))));
        PatternScore compiled = PatternScore.compile(project, project.at(new SlotRef(0, 0)).orElseThrow(), Optional.empty());
        Score chain = Score.chain(List.of(compiled, compiled));
        assertThat(emit(chain, 0, 8 * S, Score.NEVER, 0)).extracting(Note::start).containsExactly(0L, 3 * S, 4 * S, 7 * S);
        assertThat(emit(chain, 8 * S, 16 * S, Score.NEVER, 0)).extracting(Note::start).containsExactly(8 * S, 11 * S, 12 * S, 15 * S);
        assertThat(all(Score.passes(compiled, 2), 2)).extracting(Note::start).containsExactly(0L, 3 * S, 6 * S);
    }

    @Test
    void the_unchanged_lanes_of_an_edited_pattern_are_not_compiled_again() {
        Project project = project(p -> p.withLane(KICK, lane -> Lane.of(Hit.drum(0, 96))).withLane(HAT, lane -> Lane.of(Hit.drum(0, 96))));
        PatternScore before = PatternScore.compile(project, project.at(new SlotRef(0, 0)).orElseThrow(), Optional.empty());
        Project edited = project.withPattern(new PatternId(1), p -> p.withLane(HAT, lane -> lane.edited(Set.of(), Set.of(Hit.drum(2, 96)))));
        PatternScore after = PatternScore.compile(edited, edited.at(new SlotRef(0, 0)).orElseThrow(), Optional.of(before));
        assertThat(after.lane(KICK)).isSameAs(before.lane(KICK));
        assertThat(after.lane(HAT)).isNotSameAs(before.lane(HAT));
    }
}
