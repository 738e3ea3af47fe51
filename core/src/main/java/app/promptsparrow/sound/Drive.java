package app.promptsparrow.sound;

/**
 * Saturation that adds harmonics and keeps the loudness: a bend x/√(1 + (a·x)²) at four times the rate, so that what it adds above half
 * the rate does not fold back, then the level brought to what went in, followed over 0.1 s. Its settings glide frame by frame from tick
 * to tick. Owned by one thread; allocates at construction only.
 */
public final class Drive {

    /** How hard a full drive bends: a peak of 1 is pushed so many times over the bend's knee. */
    private static final double MOST = 14;
    private static final double FOLLOW_SECONDS = 0.1;
    private static final double LEAST_POWER = 1e-9;
    private static final int WARM_TICKS = 8;

    private final int tick;
    private final double kept;
    private final HalfBand up2;
    private final HalfBand up4;
    private final HalfBand down4;
    private final HalfBand down2;
    private final double[] in;
    private final double[] twice;
    private final double[] four;
    /** How much of it is heard beside what went in: between 0 and 1 only while it is switched on or off. */
    private final Glide mix = new Glide(0);
    private final Glide amount = new Glide(0);
    /** Ticks for which it runs unheard, so that its filters and its level have found what they follow. */
    private int warm;
    private double powerIn;
    private double powerOut;
    private double highest;
    private double gain = 1;

    public Drive(int tickFrames, int rateHz) {
        tick = tickFrames;
        up2 = new HalfBand(8, 0.04, tick);
        up4 = new HalfBand(4, 0.2, 2 * tick);
        down4 = new HalfBand(4, 0.2, 2 * tick);
        down2 = new HalfBand(8, 0.04, tick);
        kept = StrictMath.exp(-tickFrames / (FOLLOW_SECONDS * rateHz));
        in = new double[tickFrames];
        twice = new double[2 * tickFrames];
        four = new double[4 * tickFrames];
    }

    /** Takes a setting at once. */
    public void set(double drive) {
        amount.set(drive);
        mix.set(drive > 0 ? 1 : 0);
    }

    public boolean isAt(double drive) {
        return drive == 0 ? mix.isAt(0) : mix.isAt(1) && amount.isAt(drive);
    }

    /** Works on a tick, while its settings go on towards some drive; answers whether it does: not if it is and stays off. */
    public boolean process(double drive, float[] buffer, int from) {
        if (drive == 0 && mix.isAt(0)) {
            warm = 0;
            return false;
        }
        if (mix.isAt(0)) {
            if (warm == 0) {
                amount.set(drive); // fades in as it will be
                clear();
            }
            warm++;
        }
        double mixed = mix.value();
        double mixStep = mix.isAt(0) && warm <= WARM_TICKS ? 0 : (mix.next(drive > 0 ? 1 : 0) - mixed) / tick;
        double pushed = push(amount.value());
        double pushStep = (push(drive > 0 ? amount.next(drive) : amount.value()) - pushed) / four.length;
        highest = Math.max(highest * kept, Peaks.of(buffer, from, from + tick));
        for (int i = 0; i < tick; i++) {
            in[i] = buffer[from + i];
        }
        up2.up(in, twice, tick);
        up4.up(twice, four, 2 * tick);
        bend(pushed, pushStep);
        down4.down(four, twice, 2 * tick);
        down2.down(twice, four, tick);
        double toGain = level(pushed);
        double gainStep = (toGain - gain) / tick;
        for (int i = 0; i < tick; i++) {
            double wet = four[i] * (gain + gainStep * i);
            buffer[from + i] = (float) (in[i] + (wet - in[i]) * (mixed + mixStep * i));
        }
        gain = toGain;
        return true;
    }

    private void bend(double a, double step) {
        if (step == 0) { // so that the loop becomes vector instructions
            double square = a * a;
            for (int i = 0; i < four.length; i++) {
                double x = four[i];
                four[i] = x / Math.sqrt(1 + square * x * x);
            }
            return;
        }
        double push = a;
        for (int i = 0; i < four.length; i++) {
            double x = four[i];
            four[i] = x / Math.sqrt(1 + push * push * x * x);
            push += step;
        }
    }

    private static double push(double drive) {
        return MOST * drive * drive + drive;
    }

    /**
     * By how much what came out is to be raised; the power that goes in and comes out is followed alike. Never by more than the bend can
     * have taken: what comes out comes a few frames later, which at an attack is most of a tick.
     */
    private double level(double push) {
        double fresh = 0;
        double bent = 0;
        double fresh2 = 0;
        double bent2 = 0;
        for (int i = 0; i < tick; i += 2) {
            fresh += in[i] * in[i];
            bent += four[i] * four[i];
            fresh2 += in[i + 1] * in[i + 1];
            bent2 += four[i + 1] * four[i + 1];
        }
        powerIn = powerIn * kept + fresh + fresh2;
        powerOut = powerOut * kept + bent + bent2;
        double most = Math.sqrt(1 + push * push * highest * highest);
        return powerOut < LEAST_POWER ? Math.min(gain, most) : Math.min(most, Math.sqrt(powerIn / powerOut));
    }

    public void become(Drive other) {
        up2.become(other.up2);
        up4.become(other.up4);
        down4.become(other.down4);
        down2.become(other.down2);
        mix.become(other.mix);
        amount.become(other.amount);
        powerIn = other.powerIn;
        powerOut = other.powerOut;
        highest = other.highest;
        gain = other.gain;
        warm = other.warm;
    }

    /** Forgets what sounded. */
    public void clear() {
        up2.clear();
        up4.clear();
        down4.clear();
        down2.clear();
        powerIn = 0;
        powerOut = 0;
        highest = 0;
        gain = 1;
    }
}
