package app.promptsparrow.kit;

import static app.promptsparrow.kit.Control.count;
import static app.promptsparrow.kit.Control.hz;
import static app.promptsparrow.kit.Control.ms;
import static app.promptsparrow.kit.Control.octaves;
import static app.promptsparrow.kit.Control.share;
import static app.promptsparrow.kit.Control.times;

import java.util.Arrays;
import java.util.List;
import java.util.Locale;

/**
 * The kinds of sound that can be computed, each with its controls. What each computes is told where it is computed, in
 * {@code sound}; the names are those of the thing that is struck.
 */
public enum Model {
    /** A drum head and its beater. */
    KICK("kick drum", Family.KICK, -15, hz("pitch", 35, 90, 52), share("bend", 3, 1.7), ms("bend-time", 2, 60, 9), ms("ring", 100, 2_500, 400),
            share("overtones", 0.45), share("skin", 0.35), share("beater", 0.85), hz("brightness", 800, 6_000, 3_000)),
    /** A sine whose pitch falls in two stages. */
    SWEPT_KICK("swept kick", Family.KICK, -15, hz("pitch", 35, 90, 48), hz("sweep", 20, 400, 240), ms("sweep-time", 2, 40, 6),
            ms("ring", 100, 2_500, 330), share("harmonics", 0), share("push", 0.4), share("click", 0.5), hz("brightness", 1_000, 18_000, 18_000)),
    /** A drum with wires below it. */
    SNARE("snare drum", Family.SNARE, -17, hz("body", 120, 320, 186), ms("body-ring", 50, 400, 170), share("wires", 0.95),
            ms("wires-ring", 60, 500, 270), hz("brightness", 3_000, 16_000, 13_000), share("stick", 0.45), ms("attack", 0.5, 10, 1.6)),
    /** Two falling sines and a burst of noise. */
    SWEPT_SNARE("swept snare", Family.SNARE, -17, hz("body", 120, 320, 182), share("bend", 1.5, 0.6), share("body-level", 0.42),
            ms("noise-ring", 60, 500, 240), hz("low-cut", 800, 4_000, 1_700), hz("brightness", 4_000, 16_000, 14_500), share("click", 0.3)),
    /** A hand drum with jingles. */
    JINGLE_DRUM("jingle drum", Family.SNARE, -17, hz("pitch", 120, 320, 208), ms("ring", 80, 600, 240), share("slap", 0.7), share("jingles", 0.6),
            ms("jingles-ring", 60, 600, 260), hz("brightness", 4_000, 16_000, 10_500)),
    /** Several hands, each a little late. */
    CLAP("hands", Family.CLAP, -18, count("hands", 2, 6, 4), ms("gap", 6, 18, 10.5), share("looseness", 0.4, 0.2), hz("tone", 700, 2_500, 1_250),
            octaves("spread", 0, 1.5, 0.9), ms("ring", 80, 600, 260)),
    /** Two thin plates: many partials and air. */
    HAT("hat plates", Family.HAT, -23, hz("tone", 4_000, 10_000, 7_100), octaves("spread", 0.4, 1.2, 0.75), ms("ring", 25, 1_200, 85), share("air", 0.35),
            share("chick", 0.2), count("density", 40, 600, 420), hz("low-cut", 300, 4_000, 1_400), hz("brightness", 6_000, 18_000, 17_500)),
    /** Pulse waves multiplied in pairs. */
    PULSE_HAT("pulse hat", Family.HAT, -23, hz("pitch", 800, 4_000, 1_980), hz("tone", 6_000, 16_000, 15_000), ms("ring", 25, 1_200, 55),
            share("air", 0.25), share("click", 0.25), hz("low-cut", 3_000, 9_000, 7_600)),
    /** A large plate: hundreds of partials that swell and fall. */
    CYMBAL("cymbal plate", Family.CYMBAL, -18, hz("pitch", 120, 500, 190), ms("ring", 500, 6_000, 3_100), count("density", 100, 600, 600),
            share("darkness", 0.35), ms("rise", 1, 200, 30), share("stick", 0.3), hz("brightness", 4_000, 18_000, 16_500)),
    /** A cymbal struck on its bow: a ping over a thin wash. */
    RIDE("ride plate", Family.CYMBAL, -23, hz("pitch", 120, 500, 190), ms("ring", 500, 6_000, 3_300), count("density", 100, 600, 420),
            share("darkness", 0.2), share("ping", 0.5), share("stick", 0.55), hz("brightness", 4_000, 18_000, 16_500)),
    /** Pulse waves in three bands. */
    PULSE_CYMBAL("pulse cymbal", Family.CYMBAL, -18, hz("pitch", 300, 1_200, 570), ms("ring", 500, 4_000, 1_800), share("air", 0.8), hz("low-cut", 200, 4_000, 900)),
    /** The same with a ping. */
    PULSE_RIDE("pulse ride", Family.CYMBAL, -23, hz("pitch", 300, 1_200, 570), ms("ring", 500, 4_000, 1_900), share("air", 0.8), share("ping", 0.9)),
    /** Two small thick plates that ring together. */
    FINGER_CYMBAL("finger cymbals", Family.CYMBAL, -23, hz("pitch", 1_200, 4_000, 2_310), ms("ring", 300, 4_000, 2_600), share("stick", 0.25)),
    /** Two drum heads and a stick. */
    TOM("tom drum", Family.TOM, -17, hz("pitch", 50, 350, 110), share("bend", 0.12), ms("bend-time", 5, 100, 35), ms("ring", 100, 1_500, 480),
            share("overtones", 0.55), share("stick", 0.56), hz("brightness", 500, 5_000, 2_600)),
    /** A sine that falls. */
    SWEPT_TOM("swept tom", Family.TOM, -17, hz("pitch", 50, 350, 118), share("bend", 2, 0.8), ms("bend-time", 5, 100, 50), ms("ring", 100, 1_500, 440),
            share("push", 0.1), share("click", 0.3)),
    /** A drum struck with the hand. */
    HAND_DRUM("hand drum", Family.TOM, -17, hz("pitch", 60, 500, 131), share("bend", 0.05), ms("ring", 30, 1_000, 420), share("overtones", 0.42),
            share("slap", 0.25), hz("brightness", 800, 5_000, 1_900)),
    /** A stick across the rim. */
    RIM("rim", Family.PERCUSSION, -20, hz("tone", 800, 3_000, 1_720), ms("ring", 15, 150, 48), share("click", 0.35), hz("brightness", 1_000, 8_000, 3_800)),
    /** Two pieces of hard wood. */
    STICKS("sticks", Family.PERCUSSION, -20, hz("tone", 1_000, 4_000, 2_480), ms("ring", 15, 200, 70), share("click", 0.2)),
    /** A sine that another one bends, short. */
    BENT_RIM("bent rim", Family.PERCUSSION, -20, hz("tone", 800, 4_000, 1_900), times("ratio", 1, 4, 1.527), times("depth", 0, 6, 3), ms("ring", 15, 150, 40),
            share("click", 0.4)),
    /** A sine that another one bends, ringing. */
    BENT_BELL("bent bell", Family.PERCUSSION, -23, hz("pitch", 200, 2_000, 880), times("ratio", 1, 4, 1.414), times("depth", 0, 6, 2.6),
            ms("depth-time", 10, 600, 120), ms("ring", 80, 2_000, 600), share("stick", 0.5)),
    /** A bell without a clapper. */
    BELL("bell", Family.PERCUSSION, -23, hz("pitch", 200, 2_000, 562), ms("ring", 80, 2_000, 420), share("overtones", 1), share("stick", 0.5)),
    /** A metal bar that swings freely. */
    BAR("bar", Family.PERCUSSION, -23, hz("pitch", 200, 2_500, 523), ms("ring", 80, 3_000, 1_300), share("overtones", 0.5), share("stick", 0.08)),
    /** A small bell of sheet metal. */
    CONE_BELL("cone bell", Family.PERCUSSION, -23, hz("pitch", 300, 2_500, 742), ms("ring", 80, 2_000, 550), share("overtones", 0.7), share("stick", 0.35)),
    /** Grains that strike a shell at random times. */
    SHAKER("shaker", Family.PERCUSSION, -25, hz("tone", 3_000, 12_000, 8_200), times("sharpness", 1, 4, 2.2), count("grains", 50, 600, 280),
            ms("attack", 2, 60, 14), ms("ring", 30, 300, 100)),
    /** A sine and a little of its harmonics. */
    SUB_BASS("sub bass", share("harmonics", 0.25), ms("attack", 1, 100, 4), ms("glide", 5, 500, 80), share("touch", 0.3)),
    /** A saw through a low-pass, and a sine an octave below. */
    ROUND_BASS("round bass", share("sub", 0.55), hz("cutoff", 80, 6_000, 900), share("resonance", 0.15), share("sweep", 0.25), ms("sweep-time", 20, 1_000, 200),
            ms("attack", 1, 100, 3), ms("glide", 5, 500, 60), share("touch", 0.5)),
    /** A string: bright at first, dark at once, never held for ever. */
    PLUCKED_BASS("plucked bass", share("pick", 0.6), hz("cutoff", 80, 6_000, 1_100), ms("ring", 200, 6_000, 1_800), share("sub", 0.35), ms("glide", 5, 500, 50),
            share("touch", 0.6)),
    /** A pulse through a low-pass, pushed. */
    DRIVEN_BASS("driven bass", share("width", 0.35), share("sub", 0.4), hz("cutoff", 80, 6_000, 950), share("resonance", 0.25), share("sweep", 0.3),
            ms("sweep-time", 20, 1_000, 180), share("push", 0.6), ms("attack", 1, 100, 3), ms("glide", 5, 500, 60), share("touch", 0.5));

