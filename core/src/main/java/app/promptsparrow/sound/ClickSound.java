package app.promptsparrow.sound;

/**
 * What the metronome click can sound like. Each is computed: a few partials that die away, and for some a moment of noise; the first
 * beat of a bar is higher and louder.
 */
public enum ClickSound {
    /** Two wooden sticks. */
    STICKS("sticks", 0.035, 0.5, 1_760, 2_930, 4_410),
    /** A high, soft tone. */
    TONE("tone", 0.06, 0, 1_320),
    /** A dry tick. */
    TICK("tick", 0.012, 1, 3_300, 5_200);

    private static final double ACCENT_PITCH = 1.5;
    private static final double PLAIN_LEVEL = 0.6;

    private final String title;
    private final double seconds;
    private final double noise;
    private final double[] hz;

    ClickSound(String title, double seconds, double noise, double... hz) {
        this.title = title;
        this.seconds = seconds;
        this.noise = noise;
        this.hz = hz;
    }

    public String title() {
        return title;
    }

    /** Its frames, mono, at most 1 and 0 at both ends. @param accent for the first beat of a bar */
    public float[] frames(int rateHz, boolean accent) {
        float[] frames = new float[(int) (3 * seconds * rateHz)];
        Noise random = new Noise(ordinal() + 1);
        double peak = 0;
        for (int i = 0; i < frames.length; i++) {
            double t = (double) i / rateHz;
            double value = noise * random.next() * StrictMath.exp(-t / 0.0015);
            for (int k = 0; k < hz.length; k++) {
                value += StrictMath.sin(2 * StrictMath.PI * hz[k] * (accent ? ACCENT_PITCH : 1) * t) * StrictMath.exp(-4 * t * (k + 1) / seconds) / (k + 1);
            }
            value *= Math.min(1, t / 0.0004) * Math.min(1, (frames.length - 1 - i) / (0.002 * rateHz));
            frames[i] = (float) value;
            peak = Math.max(peak, Math.abs(value));
        }
        for (int i = 0; i < frames.length; i++) {
            frames[i] *= (float) ((accent ? 1 : PLAIN_LEVEL) / peak);
        }
        return frames;
    }
}
