package app.promptsparrow.sound;

import app.promptsparrow.kit.Ending;
import app.promptsparrow.kit.Recipe;
import app.promptsparrow.sample.SampleBuffer;
import java.util.Arrays;

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

    /** So many frames before a tick are kept for what bends it. */
    private static final int BEFORE = 3;

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
    private double sweep;
    private double bright;
    private double cutoff;
    /** Where in its dip it is, 0 to 1; 1 when it is over. */
    private double dip = 1;
    private double tickCents = Double.NaN;
    private double tickHz;
    private double low;
    private double band;
    private double low2;
    private double band2;
    /** Which of the settings' waves fits the pitch. */
    private int waveLevel;
    private double a1;
    private double a2;
    private double a3;
    /** A tick of the wave on its way, behind the last frames before it. */
    private final double[] wave = new double[BEFORE + TICK];
    /** The bent wave between its frames, likewise. */
    private final double[] between = new double[BEFORE + TICK];
    private final double[] bent = new double[TICK];
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
        Arrays.fill(wave, 0, BEFORE, 0);
        Arrays.fill(between, 0, BEFORE, 0);
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
        if (cents != tickCents) {
            tickCents = cents;
            tickHz = Math.min(440 * PowerOfTwo.ratio(cents - 6900), HIGHEST * s.rate);
            waveLevel = Wavetables.level(tickHz, s.rate);
        }
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

    /**
     * The same to two, which may be one. At most a tick's frames. Each step goes over all of them before the next begins: in one loop the
     * processor would wait for each frame's way through all steps.
     */
    public void add(float[] out, float[] second, int from, int to) {
        int count = to - from;
        oscillate(count);
        filter(count);
        bend(count);
        give(out, second, from, count);
        System.arraycopy(wave, count, wave, 0, BEFORE);
        System.arraycopy(between, count, between, 0, BEFORE);
    }

    private void oscillate(int count) {
        double step = tickHz / settings.rate;
        double[] table = settings.waves[waveLevel];
        double p = phase;
        for (int i = BEFORE; i < BEFORE + count; i++) {
            wave[i] = Wavetables.read(table, p);
            p += step;
            p = p < 1 ? p : p - 1;
        }
        double on = phase + count * step;
        phase = on - (int) on;
    }

    /** Twice the same low-pass, each as a map of what it keeps (see {@link Svf}), so that little lies between one frame and the next; then the push. */
    private void filter(int count) {
        double bandOfBand = 2 * a1 - 1;
        double bandOfIn = 2 * a2;
        double lowOfLow = 1 - 2 * a3;
        double lowOfIn = 2 * a3;
        double outOfIn = a3;
        double outOfBand = a2;
        double outOfLow = 1 - a3;
        double push = settings.push;
        double b1 = band;
        double l1 = low;
        double b2 = band2;
        double l2 = low2;
        for (int i = BEFORE; i < BEFORE + count; i++) {
            double x = wave[i];
            double y = outOfIn * x + (outOfBand * b1 + outOfLow * l1);
            double b = bandOfBand * b1 + (bandOfIn * x - bandOfIn * l1);
            l1 = lowOfLow * l1 + (lowOfIn * x + bandOfIn * b1);
            b1 = b;
            wave[i] = (outOfIn * y + (outOfBand * b2 + outOfLow * l2)) * push;
            b = bandOfBand * b2 + (bandOfIn * y - bandOfIn * l2);
            l2 = lowOfLow * l2 + (lowOfIn * y + bandOfIn * b2);
            b2 = b;
        }
        band = b1;
        low = l1;
        band2 = b2;
        low2 = l2;
    }

    /** Bends the wave at every frame and between two of them, and brings both back to the rate: half-band filters of four and of seven taps, three frames late. */
    private void bend(int count) {
        for (int i = 0; i < count; i++) {
            between[BEFORE + i] = bend((9 * (wave[i + 2] + wave[i + 1]) - wave[i + 3] - wave[i]) * 0.0625 + LEANING) - LEANT;
        }
        for (int i = 0; i < count; i++) {
            bent[i] = (16 * (bend(wave[i] + LEANING) - LEANT) + 9 * (between[i + 2] + between[i + 1]) - between[i + 3] - between[i]) * 0.03125;
        }
    }

    /** Takes the steady part away and adds what is left at its level, until it has ended. */
    private void give(float[] out, float[] second, int from, int count) {
        BassSettings s = settings;
        double flow = 2 * StrictMath.PI * DC_HZ / s.rate;
        double steadiness = 1 - flow;
        double output = s.output;
        double gStep = gainStep;
        double g = gain;
        double dc = steady;
        double loud = level;
        double fall = switch (state) {
            case HOLD -> s.heldFall;
            case RELEASE -> s.releaseFall;
            default -> 1;
        };
        double rise = state == ATTACK ? s.attackStep : state == CUT ? -cutStep : 0;
        double top = state == ATTACK ? 1 : Double.POSITIVE_INFINITY;
        double floor = state == CUT ? Double.MIN_VALUE : state == ATTACK ? 0 : SILENT;
        for (int i = 0; i < count; i++) {
            loud = loud * fall + rise;
            if (loud >= top) {
                loud = 1;
                state = HOLD;
                fall = s.heldFall;
                rise = 0;
                top = Double.POSITIVE_INFINITY;
                floor = SILENT;
            } else if (loud < floor) {
                loud = 0;
                state = IDLE;
                break;
            }
            g += gStep;
            dc = dc * steadiness + bent[i] * flow;
            double by = output * loud * g;
            float value = (float) ((bent[i] - dc) * (dip < 1 ? by * dipped(s.rate) : by));
            out[from + i] += value;
            if (second != out) {
                second[from + i] += value;
            }
        }
        level = loud;
        gain = g;
        steady = dc;
    }

    /** Close to a hyperbolic tangent, without its cost: x·(27 + x²)/(27 + 9x²) up to 3, where it is 1 and level. */
    private static double bend(double x) {
        if (x >= 3) { // rather than a smaller of two: a wave crosses it seldom, and the processor guesses well
            return 1;
        }
        if (x <= -3) {
            return -1;
        }
        double square = x * x;
        return x * (27 + square) / (27 + 9 * square);
    }

    private double dipped(double rate) {
        double half = Wavetables.sine(dip * 0.5); // a sine's first half
        dip += 1 / (DIP_SECONDS * rate);
        return 1 - DIP * half * half;
    }
}
