package app.promptsparrow.sound;

/**
 * Falling sines, the partials of whatever is struck, by the hundreds: each is a number turned and shrunk from frame to frame. Four
 * frames are worked on side by side, since each would otherwise wait for the one before. Pure functions.
 */
final class Modes {

    private static final double TWO_PI = 2 * StrictMath.PI;

    private Modes() {
    }

    /**
     * Adds one falling sine to two channels, which may be the same; then only the left level counts.
     *
     * @param from        the first frame that it is heard in
     * @param to          behind the last
     * @param left        level in the left channel
     * @param fallSeconds time to fall by 60 dB
     * @param phase       in radians, at its first frame
     * @param riseSeconds time to come to 63 % of itself, 0 for at once
     */
    static void add(double[] outLeft, double[] outRight, int from, int to, double hz, double left, double right, double fallSeconds,
                    double phase, double riseSeconds, double rate) {
        if (hz > 0.45 * rate || to <= from) {
            return;
        }
        double shrink = Shapes.eachFrame(fallSeconds, rate);
        double turn = TWO_PI * hz / rate;
        double rest = riseSeconds > 0 ? StrictMath.exp(-1 / (riseSeconds * rate)) : 0;
        double[] re = new double[4];
        double[] im = new double[4];
        double[] unrisen = new double[4];
        double shrunk = 1;
        double left4 = riseSeconds > 0 ? 1 : 0;
        for (int lane = 0; lane < 4; lane++) {
            re[lane] = shrunk * StrictMath.cos(phase + lane * turn);
            im[lane] = shrunk * StrictMath.sin(phase + lane * turn);
            unrisen[lane] = left4;
            shrunk *= shrink;
            left4 *= rest;
        }
        double c = shrunk * StrictMath.cos(4 * turn);
        double s = shrunk * StrictMath.sin(4 * turn);
        double rest4 = rest * rest * rest * rest;
        boolean stereo = outLeft != outRight;
        double re0 = re[0];
        double re1 = re[1];
        double re2 = re[2];
        double re3 = re[3];
        double im0 = im[0];
        double im1 = im[1];
        double im2 = im[2];
        double im3 = im[3];
        double q0 = unrisen[0];
        double q1 = unrisen[1];
        double q2 = unrisen[2];
        double q3 = unrisen[3];
        int i = from;
        for (; i + 3 < to; i += 4) {
            double y0 = im0 * (1 - q0);
            double y1 = im1 * (1 - q1);
            double y2 = im2 * (1 - q2);
            double y3 = im3 * (1 - q3);
            outLeft[i] += left * y0;
            outLeft[i + 1] += left * y1;
            outLeft[i + 2] += left * y2;
            outLeft[i + 3] += left * y3;
            if (stereo) {
                outRight[i] += right * y0;
                outRight[i + 1] += right * y1;
                outRight[i + 2] += right * y2;
                outRight[i + 3] += right * y3;
            }
            double t0 = re0 * c - im0 * s;
            double t1 = re1 * c - im1 * s;
            double t2 = re2 * c - im2 * s;
            double t3 = re3 * c - im3 * s;
            im0 = re0 * s + im0 * c;
            im1 = re1 * s + im1 * c;
            im2 = re2 * s + im2 * c;
            im3 = re3 * s + im3 * c;
            re0 = t0;
            re1 = t1;
            re2 = t2;
            re3 = t3;
            q0 *= rest4;
            q1 *= rest4;
            q2 *= rest4;
            q3 *= rest4;
        }
        double[] last = {im0 * (1 - q0), im1 * (1 - q1), im2 * (1 - q2)};
        for (int lane = 0; i < to; i++, lane++) {
            outLeft[i] += left * last[lane];
            if (stereo) {
                outRight[i] += right * last[lane];
            }
        }
    }

    /**
     * Adds two falling sines that beat: of the same fall, rise and place. The quickest way to hundreds of them: each value follows from
     * the two before, y(n) = 2r·cos θ·y(n–1) – r²·y(n–2), here over every second frame, so that four chains run side by side.
     *
     * @param second the level of the second one, of the first's
     */
    static void addPair(double[] outLeft, double[] outRight, int to, double hz, double secondHz, double second, double left, double right,
                        double fallSeconds, double phase, double secondPhase, double riseSeconds, double rate) {
        if (Math.max(hz, secondHz) > 0.45 * rate) {
            return;
        }
        double shrink = Shapes.eachFrame(fallSeconds, rate);
        double turn = TWO_PI * hz / rate;
        double secondTurn = TWO_PI * secondHz / rate;
        double back = shrink * shrink * shrink * shrink;
        double c = 2 * shrink * shrink * StrictMath.cos(2 * turn);
        double d = 2 * shrink * shrink * StrictMath.cos(2 * secondTurn);
        double a0 = StrictMath.sin(phase);
        double a1 = shrink * StrictMath.sin(phase + turn);
        double b0 = second * StrictMath.sin(secondPhase);
        double b1 = second * shrink * StrictMath.sin(secondPhase + secondTurn);
        double a0before = StrictMath.sin(phase - 2 * turn) / (shrink * shrink);
        double a1before = StrictMath.sin(phase - turn) / shrink;
        double b0before = second * StrictMath.sin(secondPhase - 2 * secondTurn) / (shrink * shrink);
        double b1before = second * StrictMath.sin(secondPhase - secondTurn) / shrink;
        double rest = riseSeconds > 0 ? StrictMath.exp(-1 / (riseSeconds * rate)) : 0;
        double q = riseSeconds > 0 ? 1 : 0;
        int end = to - 1;
        for (int i = 0; i < end; i += 2) {
            double y0 = (a0 + b0) * (1 - q);
            q *= rest;
            double y1 = (a1 + b1) * (1 - q);
            q *= rest;
            outLeft[i] += left * y0;
            outRight[i] += right * y0;
            outLeft[i + 1] += left * y1;
            outRight[i + 1] += right * y1;
            double t0 = c * a0 - back * a0before;
            double t1 = c * a1 - back * a1before;
            double u0 = d * b0 - back * b0before;
            double u1 = d * b1 - back * b1before;
            a0before = a0;
            a1before = a1;
            b0before = b0;
            b1before = b1;
            a0 = t0;
            a1 = t1;
            b0 = u0;
            b1 = u1;
        }
    }
}
