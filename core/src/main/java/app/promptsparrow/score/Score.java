package app.promptsparrow.score;

import app.promptsparrow.kit.RowId;
import java.util.ArrayList;
import java.util.List;

/**
 * Something that can be played from its start: one pattern over and over, a chain that loops, or a song that ends.
 * Immutable; safe on any thread; {@link #emit} allocates nothing. Positions are units from the score's start.
 *
 * <p>It is a list of {@link Part parts}, each some passes of one pattern; 999 repeats are one part. Some parts at its start may be
 * played once, before the others, which loop.
 */
public final class Score {

    /** A position that is never reached. */
    public static final long NEVER = Long.MAX_VALUE / 4;

    /**
     * Some passes of a pattern.
     *
     * @param start where the first pass begins; before {@code begin} if only the rest of it is played
     * @param begin where the part begins: hits that stand before it are not played
     * @param zero  where free lanes are counted from: the start of the song entry or chain element it belongs to
     * @param firstPass how many passes came before it: since the song entry began, or of a chain
     * @param end   where the last pass ends, or {@link #NEVER}
     */
    public record Part(PatternScore pattern, long start, long begin, long zero, long firstPass, long end) {
        Part(PatternScore pattern, long start, long zero, long firstPass, long end) {
            this(pattern, start, start, zero, firstPass, end);
        }
    }

    private final Part[] parts;
    private final long length;
    /** How many parts come before those that loop; all of them if none do. */
    private final int lead;
    private final long leadUnits;
    private final long reachBack;
    private final long reachForward;
    /** The song it is of, by the value of its id; 0 if none. */
    private final int song;

    /** Parts one after the other, at least one. */
    Score(List<Part> parts, boolean loops) {
        this(parts, loops ? 0 : parts.size());
    }

    /** @param lead how many parts are played once before the others, which loop; all of them if nothing loops */
    Score(List<Part> parts, int lead) {
        this(parts, lead, 0);
    }

    private Score(List<Part> parts, int lead, int song) {
        this.song = song;
        this.parts = parts.toArray(Part[]::new);
        this.length = parts.get(parts.size() - 1).end;
        this.lead = lead;
        this.leadUnits = lead == 0 ? 0 : parts.get(lead - 1).end;
        this.reachBack = parts.stream().mapToLong(part -> part.pattern.reachBack()).max().orElse(0);
        this.reachForward = parts.stream().mapToLong(part -> part.pattern.reachForward()).max().orElse(0);
    }

    /** One pattern, over and over. */
    public static Score endless(PatternScore pattern) {
        return new Score(List.of(new Part(pattern, 0, 0, 0, NEVER)), false);
    }

    /** A number of passes of one pattern. */
    public static Score passes(PatternScore pattern, long passes) {
        return new Score(List.of(new Part(pattern, 0, 0, 0, Math.multiplyExact(passes, pattern.passUnits()))), false);
    }

    /** Elements one after the other, then from the start again; at least one. */
    public static Score chain(List<PatternScore> elements) {
        return chain(List.of(), elements);
    }

    /** Some elements once, then others one after the other, over and over; at least one of these. */
    static Score chain(List<PatternScore> once, List<PatternScore> elements) {
        List<Part> parts = new ArrayList<>();
        long at = 0;
        for (List<PatternScore> some : List.of(once, elements)) {
            for (PatternScore element : some) {
                parts.add(new Part(element, at, at, parts.size(), at = Math.addExact(at, element.passUnits())));
            }
        }
        return new Score(parts, once.size());
    }

    /** Some elements once, then one pattern over and over. */
    static Score then(List<PatternScore> once, PatternScore pattern) {
        if (once.isEmpty()) {
            return endless(pattern);
        }
        List<Part> parts = new ArrayList<>(List.of(chain(once).parts));
        long at = parts.get(parts.size() - 1).end;
        parts.add(new Part(pattern, at, at, parts.size(), NEVER));
        return new Score(parts, parts.size());
    }

