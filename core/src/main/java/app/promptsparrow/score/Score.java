package app.promptsparrow.score;

import app.promptsparrow.kit.RowId;
import java.util.ArrayList;
import java.util.List;

/**
 * Something that can be played from its start: one pattern over and over, a chain that loops, or a song that ends.
 * Immutable; safe on any thread; {@link #emit} allocates nothing. Positions are units from the score's start.
 *
 * <p>It is a list of {@link Part parts}, each some passes of one pattern; 999 repeats are one part.
 */
public final class Score {

    /** A position that is never reached. */
    public static final long NEVER = Long.MAX_VALUE / 4;

    /**
     * Some passes of a pattern.
     *
     * @param start where the first pass begins
     * @param zero  where free lanes are counted from: the start of the song entry or chain element it belongs to
     * @param firstPass how many passes came before it: since the song entry began, or of a chain
     * @param end   where the last pass ends, or {@link #NEVER}
     */
    public record Part(PatternScore pattern, long start, long zero, long firstPass, long end) {
    }

    private final Part[] parts;
    private final long length;
    private final boolean loops;
    private final long reachBack;
    private final long reachForward;

    /** Parts one after the other, at least one. */
    Score(List<Part> parts, boolean loops) {
        this.parts = parts.toArray(Part[]::new);
        this.length = parts.get(parts.size() - 1).end;
        this.loops = loops;
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
        List<Part> parts = new ArrayList<>();
        long at = 0;
        for (PatternScore element : elements) {
            parts.add(new Part(element, at, at, parts.size(), at + element.passUnits()));
            at += element.passUnits();
        }
        return new Score(parts, true);
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

    /** Where it ends, or {@link #NEVER}; a chain's length is that of one round. */
    public long length() {
        return length;
    }

    public boolean loops() {
        return loops;
    }

    public List<Part> parts() {
        return List.of(parts);
    }

    /** Whether it comes to an end by itself. */
    public boolean ends() {
        return !loops && length != NEVER;
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
        if (!loops) {
            emitRound(0, 0, from, to, limit, floor, sink);
            return;
        }
        long first = Math.max(0, Math.floorDiv(from - reachForward, length));
        for (long round = first * length; round < Math.min(to + reachBack, limit); round += length) {
            emitRound(round, round / length * parts.length, from, to, limit, floor, sink);
        }
    }

    private void emitRound(long offset, long passes, long from, long to, long limit, long floor, NoteSink sink) {
        for (int i = firstEndingAfter(from - reachForward - offset); i < parts.length; i++) {
            Part part = parts[i];
            if (part.start + offset >= Math.min(to + reachBack, limit)) {
                return;
            }
            part.pattern.emit(part.zero + offset, part.start + offset, part.firstPass + passes, Math.min(part.end == NEVER ? NEVER : part.end + offset, limit),
                    floor, from, to, sink);
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

    /** The part that plays at a position of 0 or more; the last one beyond the end. */
    public Part partAt(long position) {
        return parts[firstEndingAfter(roundPosition(position))];
    }

    /** Where the pass that plays at a position began. */
    public long passStart(long position) {
        Part part = partAt(position);
        long inRound = roundPosition(position);
        long begun = inRound - Math.floorMod(inRound - part.start, part.pattern.passUnits());
        return position - inRound + begun;
    }

    /** Where the pass that plays at a position ends. */
    public long passEnd(long position) {
        return passStart(position) + partAt(position).pattern.passUnits();
    }

    /** The next bar line of the running pass behind a position, at most the pass's end. */
    public long nextBar(long position) {
        return nextMultiple(position, partAt(position).pattern.barUnits());
    }

    /** The next beat of the running pass behind a position, at most the pass's end. */
    public long nextBeat(long position) {
        return nextMultiple(position, partAt(position).pattern.beatUnits());
    }

    private long nextMultiple(long position, long units) {
        long start = passStart(position);
        return Math.min(start + (Math.floorDiv(position - start, units) + 1) * units, passEnd(position));
    }

    private long roundPosition(long position) {
        return loops ? Math.floorMod(position, length) : position;
    }
}
