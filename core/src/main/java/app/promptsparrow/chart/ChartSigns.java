package app.promptsparrow.chart;

import app.promptsparrow.pattern.Hit;
import java.util.OptionalInt;

/**
 * The signs of a chart's cells, one table for reading and for writing. A drum's cell is one sign; a bass cell is a note with signs
 * before and behind it.
 */
final class ChartSigns {

    static final String DRUM_SIGNS = "'-' or '.' (rest), 'x', 'X', 'l', 'g', 'o', 'O', 'f', '2' to '9' or '='";
    static final String BASS_SIGNS = "a note such as 'A1', '-' or '.' (rest) or '=' (goes on)";

    static final char REST = '-';
    /** Lets the note before go on. */
    static final char ON = '=';
    /** A firm hit with a flam. */
    static final char FLAM = 'f';
    /** The most hits that a digit says. */
    static final int MOST_ROLLED = 9;

    private static final char OTHER_REST = '.';
    private static final char SLIDE = '/';
    private static final char ACCENT = '>';
    private static final char GHOST_OPENS = '(';
    private static final char GHOST_CLOSES = ')';

    private ChartSigns() {
    }

    /** How loud a sign is. The first sign of a velocity is the one that is written; the open ones mean the open hat on a hat row. */
    private enum Loud {
        GHOST('g', Hit.GHOST), LIGHT('l', Hit.LIGHT), FIRM('x', Hit.FIRM), ACCENT('X', Hit.ACCENT),
        OPEN_FIRM('o', Hit.FIRM), OPEN_ACCENT('O', Hit.ACCENT);

        private final char sign;
        private final int velocity;

        Loud(char sign, int velocity) {
            this.sign = sign;
            this.velocity = velocity;
        }

        boolean isOpen() {
            return this == OPEN_FIRM || this == OPEN_ACCENT;
        }
    }

    static boolean isRest(char sign) {
        return sign == REST || sign == OTHER_REST;
    }

    // --- drums ---

    /** The velocity of a plain drum hit; empty if the sign is none. */
    static OptionalInt velocity(char sign) {
        for (Loud loud : Loud.values()) {
            if (loud.sign == sign) {
                return OptionalInt.of(loud.velocity);
            }
        }
        return OptionalInt.empty();
    }

    /** Whether a sign means the open one on a hat row. */
    static boolean isOpen(char sign) {
        for (Loud loud : Loud.values()) {
            if (loud.sign == sign && loud.isOpen()) {
                return true;
            }
        }
        return false;
    }

    /** How many hits a sign rolls; empty if it is no digit of a roll. */
    static OptionalInt rolled(char sign) {
        int count = sign - '0';
        return count >= 2 && count <= MOST_ROLLED ? OptionalInt.of(count) : OptionalInt.empty();
    }

    /** The sign that is nearest to a velocity. */
    static char nearest(int velocity) {
        Loud best = Loud.GHOST;
        for (Loud loud : Loud.values()) {
            if (Math.abs(velocity - loud.velocity) < Math.abs(velocity - best.velocity)) {
                best = loud;
            }
        }
        return best.sign;
    }

    // --- bass ---

    /** A bass cell in its parts. */
    record BassCell(String note, int velocity, boolean slide) {
    }

    static BassCell bassCell(String text) {
        boolean slide = !text.isEmpty() && text.charAt(0) == SLIDE;
        String note = slide ? text.substring(1) : text;
        int last = note.length() - 1;
        if (last >= 0 && note.charAt(last) == ACCENT) {
            return new BassCell(note.substring(0, last), Hit.ACCENT, slide);
        }
        if (last >= 1 && note.charAt(0) == GHOST_OPENS && note.charAt(last) == GHOST_CLOSES) {
            return new BassCell(note.substring(1, last), Hit.GHOST, slide);
        }
        return new BassCell(note, Hit.FIRM, slide);
    }

    /** The velocity that a bass cell says for another: that of a ghost, a firm note or an accent, the quieter of two that are as near. */
    static int nearestOfBass(int velocity) {
        int toFirm = Math.abs(velocity - Hit.FIRM);
        if (Math.abs(velocity - Hit.GHOST) <= toFirm) {
            return Hit.GHOST;
        }
        return Math.abs(velocity - Hit.ACCENT) < toFirm ? Hit.ACCENT : Hit.FIRM;
    }

    /** A bass cell as it is written. */
    static String write(BassCell cell) {
        String note = cell.velocity == Hit.GHOST ? GHOST_OPENS + cell.note + GHOST_CLOSES : cell.velocity == Hit.ACCENT ? cell.note + ACCENT : cell.note;
        return cell.slide ? SLIDE + note : note;
    }
}
