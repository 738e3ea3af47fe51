package app.promptsparrow.project;

/**
 * The highest ids that a project has given out, so that none is given again once its pattern or row is gone. Immutable.
 *
 * @param patterns 0 or more
 * @param rows     0 or more
 * @param songs    0 or more
 */
public record GivenIds(int patterns, int rows, int songs) {

    public static final GivenIds NONE = new GivenIds(0, 0, 0);

    public GivenIds {
        if (patterns < 0 || rows < 0 || songs < 0) {
            throw new IllegalArgumentException("ids that were given are 0 or more, not " + Math.min(songs, Math.min(patterns, rows)));
        }
    }

    /** These, and at least as many as there are now. */
    GivenIds atLeast(int highestPattern, int highestRow, int highestSong) {
        return highestPattern <= patterns && highestRow <= rows && highestSong <= songs ? this
                : new GivenIds(Math.max(patterns, highestPattern), Math.max(rows, highestRow), Math.max(songs, highestSong));
    }
}
