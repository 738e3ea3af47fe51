package app.promptsparrow.score;

import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.project.Project;
import app.promptsparrow.project.Song;
import java.util.ArrayList;
import java.util.List;

/** What is done to a stretch of a song that begins and ends between passes. Pure functions; positions are units from the song's start. */
public final class SongBars {

    private SongBars() {
    }

    /** A song whose entries are parted at a position. @param index the first entry behind it */
    private record Parted(Song song, int index) {
    }

    private static Parted parted(Project project, Song song, long at) {
        SongMap map = SongMap.of(project, song);
        if (at >= map.length()) {
            return new Parted(song, song.entries().size());
        }
        SongMap.Place place = map.at(at);
        if (place.passStart() != at) {
            throw new IllegalArgumentException("bar " + map.barAt(at) + " begins in the middle of a pattern: choose bars from the start of one to the end of another");
        }
        return place.pass() == 1 ? new Parted(song, place.entry()) : new Parted(song.split(place.entry(), place.pass()), place.entry() + 1);
    }

    /** The entries of a stretch, parted from the others. */
    private record Stretch(Song song, int first, int behind) {
        List<Song.Entry> entries() {
            return song.entries().subList(first, behind);
        }
    }

    private static Stretch stretch(Project project, Song song, long from, long to) {
        Parted end = parted(project, song, to);
        Parted begin = parted(project, end.song, from);
        return new Stretch(begin.song, begin.index, end.index + begin.song.entries().size() - end.song.entries().size());
    }

    /**
     * The song with a stretch of it put in again.
     *
     * @param at where it is put, between two passes
     * @throws IllegalArgumentException with a sentence if one of the places lies within a pass
     */
    public static Song duplicate(Project project, Song song, long from, long to, long at) {
        Stretch stretch = stretch(project, song, from, to);
        Parted there = parted(project, stretch.song, at);
        return there.song.insert(there.index, stretch.entries());
    }

    /**
     * The song with a pattern in place of a stretch, as often as it takes.
     *
     * @throws IllegalArgumentException with a sentence if one of the places lies within a pass, or the pattern does not fill the stretch
     */
    public static Song place(Project project, Song song, long from, long to, Pattern pattern) {
        long times = (to - from) / pattern.durationUnits();
        if (times == 0 || times > Song.MAX_REPEATS || times * pattern.durationUnits() != to - from) {
            throw new IllegalArgumentException("'" + pattern.name() + "' does not fit into these bars a whole number of times");
        }
        Stretch stretch = stretch(project, song, from, to);
        List<Song.Entry> entries = new ArrayList<>(stretch.song.entries());
        stretch.entries().forEach(gone -> entries.remove(stretch.first));
        entries.add(stretch.first, Song.Entry.of(pattern.id(), (int) times));
        return stretch.song.withEntries(entries);
    }
}
