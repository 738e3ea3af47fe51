package app.promptsparrow.score;

import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.Hit;
import app.promptsparrow.pattern.Lane;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.pattern.PatternId;
import app.promptsparrow.project.Project;
import app.promptsparrow.project.Song;
import app.promptsparrow.time.StepValue;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.TreeMap;

/** A song written out as one pattern, where it is short enough for one and its patterns go together. */
public final class SongPattern {

    private SongPattern() {
    }

    /**
     * Writes a song out.
     *
     * @throws IllegalArgumentException with a sentence if it is too long, or its patterns differ in what one pattern can have only once
     */
    public static Pattern of(Project project, Song song, PatternId id) {
        SongMap map = SongMap.of(project, song);
        Pattern first = project.pattern(song.entries().get(0).patternOf(1)).orElseThrow();
        long step = first.step().units();
        if (map.length() % step != 0 || map.length() / step > Pattern.MAX_LENGTH) {
            throw new IllegalArgumentException("the song has " + (map.length() + step - 1) / step + " steps of " + first.step() + ", and a pattern has at most " + Pattern.MAX_LENGTH);
        }
        Pattern whole = Pattern.empty(id, song.name(), (int) (map.length() / step)).withStep(first.step()).withMeter(first.meter()).withSwing(first.swing());
        TreeMap<RowId, Lane> lanes = new TreeMap<>(Comparator.comparingInt(RowId::value));
        for (Row row : project.kit().rows()) {
            Lane lane = lane(project, song, map, whole, row);
            if (!lane.isBlank()) {
                lanes.put(row.id(), lane);
            }
        }
        return whole.withLanes(lanes);
    }

    private static Lane lane(Project project, Song song, SongMap map, Pattern whole, Row row) {
        List<Hit> hits = new ArrayList<>();
        StepValue grid = null;
        for (int index = 0; index < song.entries().size(); index++) {
            Song.Entry entry = song.entries().get(index);
            for (int pass = 1; pass <= entry.repeats(); pass++) {
                Pattern pattern = project.pattern(entry.patternOf(pass)).orElseThrow();
                Lane lane = pattern.lane(row.id());
                if (lane.hits().isEmpty() || entry.rests(row.id(), pass)) {
                    continue;
                }
                StepValue own = pattern.laneStep(row.id());
                boolean swings = !project.swingOf(pattern, row.id()).equals(project.swingOf(whole.withLane(row.id(), blank -> blank.withStep(Optional.of(own))), row.id()));
                if (grid != null && !grid.equals(own) || map.start(index) % own.units() != 0 || map.passStart(index, pass) % own.units() != 0 || swings) {
                    throw new IllegalArgumentException("'" + row.name() + "' has another step value or swing in '" + pattern.name() + "' than before: one pattern cannot hold both");
                }
                grid = own;
                boolean fill = pass == entry.repeats() && entry.fill().isPresent();
                write(pattern, row, map.passStart(index, pass), map.passEnd(index, pass), fill ? map.passStart(index, pass) : map.start(index), hits);
            }
        }
        return grid == null ? Lane.EMPTY : new Lane(grid.equals(whole.step()) ? Optional.empty() : Optional.of(grid), OptionalInt.empty(), Optional.empty(), hits);
    }

    /** A pass of a lane. @param zero where it is counted from if it is free */
    private static void write(Pattern pattern, Row row, long start, long end, long zero, List<Hit> into) {
        long step = pattern.laneStep(row.id()).units();
        long cycle = pattern.laneCycleUnits(row.id());
        boolean free = pattern.lane(row.id()).isFree();
        List<Hit> heard = pattern.lane(row.id()).hits().stream().filter(hit -> !pattern.isBeyond(row.id(), hit)).toList();
        long round = free ? zero + Math.floorDiv(start - zero, cycle) * cycle : start;
        for (; round < end; round += cycle) {
            for (Hit hit : heard) {
                long at = round + hit.step() * step;
                if (at >= start && at < end) {
                    into.add(hit.withStep((int) (at / step)));
                }
            }
        }
    }
}
