package app.promptsparrow.midi;

/**
 * How a MIDI file is written. Immutable.
 *
 * @param type       0 (one track) or 1 (a track a row)
 * @param ppq        ticks a quarter, 96 to 960
 * @param leadInBars empty bars before the music, 0 to 2
 * @param straight   without swing and timing
 * @param withMuted  with rows that are muted or silenced by solo
 * @param portamento slides also as the controllers 65 (portamento on and off) and 84 (from which key) of MIDI 1.0
 * @param fileARow   a file for each row
 */
public record MidiOptions(int type, int ppq, int leadInBars, boolean straight, boolean withMuted, boolean portamento, boolean fileARow) {

    public static final MidiOptions USUAL = new MidiOptions(1, 960, 0, false, false);

    public MidiOptions(int type, int ppq, int leadInBars, boolean straight, boolean withMuted) {
        this(type, ppq, leadInBars, straight, withMuted, false, false);
    }

    public MidiOptions {
        if (type != 0 && type != 1) {
            throw new IllegalArgumentException("MIDI files are written as type 0 or 1, not " + type);
        }
        if (ppq < 96 || ppq > 960) {
            throw new IllegalArgumentException("ticks a quarter are 96 to 960, not " + ppq);
        }
        if (leadInBars < 0 || leadInBars > 2) {
            throw new IllegalArgumentException("lead-in bars are 0 to 2, not " + leadInBars);
        }
    }

    /** The same with all rows in one file. */
    public MidiOptions inOneFile() {
        return new MidiOptions(type, ppq, leadInBars, straight, withMuted, portamento, false);
    }
}
