package app.promptsparrow.pattern;

import app.promptsparrow.kit.RowId;
import java.util.HashMap;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;

/**
 * How many hits two patterns differ in.
 *
 * @param here    hits that only the first has
 * @param there   hits that only the second has
 * @param changed hits that stand on the same step in both and differ
 */
public record Difference(int here, int there, int changed) {

    public static Difference of(Pattern one, Pattern other) {
        Set<RowId> rows = new TreeSet<>(one.lanes().keySet());
        rows.addAll(other.lanes().keySet());
        return of(one, other, rows);
    }

    /** In some rows only. */
    public static Difference of(Pattern one, Pattern other, Set<RowId> rows) {
        int here = 0;
        int there = 0;
        int changed = 0;
        for (RowId row : rows) {
            Map<Integer, Hit> left = new HashMap<>();
            other.lane(row).hits().forEach(hit -> left.put(hit.step(), hit));
            for (Hit hit : one.lane(row).hits()) {
                Hit met = left.remove(hit.step());
                here += met == null ? 1 : 0;
                changed += met != null && !met.equals(hit) ? 1 : 0;
            }
            there += left.size();
        }
        return new Difference(here, there, changed);
    }

    public int hits() {
        return here + there + changed;
    }

    /** Such as {@code 5 hits differ}. */
    public String text() {
        return hits() == 0 ? "no hit differs" : hits() == 1 ? "1 hit differs" : hits() + " hits differ";
    }
}
