package app.promptsparrow.kit;

import app.promptsparrow.text.Ranges;

/**
 * What a row sends as MIDI. Immutable.
 *
 * @param note    0 to 127: what a drum row sends; on a bass row the note at which a buffer plays at its own pitch
 * @param channel 1 to 16
 * @param only    whether it has no sound of its own, for a row that another program plays
 */
public record MidiOut(int note, int channel, boolean only) {

    /** The channel of drums in General MIDI. */
    public static final int DRUM_CHANNEL = 10;

    public MidiOut {
        Ranges.check("MIDI note", note, 0, 127);
        Ranges.check("MIDI channel", channel, 1, 16);
    }

    public MidiOut(int note, int channel) {
        this(note, channel, false);
    }

    /** A drum's note on the drums' channel. */
    public static MidiOut drum(int note) {
        return new MidiOut(note, DRUM_CHANNEL);
    }

    public MidiOut withNote(int to) {
        return new MidiOut(to, channel, only);
    }

    public MidiOut withChannel(int to) {
        return new MidiOut(note, to, only);
    }

    public MidiOut withOnly(boolean to) {
        return new MidiOut(note, channel, to);
    }
}
