package app.promptsparrow.sound;

import app.promptsparrow.kit.Ending;
import app.promptsparrow.kit.Recipe;
import app.promptsparrow.sample.SampleBuffer;

/**
 * The one live voice: a saw or a pulse and a sine through a low-pass that closes after the attack, then pushed, with glide. Owned by
 * the render thread; allocates nothing after construction. Pitch and filter move once a control tick of {@value #TICK} frames, level
 * and gain every frame, so that starts and ends fall on their exact frame and a change of velocity makes no step.
 *
 * <p>What pushes it bends the wave at twice the rate, so that its harmonics reach small speakers and do not fold back.
 */
public final class BassVoice {

    public static final int TICK = 32;

    private static final double SILENT = 1e-5;
    /** Share of the way to its target that the gain goes in a tick: 63 % in 5 ms, soft enough that no corner is heard. */
    private static final double GAIN_GLIDE = 0.125;
    /** Share of the way to its target that the cutoff goes in a tick. */
    private static final double CUTOFF_GLIDE = 0.35;
    /** The highest pitch that sounds, as a share of the sample rate; rolls may ramp beyond it. */
    private static final double HIGHEST = 0.45;
    /** How far from the middle the wave is bent, which gives it even harmonics. */
    private static final double LEANING = 0.35;
    private static final double LEANT = bend(LEANING);
    /** A note that begins on one that sounds dips so deep, for so long. */
    private static final double DIP = 0.6;
    private static final double DIP_SECONDS = 0.0015;
    private static final double DC_HZ = 6;

    private static final int IDLE = 0;
    private static final int ATTACK = 1;
    private static final int HOLD = 2;
    private static final int RELEASE = 3;
    private static final int CUT = 4;

    private BassSettings settings;
    private int state = IDLE;
    private double level;
    private double cutStep;
    private double gain;
    private double gainTarget;
    private double gainStep;
    private double cents;
    private double centsTarget;
    private double phase;
    private double subPhase;
    private double sweep;
    private double bright;
    private double cutoff;
    /** Where in its dip it is, 0 to 1; 1 when it is over. */
    private double dip = 1;
    private double tickHz;
    private double low;
    private double band;
    private double low2;
    private double band2;
    private float[] table;
    private double a1;
    private double a2;
    private double a3;
    // Of the bending at twice the rate: what went in, and the bent values in between.
    private double x1;
    private double x2;
    private double x3;
    private double m1;
    private double m2;
    private double m3;
    private double steady;

    public boolean isIdle() {
        return state == IDLE;
    }

    /** Whether a slide can start from what sounds now. */
    public boolean isHeld() {
        return state == ATTACK || state == HOLD;
    }

    /** A new note with its attack; what sounded goes over into it without a click. */
    public void start(BassSettings to, double noteCents, double velocityGain, double velocity) {
        settings = to;
        cents = noteCents;
        centsTarget = noteCents;
        gainTarget = velocityGain;
        bright = touch(velocity);
        sweep = 1;
        if (state == IDLE) {
            level = 0;
            phase = 0;
            subPhase = 0;
            clearFilters();
            gain = velocityGain;
            cutoff = 0;
            dip = 1;
        } else {
            dip = 0;
        }
        state = ATTACK;
        control();
    }

    /** One note by itself, struck firmly and held for a time, with its end. */
    public static SampleBuffer note(Recipe recipe, Ending ending, int note, double seconds, int rateHz) {
        BassVoice voice = new BassVoice();
        float[] frames = new float[(int) ((seconds + Math.min(1.4, ending.fadeMs() / 1_000.0)) * rateHz) / TICK * TICK];
        voice.start(new BassSettings(recipe, rateHz, ending), note * 100, 1, 96);
        for (int at = 0; at < frames.length; at += TICK) {
            if (at >= seconds * rateHz) {
                voice.release();
            }
            voice.control();
            voice.add(frames, at, at + TICK);
        }
        return SampleBuffer.mono(frames);
    }

    /** Goes on to another pitch in the glide time, without an attack. */
    public void slideTo(BassSettings to, double noteCents, double velocityGain) {
        settings = to;
        centsTarget = noteCents;
        gainTarget = velocityGain;
        state = state == ATTACK ? ATTACK : HOLD;
    }

    /** What is held goes on with other settings. */
    public void change(BassSettings to) {
        settings = to;
    }

    private double touch(double velocity) {
        return settings.touch * 2 * (velocity / 127 - 0.75);
    }

    /** Ends the note: it falls by 60 dB in its release time, or is cut. */
    public void release() {
        if (settings.cuts) {
            cut(Ending.CUT_MS, (int) settings.rate);
        } else if (state == ATTACK || state == HOLD) {
            state = RELEASE;
        }
    }

    /** Silences it in a straight line over {@code ms}. */
    public void cut(double ms, int rateHz) {
        if (state != IDLE && state != CUT) {
            state = CUT;
            cutStep = level * 1000 / (ms * rateHz);
        }
    }

    /** Silences it at once and forgets what sounded, after a fault. */
    public void clear() {
        state = IDLE;
        level = 0;
        clearFilters();
    }

    private void clearFilters() {
        low = band = low2 = band2 = 0;
        x1 = x2 = x3 = 0;
        m1 = m2 = m3 = 0;
        steady = 0;
    }

