package app.promptsparrow.project;

import app.promptsparrow.text.Ranges;

/** By which a song is known as long as it is in its project, wherever it stands among the others. Immutable. @param value 1 or more */
public record SongId(int value) {

    public static final int MAX = Integer.MAX_VALUE - 1;
    /** The highest that a file may hold: behind it there is always room for more. */
    public static final int MOST_READ = 1_000_000_000;

    public SongId {
        Ranges.check("a song's id", value, 1, MAX);
    }
}
