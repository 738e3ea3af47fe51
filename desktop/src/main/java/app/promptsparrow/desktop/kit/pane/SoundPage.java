package app.promptsparrow.desktop.kit.pane;

import app.promptsparrow.desktop.control.Forms;
import app.promptsparrow.desktop.control.Numbers;
import app.promptsparrow.desktop.control.ValueField;
import app.promptsparrow.desktop.kit.edit.KitPresenter;
import app.promptsparrow.desktop.page.Page;
import app.promptsparrow.kit.Control;
import app.promptsparrow.kit.Model;
import app.promptsparrow.kit.Recipe;
import app.promptsparrow.kit.SampleSound;
import app.promptsparrow.kit.Span;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.BiFunction;
import java.util.function.ToLongFunction;
import javafx.scene.control.Label;
import javafx.scene.layout.VBox;

/** The controls of the chosen layer's sound, in real units. */
final class SoundPage extends Page {

    private final KitPresenter presenter;
    private final Label title = Forms.strong("");
    private final Label what = Forms.second("");
    private final VBox controls = new VBox(9);
    private final List<ValueField> fields = new ArrayList<>();
    private Model model;
    private ValueField root;
    private final VBox part = new VBox(9);
    private final List<Runnable> updates = new ArrayList<>();

    SoundPage(KitPresenter presenter) {
        this.presenter = presenter;
    }

    @Override
    protected void build() {
        root = new ValueField("Root note", 0, 127, 1, 60, this::noteText, presenter.session()::note);
        root.textField().setId("sample-root");
        root.onAsk(presenter::layerOf, (of, value, gesture) -> presenter.setRoot(of, (int) Math.round(value * 100), gesture));
        part.getChildren().addAll(part("Starts at", "sample-start", 5_000, span -> span.startUs(), (span, us) -> span.withStartUs(us)),
                part("Ends at", "sample-end", 30_000, span -> span.endUs(), (span, us) -> span.withEndUs(us)),
                part("Fades out in", "sample-fade", 5_000, span -> span.fadeUs(), (span, us) -> span.withFadeUs(us)));
        getChildren().addAll(new VBox(1, title, what), controls, root, part);
    }

    @Override
    protected void update() {
        int count = presenter.chosen().row().layers().size();
        title.setText(presenter.chosen().row().name());
        String which = count > 1 ? "layer " + (presenter.layerIndex() + 1) + " of " + count + " · " : "";
        boolean sampled = presenter.layer().sound() instanceof SampleSound;
        Forms.showIf(!sampled, controls);
        Forms.showIf(sampled, part);
        Forms.showIf(sampled && presenter.chosen().row().isBass(), root);
        if (presenter.layer().sound() instanceof SampleSound sample) {
            what.setText(which + presenter.sampleText(sample));
            root.show(sample.rootCents() / 100.0);
            updates.forEach(Runnable::run);
            return;
        }
        Recipe recipe = (Recipe) presenter.layer().sound();
        what.setText(which + recipe.model().title() + ", computed");
        if (recipe.model() != model) {
            model = recipe.model();
            fields.clear();
            model.controls().forEach(control -> fields.add(field(control)));
            controls.getChildren().setAll(fields);
        }
        for (int i = 0; i < fields.size(); i++) {
            fields.get(i).show(shown(model.controls().get(i), recipe.values().get(i)));
        }
    }

    /** A moment of a sample, in ms; longer ones are set at its waveform. */
    private ValueField part(String name, String id, double most, ToLongFunction<Span> get, BiFunction<Span, Long, Span> with) {
        ValueField field = new ValueField(name, 0, most, 1, 0, ms -> ms == 0 && id.equals("sample-end") ? "the end" : Numbers.text(ms) + " ms", Numbers.or("the end", 0));
        field.textField().setId(id);
        field.onAsk(presenter::layerOf, (of, value, gesture) -> presenter.changeLayer(of, "Set " + name.toLowerCase(Locale.ROOT), one -> one.withSpan(with.apply(one.span(), Math.round(value * 1_000))), gesture));
        updates.add(() -> field.show(get.applyAsLong(presenter.layer().span()) / 1_000.0));
        return field;
    }

    /** A note and, if it is between two, the cents above it. */
    private String noteText(double semitones) {
        long cents = Math.round(semitones * 100);
        long rest = Math.floorMod(cents, 100L);
        return presenter.session().noteName((int) Math.floorDiv(cents, 100L)) + (rest == 0 ? "" : " +" + rest + " ct");
    }

    private ValueField field(Control control) {
        String name = control.title().substring(0, 1).toUpperCase(Locale.ROOT) + control.title().substring(1);
        ValueField field = new ValueField(name, shown(control, control.min()), shown(control, control.max()), grain(control), shown(control, control.usual()),
                value -> text(control, value), typed -> read(control, typed));
        field.textField().setId("control-" + control.name());
        field.onAsk(presenter::layerOf, (of, value, gesture) -> presenter.setControl(of, control.name(), Math.max(control.min(), Math.min(control.max(), kept(control, value))), gesture));
        return field;
    }

    /** {@code 6.4 kHz} and {@code 1.2 s} are thousands. */
    private static Optional<Double> read(Control control, String typed) {
        String unit = typed.toLowerCase(Locale.ROOT).replaceAll("[\\d.,+\\s-]", "");
        boolean thousands = control.unit() == Control.Unit.HZ && unit.startsWith("k") || control.unit() == Control.Unit.MS && unit.equals("s");
        return Numbers.number(typed).map(number -> thousands ? number * 1_000 : number);
    }

    /** Shares are shown in percent. */
    private static double shown(Control control, double value) {
        return control.unit() == Control.Unit.SHARE ? value * 100 : value;
    }

    private static double kept(Control control, double value) {
        return control.unit() == Control.Unit.SHARE ? Math.rint(value * 10) / 1_000 : Math.rint(value * 1_000) / 1_000;
    }

    private static double grain(Control control) {
        return switch (control.unit()) {
            case HZ -> control.max() > 2_000 ? 50 : 1;
            case MS -> control.max() > 500 ? 10 : control.max() > 50 ? 1 : 0.5;
            case SHARE, COUNT -> 1;
            case OCTAVES, TIMES -> 0.05;
        };
    }

    private static String text(Control control, double value) {
        return switch (control.unit()) {
            case HZ -> value >= 1_000 ? Numbers.text(value / 1_000) + " kHz" : Numbers.text(value) + " Hz";
            case MS -> value >= 1_000 ? Numbers.text(value / 1_000) + " s" : Numbers.text(value) + " ms";
            case SHARE -> Numbers.text(value) + " %";
            case COUNT -> Long.toString(Math.round(value));
            case OCTAVES -> Numbers.text(value) + " oct";
            case TIMES -> Numbers.text(value) + " ×";
        };
    }
}
