package app.promptsparrow.desktop.beat.inspector;

import app.promptsparrow.desktop.beat.edit.BeatPresenter;
import app.promptsparrow.desktop.beat.edit.HitEditor;
import app.promptsparrow.desktop.beat.edit.HitProperty;
import app.promptsparrow.desktop.beat.show.Cell;
import app.promptsparrow.desktop.beat.show.Planting;
import app.promptsparrow.desktop.control.Forms;
import app.promptsparrow.desktop.control.Numbers;
import app.promptsparrow.desktop.control.Tips;
import app.promptsparrow.desktop.control.ValueField;
import app.promptsparrow.pattern.Hit;
import app.promptsparrow.project.Touches;
import app.promptsparrow.text.Plural;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.DoubleFunction;
import java.util.function.Function;
import javafx.geometry.Pos;
import javafx.scene.control.Label;
import javafx.scene.control.ToggleButton;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;

/** The selected hits in all their properties, and what the next hit gets. */
final class HitPage extends InspectorPage {

    /**
     * A field for a property of one hit or many. Typed and stepped values are set for all; dragging moves all by the same
     * difference, so that they keep their own.
     */
    private final class ManyField {
        private final ValueField field;
        private final HitProperty property;
        private final double scale;
        private Object gesture;
        private HitEditor.Grip grip;

        ManyField(String title, HitProperty property, double scale, double min, double max, double step, double usual,
                  DoubleFunction<String> format, Function<String, Optional<Double>> parse) {
            this.property = property;
            this.scale = scale;
            field = new ValueField(title, min, max, step, usual, format, parse);
            field.textField().setId("hit-" + property.title().replaceAll("[^a-z]+", "-"));
            field.onAsk(presenter.editor()::meant, this::ask);
        }

        private void ask(HitEditor.Meant meant, double value, Object of) {
            if (of == null) {
                presenter.editor().set(property, Math.round(value * scale), meant);
                return;
            }
            if (of != gesture) {
                gesture = of;
                grip = presenter.editor().grip();
            }
            long difference = Math.round((value - field.begunWith()) * scale);
            presenter.editor().changeFrom("Change " + property.title(), grip, hit -> property.with(hit, property.of(hit) + difference), of);
        }

        void show(List<Hit> hits) {
            field.setDisable(hits.isEmpty());
            double greatest = hits.stream().mapToInt(property::of).max().orElse(property.min()) / scale; // stands for all
            double least = hits.stream().mapToInt(property::of).min().orElse(property.min()) / scale;
            if (hits.isEmpty()) {
                field.showText("–", greatest);
            } else if (least == greatest) {
                field.show(greatest);
            } else {
                field.showText(Numbers.text(least) + " … " + Numbers.text(greatest), greatest);
            }
        }
    }

    private Label title;
    private Label place;
    private final List<ManyField> always = new ArrayList<>();
    private ManyField pitch;
    private ManyField note;
    private final List<ManyField> ofRoll = new ArrayList<>();
    private ManyField grace;
    private ToggleButton slide;
    private final ToggleButton[] touches = new ToggleButton[Touches.NAMES.size()];
    private ValueField touch;
    private final ToggleButton[] strides = new ToggleButton[Planting.STRIDES.size()];

    HitPage(BeatPresenter presenter) {
        super(presenter);
    }

    @Override
    protected void build() {
        title = Forms.strong("");
        place = Forms.second("");
        place.setMinHeight(32); // two lines, so that nothing below moves when it needs them
        place.setAlignment(Pos.TOP_LEFT);
        ManyField velocity = new ManyField("Velocity", HitProperty.VELOCITY, 1, 1, 127, 1, Hit.FIRM, v -> Math.round(v) + "", Numbers::number);
        ManyField length = new ManyField("Length", HitProperty.LENGTH, Hit.STEP, 0.05, 64, 0.05, 1,
                v -> Plural.of(Numbers.text(v), "step"), Numbers::fraction);
        ManyField timing = new ManyField("Timing", HitProperty.TIMING, Hit.STEP / 100.0, -50, 50, 0.5, 0,
                v -> Numbers.signed(v) + " %", Numbers::number);
        pitch = new ManyField("Pitch", HitProperty.PITCH, 100, -24, 24, 0.5, 0, v -> Numbers.signed(v) + " st", Numbers::number);
        note = new ManyField("Note", HitProperty.NOTE, 1, 0, 127, 1, 33, v -> presenter.session().noteName((int) Math.round(v)), presenter.session()::note);
        ManyField roll = new ManyField("Roll", HitProperty.ROLL, 1, 1, 12, 1, 1, v -> v < 2 ? "off" : Math.round(v) + " hits", typed -> Numbers.or("off", 1).apply(typed).map(v -> Math.max(1, v)));
        ofRoll.add(new ManyField("· over", HitProperty.ROLL_SPAN, 1, 1, 8, 1, 1, v -> Plural.of(Math.round(v), "step"), Numbers::number));
        ofRoll.add(new ManyField("· last velocity", HitProperty.ROLL_RAMP, 1, 10, 200, 1, 100, v -> Math.round(v) + " %", Numbers::number));
        ofRoll.add(new ManyField("· last pitch", HitProperty.ROLL_PITCH, 100, -24, 24, 0.5, 0, v -> Numbers.signed(v) + " st", Numbers::number));
        ManyField flam = new ManyField("Flam", HitProperty.FLAM, 1, 0, 60, 1, 0, v -> v < 5 ? "off" : Math.round(v) + " ms", Numbers.or("off", 0));
        grace = new ManyField("· grace", HitProperty.GRACE, 1, 1, 100, 1, 50, v -> Math.round(v) + " %", Numbers::number);
        slide = Forms.choice("Slide from the note before", presenter.editor()::toggleSlide);
        slide.setId("hit-slide");
        always.addAll(List.of(velocity, length, timing, roll, flam));
        getChildren().addAll(new VBox(1, title, place), velocity.field, length.field, timing.field, pitch.field, note.field, slide, roll.field);
        ofRoll.forEach(field -> getChildren().add(field.field));
        getChildren().addAll(flam.field, grace.field, Forms.gap(), Forms.second("Touch for the next hit"), touches(), touch, Forms.gap(),
                Forms.second("Stride: drag plants every … steps"), strides());
    }

