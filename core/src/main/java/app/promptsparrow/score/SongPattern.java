package app.promptsparrow.score;

import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.Hit;
import app.promptsparrow.pattern.Lane;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.pattern.PatternId;
import app.promptsparrow.pattern.Shaping;
import app.promptsparrow.project.Project;
import app.promptsparrow.project.Song;
import app.promptsparrow.time.GridTime;
import app.promptsparrow.time.StepValue;
import app.promptsparrow.time.Swing;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.TreeMap;
import java.util.stream.IntStream;
import java.util.stream.Stream;

/**
 * A song written out as one pattern, where it is short enough for one. Hits stay the very hits where a row has one grid throughout; a row whose
 * patterns differ in step value or swing gets a finer step of its own, and its hits sound where they did.
 */
public final class SongPattern {

    private final Project project;
    private final Song song;
    private final SongMap map;
    private final Pattern blank;

    /** A pass in which a row has hits. @param zero where its lane is counted from if it is free */
    private record Pass(Pattern pattern, long start, long end, long zero) {
    }

    private SongPattern(Project project, Song song, PatternId id) {
        this.project = project;
        this.song = song;
        this.map = SongMap.of(project, song);
        Pattern first = project.pattern(song.entries().get(0).patternOf(1)).orElseThrow();
        StepValue step = patterns().map(Pattern::step).filter(each -> map.length() % each.units() == 0 && map.length() / each.units() <= Pattern.MAX_LENGTH).findFirst().orElseThrow(() ->
                new IllegalArgumentException("the song has " + (map.length() + first.step().units() - 1) / first.step().units() + " steps of " + first.step() + ", and a pattern has at most " + Pattern.MAX_LENGTH));
        this.blank = Pattern.empty(id, song.name(), (int) (map.length() / step.units())).withStep(step).withMeter(first.meter()).withSwing(first.swing());
    }

    /**
     * Writes a song out.
     *
     * @throws IllegalArgumentException with a sentence if it is too long, or a row's hits find no place on any grid
     */
    public static Pattern of(Project project, Song song, PatternId id) {
        return new SongPattern(project, song, id).written();
    }

    private Stream<Pattern> patterns() {
        return song.entries().stream().flatMap(entry -> Stream.concat(Stream.of(entry.pattern()), entry.fill().stream())).map(id -> project.pattern(id).orElseThrow());
    }

    private Pattern written() {
        TreeMap<RowId, Lane> lanes = new TreeMap<>(Comparator.comparingInt(RowId::value));
        for (Row row : project.kit().rows()) {
            List<Pass> passes = passes(row.id());
            if (!passes.isEmpty()) {
                lanes.put(row.id(), as(passes, row.id()).orElseGet(() -> laid(passes, row)));
            }
        }
        return blank.withLanes(lanes);
    }

    private List<Pass> passes(RowId row) {
        List<Pass> passes = new ArrayList<>();
        for (int index = 0; index < song.entries().size(); index++) {
            Song.Entry entry = song.entries().get(index);
            for (int pass = 1; pass <= entry.repeats(); pass++) {
                Pattern pattern = project.pattern(entry.patternOf(pass)).orElseThrow();
                boolean fill = pass == entry.repeats() && entry.fill().isPresent();
                if (pattern.lane(row).hits().stream().anyMatch(hit -> !pattern.isBeyond(row, hit)) && !entry.rests(row, pass)) {
                    passes.add(new Pass(pattern, map.passStart(index, pass), map.passEnd(index, pass), fill ? map.passStart(index, pass) : map.start(index)));
                }
            }
        }
        return passes;
    }

    /** The swing that a row has in the whole pattern, on a step. */
    private Swing swing(RowId row, StepValue step) {
        return project.swingOf(blank.withLanes(new TreeMap<>(Map.of(row, lane(step, List.of())))), row);
    }

    private Lane lane(StepValue step, List<Hit> hits) {
        return new Lane(step.equals(blank.step()) ? Optional.empty() : Optional.of(step), OptionalInt.empty(), Optional.empty(), hits);
    }

    private Lane lane(RowId row, StepValue step, Swing swing, List<Hit> hits) {
        return lane(step, hits).withSwing(swing.equals(swing(row, step)) ? Optional.empty() : Optional.of(swing));
    }

