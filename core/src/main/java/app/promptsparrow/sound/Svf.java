package app.promptsparrow.sound;

/**
 * A second-order filter whose kind and corner can glide without clicks: the trapezoidal state-variable filter of
 * A. Simper, "Linear Trapezoidal Integrated State Variable Filter" (2013). The output mixes input, band and low by
 * m0, m1, m2, so that (1, 0, 0) is neutral and costs nothing. Owned by one thread; allocates nothing after construction.
 */
public final class Svf {

    /** Share of the way to its target that a setting goes in each control tick. */
    private static final double GLIDE = 0.2;
    private static final double TINY = 1e-20;

    /**
     * A filter setting. Immutable.
     *
     * @param g tan(π·corner/rate)
     * @param k damping, 2 at most
     */
    public record Setting(double g, double k, double m0, double m1, double m2) {

        public static final Setting NEUTRAL = new Setting(0.1, 1, 1, 0, 0);
        private static final double BUTTERWORTH = 1.4142135623730951;

        public static Setting lowPass(double hz, double rateHz) {
            return new Setting(g(hz, rateHz), BUTTERWORTH, 0, 0, 1);
        }

        public static Setting highPass(double hz, double rateHz) {
            return new Setting(g(hz, rateHz), BUTTERWORTH, 1, -BUTTERWORTH, -1);
        }

        /** A band-pass with unit gain at its centre; {@code q} is centre over width. */
        public static Setting bandPass(double hz, double q, double rateHz) {
            return new Setting(g(hz, rateHz), 1 / q, 0, 1 / q, 0);
        }

        public static Setting lowShelf(double hz, double db, double rateHz) {
            double a = StrictMath.pow(10, db / 40);
            return db == 0 ? NEUTRAL
                    : new Setting(g(hz, rateHz) / StrictMath.sqrt(a), BUTTERWORTH, 1, BUTTERWORTH * (a - 1), a * a - 1);
        }

        public static Setting highShelf(double hz, double db, double rateHz) {
            double a = StrictMath.pow(10, db / 40);
            return db == 0 ? NEUTRAL
                    : new Setting(g(hz, rateHz) * StrictMath.sqrt(a), BUTTERWORTH, a * a, BUTTERWORTH * (1 - a) * a, 1 - a * a);
        }

        private static double g(double hz, double rateHz) {
            return StrictMath.tan(StrictMath.PI * Math.min(hz, 0.49 * rateHz) / rateHz);
        }

        boolean isNeutral() {
            return m0 == 1 && m1 == 0 && m2 == 0;
        }
    }

    private double g = 0.1;
    private double k = 1;
    private double m0 = 1;
    private double m1;
    private double m2;
    private double a1;
    private double a2;
    private double a3;
    private double low;
    private double band;
    private boolean neutral = true;
    private boolean settled = true;

    /** Takes a setting at once, for the start. */
    public void set(Setting setting) {
        g = setting.g;
        k = setting.k;
        m0 = setting.m0;
        m1 = setting.m1;
        m2 = setting.m2;
        neutral = setting.isNeutral();
        settled = true;
        coefficients();
    }

    /** Once a control tick: goes a part of the way to a setting. */
    public void glide(Setting target) {
        if (isAt(target)) {
            return;
        }
        if (neutral) { // begins from silence: the corner need not travel, the mix fades in
            g = target.g;
            k = target.k;
            low = 0;
            band = 0;
        }
        if (!target.isNeutral()) { // towards neutral only the mix fades
            g += (target.g - g) * GLIDE;
            k += (target.k - k) * GLIDE;
        }
        m0 += (target.m0 - m0) * GLIDE;
        m1 += (target.m1 - m1) * GLIDE;
        m2 += (target.m2 - m2) * GLIDE;
        double distance = Math.abs(m0 - target.m0) + Math.abs(m1 - target.m1) + Math.abs(m2 - target.m2)
                + (target.isNeutral() ? 0 : Math.abs(g - target.g) + Math.abs(k - target.k));
        if (distance < 1e-6) {
            set(target);
        } else {
            neutral = false;
            settled = false;
            coefficients();
        }
    }

    /** Takes over another one's setting and what it has kept of what sounded. */
    public void become(Svf other) {
        g = other.g;
        k = other.k;
        m0 = other.m0;
        m1 = other.m1;
        m2 = other.m2;
        a1 = other.a1;
        a2 = other.a2;
        a3 = other.a3;
        low = other.low;
        band = other.band;
        neutral = other.neutral;
        settled = other.settled;
    }

    public boolean isNeutral() {
        return neutral;
    }

