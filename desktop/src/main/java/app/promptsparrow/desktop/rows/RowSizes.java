package app.promptsparrow.desktop.rows;

import java.util.List;

/**
 * How high rows are, and how far apart the wires of ladders, in pixels. Immutable; needs no window.
 *
 * @param row        of a drum row
 * @param ladderStep between two wires of a ladder
 */
public record RowSizes(double row, double ladderStep) {

    /** What a ladder has until rows grow. */
    public static final double LADDER_STEP = 17;

    /** Heights of a drum row: of the lowest that can still be read and pressed, the one to scroll by, what most see, the highest. */
    private static final double LOWEST = 20;
    private static final double COMFORTABLE = 26;
    private static final double USUAL = 36;
    private static final double HIGHEST = 56;

    /** Ladders grow beside rows that are higher than usual. */
    private static RowSizes of(double row) {
        return new RowSizes(row, LADDER_STEP * Math.max(1, row / USUAL));
    }

    /**
     * Rows share the height there is if all can be in view, up to {@value #HIGHEST} pixels; otherwise they are as high as is
     * comfortable.
     *
     * @param ladders how many notes each ladder has
     * @param extra   how much higher than need be they are wished
     */
    public static RowSizes sharing(double room, long drums, List<Integer> ladders, double extra) {
        for (double row = HIGHEST; row >= LOWEST; row--) {
            RowSizes sizes = of(row);
            double needed = drums * row + ladders.stream().mapToDouble(notes -> RowPlace.ladderHeight(notes, sizes.ladderStep)).sum();
            if (needed <= room) {
                return new RowSizes(row + extra, sizes.ladderStep);
            }
        }
        return new RowSizes(COMFORTABLE + extra, LADDER_STEP);
    }
}