    private HBox touches() {
        HBox line = new HBox(4);
        for (int i = 0; i < touches.length; i++) {
            int named = i;
            String name = Touches.NAMES.get(i);
            touches[i] = Forms.choice(name, () -> presenter.editor().touchKey(presenter.planting().touches().velocity(named)));
            touches[i].setId("touch-" + name);
            String key = name.substring(0, 1).toUpperCase(Locale.ROOT);
            Tips.on(touches[i], () -> "The next hit gets velocity " + presenter.planting().touches().velocity(named) + ", and so do the hits that are selected (" + key
                    + "). Held and dragged across hits the key gives them that velocity.\nShift+" + key + " makes " + name
                    + " the velocity below, in this project.");
            line.getChildren().add(touches[i]);
        }
        touch = ValueField.whole("Touch velocity", 1, 127, Hit.FIRM, "").compact();
        touch.onAsk((value, gesture) -> presenter.planting().setTouch((int) Math.round(value)));
        return line;
    }

    private HBox strides() {
        HBox line = new HBox(4);
        for (int i = 0; i < strides.length; i++) {
            int steps = Planting.STRIDES.get(i);
            strides[i] = Forms.choice(Integer.toString(steps), () -> presenter.planting().setStride(steps));
            strides[i].setId("stride-" + steps);
            line.getChildren().add(strides[i]);
        }
        return line;
    }

    @Override
    protected void update() {
        List<Hit> hits = presenter.hand().selection().stream().flatMap(cell -> presenter.hand().hitAt(cell).stream()).toList();
        if (hits.isEmpty()) {
            title.setText("No hit selected");
            place.setText("Press a hit to change it, or a wire to plant one");
        } else {
            Cell first = presenter.hand().selection().iterator().next();
            String named = presenter.hand().named(presenter.hand().selected());
            title.setText(named);
            place.setText(hits.size() == 1 ? presenter.describer().cell(first).replaceFirst("^.*? · ", "") : "drag a value to change them all");
        }
        boolean bass = !hits.isEmpty() && presenter.hand().selection().stream().allMatch(cell -> presenter.chosen().isBass(cell.row()));
        boolean drums = presenter.hand().selection().stream().noneMatch(cell -> presenter.chosen().isBass(cell.row()));
        always.forEach(field -> field.show(hits));
        Forms.showIf(drums, pitch.field);
        Forms.showIf(bass, note.field, slide);
        (bass ? note : pitch).show(hits);
        slide.setSelected(bass && hits.stream().allMatch(Hit::slide));
        List<Hit> rolls = hits.stream().filter(hit -> hit.roll().isPresent()).toList();
        ofRoll.forEach(field -> {
            Forms.showIf(!rolls.isEmpty(), field.field);
            field.show(rolls);
        });
        List<Hit> flams = hits.stream().filter(hit -> hit.flam().isPresent()).toList();
        Forms.showIf(!flams.isEmpty(), grace.field);
        grace.show(flams);
        for (int i = 0; i < touches.length; i++) {
            touches[i].setSelected(presenter.planting().touch() == presenter.planting().touches().velocity(i));
        }
        touch.show(presenter.planting().touch());
        for (int i = 0; i < strides.length; i++) {
            strides[i].setSelected(presenter.planting().stride() == Planting.STRIDES.get(i));
        }
    }
}
