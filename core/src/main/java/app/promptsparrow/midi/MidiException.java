package app.promptsparrow.midi;

/** A MIDI file that cannot be read, as a sentence for people without the file's name. */
public final class MidiException extends Exception {

    private static final long serialVersionUID = 1;

    MidiException(String sentence) {
        super(sentence);
    }
}
