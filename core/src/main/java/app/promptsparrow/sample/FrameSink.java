package app.promptsparrow.sample;

/** Takes frames as they are decoded. */
interface FrameSink {

    /**
     * Told once, before the first frames.
     *
     * @param expected how many frames there probably are, not more than the file has room for; 0 if nobody knows
     * @throws SoundFileException if there are more or fewer channels, or another rate, than can be taken
     */
    void begin(int channels, int rateHz, long expected) throws SoundFileException;

    /**
     * The next frames, ±1 at full scale, one array a channel; not to be kept.
     *
     * @throws SoundFileException if there are more than can be taken
     */
    void frames(float[][] channels, int count) throws SoundFileException;
}
