package app.promptsparrow.desktop.live;

import java.util.Optional;

/**
 * A pad or a knob of a MIDI controller. Immutable.
 *
 * @param input   the name of its MIDI input
 * @param channel 1 to 16
 * @param knob    a control change, otherwise a note
 * @param number  of the control or the note, 0 to 127
 */
public record Control(String input, int channel, boolean knob, int number) {

    /** As people call it: {@code knob 21 (channel 1) of 'pads'}. */
    public String title() {
        return (knob ? "knob " : "pad ") + number + " (channel " + channel + ") of '" + input + "'";
    }

    /** As settings keep it; the input's name comes last, since it may hold anything. */
    String text() {
        return (knob ? "knob " : "pad ") + channel + " " + number + " " + input;
    }

    static Optional<Control> parse(String text) {
        String[] parts = text.split(" ", 4);
        if (parts.length < 4 || !parts[0].matches("knob|pad") || !parts[1].matches("\\d{1,2}") || !parts[2].matches("\\d{1,3}")) {
            return Optional.empty();
        }
        return Optional.of(new Control(parts[3], Integer.parseInt(parts[1]), parts[0].equals("knob"), Integer.parseInt(parts[2])));
    }
}
