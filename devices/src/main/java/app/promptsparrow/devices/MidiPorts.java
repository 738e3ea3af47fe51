package app.promptsparrow.devices;

import java.util.List;

/** The MIDI ports there are. Looking and opening may take a while: not for the UI thread. */
public interface MidiPorts {

    /** No ports at all. */
    MidiPorts NONE = new MidiPorts() {
        @Override
        public List<String> inputs() {
            return List.of();
        }

        @Override
        public AutoCloseable openInput(String name, MidiSink sink) throws Unavailable {
            throw new Unavailable("the MIDI input '" + name + "' is not there", null);
        }

        @Override
        public List<String> outputs() {
            return List.of();
        }

        @Override
        public MidiPort openOutput(String name) throws Unavailable {
            throw new Unavailable("the MIDI output '" + name + "' is not there", null);
        }
    };

    /** The names of the inputs that are there now, each once. */
    List<String> inputs();

    /**
     * Opens an input by its name.
     *
     * @throws Unavailable with a sentence if it is gone or in use
     */
    AutoCloseable openInput(String name, MidiSink sink) throws Unavailable;

    /** The names of the outputs that are there now, each once. */
    List<String> outputs();

    /**
     * Opens an output by its name.
     *
     * @throws Unavailable with a sentence if it is gone or in use
     */
    MidiPort openOutput(String name) throws Unavailable;

    /** A port that cannot be opened. */
    final class Unavailable extends Exception {
        private static final long serialVersionUID = 1;

        public Unavailable(String sentence, Throwable cause) {
            super(sentence, cause);
        }
    }
}
