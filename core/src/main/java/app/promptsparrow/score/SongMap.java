package app.promptsparrow.score;

import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.pattern.PatternId;
import app.promptsparrow.project.Project;
import app.promptsparrow.project.Song;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * Where in a song its entries, passes and bars are, in units from its start. Bars are counted through all entries; each entry begins
 * one, in its pattern's meter, so that the last bar of an entry, and of a fill, may be short. Immutable; nothing is unrolled.
 */
public final class SongMap {

    private final Song song;
    /** Where each entry begins, and behind the last where the song ends. */
    private final long[] starts;
    /** How many bars there are before each entry, and in all. */
    private final long[] bars;
    private final long[] passUnits;
    private final long[] barUnits;
    private final long[] fillBarUnits;

    /** A place in a song. @param pass counted from 1 */
    public record Place(int entry, int pass, long passStart) {
    }

    private SongMap(Song song, List<long[]> entries) {
        this.song = song;
        int size = entries.size();
        starts = new long[size + 1];
        bars = new long[size + 1];
        passUnits = new long[size];
        barUnits = new long[size];
        fillBarUnits = new long[size];
        for (int i = 0; i < size; i++) {
            long[] entry = entries.get(i);
            int plain = song.entries().get(i).repeats() - (entry[2] > 0 ? 1 : 0);
            passUnits[i] = entry[0];
            barUnits[i] = entry[1];
            fillBarUnits[i] = entry[3];
            starts[i + 1] = Math.addExact(starts[i], Math.addExact(Math.multiplyExact(plain, entry[0]), entry[2]));
            bars[i + 1] = bars[i] + ceil(plain * entry[0], entry[1]) + (entry[2] > 0 ? ceil(entry[2], entry[3]) : 0);
        }
    }

    private static long ceil(long units, long each) {
        return (units + each - 1) / each;
    }

    /**
     * Maps a song of a project.
     *
     * @throws IllegalArgumentException with a sentence if it names a pattern that is not there
     */
    public static SongMap of(Project project, Song song) {
        Map<PatternId, long[]> known = new HashMap<>();
        return new SongMap(song, song.entries().stream().map(entry -> {
            long[] own = known.computeIfAbsent(entry.pattern(), id -> lengths(project, song, id));
            long[] fill = entry.fill().map(id -> known.computeIfAbsent(id, fresh -> lengths(project, song, fresh))).orElse(new long[] {0, 1});
            return new long[] {own[0], own[1], fill[0], fill[1]};
        }).toList());
    }

    private static long[] lengths(Project project, Song song, PatternId id) {
        Pattern pattern = project.pattern(id).orElseThrow(() -> new IllegalArgumentException("the song '" + song.name() + "' names a pattern that is not in the project"));
        return new long[] {pattern.durationUnits(), project.meterOf(pattern).barUnits()};
    }

    public Song song() {
        return song;
    }

    public long length() {
        return starts[starts.length - 1];
    }

    /** How many bars there are in all. */
    public long bars() {
        return bars[bars.length - 1];
    }

    public long start(int entry) {
        return starts[entry];
    }

    public long end(int entry) {
        return starts[entry + 1];
    }

    /** The number of an entry's first bar, from 1. */
    public long firstBar(int entry) {
        return bars[entry] + 1;
    }

    /** The number of its last one. */
    public long lastBar(int entry) {
        return bars[entry + 1];
    }

    /** Where a pass begins. */
    public long passStart(int entry, int pass) {
        return starts[entry] + (pass - 1) * passUnits[entry];
    }

    /** Where it ends. */
    public long passEnd(int entry, int pass) {
        return pass == song.entries().get(entry).repeats() ? starts[entry + 1] : passStart(entry, pass + 1);
    }

    /** What is at a position; beyond either end the nearest. The song has entries. */
    public Place at(long units) {
        int found = Arrays.binarySearch(starts, 0, starts.length - 1, Math.max(0, units));
        int entry = found >= 0 ? found : -found - 2;
        int pass = (int) Math.max(0, Math.min(song.entries().get(entry).repeats() - 1, (units - starts[entry]) / passUnits[entry]));
        return new Place(entry, pass + 1, passStart(entry, pass + 1));
    }

    /** The number of the bar at a position, from 1. */
    public long barAt(long units) {
        int entry = at(units).entry;
        long inEntry = Math.max(0, Math.min(units, length() - 1) - starts[entry]);
        long fillStart = fillStart(entry);
        return bars[entry] + 1 + (inEntry < fillStart ? inEntry / barUnits[entry] : ceil(fillStart, barUnits[entry]) + (inEntry - fillStart) / fillBarUnits[entry]);
    }

    /** Units from an entry's start to its fill, or to its end. */
    private long fillStart(int entry) {
        return song.entries().get(entry).fill().isPresent() ? passStart(entry, song.entries().get(entry).repeats()) - starts[entry] : starts[entry + 1] - starts[entry];
    }

    /** Where a bar begins, by its number from 1; the end of the song for those beyond. */
    public long barStart(long bar) {
        if (bar > bars()) {
            return length();
        }
        int found = Arrays.binarySearch(bars, Math.max(0, bar - 1));
        int entry = found >= 0 ? found : -found - 2;
        while (found >= 0 && bars[entry] == bars[entry + 1]) {
            entry++;
        }
        long inEntry = Math.max(0, bar - 1 - bars[entry]);
        long plainBars = ceil(fillStart(entry), barUnits[entry]);
        return starts[entry] + (inEntry < plainBars ? inEntry * barUnits[entry] : fillStart(entry) + (inEntry - plainBars) * fillBarUnits[entry]);
    }
}
