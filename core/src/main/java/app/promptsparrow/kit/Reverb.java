package app.promptsparrow.kit;

/**
 * The reverb that all sends share. Immutable. The defaults are safe at any send level.
 *
 * @param decayMs    time to fall by 60 dB, 100 to 10,000 ms
 * @param preDelayMs 0 to 200 ms
 * @param lowCutHz   20 to 1,000 Hz
 * @param highCutHz  1,000 to 18,000 Hz
 * @param returnDb   –60 to 6 dB
 */
public record Reverb(double decayMs, double preDelayMs, double lowCutHz, double highCutHz, double returnDb) {

    public static final Reverb USUAL = new Reverb(1_400, 12, 180, 7_500, -6);

    public Reverb {
        if (!(decayMs >= 100 && decayMs <= 10_000 && preDelayMs >= 0 && preDelayMs <= 200 && lowCutHz >= 20
                && lowCutHz <= 1_000 && highCutHz >= 1_000 && highCutHz <= 18_000 && returnDb >= -60 && returnDb <= 6)) {
            throw new IllegalArgumentException("reverb: decay is 100 to 10000 ms, pre-delay 0 to 200 ms, low cut 20 to "
                    + "1000 Hz, high cut 1000 to 18000 Hz, return -60 to 6 dB");
        }
    }
}
