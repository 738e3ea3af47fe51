package app.promptsparrow.project;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.promptsparrow.demo.DemoProject;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.PatternId;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import org.junit.jupiter.api.Test;

/** What can be done to a song, each compared with the song written out pass by pass. */
class SongTest {

    private static final PatternId ONE = new PatternId(1);
    private static final PatternId TWO = new PatternId(2);
    private static final RowId KICK = new RowId(1);
    private static final RowId SNARE = new RowId(2);

    /** Each pass as its pattern and the rows that rest. */
    private static List<String> written(Song song) {
        List<String> passes = new ArrayList<>();
        for (Song.Entry entry : song.entries()) {
            for (int pass = 1; pass <= entry.repeats(); pass++) {
                passes.add(entry.patternOf(pass).value() + (entry.rests(KICK, pass) ? "k" : "") + (entry.rests(SNARE, pass) ? "s" : ""));
            }
        }
        return passes;
    }

    private static Song random(Random random) {
        List<Song.Entry> entries = new ArrayList<>();
        for (int i = 1 + random.nextInt(5); i > 0; i--) {
            Song.Entry entry = Song.Entry.of(random.nextBoolean() ? ONE : TWO, 1 + random.nextInt(4)).withFill(random.nextInt(3) == 0 ? Optional.of(TWO) : Optional.empty());
            for (int rest = random.nextInt(3); rest > 0; rest--) {
                int first = 1 + random.nextInt(4);
                entry = entry.withRest(random.nextBoolean() ? KICK : SNARE, first, random.nextBoolean() ? Song.MAX_REPEATS : first + random.nextInt(2), random.nextInt(4) > 0);
            }
            entries.add(entry);
        }
        return new Song("S", entries);
    }

    @Test
    void splitting_and_joining_change_nothing_that_is_heard() {
        Random random = new Random(3);
        for (int round = 0; round < 400; round++) {
            Song song = random(random);
            int index = random.nextInt(song.entries().size());
            int repeats = song.entries().get(index).repeats();
            if (repeats > 1) {
                Song split = song.split(index, 2 + random.nextInt(repeats - 1));
                assertThat(split.entries()).hasSize(song.entries().size() + 1);
                assertThat(written(split)).isEqualTo(written(song));
            }
            assertThat(written(song.joined(id -> false))).isEqualTo(written(song));
            assertThat(song.joined(id -> true)).isEqualTo(song);
        }
    }

    @Test
    void passes_that_are_alike_are_found_as_far_as_they_go() {
        Random random = new Random(4);
        for (int round = 0; round < 400; round++) {
            for (Song.Entry entry : random(random).entries()) {
                for (int pass = 1; pass <= entry.repeats();) {
                    int last = entry.alikeUntil(pass);
                    assertThat(last).isBetween(pass, entry.repeats());
                    for (int same = pass; same <= last; same++) {
                        assertThat(entry.resting(same)).isEqualTo(entry.resting(pass));
                        assertThat(entry.patternOf(same)).isEqualTo(entry.patternOf(pass));
                    }
                    pass = last + 1;
                }
            }
        }
    }

    @Test
    void a_rest_of_the_whole_entry_goes_on_when_it_is_repeated_more_often() {
        Song.Entry entry = Song.Entry.of(ONE, 2).withRest(KICK, 1, Song.MAX_REPEATS, true);
        assertThat(entry.withRepeats(5).rests(KICK, 5)).isTrue();
        Song.Entry broken = entry.withRest(KICK, 2, 2, false);
        assertThat(broken.rests()).containsExactly(new Rest(KICK, 1, 1), new Rest(KICK, 3, Song.MAX_REPEATS));
        assertThat(broken.resting(2)).isEqualTo(Set.of());
        assertThat(broken.withRest(KICK, 2, 2, true)).isEqualTo(entry);
    }

    @Test
    void a_chain_becomes_a_song_whose_equal_neighbours_join_only_where_that_sounds_the_same() {
        List<PatternId> chain = List.of(ONE, ONE, ONE, TWO, ONE);
        Song song = Song.ofChain(new SongId(4), "From the chain", chain, id -> false);
        assertThat(song.entries()).containsExactly(Song.Entry.of(ONE, 3), Song.Entry.of(TWO, 1), Song.Entry.of(ONE, 1));
        assertThat(song.round()).as("as the chain does").isTrue();
        assertThat(Song.ofChain(new SongId(4), "x", chain, ONE::equals).entries()).hasSize(5);
    }

    @Test
    void entries_are_put_in_moved_and_taken_out() {
        Song song = new Song("S", List.of(Song.Entry.of(ONE, 1), Song.Entry.of(TWO, 2)));
        assertThat(written(song.insert(1, List.of(Song.Entry.of(TWO, 1))))).containsExactly("1", "2", "2", "2");
        assertThat(written(song.move(1, 0))).containsExactly("2", "2", "1");
        assertThat(written(song.without(0))).containsExactly("2", "2");
        assertThatThrownBy(() -> song.split(0, 2)).hasMessageContaining("between two of its passes");
        assertThatThrownBy(() -> Song.Entry.of(ONE, 1_000)).hasMessageContaining("1 to 999");
        assertThatThrownBy(() -> song.insert(0, java.util.Collections.nCopies(998, Song.Entry.of(ONE, 1)))).hasMessageContaining("at most 999 entries");
    }

    @Test
    void ids_are_not_given_out_again() {
        Project project = Project.untitled();
        Song first = new Song("A", List.of()).withId(project.freshSongId());
        Project with = new SongEdit.AddSong("Add", first).apply(project);
        Project without = new SongEdit.DeleteSong("Delete", first.id()).apply(with);
        assertThat(without.freshSongId()).isEqualTo(new SongId(2));
        assertThatThrownBy(() -> new SongEdit.SetSong("Set", first).apply(without)).hasMessageContaining("no longer in the project");
        assertThatThrownBy(() -> new SongEdit.AddSong("Add", first).apply(with)).hasMessageContaining("given twice");
    }

    @Test
    void what_is_printed_is_read_again() {
        Project project = DemoProject.make();
        Random random = new Random(9);
        List<PatternId> ids = project.filledSlots().stream().map(slot -> project.at(slot).orElseThrow().id()).toList();
        for (int round = 0; round < 200; round++) {
            List<Song.Entry> entries = new ArrayList<>();
            for (int i = 1 + random.nextInt(6); i > 0; i--) {
                entries.add(Song.Entry.of(ids.get(random.nextInt(ids.size())), 1 + random.nextInt(4)).withFill(random.nextBoolean() ? Optional.of(ids.get(random.nextInt(ids.size()))) : Optional.empty()));
            }
            String text = SongText.print(project, new Song("S", entries));
            assertThat(SongText.read(project, text)).as(text).isEqualTo(entries);
        }
        assertThatThrownBy(() -> SongText.read(project, "Wake x0")).hasMessageContaining("1 to 999");
        assertThatThrownBy(() -> SongText.read(project, "Wake, \"Gulls")).hasMessage("at character 7: the quotes are not closed");
        assertThatThrownBy(() -> SongText.read(project, "9.9")).hasMessage("at character 1: there is nothing in slot 9.9");
        assertThatThrownBy(() -> SongText.read(project, "  ")).hasMessageContaining("patterns between commas");
    }
}
