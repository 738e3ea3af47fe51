package app.promptsparrow.mix;

import app.promptsparrow.kit.Dip;
import app.promptsparrow.kit.GiveWay;
import app.promptsparrow.kit.Heard;
import app.promptsparrow.kit.Kit;
import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.project.Edit;
import app.promptsparrow.project.KitEdit;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;

/**
 * Where another row is as strong as a row in the same band at the same time. Immutable.
 *
 * @param row    the one that was asked about
 * @param other  the one it meets
 * @param fromHz of the thirds of an octave in which they meet, which touch each other
 * @param steps  of the pattern, from 0, at which they do
 */
public record Meeting(RowId row, RowId other, double fromHz, double toHz, List<Integer> steps) {

    private static final int MOST_TOLD = 8;
    private static final double DIP_DB = -6;
    private static final double WAY_DB = 9;
    private static final double WAY_BACK_MS = 120;

    public Meeting {
        steps = List.copyOf(steps);
    }

    /** The middle of the band, as the ear hears it. */
    public double middleHz() {
        return Math.sqrt(fromHz * toHz);
    }

    /** {@code 50 to 95 Hz}. */
    public String band() {
        return hz(fromHz) + " to " + hz(toHz) + " Hz";
    }

    private static long hz(double hz) {
        double grain = hz < 200 ? 5 : hz < 2_000 ? 10 : 100;
        return Math.round(Math.round(hz / grain) * grain);
    }

    /** {@code step 1} or {@code steps 1, 9}; of many the first few. */
    public String at() {
        String told = steps.stream().limit(MOST_TOLD).map(step -> Integer.toString(step + 1)).collect(Collectors.joining(", "));
        return (steps.size() == 1 ? "step " : "steps ") + told + (steps.size() > MOST_TOLD ? " and " + (steps.size() - MOST_TOLD) + " more" : "");
    }

    /** The other row is dipped where they meet. */
    public Edit dip(Kit kit) {
        Row there = kit.row(other).orElseThrow();
        Dip dip = new Dip(Math.rint(Math.max(Dip.LEAST_HZ, Math.min(Dip.MOST_HZ, middleHz()))), DIP_DB);
        return new KitEdit.SetStrip("Dip " + there.name() + " at " + Math.round(dip.hz()) + " Hz", other, there.strip().withDip(dip));
    }

    /** The other row gives way to the hits of the one. */
    public Edit giveWay(Kit kit) {
        Row there = kit.row(other).orElseThrow();
        return new KitEdit.SetStrip("Let " + there.name() + " give way to " + kit.row(row).orElseThrow().name(), other,
                there.strip().withGiveWay(Optional.of(new GiveWay(row, WAY_DB, WAY_BACK_MS))));
    }

    /** Only the two are heard, or, if so it is, all again. */
    public Edit hearBoth(Kit kit) {
        boolean alone = kit.rows().stream().allMatch(one -> one.heard().soloed() == isOneOfThem(one));
        List<Edit> edits = new ArrayList<>();
        for (Row one : kit.rows()) {
            boolean solo = !alone && isOneOfThem(one);
            if (one.heard().soloed() != solo) {
                edits.add(new KitEdit.SetSoloed(one.id(), solo));
            }
            if (solo && one.heard().equals(new Heard(true, one.heard().soloed()))) {
                edits.add(new KitEdit.SetMuted(one.id(), false));
            }
        }
        return new Edit.Together(alone ? "Hear all rows" : "Hear both alone", edits);
    }

    private boolean isOneOfThem(Row one) {
        return one.id().equals(row) || one.id().equals(other);
    }
}
