package app.promptsparrow.chart;

import app.promptsparrow.kit.Row;
import app.promptsparrow.pattern.Flam;
import app.promptsparrow.pattern.Hit;
import app.promptsparrow.pattern.Lane;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.project.NoteNames;
import app.promptsparrow.project.Project;
import app.promptsparrow.time.GridTime;
import app.promptsparrow.time.Meter;
import app.promptsparrow.time.StepValue;
import java.util.Arrays;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/** Writes patterns as chart text and lists what a chart cannot say. */
public final class ChartWriter {

    /**
     * @param text      the chart
     * @param leftUnsaid what it could not say, a sentence each; empty if it says all
     */
    public record Result(String text, List<String> leftUnsaid) {
    }

    private static final String REST = String.valueOf(ChartSigns.REST);

    private final Chart chart;
    private final StringBuilder out = new StringBuilder();
    private final Set<String> unsaid = new LinkedHashSet<>();

    private ChartWriter(Chart chart) {
        this.chart = chart;
    }

    /** Writes a chart: what it leaves open stays open. */
    public static Result write(Chart chart) {
        ChartWriter writer = new ChartWriter(chart);
        for (int i = 0; i < chart.patterns().size(); i++) {
            writer.pattern(chart.patterns().get(i), i == 0);
        }
        return new Result(writer.out.toString(), List.copyOf(writer.unsaid));
    }

    /** Writes some patterns of a project, with its tempo and key, and its meter and swing where they are not the usual. */
    public static Result write(Project project, List<Pattern> patterns) {
        List<Pattern> explicit = patterns.stream()
                .map(p -> p.meter().isEmpty() && !project.meter().equals(Meter.FOUR_FOUR) ? p.withMeter(Optional.of(project.meter())) : p)
                .map(p -> p.swing().isEmpty() && !project.swing().isStraight() ? p.withSwing(Optional.of(project.swing())) : p)
                .toList();
        return write(new Chart(Optional.of(project.tempo()), Optional.of(project.key()), project.kit(), explicit));
    }

    private void pattern(Pattern pattern, boolean first) {
        if (!first) {
            out.append('\n');
        }
        out.append("# ").append(ChartLine.written(pattern.name(), "")).append('\n');
        if (first) {
            chart.tempo().ifPresent(tempo -> out.append("tempo ").append(tempo.text()).append('\n'));
            chart.key().ifPresent(key -> out.append("key ").append(key.text()).append('\n'));
        }
        pattern.meter().ifPresent(meter -> out.append("meter ").append(meter).append('\n'));
        out.append("step ").append(pattern.step()).append('\n');
        out.append("length ").append(pattern.length()).append('\n');
        pattern.swing().ifPresent(swing ->
                out.append("swing ").append(swing.text()).append(' ').append(swing.unit()).append('\n'));
        int width = chart.kit().rows().stream().filter(row -> pattern.lanes().containsKey(row.id()))
                .mapToInt(row -> head(pattern, row).length()).max().orElse(0);
        for (Row row : chart.kit().rows()) {
            if (pattern.lanes().containsKey(row.id())) {
                String head = head(pattern, row);
                out.append(head).append(" ".repeat(width - head.length() + 1));
                cells(pattern, row);
                out.append('\n');
            }
        }
    }

    private String head(Pattern pattern, Row row) {
        Lane lane = pattern.lane(row.id());
        String head = ChartLine.written(row.name(), "|[#");
        boolean lengthShows = lane.isFree() && pattern.laneCycleUnits(row.id()) != pattern.durationUnits();
        if (lane.step().isEmpty() && (lane.length().isEmpty() || lengthShows)) {
            return head;
        }
        StepValue step = pattern.laneStep(row.id());
        return head + " [" + step + (lane.isFree() ? " " + lane.length().getAsInt() : "") + "]";
    }

