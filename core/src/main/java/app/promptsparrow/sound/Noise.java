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

    /** Evenly spread from 0 to 1, both excluded. */
    double share() {
        return Math.max(0x1p-53, Math.min(1 - 0x1p-53, next() * 0.5 + 0.5));
    }

    /** A level as many waves of random phase add up to (Rayleigh, scale 0.8). */
    double rayleigh() {
        return 0.8 * StrictMath.sqrt(-2 * StrictMath.log(share()));
    }

    /** A size of which small ones are more frequent (exponential, mean 1). */
    double exponential() {
        return -StrictMath.log(share());
    }

    /** 1 or -1. */
    int sign() {
        return next() < 0 ? -1 : 1;
    }
}
