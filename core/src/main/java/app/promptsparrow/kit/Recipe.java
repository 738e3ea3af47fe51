package app.promptsparrow.kit;

import java.util.ArrayList;
import java.util.List;

/**
 * A sound described by physical controls in real units; {@code sound} computes it. Immutable.
 *
 * @param values one number for each of the model's controls, in their order, each within its control's range
 */
public record Recipe(Model model, List<Double> values) implements Sound {

    public Recipe {
        values = List.copyOf(values);
        if (values.size() != model.controls().size()) {
            throw new IllegalArgumentException(model.key() + " has " + model.controls().size() + " controls, not " + values.size());
        }
        for (int i = 0; i < values.size(); i++) {
            Control control = model.controls().get(i);
            if (!(values.get(i) >= control.min() && values.get(i) <= control.max())) {
                throw new IllegalArgumentException(model.key() + ": " + control.name() + " is " + control.min() + " to "
                        + control.max() + ", not " + values.get(i));
            }
        }
    }

    @Override
    public boolean isLive() {
        return model.isLive();
    }

    /** The model with its usual values. */
    public static Recipe of(Model model) {
        return new Recipe(model, model.controls().stream().map(Control::usual).toList());
    }

    /** This recipe with one control set; refuses an unknown name or a value out of range. */
    public Recipe with(String control, double value) {
        List<Double> changed = new ArrayList<>(values);
        changed.set(index(control), value);
        return new Recipe(model, changed);
    }

    /** This recipe with one control set as near to a value as its range allows. */
    public Recipe withNearest(String control, double value) {
        Control of = model.controls().get(index(control));
        return with(control, Math.max(of.min(), Math.min(of.max(), value)));
    }

    public double get(String control) {
        return values.get(index(control));
    }

    private int index(String name) {
        for (int i = 0; i < model.controls().size(); i++) {
            if (model.controls().get(i).name().equals(name)) {
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