    /**
     * Some elements once, then a piece of a pattern over and over; each time its free lanes begin as they do in the pattern's first pass.
     *
     * @param from units from the pattern's start, before {@code to}, which is at most its pass
     */
    static Score excerpt(List<PatternScore> once, PatternScore pattern, long from, long to) {
        List<Part> parts = new ArrayList<>(once.isEmpty() ? List.of() : List.of(chain(once).parts));
        long at = once.isEmpty() ? 0 : parts.get(parts.size() - 1).end;
        parts.add(new Part(pattern, at - from, at, at - from, once.size(), at + to - from));
        return new Score(parts, once.size());
    }

    /**
     * A song, whose positions are those of its parts also where a piece of it loops.
     *
     * @param song  its id's value
     * @param round whether it loops as a whole, where no piece does
     * @param from  where the piece begins that loops once the music is there
     * @param to    where it ends; a piece that does not begin before the song's end, or ends before it begins, is none
     */
    static Score song(int song, List<Part> parts, boolean round, long from, long to) {
        long end = Math.min(to, parts.get(parts.size() - 1).end);
        if (from >= end) {
            return new Score(parts, round ? 0 : parts.size(), song);
        }
        List<Part> cut = new ArrayList<>();
        int lead = 0;
        for (Part part : parts) {
            if (part.begin < from) {
                cut.add(new Part(part.pattern, part.start, part.begin, part.zero, part.firstPass, Math.min(part.end, from)));
                lead = cut.size();
            }
            if (part.end > from && part.begin < end) {
                cut.add(new Part(part.pattern, part.start, Math.max(part.begin, from), part.zero, part.firstPass, Math.min(part.end, end)));
            }
        }
        return new Score(cut, lead, song);
    }

    /** Whether it is of the same song as another, so that their positions mean the same. */
    public boolean isSameSong(Score other) {
        return song != 0 && song == other.song;
    }

    /** Whether it is of a song of the project. */
    public boolean isSong() {
        return song != 0;
    }

    /** The same position in its first round. */
    public long folded(long position) {
        return roundPosition(position);
    }

    /**
     * How far a round of what is played has come, which is what a recording under it follows: a pass of a pattern that is played over and over,
     * a round of a chain, the whole of a song.
     */
    public long inRound(long position) {
        return isPassLoop(position) ? position - passStart(position) : roundPosition(position);
    }

    /** Where that round ends, or {@link #NEVER}. */
    public long roundEnd(long position) {
        return isPassLoop(position) ? passEnd(position) : loops() ? position - roundPosition(position) + length : NEVER;
    }

    private boolean isPassLoop(long position) {
        return position >= 0 && partAt(position).end == NEVER;
    }

    /** Whether a row has hits in what is played. */
    public boolean plays(RowId row) {
        for (Part part : parts) {
            LaneScore lane = part.pattern.lane(row);
            if (lane != null && !lane.isEmpty()) {
                return true;
            }
        }
        return false;
    }

    /** Where it ends, or {@link #NEVER}; a chain's length is that of one round with what comes before it. */
    public long length() {
        return length;
    }

    public boolean loops() {
        return lead < parts.length;
    }

    public Part part(int index) {
        return parts[index];
    }

    public List<Part> parts() {
        return List.of(parts);
    }

    /** Whether it comes to an end by itself. */
    public boolean ends() {
        return !loops() && length != NEVER;
    }

    /** How far before its straight place any note may sound, in units. */
    public long reachBack() {
        return reachBack;
    }

    /** How far behind its straight place any note may begin, in units. */
    public long reachForward() {
        return reachForward;
    }

