package app.promptsparrow.kit;

/** The General MIDI percussion map, as far as families need a usual note (MIDI Association, General MIDI Level 1). */
public final class PercussionMap {

    private PercussionMap() {
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
