package app.promptsparrow.sound;

/**
 * A second-order filter whose kind and corner can glide without clicks: the trapezoidal state-variable filter of
 * A. Simper, "Linear Trapezoidal Integrated State Variable Filter" (2013). The output mixes input, band and low by
 * m0, m1, m2, so that (1, 0, 0) is neutral and costs nothing. Owned by one thread; allocates nothing after construction.
 */
public final class Svf {

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

        /** A bell; {@code q} is its middle over its width. */
        public static Setting bell(double hz, double db, double q, double rateHz) {
            double a = StrictMath.pow(10, db / 40);
            double k = 1 / (q * a);
            return db == 0 ? NEUTRAL : new Setting(g(hz, rateHz), k, 1, k * (a * a - 1), 0);
        }

        /** What it makes of the level of a tone, in dB. */
        public double db(double hz, double rateHz) {
            // with s = i·w: H = m0 + (m1·s + m2) / (s² + k·s + 1), w in units of the corner
            double w = StrictMath.tan(StrictMath.PI * hz / rateHz) / g;
            double re = 1 - w * w;
            double im = k * w;
            double size = re * re + im * im;
            double outRe = m0 + (m2 * re + m1 * w * im) / size;
            double outIm = (m1 * w * re - m2 * im) / size;
            return 10 * StrictMath.log10(Math.max(1e-12, outRe * outRe + outIm * outIm));
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
    private double bandOfBand;
    private double bandOfLow;
    private double lowOfLow;
    private double lowOfIn;
    private double outOfIn;
    private double outOfBand;
    private double outOfLow;
    private double low;
    private double band;
    private boolean neutral = true;
    private boolean settled = true;
    /** The setting that it has arrived at, as it was asked for last, so that a look tells; null while it glides. */
    private Setting arrived;
    /** Where the five numbers are on their way, and how much they change a frame. */
    private final Glide[] glides = {new Glide(0.1), new Glide(1), new Glide(1), new Glide(0), new Glide(0)};
    private final double[] steps = new double[5];
    private final double[] work = new double[32];

    /** Takes a setting at once, for the start. */
    public void set(Setting setting) {
        glides[0].set(setting.g);
        glides[1].set(setting.k);
        glides[2].set(setting.m0);
        glides[3].set(setting.m1);
        glides[4].set(setting.m2);
        take(setting);
    }

    private void take(Setting setting) {
        g = setting.g;
        k = setting.k;
        m0 = setting.m0;
        m1 = setting.m1;
        m2 = setting.m2;
        neutral = setting.isNeutral();
        settled = true;
        arrived = setting;
        coefficients();
        map();
    }

    /** Once a control tick, before it is processed: goes a part of the way to a setting, frame by frame. */
    public void glide(Setting target, int frames) {
        if (isAt(target)) {
            return;
        }
        if (neutral) { // begins from silence: the corner need not travel, the mix fades in
            glides[0].set(target.g);
            glides[1].set(target.k);
            g = target.g;
            k = target.k;
            low = 0;
            band = 0;
        }
        boolean fades = target.isNeutral(); // then only the mix fades
        boolean there = reached(0, g, fades ? g : target.g, frames) & reached(1, k, fades ? k : target.k, frames) & reached(2, m0, target.m0, frames)
                & reached(3, m1, target.m1, frames) & reached(4, m2, target.m2, frames);
        if (there) {
            set(target);
        } else {
            neutral = false;
            settled = false;
            arrived = null;
        }
    }

    private boolean reached(int number, double from, double target, int frames) {
        steps[number] = (glides[number].next(target) - from) / frames;
        return from == target && glides[number].isAt(target);
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
        arrived = other.arrived;
        map();
        for (int i = 0; i < glides.length; i++) {
            glides[i].become(other.glides[i]);
            steps[i] = other.steps[i];
        }
    }

    public boolean isNeutral() {
        return neutral;
    }

    /** Whether it has arrived at a setting. */
    public boolean isAt(Setting target) {
        if (target != arrived && settled && g == target.g && k == target.k && m0 == target.m0 && m1 == target.m1 && m2 == target.m2) {
            arrived = target; // the same in a newer plan
        }
        return target == arrived;
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
     * The same filter as a map of what it keeps: each new value is a sum of products of the old ones, so that less lies between one frame
     * and the next. Made when a setting has arrived.
     */
    private void map() {
        bandOfBand = 2 * a1 - 1;
        bandOfLow = -2 * a2;
        lowOfLow = 1 - 2 * a3;
        lowOfIn = 2 * a3;
        outOfIn = m0 + m1 * a2 + m2 * a3;
        outOfBand = m1 * a1 + m2 * a2;
        outOfLow = m2 * (1 - a3) - m1 * a2;
    }

    /**
     * Filters in place by several filters one after the other. Two or three share a loop, so that the processor works on all at
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
            if (next + 3 == count) {
                processThree(filters[next], filters[next + 1], filters[next + 2], work, frames);
                next++;
            } else {
                processTwo(filters[next], filters[next + 1], work, frames);
            }
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

    /**
     * Three filters go on over part of a sound, which stays as it is: the energy of what comes out of each is added up. Beside each
     * other, since one alone would mostly wait for itself. For settings that do not glide.
     *
     * @param into where the energy of the first is added; those of the others follow
     */
    static void addEnergies(Svf p, Svf q, Svf r, double[] sound, int from, int to, double[] into, int at) {
        double pb = p.band;
        double pl = p.low;
        double qb = q.band;
        double ql = q.low;
        double rb = r.band;
        double rl = r.low;
        double ps = 0;
        double qs = 0;
        double rs = 0;
        for (int i = from; i < to; i++) {
            double x = sound[i];
            double py = p.outOfIn * x + (p.outOfBand * pb + p.outOfLow * pl);
            double qy = q.outOfIn * x + (q.outOfBand * qb + q.outOfLow * ql);
            double ry = r.outOfIn * x + (r.outOfBand * rb + r.outOfLow * rl);
            double pn = p.bandOfBand * pb + (p.bandOfLow * pl - p.bandOfLow * x);
            double qn = q.bandOfBand * qb + (q.bandOfLow * ql - q.bandOfLow * x);
            double rn = r.bandOfBand * rb + (r.bandOfLow * rl - r.bandOfLow * x);
            pl = p.lowOfLow * pl + (p.lowOfIn * x - p.bandOfLow * pb);
            ql = q.lowOfLow * ql + (q.lowOfIn * x - q.bandOfLow * qb);
            rl = r.lowOfLow * rl + (r.lowOfIn * x - r.bandOfLow * rb);
            pb = pn;
            qb = qn;
            rb = rn;
            ps += py * py;
            qs += qy * qy;
            rs += ry * ry;
        }
        p.keep(pb, pl);
        q.keep(qb, ql);
        r.keep(rb, rl);
        into[at] += ps;
        into[at + 1] += qs;
        into[at + 2] += rs;
    }

    /** While its setting glides: each frame has its own. */
    private void processGliding(double[] work, int frames) {
        for (int i = 0; i < frames; i++) {
            g += steps[0];
            k += steps[1];
            m0 += steps[2];
            m1 += steps[3];
            m2 += steps[4];
            coefficients();
            double x = work[i];
            double v3 = x - low;
            double v1 = a1 * band + a2 * v3;
            double v2 = low + a2 * band + a3 * v3;
            band = 2 * v1 - band;
            low = 2 * v2 - low;
            work[i] = m0 * x + m1 * v1 + m2 * v2;
        }
        g = glides[0].value();
        k = glides[1].value();
        m0 = glides[2].value();
        m1 = glides[3].value();
        m2 = glides[4].value();
        coefficients();
        keep(band, low);
    }

    private static void processOne(Svf p, double[] work, int frames) {
        if (!p.settled) {
            p.processGliding(work, frames);
            return;
        }
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
        if (!p.settled || !q.settled) {
            processOne(p, work, frames);
            processOne(q, work, frames);
            return;
        }
        double pb = p.band;
        double pl = p.low;
        double qb = q.band;
        double ql = q.low;
        for (int i = 0; i < frames; i++) {
            double x = work[i];
            double y = p.outOfIn * x + p.outOfBand * pb + p.outOfLow * pl;
            double b = p.bandOfBand * pb + (p.bandOfLow * pl - p.bandOfLow * x);
            pl = p.lowOfLow * pl + (p.lowOfIn * x - p.bandOfLow * pb);
            pb = b;
            work[i] = q.outOfIn * y + q.outOfBand * qb + q.outOfLow * ql;
            b = q.bandOfBand * qb + (q.bandOfLow * ql - q.bandOfLow * y);
            ql = q.lowOfLow * ql + (q.lowOfIn * y - q.bandOfLow * qb);
            qb = b;
        }
        p.keep(pb, pl);
        q.keep(qb, ql);
    }

    private static void processThree(Svf p, Svf q, Svf r, double[] work, int frames) {
        if (!p.settled || !q.settled || !r.settled) {
            processTwo(p, q, work, frames);
            processOne(r, work, frames);
            return;
        }
        double pb = p.band;
        double pl = p.low;
        double qb = q.band;
        double ql = q.low;
        double rb = r.band;
        double rl = r.low;
        for (int i = 0; i < frames; i++) {
            double x = work[i];
            double y = p.outOfIn * x + p.outOfBand * pb + p.outOfLow * pl;
            double b = p.bandOfBand * pb + (p.bandOfLow * pl - p.bandOfLow * x);
            pl = p.lowOfLow * pl + (p.lowOfIn * x - p.bandOfLow * pb);
            pb = b;
            double z = q.outOfIn * y + q.outOfBand * qb + q.outOfLow * ql;
            b = q.bandOfBand * qb + (q.bandOfLow * ql - q.bandOfLow * y);
            ql = q.lowOfLow * ql + (q.lowOfIn * y - q.bandOfLow * qb);
            qb = b;
            work[i] = r.outOfIn * z + r.outOfBand * rb + r.outOfLow * rl;
            b = r.bandOfBand * rb + (r.bandOfLow * rl - r.bandOfLow * z);
            rl = r.lowOfLow * rl + (r.lowOfIn * z - r.bandOfLow * rb);
            rb = b;
        }
        p.keep(pb, pl);
        q.keep(qb, ql);
        r.keep(rb, rl);
    }

    private void keep(double bandState, double lowState) {
        band = Math.abs(bandState) < TINY ? 0 : bandState;
        low = Math.abs(lowState) < TINY ? 0 : lowState;
    }

    /** Filters {@code frames} values in place; nothing if neutral. A setting that glides does so within one call. */
    public void process(float[] buffer, int from, int frames) {
        for (int at = 0; !neutral && at < frames; at += work.length) {
            int count = Math.min(work.length, frames - at);
            for (int i = 0; i < count; i++) {
                work[i] = buffer[from + at + i];
            }
            processOne(this, work, count);
            for (int i = 0; i < count; i++) {
                buffer[from + at + i] = (float) work[i];
            }
        }
    }
}
