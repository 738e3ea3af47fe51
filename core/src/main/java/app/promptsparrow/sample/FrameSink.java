package app.promptsparrow.sample;

/** Takes frames as they are decoded. */
interface FrameSink {

    /**
     * Told once, before the first frames.
     *
     * @throws SoundFileException if there are more or fewer channels, or another rate, than can be taken
     */
    void begin(int channels, int rateHz) throws SoundFileException;

    /**
     * The next frames, ±1 at full scale, one array a channel; not to be kept.
     *
     * @throws SoundFileException if there are more than can be taken
     */
    void frames(float[][] channels, int count) throws SoundFileException;
}
