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

/**
 * The cells of one row line: how many there are, the hits they make and, on a hat row, which of them are open.
 */
record ChartCells(int count, List<Hit> hits, List<Integer> opened) {

    private static final String DRUM_SIGNS = "'-' or '.' (rest), 'x', 'X', 'l', 'g', 'o', 'O', 'f', '2' to '9' or '='";
    private static final String BASS_SIGNS = "a note such as 'A1', '-' or '.' (rest) or '=' (goes on)";

    /** Drum cells: single characters; '|' and blanks are dropped. */
    static ChartCells drum(ChartLine line, Family family) throws ChartException {
        List<Hit> hits = new ArrayList<>();
        List<Integer> opened = new ArrayList<>();
        boolean sounding = false;
        int step = 0;
        for (; nextCell(line); step++) {
            checkRoom(line, step);
            char sign = line.peek();
            if (sign == '=') {
                if (!sounding) {
                    throw line.error("'=' lets a note go on, but none sounds here");
                }
                lengthen(hits);
            } else if (sign == '-' || sign == '.') {
                sounding = false;
            } else {
                hits.add(drumHit(line, sign, step));
                sounding = true;
                if (family == Family.HAT && (sign == 'o' || sign == 'O')) {
                    opened.add(step);
                }
            }
            line.next();
        }
        return new ChartCells(step, hits, opened);
    }

    private static Hit drumHit(ChartLine line, char sign, int step) throws ChartException {
        if (sign >= '2' && sign <= '9') {
            return Hit.drum(step, Hit.FIRM).withRoll(Roll.of(sign - '0', 1));
        }
        return switch (sign) {
            case 'x', 'o' -> Hit.drum(step, Hit.FIRM);
            case 'X', 'O' -> Hit.drum(step, Hit.ACCENT);
            case 'l' -> Hit.drum(step, Hit.LIGHT);
            case 'g' -> Hit.drum(step, Hit.GHOST);
            case 'f' -> Hit.drum(step, Hit.FIRM).withFlam(Flam.USUAL);
            default -> throw line.error("'" + Shown.text(String.valueOf(sign)) + "' is no cell; expected " + DRUM_SIGNS);
        };
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
            if (text.equals("=")) {
                if (!sounding) {
                    throw line.errorAt(at, "'=' lets a note go on, but none sounds here");
                }
                lengthen(hits);
            } else if (text.equals("-") || text.equals(".")) {
                sounding = false;
            } else {
                hits.add(bassHit(line, at, text, step));
                sounding = true;
            }
        }
        return new ChartCells(step, hits, List.of());
    }

    private static Hit bassHit(ChartLine line, int at, String text, int step) throws ChartException {
        String note = text;
        boolean slide = note.startsWith("/");
        note = slide ? note.substring(1) : note;
        int velocity = Hit.FIRM;
        if (note.endsWith(">")) {
            velocity = Hit.ACCENT;
            note = note.substring(0, note.length() - 1);
        } else if (note.startsWith("(") && note.endsWith(")")) {
            velocity = Hit.GHOST;
            note = note.substring(1, note.length() - 1);
        }
        Optional<Integer> pitch = NoteNames.parse(note);
        if (pitch.isEmpty()) {
            throw line.errorAt(at, "'" + Shown.text(text) + "' is no cell of a bass row; expected " + BASS_SIGNS);
        }
        return Hit.bass(step, velocity, pitch.get(), Hit.STEP).withSlide(slide);
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
