package app.promptsparrow.sound;

/** White noise that is the same for the same chance number on every machine. Not thread-safe. */
final class Noise {

    private long state;

    Noise(long chanceNumber) {
        state = chanceNumber * 0x9E3779B97F4A7C15L + 0x1234567;
        if (state == 0) {
            state = 1;
        }
    }

    /** The next value, evenly spread from -1 to 1 (xorshift64*, Marsaglia 2003 and Vigna 2016). */
    double next() {
        state ^= state >>> 12;
        state ^= state << 25;
        state ^= state >>> 27;
        return (state * 0x2545F4914F6CDD1DL >> 11) * 0x1p-52;
    }
}
