package app.promptsparrow.score;

import static org.assertj.core.api.Assertions.assertThat;

import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.Hit;
import app.promptsparrow.pattern.Lane;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.pattern.PatternId;
import app.promptsparrow.project.BankEdit;
import app.promptsparrow.project.Project;
import app.promptsparrow.project.SlotRef;
import app.promptsparrow.project.Song;
import app.promptsparrow.project.SongId;
import app.promptsparrow.time.GridTime;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import org.junit.jupiter.api.Test;

/** What is played once before the rest, and pieces of patterns. */
class SourceTest {

    private static final RowId KICK = new RowId(1);
    private static final RowId SNARE = new RowId(2);
    private static final PatternId ONE = new PatternId(1);
    private static final PatternId TWO = new PatternId(2);
    private static final PatternId FILL = new PatternId(3);
    private static final long STEP = GridTime.QUARTER / 4;

    /** One has a kick on its first step, two on its second, the fill, of four steps, on its third. */
    private final Project project = pattern(pattern(pattern(Project.untitled(), ONE, 16, 0), TWO, 8, 1), FILL, 4, 2);

    private static Project pattern(Project in, PatternId id, int length, int step) {
        return in.withPattern(new SlotRef(0, id.value() - 1),
                Optional.of(Pattern.empty(id, "P" + id.value(), length).withLane(KICK, lane -> Lane.of(Hit.drum(step, 96)))));
    }

    private List<String> steps(Source source, int from, int to) {
        return steps(project, source, from, to);
    }

    /** Each note as pattern@step of the transport, asked for in pieces of a step and a half. */
    private static List<String> steps(Project project, Source source, int from, int to) {
        Score score = new Scores().of(project, source);
        List<String> notes = new ArrayList<>();
        for (long at = from * STEP; at < to * STEP; at += STEP * 3 / 2) {
            score.emit(at, Math.min(to * STEP, at + STEP * 3 / 2), Score.NEVER, 0, (lane, step, start, end, velocity, cents, kind, ordinal, place) ->
                    notes.add(lane.pattern().value() + (lane.row().equals(KICK) ? "@" : "s") + start / (double) STEP));
        }
        return notes.stream().map(note -> note.replace(".0", "")).toList();
    }

    @Test
    void a_fill_is_played_once_and_then_the_pattern_from_its_start_for_good() {
        Source fill = new Source.Lead(List.of(FILL), new Source.Loop(TWO));
        assertThat(steps(fill, 0, 32)).containsExactly("3@2", "2@5", "2@13", "2@21", "2@29");
        Score score = new Scores().of(project, fill);
        assertThat(score.ends()).isFalse();
        assertThat(score.passEnd(STEP)).isEqualTo(4 * STEP);
        assertThat(score.passEnd(5 * STEP)).isEqualTo(12 * STEP);
        assertThat(score.inPart(6 * STEP)).isEqualTo(2 * STEP);
    }

    @Test
    void the_rest_of_a_chain_is_played_once_and_then_the_whole_chain_over_and_over() {
        Source rest = new Source.Lead(List.of(FILL, TWO), new Source.Chain(List.of(ONE, ONE, TWO)));
        // 4 + 8 steps, then rounds of 16 + 16 + 8
        assertThat(steps(rest, 0, 95)).containsExactly("3@2", "2@5", "1@12", "1@28", "2@45", "1@52", "1@68", "2@85", "1@92");
        assertThat(steps(rest, 50, 95)).as("asked in the middle").containsExactly("1@52", "1@68", "2@85", "1@92");
        Score score = new Scores().of(project, rest);
        assertThat(score.partIndexAt(5 * STEP)).isEqualTo(1);
        assertThat(score.partIndexAt(44 * STEP)).isEqualTo(4);
        assertThat(score.partIndexAt(53 * STEP)).as("the first of the second round").isEqualTo(2);
        assertThat(score.passEnd(53 * STEP)).isEqualTo(68 * STEP);
        assertThat(score.partIndexAt(-STEP)).as("before the start").isZero();
    }

    @Test
    void a_piece_of_a_pattern_loops_alone_with_what_stands_in_it() {
        Project long1 = project.withPattern(ONE, p -> p.withLane(KICK, lane -> Lane.of(Hit.drum(0, 96), Hit.drum(5, 96), Hit.drum(8, 96)))
                .withLane(SNARE, lane -> Lane.of(Hit.drum(4, 96), Hit.drum(7, 96))));
        Source piece = new Source.Excerpt(ONE, 4 * STEP, 8 * STEP, Set.of());
        assertThat(steps(long1, piece, 0, 9)).containsExactlyInAnyOrder("1s0", "1@1", "1s3", "1s4", "1@5", "1s7", "1s8");
        assertThat(steps(long1, new Source.Excerpt(ONE, 4 * STEP, 8 * STEP, Set.of(SNARE)), 0, 9)).containsExactly("1@1", "1@5");
        Score score = new Scores().of(long1, piece);
        assertThat(score.passEnd(STEP)).isEqualTo(4 * STEP);
        assertThat(score.inPart(5 * STEP)).as("in the pattern").isEqualTo(5 * STEP);
        assertThat(score.positionOf(6 * STEP)).isEqualTo(2 * STEP);
        assertThat(score.positionOf(2 * STEP)).as("not in the piece").isZero();
    }

