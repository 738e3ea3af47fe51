package app.promptsparrow.project;

import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.pattern.PatternId;
import app.promptsparrow.text.Plural;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/** A change of the songs, or of one: what it becomes is computed by {@link Song} before. */
public sealed interface SongEdit extends Edit {

    /** Adds a song behind the others. */
    record AddSong(String name, Song song) implements SongEdit {
        @Override
        public Project apply(Project project) {
            List<Song> more = new ArrayList<>(project.songs());
            more.add(song);
            return project.withSongs(more);
        }
    }

    /**
     * Adds a song of what was played, and in banks of their own the pieces of patterns that it has beside whole ones. Ids that were given out
     * meanwhile are given anew.
     *
     * @param pieces patterns that the project has not, under the ids that the song names them by
     */
    record AddPlayed(String name, Song song, List<Pattern> pieces) implements SongEdit {

        public AddPlayed {
            pieces = List.copyOf(pieces);
        }

        @Override
        public Project apply(Project project) {
            Map<PatternId, PatternId> ids = new HashMap<>();
            List<Pattern> own = new ArrayList<>();
            int next = project.freshPatternId().value();
            for (Pattern piece : pieces) {
                own.add(piece.withId(new PatternId(next++)));
                ids.put(piece.id(), own.get(own.size() - 1).id());
            }
            List<Bank> more = Bank.holding(own);
            if (project.banks().size() + more.size() > Project.MAX_BANKS) {
                throw new IllegalArgumentException("the pieces of patterns that were played need " + Plural.of(more.size(), "bank") + ", and the project has no room for them: delete a bank");
            }
            List<Bank> banks = new ArrayList<>(project.banks());
            for (Bank bank : more) {
                banks.add(bank.withName(song.name() + (more.size() == 1 ? "" : ", " + (banks.size() - project.banks().size() + 1))));
            }
            List<Song.Entry> entries = song.entries().stream().map(entry -> new Song.Entry(ids.getOrDefault(entry.pattern(), entry.pattern()), entry.repeats(),
                    entry.fill().map(fill -> ids.getOrDefault(fill, fill)), entry.rests())).toList();
            return new AddSong(name, song.withId(project.freshSongId()).withEntries(entries)).apply(project.withBanks(banks));
        }
    }

    /** Puts a changed song in its place. */
    record SetSong(String name, Song song) implements SongEdit {
        @Override
        public Project apply(Project project) {
            List<Song> changed = new ArrayList<>(project.songs());
            changed.set(place(project, song.id()), song);
            return project.withSongs(changed);
        }

        @Override
        public Project apply(Project now, Project madeFor) {
            return new SetSong(name, madeFor.song(song.id()).flatMap(was -> now.song(song.id()).map(is -> Beside.change(was, song, is))).orElse(song)).apply(now);
        }
    }

    record DeleteSong(String name, SongId song) implements SongEdit {
        @Override
        public Project apply(Project project) {
            List<Song> left = new ArrayList<>(project.songs());
            left.remove(place(project, song));
            return project.withSongs(left);
        }
    }

    private static int place(Project project, SongId id) {
        for (int i = 0; i < project.songs().size(); i++) {
            if (project.songs().get(i).id().equals(id)) {
                return i;
            }
        }
        throw new IllegalArgumentException("the song is no longer in the project");
    }
}
