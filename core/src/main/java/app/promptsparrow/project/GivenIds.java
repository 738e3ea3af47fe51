package app.promptsparrow.project;

import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.PatternId;
import app.promptsparrow.text.Ranges;

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
        Ranges.check("the highest pattern id given", patterns, 0, PatternId.MAX);
        Ranges.check("the highest row id given", rows, 0, RowId.MAX);
        Ranges.check("the highest song id given", songs, 0, SongId.MAX);
    }

    /** These, and at least as many as there are now. */
    GivenIds atLeast(int highestPattern, int highestRow, int highestSong) {
        return highestPattern <= patterns && highestRow <= rows && highestSong <= songs ? this
                : new GivenIds(Math.max(patterns, highestPattern), Math.max(rows, highestRow), Math.max(songs, highestSong));
    }
}
