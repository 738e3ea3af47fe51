package app.promptsparrow.project;

import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.Lane;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.pattern.PatternId;
import app.promptsparrow.text.Names;
import app.promptsparrow.time.Meter;
import java.util.Map;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;

/** A piece of a pattern as a pattern of its own, that sounds as the piece does. Pure functions. */
public final class PatternPiece {

    private PatternPiece() {
    }

    /**
     * Cuts a piece out; empty where the grids of its rows cannot be cut there.
     *
     * @param from first unit of the piece, from the pattern's start
     * @param to   behind its last, at most the pattern's end
     * @param id   for the piece
     */
    public static Optional<Pattern> of(Project project, Pattern pattern, long from, long to, PatternId id) {
        long step = pattern.step().units();
        if (from < 0 || from >= to || to > pattern.durationUnits() || from % step != 0 || to % step != 0) {
            return Optional.empty();
        }
        SortedMap<RowId, Lane> lanes = new TreeMap<>();
        for (Map.Entry<RowId, Lane> entry : pattern.lanes().entrySet()) {
            RowId row = entry.getKey();
            Lane lane = entry.getValue();
            long own = pattern.laneStep(row).units();
            if (from > 0 && !lane.hits().isEmpty() && (lane.isFree() || !project.swingOf(pattern, row).isEvenAt(from, own))) {
                return Optional.empty();
            }
            lanes.put(row, lane.isFree() ? lane : lane.withHits(lane.hits().stream().filter(hit -> hit.step() * own >= from && hit.step() * own < to)
                    .map(hit -> hit.withStep((int) (hit.step() - from / own))).toList()));
        }
        Pattern piece = new Pattern(id, name(project, pattern, from, to), (int) ((to - from) / step), pattern.step(), pattern.meter(), pattern.swing(), Optional.of(pattern.id()), new TreeMap<>());
        return Optional.of(piece.withLanes(lanes));
    }

    private static String name(Project project, Pattern pattern, long from, long to) {
        Meter meter = project.meterOf(pattern);
        boolean bars = from % meter.barUnits() == 0 && to % meter.barUnits() == 0;
        long unit = bars ? meter.barUnits() : meter.beatUnits();
        long first = from / unit + 1;
        long last = (to + unit - 1) / unit;
        String what = bars ? "bar" : "beat";
        return Names.of(pattern.name() + ", " + (first == last ? what + " " + first : what + "s " + first + " to " + last), pattern.name());
    }
}
