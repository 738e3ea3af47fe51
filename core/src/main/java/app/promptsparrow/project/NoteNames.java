package app.promptsparrow.project;

import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Names of MIDI notes, with 60 = C4; spelled as a key has them, or one name for each note. Pure functions. */
public final class NoteNames {

    /** The octave of middle C, MIDI note 60, in our files and charts, and on the screen unless it is set otherwise. */
    public static final int USUAL_MIDDLE_C = 4;

    private static final String[] NAMES = {"C", "C#", "D", "Eb", "E", "F", "F#", "G", "Ab", "A", "Bb", "B"};
    private static final String[] SHARPS = {"C", "C#", "D", "D#", "E", "F", "F#", "G", "G#", "A", "A#", "B"};
    private static final String[] FLATS = {"C", "Db", "D", "Eb", "E", "F", "Gb", "G", "Ab", "A", "Bb", "B"};
    private static final int[] LETTERS = {9, 11, 0, 2, 4, 5, 7}; // A to G
    private static final Pattern NOTE = Pattern.compile("([A-Ga-g][#b]?)(-?\\d)");

    private NoteNames() {
    }

    /** {@code A1} for 33, {@code Bb-1} for 10. */
    public static String of(int note) {
        return NAMES[note % 12] + (note / 12 - 1);
    }

    /** A note as a key spells it: with flats or with sharps, as its signature has them. */
    public static String of(int note, Key key) {
        return semitoneName(note % 12, key) + (note / 12 - 1);
    }

    /** The same for people who call middle C otherwise, C3, C4 or C5. @param middleC the octave of middle C, 3 to 5 */
    public static String of(int note, Key key, int middleC) {
        return semitoneName(note % 12, key) + (note / 12 - 1 + middleC - USUAL_MIDDLE_C);
    }

    /** The note that such people mean by a name. */
    public static Optional<Integer> parse(String name, int middleC) {
        Matcher matcher = NOTE.matcher(name);
        return !matcher.matches() ? Optional.empty() : semitoneAndOctave(name, matcher, Integer.parseInt(matcher.group(2)) - middleC + USUAL_MIDDLE_C);
    }

    static String semitoneName(int semitone, Key key) {
        return (key.fifths() > 0 ? SHARPS : key.fifths() < 0 ? FLATS : NAMES)[semitone];
    }

    /** The MIDI note of a name with octave, sharps and flats alike; empty if it is none from C-1 to G9. */
    public static Optional<Integer> parse(String name) {
        return parse(name, USUAL_MIDDLE_C);
    }

    private static Optional<Integer> semitoneAndOctave(String name, Matcher matcher, int octave) {
        // The letter's octave counts, so that Cb4 is B3 and B#3 is C4.
        int letter = LETTERS[Character.toUpperCase(name.charAt(0)) - 'A'];
        int shift = matcher.group(1).length() == 1 ? 0 : matcher.group(1).charAt(1) == '#' ? 1 : -1;
        int note = (octave + 1) * 12 + letter + shift;
        return note < 0 || note > 127 ? Optional.empty() : Optional.of(note);
    }

    /** The semitone above C of a note name without octave. */
    public static Optional<Integer> semitone(String name) {
        return parse(name + "4").map(note -> note % 12);
    }
}
