package app.promptsparrow.kit;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/**
 * A sound described by physical controls in real units; {@code sound} computes it. Immutable.
 *
 * @param values one number for each of the model's controls, in their order, each within its control's range
 */
public record Recipe(Model model, List<Double> values) implements Sound {

    /**
     * One physical control of a sound.
     *
     * @param name  lower case, the key in files
     * @param unit  {@code Hz}, {@code ms}, {@code share} (0 to 1) or {@code count}
     */
    public record Control(String name, String unit, double min, double max, double usual) {
    }

    /** The kinds of sound that can be computed, each with its controls. */
    public enum Model {
        KICK(hz("settle", 42, 62, 50), hz("sweep", 120, 350, 210), ms("sweep-time", 5, 60, 28),
                ms("length", 150, 2_500, 380), share("click", 0.25), share("body", 0.3)),
        SNARE(hz("body", 160, 240, 190), share("body-level", 0.5), hz("noise-low", 800, 3_000, 1_400),
                hz("noise-high", 5_000, 9_000, 8_000), ms("length", 120, 350, 230), share("snap", 0.4)),
        CLAP(new Control("bursts", "count", 3, 4, 4), ms("gap", 8, 14, 10.5), hz("tone", 700, 2_500, 1_250),
                ms("length", 100, 500, 260)),
        HAT(hz("tone", 5_000, 12_000, 7_600), ms("length", 30, 900, 75), share("metal", 0.5)),
        CYMBAL(hz("tone", 2_000, 9_000, 3_600), ms("length", 1_500, 4_000, 2_600), share("ping", 0),
                hz("ping-tone", 300, 6_000, 3_100)),
        TOM(hz("pitch", 60, 320, 110), share("bend", 0.35), ms("length", 150, 900, 420), share("skin", 0.3)),
        RIM(hz("tone", 300, 3_000, 1_720), ms("length", 15, 120, 45), share("wood", 0.6)),
        SHAKER(hz("tone", 3_000, 9_000, 5_600), ms("attack", 2, 40, 16), ms("length", 40, 250, 95)),
        BELL(hz("tone", 200, 4_000, 820), ms("length", 80, 2_000, 420), share("metal", 0.5)),
        BASS(share("saw", 0.55), share("sub", 0.6), hz("cutoff", 80, 6_000, 520), share("resonance", 0.2),
                share("sweep", 0.45), ms("sweep-time", 20, 1_000, 180), ms("attack", 1, 100, 3),
                ms("glide", 5, 500, 60), share("touch", 0.5));

        private final List<Control> controls;

        Model(Control... controls) {
            this.controls = List.of(controls);
        }

        public List<Control> controls() {
            return controls;
        }

        /** The model's key in files, lower case. */
        public String key() {
            return name().toLowerCase(Locale.ROOT);
        }

        private static Control hz(String name, double min, double max, double usual) {
            return new Control(name, "Hz", min, max, usual);
        }

        private static Control ms(String name, double min, double max, double usual) {
            return new Control(name, "ms", min, max, usual);
        }

        private static Control share(String name, double usual) {
            return new Control(name, "share", 0, 1, usual);
        }
    }

    public Recipe {
        values = List.copyOf(values);
        if (values.size() != model.controls.size()) {
            throw new IllegalArgumentException(model.key() + " has " + model.controls.size() + " controls, not " + values.size());
        }
        for (int i = 0; i < values.size(); i++) {
            Control control = model.controls.get(i);
            if (!(values.get(i) >= control.min && values.get(i) <= control.max)) {
                throw new IllegalArgumentException(model.key() + ": " + control.name + " is " + control.min + " to "
                        + control.max + " " + control.unit + ", not " + values.get(i));
            }
        }
    }

    @Override
    public boolean isLive() {
        return model == Model.BASS;
    }

    /** The model with its usual values. */
    public static Recipe of(Model model) {
        return new Recipe(model, model.controls.stream().map(Control::usual).toList());
    }

    /** This recipe with one control set; refuses an unknown name or a value out of range. */
    public Recipe with(String control, double value) {
        List<Double> changed = new ArrayList<>(values);
        changed.set(index(control), value);
        return new Recipe(model, changed);
    }

    public double get(String control) {
        return values.get(index(control));
    }

    private int index(String name) {
        for (int i = 0; i < model.controls.size(); i++) {
            if (model.controls.get(i).name.equals(name)) {
                return i;
            }
        }
        throw new IllegalArgumentException(model.key() + " has no control '" + name + "'");
    }

    /** Written out: what the language makes of a record is linked at its first use, which the start pays (docs/decisions.md, 37). */
    @Override
    public boolean equals(Object other) {
        return other instanceof Recipe that && that.model == model && that.values.equals(values);
    }

    @Override
    public int hashCode() {
        return 31 * model.ordinal() + values.hashCode();
    }
}