    /** Once a control tick: moves pitch and filter on, and says where the gain goes meanwhile. */
    public void control() {
        if (state == IDLE) {
            return;
        }
        BassSettings s = settings;
        cents += (centsTarget - cents) * s.glideShare;
        if (Math.abs(centsTarget - cents) < 0.05) {
            cents = centsTarget;
        }
        gain = Math.abs(gainTarget - gain) < 1e-7 ? gainTarget : gain;
        gainStep = (gainTarget - gain) * GAIN_GLIDE / TICK;
        tickHz = Math.min(440 * PowerOfTwo.ratio(cents - 6900), HIGHEST * s.rate);
        table = Wavetables.saw(tickHz, s.rate);
        sweep *= s.sweepFall;
        double octaves = s.sweepOctaves * sweep + bright + (cents - 3600) / 2400;
        double hz = Math.max(30, Math.min(s.cutoffHz * PowerOfTwo.of(octaves), 0.4 * s.rate));
        cutoff = cutoff == 0 ? hz : cutoff + (hz - cutoff) * CUTOFF_GLIDE;
        double g = StrictMath.tan(StrictMath.PI * cutoff / s.rate);
        a1 = 1 / (1 + g * (g + s.damping));
        a2 = g * a1;
        a3 = g * a2;
    }

    /** Adds frames {@code from} to {@code to} of the running tick to a buffer. */
    public void add(float[] out, int from, int to) {
        add(out, out, from, to);
    }

    /** The same to two, which may be one. */
    public void add(float[] out, float[] second, int from, int to) {
        BassSettings s = settings;
        double step = tickHz / s.rate;
        // Locals, since the virtual machine keeps fields in memory inside a loop.
        double p = phase;
        double q = subPhase;
        double b1 = band;
        double l1 = low;
        double b2 = band2;
        double l2 = low2;
        double c1 = a1;
        double c2 = a2;
        double c3 = a3;
        float[] saw = table;
        double g = gain;
        double gStep = gainStep;
        double sawLevel = s.saw * s.input;
        double turned = s.turned * s.input;
        double sub = s.sub;
        double ahead = s.ahead;
        double push = s.push;
        double output = s.output;
        double flow = 2 * StrictMath.PI * DC_HZ / s.rate;
        double in1 = x1;
        double in2 = x2;
        double in3 = x3;
        double mid1 = m1;
        double mid2 = m2;
        double mid3 = m3;
        double dc = steady;
        for (int i = from; i < to; i++) {
            if ((state != HOLD || s.heldFall != 1) && !advanceLevel(s)) {
                break;
            }
            g += gStep;
            double raw = sawLevel * Wavetables.read(saw, p) + sub * Wavetables.sine(q);
            if (turned != 0) {
                double shifted = p + ahead;
                raw -= turned * Wavetables.read(saw, shifted - (int) shifted);
            }
            p += step;
            p -= (int) p;
            q += step;
            q -= (int) q;
            double v3 = raw - l1;
            double v1 = c1 * b1 + c2 * v3;
            double v2 = l1 + c2 * b1 + c3 * v3;
            b1 = 2 * v1 - b1;
            l1 = 2 * v2 - l1;
            double w3 = v2 - l2;
            double w1 = c1 * b2 + c2 * w3;
            double w2 = l2 + c2 * b2 + c3 * w3;
            b2 = 2 * w1 - b2;
            l2 = 2 * w2 - l2;
            // The wave is bent at every frame and between two of them, and both are brought back to the rate (half-band filters of
            // four and of seven taps), three frames late.
            double x = w2 * push;
            double mid0 = bend((9 * (in1 + in2) - x - in3) * 0.0625 + LEANING) - LEANT;
            double bent = (16 * (bend(in3 + LEANING) - LEANT) + 9 * (mid1 + mid2) - mid0 - mid3) * 0.03125;
            in3 = in2;
            in2 = in1;
            in1 = x;
            mid3 = mid2;
            mid2 = mid1;
            mid1 = mid0;
            dc += (bent - dc) * flow;
            double loud = output * level * g;
            float value = (float) ((bent - dc) * (dip < 1 ? loud * dipped(s.rate) : loud));
            out[i] += value;
            if (second != out) {
                second[i] += value;
            }
        }
        gain = g;
        phase = p;
        subPhase = q;
        band = b1;
        low = l1;
        band2 = b2;
        low2 = l2;
        x1 = in1;
        x2 = in2;
        x3 = in3;
        m1 = mid1;
        m2 = mid2;
        m3 = mid3;
        steady = dc;
    }

    /** Close to a hyperbolic tangent, without its cost: x·(27 + x²)/(27 + 9x²) up to 3, where it is 1 and level. */
    private static double bend(double x) {
        double in = Math.max(-3, Math.min(3, x));
        double square = in * in;
        return in * (27 + square) / (27 + 9 * square);
    }

    private double dipped(double rate) {
        double half = Wavetables.sine(dip * 0.5); // a sine's first half
        dip += 1 / (DIP_SECONDS * rate);
        return 1 - DIP * half * half;
    }

    private boolean advanceLevel(BassSettings s) {
        switch (state) {
            case ATTACK -> {
                level += s.attackStep;
                if (level >= 1) {
                    level = 1;
                    state = HOLD;
                }
            }
            case HOLD -> {
                level *= s.heldFall;
                if (level < SILENT) {
                    state = IDLE;
                }
            }
            case RELEASE -> {
                level *= s.releaseFall;
                if (level < SILENT) {
                    state = IDLE;
                }
            }
            case CUT -> {
                level -= cutStep;
                if (level <= 0) {
                    level = 0;
                    state = IDLE;
                }
            }
            default -> {
                // IDLE is told below
            }
        }
        return state != IDLE;
    }
}