    private final String title;
    private final Family family;
    private final double loudness;
    private final List<Control> controls;

    Model(String title, Family family, double loudness, Control... controls) {
        this.title = title;
        this.family = family;
        this.loudness = loudness;
        this.controls = List.of(controls);
    }

    /** A bass voice, which is computed while it plays. */
    Model(String title, Control... controls) {
        this(title, Family.BASS, -15, controls);
    }

    public String title() {
        return title;
    }

    /** What sort of row it is made for. */
    public Family family() {
        return family;
    }

    /**
     * How loud a hit at velocity 127 is: K-weighted by ITU-R BS.1770-4, the loudest 200 ms, in LUFS. The usual places of the families
     * in a mix, so that sounds can be swapped without touching a level.
     */
    public double loudness() {
        return loudness;
    }

    /** How loud a hit of a family usually is, in LUFS: as its first model is; of no family of its own, as a rim. */
    public static double usualLoudness(Family family) {
        return Arrays.stream(values()).filter(model -> model.family == family).findFirst().orElse(RIM).loudness;
    }

    public List<Control> controls() {
        return controls;
    }

    /** Whether it is a voice that is computed while it plays. */
    public boolean isLive() {
        return family == Family.BASS;
    }

    /** The model's key in files. */
    public String key() {
        return name().toLowerCase(Locale.ROOT).replace('_', '-');
    }
}
