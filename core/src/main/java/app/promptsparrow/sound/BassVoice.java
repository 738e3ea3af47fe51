package app.promptsparrow.sound;

import app.promptsparrow.kit.Recipe;

/**
 * The one live voice: a saw and a sine an octave below it if wished, through a low-pass that closes after the attack,
 * with glide. Owned by the render thread; allocates nothing after construction. Pitch and filter move once a control
 * tick of {@value #TICK} frames, level and gain every frame, so that starts and ends fall on their exact frame and a change of
 * velocity makes no step.
 */
public final class BassVoice {

    public static final int TICK = 32;

    private static final double MINUS_60_DB = 6.907755278982137;
    private static final double SILENT = 1e-5;
    /** Share of the way to its target that the gain goes in a tick: 63 % in 5 ms, soft enough that no corner is heard. */
    private static final double GAIN_GLIDE = 0.125;
    /** The highest pitch that sounds, as a share of the sample rate; rolls may ramp beyond it. */
    private static final double HIGHEST = 0.45;

    /** A bass recipe in the numbers that the voice needs at one sample rate. Immutable. */
    public static final class Settings {
        private final double rate;
        private final double saw;
        private final double sub;
        private final double cutoffHz;
        private final double damping;
        private final double sweepOctaves;
        private final double sweepFall;
        private final double attackStep;
        private final double glideShare;
        private final double touch;
        private final double releaseFall;

        /**
         * @param releaseMs time to fall by 60 dB once the gate has ended
         */
        public Settings(Recipe recipe, int rateHz, double releaseMs) {
            rate = rateHz;
            saw = recipe.get("saw");
            sub = recipe.get("sub");
            cutoffHz = recipe.get("cutoff");
            damping = 2 - 1.8 * recipe.get("resonance");
            sweepOctaves = 4 * recipe.get("sweep");
            sweepFall = StrictMath.exp(-MINUS_60_DB * TICK * 1000 / (recipe.get("sweep-time") * 3 * rateHz));
            attackStep = 1000 / (recipe.get("attack") * rateHz);
            glideShare = 1 - StrictMath.exp(-4.0 * TICK * 1000 / (recipe.get("glide") * rateHz));
            touch = recipe.get("touch");
            releaseFall = StrictMath.exp(-MINUS_60_DB * 1000 / (releaseMs * rateHz));
        }
    }

    private static final int IDLE = 0;
    private static final int ATTACK = 1;
    private static final int HOLD = 2;
    private static final int RELEASE = 3;
    private static final int CUT = 4;

    private Settings settings;
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
    private double tickHz;
    private double low;
    private double band;
    private double low2;
    private double band2;
    private float[] table;
    private double a1;
    private double a2;
    private double a3;

    public boolean isIdle() {
        return state == IDLE;
    }

    /** Whether a slide can start from what sounds now. */
    public boolean isHeld() {
        return state == ATTACK || state == HOLD;
    }

    /** A new note with its attack; what sounded goes over into it without a click. */
    public void start(Settings to, double noteCents, double velocityGain, double velocity) {
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
            low = band = low2 = band2 = 0;
            gain = velocityGain;
        }
        state = ATTACK;
        control();
    }

    /** Goes on to another pitch in the glide time, without an attack. */
    public void slideTo(Settings to, double noteCents, double velocityGain) {
        settings = to;
        centsTarget = noteCents;
        gainTarget = velocityGain;
        state = state == ATTACK ? ATTACK : HOLD;
    }

    private double touch(double velocity) {
        return settings.touch * 2 * (velocity / 127 - 0.75);
    }

    /** Ends the note: it falls by 60 dB in its release time. */
    public void release() {
        if (state == ATTACK || state == HOLD) {
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
        low = band = low2 = band2 = 0;
    }

    /** Once a control tick: moves pitch and filter on, and says where the gain goes meanwhile. */
    public void control() {
        if (state == IDLE) {
            return;
        }
        Settings s = settings;
        cents += (centsTarget - cents) * s.glideShare;
        if (Math.abs(centsTarget - cents) < 0.05) {
            cents = centsTarget;
        }
        gain = Math.abs(gainTarget - gain) < 1e-7 ? gainTarget : gain;
        gainStep = (gainTarget - gain) * GAIN_GLIDE / TICK;
        tickHz = Math.min(440 * PowerOfTwo.ratio(cents - 6900), HIGHEST * s.rate);
        table = Wavetables.saw(tickHz, s.rate);
        sweep *= s.sweepFall;
        double hz = s.cutoffHz * PowerOfTwo.of(s.sweepOctaves * sweep + bright + (cents - 3600) / 2400);
        double g = StrictMath.tan(StrictMath.PI * Math.max(30, Math.min(hz, 0.4 * s.rate)) / s.rate);
        a1 = 1 / (1 + g * (g + s.damping));
        a2 = g * a1;
        a3 = g * a2;
    }

    /** Adds frames {@code from} to {@code to} of the running tick to a buffer. */
    public void add(float[] out, int from, int to) {
        Settings s = settings;
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
        for (int i = from; i < to; i++) {
            if (state != HOLD && !advanceLevel(s)) {
                break;
            }
            g += gStep;
            double raw = s.saw * Wavetables.read(saw, p) + s.sub * Wavetables.sine(q);
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
            out[i] += (float) (w2 * level * g);
        }
        gain = g;
        phase = p;
        subPhase = q;
        band = b1;
        low = l1;
        band2 = b2;
        low2 = l2;
    }

    private boolean advanceLevel(Settings s) {
        switch (state) {
            case ATTACK -> {
                level += s.attackStep;
                if (level >= 1) {
                    level = 1;
                    state = HOLD;
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
                // HOLD keeps its level; IDLE is told below
            }
        }
        return state != IDLE;
    }
}
