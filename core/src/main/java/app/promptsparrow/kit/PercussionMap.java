package app.promptsparrow.kit;

import java.util.Locale;
import java.util.Optional;

/** The General MIDI percussion map, as far as families need a usual note (MIDI Association, General MIDI Level 1). */
public final class PercussionMap {

    /** The notes that the map has instruments for. */
    public static final int FIRST = 35;
    public static final int LAST = 81;

    private static final String[] NAMES = {"Low kick", "Kick", "Rim", "Snare", "Clap", "Snare 2", "Floor tom", "Closed hat",
        "Floor tom 2", "Pedal hat", "Low tom", "Open hat", "Mid tom", "High mid tom", "Crash", "High tom", "Ride", "China",
        "Ride bell", "Tambourine", "Splash", "Cowbell", "Crash 2", "Vibraslap percussion", "Ride 2", "High bongo", "Low bongo",
        "Muted conga", "High conga", "Low conga", "High timbale percussion", "Low timbale percussion", "High agogo bell",
        "Low agogo bell", "Cabasa", "Maracas", "Short whistle percussion", "Long whistle percussion", "Short guiro percussion",
        "Long guiro percussion", "Claves", "High wood block", "Low wood block", "Muted cuica percussion", "Open cuica percussion",
        "Muted triangle", "Open triangle"};

    private PercussionMap() {
    }

    /** A row name for a note: the map's instrument for 35 to 81, else {@code Percussion 90}. A family can be told from each. */
    public static String rowName(int note) {
        return note >= FIRST && note < FIRST + NAMES.length ? NAMES[note - FIRST] : "Percussion " + note;
    }

    /** The note of the instrument that a row's name speaks of, the longest name of the map that it holds; empty if it holds none. */
    public static Optional<Integer> noteNamed(String rowName) {
        String lower = rowName.toLowerCase(Locale.ROOT);
        int best = -1;
        for (int i = 0; i < NAMES.length; i++) {
            if (lower.contains(word(i)) && (best < 0 || word(i).length() > word(best).length())) {
                best = i;
            }
        }
        return best < 0 ? Optional.empty() : Optional.of(FIRST + best);
    }

    /** A name as people say it; some have the family's word behind them only so that it can be told. */
    private static String word(int index) {
        return NAMES[index].toLowerCase(Locale.ROOT).replace(" percussion", "");
    }

    /** The usual note of a family's first row. */
    public static int usualNote(Family family) {
        return switch (family) {
            case KICK -> 36;
            case SNARE -> 38;
            case CLAP -> 39;
            case HAT -> 42;
            case CYMBAL -> 49;
            case TOM -> 45;
            case PERCUSSION -> 70;
            case BASS, OTHER -> 56;
        };
    }
}