    @Test
    void after_a_fill_a_piece_loops_from_its_start() {
        Project long1 = project.withPattern(ONE, p -> p.withLane(KICK, lane -> Lane.of(Hit.drum(0, 96), Hit.drum(5, 96), Hit.drum(8, 96))));
        Source fill = new Source.Lead(List.of(FILL), new Source.Excerpt(ONE, 4 * STEP, 8 * STEP, Set.of()));
        assertThat(steps(long1, fill, 0, 15)).containsExactly("3@2", "1@5", "1@9", "1@13");
        Score score = new Scores().of(long1, fill);
        assertThat(score.ends()).isFalse();
        assertThat(score.passEnd(5 * STEP)).isEqualTo(8 * STEP);
        assertThat(score.inPart(5 * STEP)).as("in the pattern").isEqualTo(5 * STEP);
        assertThat(score.inPart(9 * STEP)).isEqualTo(5 * STEP);
    }

    @Test
    void free_lanes_begin_in_a_piece_as_in_the_first_pass() {
        Project free = project.withPattern(ONE, p -> p.withLane(KICK, lane -> new Lane(Optional.empty(), OptionalInt.of(3), Optional.empty(), List.of(Hit.drum(1, 96)))));
        assertThat(steps(free, new Source.Excerpt(ONE, 4 * STEP, 8 * STEP, Set.of()), 0, 8)).as("steps 5 and 8 of the pattern").containsExactly("1@0", "1@3", "1@4", "1@7");
    }

    @Test
    void an_early_hit_of_a_pieces_start_sounds_at_its_end_and_late_ones_after_it() {
        Project early = project.withPattern(ONE, p -> p.withLane(KICK, lane -> Lane.of(Hit.drum(4, 96).withTiming(-25_000), Hit.drum(7, 64).withTiming(25_000))));
        assertThat(steps(early, new Source.Excerpt(ONE, 4 * STEP, 8 * STEP, Set.of()), 0, 8)).containsExactly("1@0", "1@3.25", "1@3.75", "1@7.25", "1@7.75");
    }

    private static final SongId SONG = new SongId(1);

    private Project withSong(Song.Entry... entries) {
        return project.withSongs(List.of(new Song("S", List.of(entries))));
    }

    private static Source.OfSong looped(long fromSteps, long toSteps) {
        return new Source.OfSong(SONG, false, Optional.of(new Source.OfSong.Span(fromSteps * STEP, toSteps * STEP)));
    }

    @Test
    void a_song_of_the_project_ends_or_goes_round_and_rows_rest_in_some_of_its_passes() {
        Project with = withSong(Song.Entry.of(TWO, 3).withRest(KICK, 2, 2, true), Song.Entry.of(ONE, 1).withFill(Optional.of(FILL)));
        Source once = new Source.OfSong(SONG, false, Optional.empty());
        // 8 + 8 (rests) + 8 + 4 steps of the fill, which takes the place of the only pass
        assertThat(steps(with, once, 0, 60)).containsExactly("2@1", "2@17", "3@26");
        assertThat(new Scores().of(with, once).length()).isEqualTo(28 * STEP);
        assertThat(new Scores().of(with, once).ends()).isTrue();
        assertThat(steps(with, new Source.OfSong(SONG, true, Optional.empty()), 0, 60)).containsExactly("2@1", "2@17", "3@26", "2@29", "2@45", "3@54", "2@57");
        assertThat(once.first(with)).contains(TWO);
        assertThat(once.in(project)).as("the song is gone").isEmpty();
        assertThat(new Source.OfSong(SONG, false, Optional.empty()).in(withSong())).as("nothing is in it").isEmpty();
    }

    @Test
    void a_piece_of_a_song_loops_in_the_songs_own_positions() {
        Project with = withSong(Song.Entry.of(ONE, 2), Song.Entry.of(TWO, 2));
        Score score = new Scores().of(with, looped(16, 40));
        assertThat(steps(with, looped(16, 40), 0, 95)).as("from its start, then round and round").containsExactly("1@0", "1@16", "2@33", "1@40", "2@57", "1@64", "2@81", "1@88");
        assertThat(score.folded(50 * STEP)).isEqualTo(26 * STEP);
        assertThat(score.folded(10 * STEP)).isEqualTo(10 * STEP);
        assertThat(steps(with, looped(20, 36), 20, 60)).as("in the middle of passes").containsExactly("2@33", "2@49");
        assertThat(steps(with, looped(90, 99), 0, 60)).as("beyond the end there is no piece").containsExactly("1@0", "1@16", "2@33", "2@41");
    }

    @Test
    void what_is_left_of_a_source_whose_patterns_are_gone_can_be_played() {
        Project onlyTwo = project;
        for (PatternId gone : List.of(ONE, FILL)) {
            onlyTwo = new BankEdit.FillSlot("Empty", onlyTwo.slotOf(gone).orElseThrow(), Optional.empty()).apply(onlyTwo);
        }
        assertThat(new Source.Chain(List.of(ONE, TWO, ONE)).in(onlyTwo)).contains(new Source.Chain(List.of(TWO)));
        assertThat(new Source.Chain(List.of(ONE)).in(onlyTwo)).isEmpty();
        assertThat(new Source.Lead(List.of(FILL), new Source.Loop(TWO)).in(onlyTwo)).contains(new Source.Lead(List.of(), new Source.Loop(TWO)));
        assertThat(steps(new Source.Lead(List.of(), new Source.Loop(ONE)), 0, 20)).containsExactly("1@0", "1@16");
    }
}
