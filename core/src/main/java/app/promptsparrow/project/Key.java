package app.promptsparrow.project;

import app.promptsparrow.text.Ranges;
import java.util.Locale;
import java.util.Objects;
import java.util.Optional;

/**
 * The key of a project: a root and a scale. Immutable.
 *
 * @param root 0 (C) to 11 (B)
 */
public record Key(int root, Scale scale) {

    public static final Key A_MINOR = new Key(9, Scale.MINOR);


    /** The scales, each by its semitones above the root. */
    public enum Scale {
        MAJOR("major", 0, 2, 4, 5, 7, 9, 11), MINOR("minor", 0, 2, 3, 5, 7, 8, 10),
        HARMONIC_MINOR("harmonic minor", 0, 2, 3, 5, 7, 8, 11), MELODIC_MINOR("melodic minor", 0, 2, 3, 5, 7, 9, 11),
        DORIAN("dorian", 0, 2, 3, 5, 7, 9, 10), PHRYGIAN("phrygian", 0, 1, 3, 5, 7, 8, 10),
        LYDIAN("lydian", 0, 2, 4, 6, 7, 9, 11), MIXOLYDIAN("mixolydian", 0, 2, 4, 5, 7, 9, 10),
        LOCRIAN("locrian", 0, 1, 3, 5, 6, 8, 10), MAJOR_PENTATONIC("major pentatonic", 0, 2, 4, 7, 9),
        MINOR_PENTATONIC("minor pentatonic", 0, 3, 5, 7, 10), BLUES("blues", 0, 3, 5, 6, 7, 10),
        CHROMATIC("chromatic", 0, 1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11);

        private final String title;
        private final int mask;

        Scale(String title, int... semitones) {
            this.title = title;
            int bits = 0;
            for (int semitone : semitones) {
                bits |= 1 << semitone;
            }
            this.mask = bits;
        }

        public String title() {
            return title;
        }
    }

    public Key {
        Ranges.check("a key's root", root, 0, 11);
        Objects.requireNonNull(scale, "scale");
    }

    /** Reads {@code A minor}, {@code F# dorian}, {@code Bb minor pentatonic}; empty if it is no key. */
    public static Optional<Key> parse(String text) {
        String[] parts = text.strip().split("\\s+", 2);
        Optional<Integer> root = NoteNames.semitone(parts[0]);
        String scaleName = parts.length < 2 ? "major" : parts[1].strip().toLowerCase(Locale.ROOT).replaceAll("\\s+", " ");
        for (Scale scale : Scale.values()) {
            if (root.isPresent() && scale.title.equals(scaleName)) {
                return Optional.of(new Key(root.get(), scale));
            }
        }
        return Optional.empty();
    }

    /** Whether a MIDI note belongs to the scale. */
    public boolean contains(int note) {
        return (scale.mask >> Math.floorMod(note - root, 12) & 1) != 0;
    }

    /** How many notes of the scale an octave has. */
    public int notesAnOctave() {
        return Integer.bitCount(scale.mask);
    }

    /** The highest root of the key that is not above a MIDI note. */
    public int rootAtOrBelow(int note) {
        return note - Math.floorMod(note - root, 12);
    }

    /** The note so many notes of the scale higher (or lower) than a note, within 0 to 127. */
    public int higher(int note, int degrees) {
        int at = note;
        for (int left = Math.abs(degrees); left > 0; left--) {
            int next = at;
            do {
                next += Integer.signum(degrees);
            } while (next >= 0 && next <= 127 && !contains(next));
            if (next < 0 || next > 127) {
                return at;
            }
            at = next;
        }
        return at;
    }

    /** The note of the scale nearest to a note, the lower one of two. */
    public int nearest(int note) {
        for (int away = 0;; away++) {
            if (contains(note - away) && note - away >= 0) {
                return note - away;
            }
            if (contains(note + away) && note + away <= 127) {
                return note + away;
            }
        }
    }

    /**
     * Sharps (positive) or flats (negative) of the nearest major or minor key signature, –6 to 6; of six sharps and six flats
     * a major key has the sharps and a minor key the flats.
     */
    public int fifths() {
        int sharps = Math.floorMod((root + (isMinor() ? 3 : 0)) * 7, 12);
        return sharps > 6 || sharps == 6 && isMinor() ? sharps - 12 : sharps;
    }

    /** Whether its third is the minor one. */
    public boolean isMinor() {
        return !scale.title.startsWith("maj") && contains(root + 3);
    }

    public String text() {
        return NoteNames.semitoneName(root, this) + " " + scale.title;
    }
}
