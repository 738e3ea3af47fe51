package app.promptsparrow.project;

import java.util.ArrayList;
import java.util.List;

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

    /** Puts a changed song in its place. */
    record SetSong(String name, Song song) implements SongEdit {
        @Override
        public Project apply(Project project) {
            List<Song> changed = new ArrayList<>(project.songs());
            changed.set(place(project, song.id()), song);
            return project.withSongs(changed);
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
