package app.promptsparrow.devices;

import javax.sound.sampled.LineUnavailableException;

/** Opens the sound card; tests have one that does not open. May take a second: not for the UI thread. */
@FunctionalInterface
public interface Cards {

    /** The system's. */
    Cards SYSTEM = CardOutput::open;

    /**
     * Opens a card.
     *
     * @param bufferFrames how much it should hold
     * @throws LineUnavailableException whose message says in a few words why not: there is none, it is in use, it lacks the rate
     */
    AudioOutput open(int rateHz, int bufferFrames) throws LineUnavailableException;
}
