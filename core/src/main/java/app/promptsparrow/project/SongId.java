package app.promptsparrow.project;

/** By which a song is known as long as it is in its project, wherever it stands among the others. Immutable. @param value 1 or more */
public record SongId(int value) {

    public static final int MAX = 1_000_000_000;

    public SongId {
        if (value < 1 || value > MAX) {
            throw new IllegalArgumentException("a song's id is 1 to " + MAX + ", not " + value);
        }
    }
}
