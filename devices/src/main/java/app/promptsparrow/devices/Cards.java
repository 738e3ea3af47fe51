package app.promptsparrow.devices;

import java.util.List;
import javax.sound.sampled.LineUnavailableException;

/** Opens the sound card; tests have one that does not open. May take a second: not for the UI thread. */
@FunctionalInterface
public interface Cards {

    /** The system's usual one. */
    Cards SYSTEM = (rateHz, bufferFrames) -> CardOutput.open("", rateHz, bufferFrames);

    /** The one of a name, or for the empty one the usual. */
    static Cards named(String name) {
        return (rateHz, bufferFrames) -> CardOutput.open(name, rateHz, bufferFrames);
    }

    /** The names of the cards that are there now, each once. May take a second. */
    static List<String> names() {
        return CardOutput.names();
    }

    /**
     * Opens a card.
     *
     * @param bufferFrames how much it should hold
     * @throws LineUnavailableException whose message says in a few words why not: there is none, it is in use, it lacks the rate
     */
    AudioOutput open(int rateHz, int bufferFrames) throws LineUnavailableException;
}