    /** As many cells as steps; more where the length stands in the head, so that hits beyond it can be written. */
    private static int cellCount(Pattern pattern, Row row) {
        Lane lane = pattern.lane(row.id());
        int steps = pattern.laneSteps(row.id());
        if (lane.isFree() && lane.step().isPresent()) {
            for (Hit hit : lane.hits()) {
                steps = Math.max(steps, hit.step() + Math.max(1, hit.length() / Hit.STEP));
            }
        }
        return Math.min(steps, Pattern.MAX_LANE_STEPS);
    }

    private void cells(Pattern pattern, Row row) {
        Lane lane = pattern.lane(row.id());
        int steps = cellCount(pattern, row);
        if (!lane.isFree() && steps * pattern.laneStep(row.id()).units() != pattern.durationUnits()) {
            unsaid.add("that the last step of " + row.name() + " in '" + pattern.name() + "' is cut");
        }
        lane.swing().ifPresent(swing -> unsaid.add("the own swing of " + row.name() + " in '" + pattern.name() + "'"));
        String[] cells = new String[steps];
        Arrays.fill(cells, REST);
        for (Hit hit : lane.hits()) {
            if (hit.step() >= steps) {
                unsaid.add("hits beyond the length");
                continue;
            }
            cells[hit.step()] = row.isBass() ? bassCell(hit) : drumCell(hit);
        }
        for (Hit hit : lane.hits()) {
            long more = GridTime.roundHalfUp(hit.length(), Hit.STEP) - 1;
            if (hit.length() % Hit.STEP != 0) {
                unsaid.add("note lengths between whole steps");
            }
            for (int i = 1; i <= more && hit.step() + i < steps && cells[hit.step() + i].equals(REST); i++) {
                cells[hit.step() + i] = String.valueOf(ChartSigns.ON);
            }
        }
        int beat = (int) Math.max(1, pattern.meter().orElse(Meter.FOUR_FOUR).beatUnits() / pattern.laneStep(row.id()).units());
        for (int i = 0; i < steps; i++) {
            out.append(i % beat == 0 ? "|" : row.isBass() ? " " : "").append(cells[i]);
        }
        out.append('|');
    }

    private String drumCell(Hit hit) {
        noteShared(hit);
        if (hit.pitch() != 0) {
            unsaid.add("pitch offsets of drum hits");
        }
        if (hit.roll().isPresent() && hit.roll().get().count() <= ChartSigns.MOST_ROLLED) {
            if (hit.roll().get().spanSteps() != 1 || hit.roll().get().rampPercent() != 100 || hit.roll().get().rampCents() != 0) {
                unsaid.add("spans and ramps of rolls");
            }
            noteVelocity(hit, Hit.FIRM);
            return Integer.toString(hit.roll().get().count());
        }
        if (hit.roll().isPresent()) {
            unsaid.add("rolls of more than " + ChartSigns.MOST_ROLLED + " hits");
        }
        if (hit.flam().isPresent()) {
            noteVelocity(hit, Hit.FIRM);
            return String.valueOf(ChartSigns.FLAM);
        }
        char sign = ChartSigns.nearest(hit.velocity());
        noteVelocity(hit, ChartSigns.velocity(sign).orElseThrow());
        return String.valueOf(sign);
    }

    private String bassCell(Hit hit) {
        noteShared(hit);
        if (hit.roll().isPresent() || hit.flam().isPresent()) {
            unsaid.add("rolls and flams on bass rows");
        }
        int velocity = ChartSigns.nearestOfBass(hit.velocity());
        noteVelocity(hit, velocity);
        return ChartSigns.write(new ChartSigns.BassCell(NoteNames.of(hit.pitch()), velocity, hit.slide()));
    }

    private void noteShared(Hit hit) {
        if (hit.timing() != 0) {
            unsaid.add("timing");
        }
        if (hit.flam().isPresent() && !hit.flam().get().equals(Flam.USUAL)) {
            unsaid.add("gaps and graces of flams");
        }
    }

    private void noteVelocity(Hit hit, int said) {
        if (hit.velocity() != said) {
            unsaid.add("exact velocities");
        }
    }
}
