package app.promptsparrow.chart;

import app.promptsparrow.kit.Family;
import app.promptsparrow.pattern.Flam;
import app.promptsparrow.pattern.Hit;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.pattern.Roll;
import app.promptsparrow.project.NoteNames;
import app.promptsparrow.text.Shown;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;

/**
 * The cells of one row line: how many there are, the hits they make and, on a hat row, which of them are open.
 */
record ChartCells(int count, List<Hit> hits, List<Integer> opened) {

    /** Drum cells: single characters; '|' and blanks are dropped. */
    static ChartCells drum(ChartLine line, Family family) throws ChartException {
        List<Hit> hits = new ArrayList<>();
        List<Integer> opened = new ArrayList<>();
        boolean sounding = false;
        int step = 0;
        for (; nextCell(line); step++) {
            checkRoom(line, step);
            char sign = line.peek();
            if (sign == ChartSigns.ON) {
                if (!sounding) {
                    throw line.error("'=' lets a note go on, but none sounds here");
                }
                lengthen(hits);
            } else if (ChartSigns.isRest(sign)) {
                sounding = false;
            } else {
                hits.add(drumHit(line, sign, step));
                sounding = true;
                if (family == Family.HAT && ChartSigns.isOpen(sign)) {
                    opened.add(step);
                }
            }
            line.next();
        }
        return new ChartCells(step, hits, opened);
    }

    private static Hit drumHit(ChartLine line, char sign, int step) throws ChartException {
        OptionalInt rolled = ChartSigns.rolled(sign);
        if (rolled.isPresent()) {
            return Hit.drum(step, Hit.FIRM).withRoll(Roll.of(rolled.getAsInt(), 1));
        }
        if (sign == ChartSigns.FLAM) {
            return Hit.drum(step, Hit.FIRM).withFlam(Flam.USUAL);
        }
        OptionalInt velocity = ChartSigns.velocity(sign);
        if (velocity.isEmpty()) {
            throw line.error("'" + Shown.text(String.valueOf(sign)) + "' is no cell; expected " + ChartSigns.DRUM_SIGNS);
        }
        return Hit.drum(step, velocity.getAsInt());
    }

    /** Bass cells: separated by blanks or '|'. */
    static ChartCells bass(ChartLine line) throws ChartException {
        List<Hit> hits = new ArrayList<>();
        boolean sounding = false;
        int step = 0;
        for (; nextCell(line); step++) {
            checkRoom(line, step);
            int at = line.column();
            StringBuilder cell = new StringBuilder();
            while (!line.atEnd() && line.peek() != '|' && !Character.isWhitespace(line.peek())) {
                cell.append(line.next());
            }
            String text = cell.toString();
            if (text.length() == 1 && text.charAt(0) == ChartSigns.ON) {
                if (!sounding) {
                    throw line.errorAt(at, "'=' lets a note go on, but none sounds here");
                }
                lengthen(hits);
            } else if (text.length() == 1 && ChartSigns.isRest(text.charAt(0))) {
                sounding = false;
            } else {
                hits.add(bassHit(line, at, text, step));
                sounding = true;
            }
        }
        return new ChartCells(step, hits, List.of());
    }

    private static Hit bassHit(ChartLine line, int at, String text, int step) throws ChartException {
        ChartSigns.BassCell cell = ChartSigns.bassCell(text);
        Optional<Integer> pitch = NoteNames.parse(cell.note());
        if (pitch.isEmpty()) {
            throw line.errorAt(at, "'" + Shown.text(text) + "' is no cell of a bass row; expected " + ChartSigns.BASS_SIGNS);
        }
        return Hit.bass(step, cell.velocity(), pitch.get(), Hit.STEP).withSlide(cell.slide());
    }

    /** Goes over blanks and bars; whether a cell follows. */
    private static boolean nextCell(ChartLine line) {
        while (!line.atEnd() && (line.peek() == '|' || Character.isWhitespace(line.peek()))) {
            line.next();
        }
        return !line.atEnd();
    }

    private static void checkRoom(ChartLine line, int step) throws ChartException {
        if (step == Pattern.MAX_LANE_STEPS) {
            throw line.error("a lane has at most " + Pattern.MAX_LANE_STEPS + " cells");
        }
    }

    private static void lengthen(List<Hit> hits) {
        Hit last = hits.remove(hits.size() - 1);
        hits.add(last.withLength(last.length() + Hit.STEP));
    }
}
