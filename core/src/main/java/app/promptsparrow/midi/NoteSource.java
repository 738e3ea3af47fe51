package app.promptsparrow.midi;

import java.util.Comparator;

/**
 * Notes of a MIDI file that go the same way. Immutable.
 *
 * @param channel 1 to 16
 * @param key     the one key, on a channel that plays drums; {@link #LINE} for all notes of a channel that plays a line
 */
public record NoteSource(int channel, int key) implements Comparable<NoteSource> {

    public static final int LINE = -1;

    public static NoteSource line(int channel) {
        return new NoteSource(channel, LINE);
    }

    public boolean isLine() {
        return key == LINE;
    }

    @Override
    public int compareTo(NoteSource other) {
        return Comparator.comparing(NoteSource::isLine).thenComparingInt(NoteSource::channel).thenComparingInt(NoteSource::key).compare(this, other);
    }
}