    /** Whether it has arrived at a setting. */
    public boolean isAt(Setting target) {
        return settled && g == target.g && k == target.k && m0 == target.m0 && m1 == target.m1 && m2 == target.m2;
    }

    public void clear() {
        low = 0;
        band = 0;
    }

    private void coefficients() {
        a1 = 1 / (1 + g * (g + k));
        a2 = g * a1;
        a3 = g * a2;
    }

    /**
     * Filters in place by several filters one after the other. Pairs share a loop, so that the processor works on both at
     * once while each waits for its own value of the frame before. The numbers are made doubles beforehand: the single
     * conversions of the processor wait for their register's old value and would chain everything up.
     *
     * @param filters the first {@code count} are used; none of them neutral
     * @param from    the first value of the buffer
     * @param work    at least {@code frames} long, overwritten
     */
    public static void processAll(Svf[] filters, int count, float[] buffer, int from, double[] work, int frames) {
        if (count == 0) {
            return;
        }
        for (int i = 0; i < frames; i++) {
            work[i] = buffer[from + i];
        }
        int next = 0;
        for (; next + 1 < count; next += 2) {
            processTwo(filters[next], filters[next + 1], work, frames);
        }
        if (next < count) {
            processOne(filters[next], work, frames);
        }
        for (int i = 0; i < frames; i++) {
            buffer[from + i] = (float) work[i];
        }
    }

    /** Filters a whole sound in place, at full precision. */
    void process(double[] sound) {
        processOne(this, sound, sound.length);
    }

    private static void processOne(Svf p, double[] work, int frames) {
        double c1 = p.a1;
        double c2 = p.a2;
        double c3 = p.a3;
        double m0 = p.m0;
        double m1 = p.m1;
        double m2 = p.m2;
        double p1 = p.band;
        double p2 = p.low;
        for (int i = 0; i < frames; i++) {
            double x = work[i];
            double v3 = x - p2;
            double v1 = c1 * p1 + c2 * v3;
            double v2 = p2 + c2 * p1 + c3 * v3;
            p1 = 2 * v1 - p1;
            p2 = 2 * v2 - p2;
            work[i] = m0 * x + m1 * v1 + m2 * v2;
        }
        p.keep(p1, p2);
    }

    private static void processTwo(Svf p, Svf q, double[] work, int frames) {
        double p1 = p.band;
        double p2 = p.low;
        double q1 = q.band;
        double q2 = q.low;
        double pc1 = p.a1;
        double pc2 = p.a2;
        double pc3 = p.a3;
        double qc1 = q.a1;
        double qc2 = q.a2;
        double qc3 = q.a3;
        double pm0 = p.m0;
        double pm1 = p.m1;
        double pm2 = p.m2;
        double qm0 = q.m0;
        double qm1 = q.m1;
        double qm2 = q.m2;
        for (int i = 0; i < frames; i++) {
            double x = work[i];
            double v3 = x - p2;
            double v1 = pc1 * p1 + pc2 * v3;
            double v2 = p2 + pc2 * p1 + pc3 * v3;
            p1 = 2 * v1 - p1;
            p2 = 2 * v2 - p2;
            double y = pm0 * x + pm1 * v1 + pm2 * v2;
            double w3 = y - q2;
            double w1 = qc1 * q1 + qc2 * w3;
            double w2 = q2 + qc2 * q1 + qc3 * w3;
            q1 = 2 * w1 - q1;
            q2 = 2 * w2 - q2;
            work[i] = qm0 * y + qm1 * w1 + qm2 * w2;
        }
        p.keep(p1, p2);
        q.keep(q1, q2);
    }

    private void keep(double bandState, double lowState) {
        band = Math.abs(bandState) < TINY ? 0 : bandState;
        low = Math.abs(lowState) < TINY ? 0 : lowState;
    }

    /** Filters {@code frames} values in place; nothing if neutral. */
    public void process(float[] buffer, int from, int frames) {
        if (neutral) {
            return;
        }
        double c1 = a1;
        double c2 = a2;
        double c3 = a3;
        double x0 = m0;
        double x1 = m1;
        double x2 = m2;
        double s1 = band;
        double s2 = low;
        for (int i = from; i < from + frames; i++) {
            double x = buffer[i];
            double v3 = x - s2;
            double v1 = c1 * s1 + c2 * v3;
            double v2 = s2 + c2 * s1 + c3 * v3;
            s1 = 2 * v1 - s1;
            s2 = 2 * v2 - s2;
            buffer[i] = (float) (x0 * x + x1 * v1 + x2 * v2);
        }
        keep(s1, s2);
    }
}