    /** The hits as they are, where all passes have one grid and begin on it. */
    private Optional<Lane> as(List<Pass> passes, RowId row) {
        StepValue step = passes.get(0).pattern.laneStep(row);
        Swing swing = swing(row, step);
        boolean same = passes.stream().allMatch(pass -> pass.pattern.laneStep(row).equals(step) && project.swingOf(pass.pattern, row).equals(swing)
                && swing.isEvenAt(pass.start, step.units()) && pass.zero % step.units() == 0);
        if (!same || map.length() / step.units() > Pattern.MAX_LANE_STEPS) {
            return Optional.empty();
        }
        List<Hit> hits = new ArrayList<>();
        passes.forEach(pass -> walk(pass, row, (hit, at) -> hits.add(hit.withStep((int) (at / step.units())))));
        return Optional.of(lane(step, hits));
    }

    /** The hits where they sound, on the longest step that has one for each straight place, else on the longest that has room for all; with the song's swing or, where it is in the way, without. */
    private Lane laid(List<Pass> passes, Row row) {
        List<Shaping.Sounding> sounding = new ArrayList<>();
        List<Long> straight = new ArrayList<>();
        for (Pass pass : passes) {
            long step = pass.pattern.laneStep(row.id()).units();
            Swing swing = project.swingOf(pass.pattern, row.id());
            walk(pass, row.id(), (hit, at) -> {
                sounding.add(new Shaping.Sounding(hit, pass.start + swing.bend(at - pass.start) + GridTime.share(step, hit.timing(), Hit.STEP), step));
                straight.add(at);
            });
        }
        List<StepValue> fine = StepValue.all().stream().filter(step -> (map.length() + step.units() - 1) / step.units() <= Pattern.MAX_LANE_STEPS).sorted().toList();
        Stream<StepValue> onEach = fine.stream().filter(step -> straight.stream().allMatch(at -> at % step.units() == 0));
        return Stream.concat(onEach, fine.stream()).flatMap(step -> Stream.of(swing(row.id(), step), Swing.STRAIGHT).distinct().flatMap(swing -> {
            Shaping.Grid grid = new Shaping.Grid(step.units(), swing);
            List<Hit> laid = Shaping.laid(sounding, grid).hits();
            return isSame(sounding, laid, grid) && laid.stream().allMatch(hit -> hit.step() * step.units() < map.length()) ? Stream.of(lane(row.id(), step, swing, laid)) : Stream.empty();
        })).findFirst().orElseThrow(() -> new IllegalArgumentException("'" + row.name() + "' has " + sounding.size()
                + " hits in the song, and some of them find no step of their own in one pattern"));
    }

    /** Whether hits sound where they did, as near as timing can be set. */
    private static boolean isSame(List<Shaping.Sounding> sounding, List<Hit> laid, Shaping.Grid grid) {
        long[] before = sounding.stream().mapToLong(Shaping.Sounding::at).sorted().toArray();
        long[] after = laid.stream().mapToLong(grid::sounds).sorted().toArray();
        return before.length == after.length && IntStream.range(0, before.length).allMatch(i -> Math.abs(after[i] - before[i]) <= grid.stepUnits() / Hit.STEP + 1);
    }

    private interface Placed {
        void hit(Hit hit, long at);
    }

    /** The hits of a pass of a lane, at their straight places. */
    private static void walk(Pass pass, RowId row, Placed each) {
        Pattern pattern = pass.pattern;
        long step = pattern.laneStep(row).units();
        long cycle = pattern.laneCycleUnits(row);
        List<Hit> heard = pattern.lane(row).hits().stream().filter(hit -> !pattern.isBeyond(row, hit)).toList();
        long round = pattern.lane(row).isFree() ? pass.zero + Math.floorDiv(pass.start - pass.zero, cycle) * cycle : pass.start;
        for (; round < pass.end; round += cycle) {
            for (Hit hit : heard) {
                long at = round + hit.step() * step;
                if (at >= pass.start && at < pass.end) {
                    each.hit(hit, at);
                }
            }
        }
    }
}
