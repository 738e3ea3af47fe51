package app.promptsparrow.desktop.rows;

import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.RowId;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;

/**
 * A row's place among the rows, in pixels: its band from {@code top}, its wire, and on a bass row a wire per note, the highest
 * first. Immutable.
 *
 * @param notes the notes of its ladder; empty on a row that has none
 * @param apart how far apart the wires of a ladder are
 */
public record RowPlace(Row row, double top, double height, List<Integer> notes, double apart) {

    private static final double LADDER_TOP = 26;
    private static final double LADDER_BOTTOM = 10;

    /** The height of a ladder of so many notes. */
    public static double ladderHeight(int notes, double apart) {
        return LADDER_TOP + (notes - 1) * apart + LADDER_BOTTOM;
    }

    /** Where rows of one height stand below each other. */
    public static Function<RowId, Optional<RowPlace>> even(List<Row> rows, double height) {
        return id -> {
            for (int i = 0; i < rows.size(); i++) {
                if (rows.get(i).id().equals(id)) {
                    return Optional.of(new RowPlace(rows.get(i), i * height, height, List.of(), 0));
                }
            }
            return Optional.empty();
        };
    }

    public boolean isLadder() {
        return !notes.isEmpty();
    }

    /** The y of a drum row's wire. */
    public double wire() {
        return top + height - 7;
    }

    /** The y of a note's wire on a ladder. */
    public double wire(int note) {
        for (int i = 0; i < notes.size(); i++) {
            if (notes.get(i) <= note) {
                return top + LADDER_TOP + i * apart;
            }
        }
        return top + LADDER_TOP + (notes.size() - 1) * apart;
    }

    /** The note whose wire stands for a note. */
    public int nearest(int note) {
        return notes.stream().filter(n -> n <= note).findFirst().orElse(notes.get(notes.size() - 1));
    }

    /** The note whose wire is nearest. */
    public int noteAt(double y) {
        int index = (int) Math.round((y + 4 - top - LADDER_TOP) / apart);
        return notes.get(Math.max(0, Math.min(notes.size() - 1, index)));
    }
}