    /**
     * Emits the notes that start from {@code from} (inclusive) to {@code to} (exclusive), by part and row, not sorted by
     * time.
     *
     * @param limit hits whose straight place is here or later are not played
     * @param floor where the music begins: hits that stand here or later but are placed before it sound here instead;
     *              grace hits and all else before it are left out
     */
    public void emit(long from, long to, long limit, long floor, NoteSink sink) {
        if (!loops()) {
            emitRound(0, 0, 0, from, to, limit, floor, sink);
            return;
        }
        long period = length - leadUnits;
        long end = Math.min(to + reachBack, limit);
        for (long round = Math.max(0, Math.floorDiv(from - reachForward - leadUnits, period)); round == 0 || leadUnits + round * period < end; round++) {
            emitRound(round == 0 ? 0 : lead, round * period, round * (parts.length - lead), from, to, limit, floor, sink);
        }
    }

    private void emitRound(int firstPart, long offset, long passes, long from, long to, long limit, long floor, NoteSink sink) {
        for (int i = Math.max(firstPart, firstEndingAfter(from - reachForward - offset)); i < parts.length; i++) {
            Part part = parts[i];
            if (part.begin + offset >= Math.min(to + reachBack, limit)) {
                return;
            }
            part.pattern.emit(part.zero + offset, part.start + offset, part.begin + offset, part.firstPass + passes,
                    Math.min(part.end == NEVER ? NEVER : part.end + offset, limit), floor, from, to, sink);
        }
    }

    private int firstEndingAfter(long position) {
        int low = 0;
        int high = parts.length - 1;
        while (low < high) {
            int middle = (low + high) >>> 1;
            if (parts[middle].end <= position) {
                low = middle + 1;
            } else {
                high = middle;
            }
        }
        return low;
    }

    /** The part that plays at a position: the first before the start, the last one beyond the end. */
    public Part partAt(long position) {
        return parts[partIndexAt(position)];
    }

    /** Its place among the parts. */
    public int partIndexAt(long position) {
        return firstEndingAfter(roundPosition(position));
    }

    /** The position at which the first part is at a place in its pattern: its start if the place is not in what is played. */
    public long positionOf(long inPass) {
        long there = inPass % parts[0].pattern.passUnits() + parts[0].start;
        return there >= 0 && there < parts[0].end ? there : 0;
    }

    /** How far into the part that plays at a position the music is, counted from where that part's first pass begins. */
    public long inPart(long position) {
        return roundPosition(position) - partAt(position).start;
    }

    /** Where the pattern of the pass that plays at a position begins; of a piece of a pattern this is before it is heard. */
    public long passStart(long position) {
        Part part = partAt(position);
        long inRound = roundPosition(position);
        long begun = inRound - Math.floorMod(inRound - part.start, part.pattern.passUnits());
        return position - inRound + begun;
    }

    /** Where the pass that plays at a position ends, or the piece of it that is played. */
    public long passEnd(long position) {
        Part part = partAt(position);
        return Math.min(passStart(position) + part.pattern.passUnits(), part.end == NEVER ? NEVER : position - roundPosition(position) + part.end);
    }

    /** The next bar line of the running pass behind a position, at most the pass's end. */
    public long nextBar(long position) {
        return nextMultiple(position, partAt(position).pattern.barUnits());
    }

    /** The next beat of the running pass behind a position, at most the pass's end. */
    public long nextBeat(long position) {
        return nextMultiple(position, partAt(position).pattern.beatUnits());
    }

    /** Whether a bar begins at a position; before the start bars are counted back from it. */
    public boolean isBarLine(long position) {
        return Math.floorMod(position - (position < 0 ? 0 : passStart(position)), partAt(position).pattern.barUnits()) == 0;
    }

    private long nextMultiple(long position, long units) {
        if (position < 0) {
            return (Math.floorDiv(position, units) + 1) * units;
        }
        long start = passStart(position);
        return Math.min(start + (Math.floorDiv(position - start, units) + 1) * units, passEnd(position));
    }

    private long roundPosition(long position) {
        return position < length || !loops() ? position : leadUnits + (position - leadUnits) % (length - leadUnits);
    }
}
