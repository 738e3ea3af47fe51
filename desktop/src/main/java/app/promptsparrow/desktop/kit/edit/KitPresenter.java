package app.promptsparrow.desktop.kit.edit;

import app.promptsparrow.desktop.rows.Kits;
import app.promptsparrow.desktop.rows.RowEditor;
import app.promptsparrow.desktop.rows.RowsInView;
import app.promptsparrow.desktop.session.Chosen;
import app.promptsparrow.desktop.session.Session;
import app.promptsparrow.desktop.strip.StripValue;
import app.promptsparrow.kit.Control;
import app.promptsparrow.kit.Layer;
import app.promptsparrow.kit.LayerChoice;
import app.promptsparrow.kit.Recipe;
import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.kit.SampleSound;
import app.promptsparrow.project.KitEdit;
import app.promptsparrow.project.ProjectEdit;
import app.promptsparrow.sample.SampleBuffer;
import app.promptsparrow.sound.Outline;
import app.promptsparrow.sound.Renderings;
import app.promptsparrow.sound.SoundStore;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.function.IntSupplier;
import java.util.function.UnaryOperator;

/** What the Kit view shows of the kit and asks of the store. Owned by the UI thread; needs no window. */
public final class KitPresenter {

    /** Between two rows while all are heard in turn. */
    private static final long NEXT_ROW_NS = 420_000_000L;
    /** The controls that say how long a sound is, the first that a model has. */
    private static final List<String> LENGTHS = List.of("ring", "wires-ring", "noise-ring");

    private final Session session;
    private final Chosen chosen;
    private final Kits kits;
    private final RowsInView rowsInView;
    private final RowEditor rowEditor;
    private final IntSupplier touch;
    private int layer;
    private RowId layerOf;
    private final Deque<RowId> toHear = new ArrayDeque<>();
    private long nextHearNs;
    /** Outlines by what they were made of; a row that changes gets another. */
    private final Map<RowId, Drawn> outlines = new HashMap<>();

    private record Drawn(Row row, int velocity, boolean whole, Outline outline) {
    }

    /** @param touch the velocity that the next hit gets */
    public KitPresenter(Session session, Chosen chosen, Kits kits, RowsInView rowsInView, RowEditor rowEditor, IntSupplier touch) {
        this.session = session;
        this.chosen = chosen;
        this.kits = kits;
        this.rowsInView = rowsInView;
        this.rowEditor = rowEditor;
        this.touch = touch;
    }

    public Session session() {
        return session;
    }

    public Chosen chosen() {
        return chosen;
    }

    public Kits kits() {
        return kits;
    }

    public RowsInView rowsInView() {
        return rowsInView;
    }

    public RowEditor rowEditor() {
        return rowEditor;
    }

    public int touch() {
        return touch.getAsInt();
    }

    // --- hearing ---

    /** Strikes a row apart from the music. */
    public void hear(RowId row, int velocity) {
        chosen.strike(row, velocity);
    }

    public void hearChosen() {
        hear(chosen.row().id(), touch());
    }

    /** Every row in turn, named as it sounds; again: no more. */
    public void hearAll() {
        boolean hearing = !toHear.isEmpty();
        toHear.clear();
        if (!hearing) {
            session.project().kit().rows().forEach(row -> toHear.add(row.id()));
            nextHearNs = 0;
        }
    }

    public boolean isHearingAll() {
        return !toHear.isEmpty();
    }

    /** Once a pulse. */
    public void pulse(long timeNs) {
        if (!toHear.isEmpty() && timeNs >= nextHearNs) {
            RowId row = toHear.poll();
            nextHearNs = timeNs + NEXT_ROW_NS;
            if (session.project().kit().row(row).isPresent()) {
                chosen.chooseRow(row);
                hear(row, touch());
                session.say(chosen.rowName(row));
            }
        }
    }

    // --- outlines ---

    /** How a row will be heard at the touch; made anew when it has changed, or when more of its sound is there. */
    public Outline outline(Row row) {
        Drawn drawn = outlines.get(row.id());
        boolean whole = row.layers().stream().map(row::framesOf).allMatch(one -> one.isLive() || session.player().sounds().get(one).isReady());
        if (drawn == null || !drawn.row.equals(row) || drawn.velocity != touch() || drawn.whole != whole) {
            drawn = new Drawn(row, touch(), whole, Outline.of(row, touch(), session.player().sounds()));
            outlines.put(row.id(), drawn);
        }
        return drawn.outline;
    }

    /** Whether a row's outline stands as it is, so that asking for it costs nothing. */
    public boolean isDrawn(Row row) {
        Drawn drawn = outlines.get(row.id());
        return drawn != null && drawn.row.equals(row) && drawn.velocity == touch() && drawn.whole;
    }

    // --- the chosen row ---

    private void apply(String what, Row to, Object gesture) {
        session.apply(new KitEdit.SetRow(what + " of " + to.name(), to), gesture);
    }

    /** By dragging the height of its outline. */
    public void setLevel(Row row, double db, Object gesture) {
        session.apply(new KitEdit.SetStrip("Set level of " + row.name(), row.id(), StripValue.LEVEL.with(row.strip(), Math.rint(db * 10) / 10)), gesture);
    }

    /** Makes all of a row's sounds longer or shorter, by the end of its outline. */
    public void setLength(Row row, double factor, Object gesture) {
        List<Layer> layers = new ArrayList<>();
        for (Layer one : row.layers()) {
            layers.add(withLength(one, factor));
        }
        if (!layers.equals(row.layers())) {
            apply("Set length", row.withLayers(layers), gesture);
        }
    }

    private static Layer withLength(Layer of, double factor) {
        if (!(of.sound() instanceof Recipe recipe)) {
            return of; // a sample's length is set at its waveform
        }
        for (String name : LENGTHS) {
            Optional<Control> control = recipe.model().controls().stream().filter(one -> one.name().equals(name)).findFirst();
            if (control.isPresent()) {
                return of.withSound(recipe.withNearest(name, Math.rint(recipe.get(name) * factor)));
            }
        }
        return of;
    }

    // --- layers ---

    /** Which layer of the chosen row is worked on, from 0. */
    public int layerIndex() {
        if (!chosen.row().id().equals(layerOf) || layer >= chosen.row().layers().size()) {
            layerOf = chosen.row().id();
            layer = 0;
        }
        return layer;
    }

    public Layer layer() {
        return chosen.row().layers().get(layerIndex());
    }

    public void chooseLayer(int index) {
        layerIndex();
        layer = index;
        session.tell();
    }

    /** A layer of a row. */
    public record LayerOf(RowId row, int index) {
    }

    /** The layer that is worked on. */
    public LayerOf layerOf() {
        return layerOf(layerIndex());
    }

    /** A layer of the chosen row. */
    public LayerOf layerOf(int index) {
        return new LayerOf(chosen.row().id(), index);
    }

    public void changeLayer(int index, String what, UnaryOperator<Layer> change) {
        changeLayer(layerOf(index), what, change, null);
    }

    /** Changes a layer, if it is still there. */
    public void changeLayer(LayerOf of, String what, UnaryOperator<Layer> change, Object gesture) {
        session.project().kit().row(of.row()).filter(row -> of.index() < row.layers().size()).ifPresent(row -> session.guarded(() -> {
            List<Layer> layers = new ArrayList<>(row.layers());
            layers.set(of.index(), change.apply(layers.get(of.index())));
            apply(what, row.withLayers(layers), gesture);
        }));
    }

    /** Turns a control of the layer's recipe. */
    public void setControl(LayerOf of, String name, double value, Object gesture) {
        changeLayer(of, "Set " + name.replace('-', ' '), one -> one.sound() instanceof Recipe recipe ? one.withSound(recipe.with(name, value)) : one, gesture);
    }

    /** Says at which pitch a sample plays as it is. */
    public void setRoot(LayerOf of, int cents, Object gesture) {
        changeLayer(of, "Set root note", one -> one.sound() instanceof SampleSound sample ? one.withSound(sample.withRootCents(cents)) : one, gesture);
    }

    private static String facts(SampleBuffer frames, int rateHz) {
        return String.format(Locale.ROOT, " of %.2f s, %s", (double) frames.frames() / rateHz, frames.isStereo() ? "stereo" : "mono");
    }

    /** What a sample is, or why it is silent. */
    public String sampleText(SampleSound sample) {
        SoundStore sounds = session.player().sounds();
        String failed = sounds.failure(sample).orElse(null);
        Renderings frames = sounds.get(chosen.row().framesOf(layer()));
        return sample.name() + (failed == null ? ", a sample" + (frames.isReady() ? facts(frames.at(127, 0), sounds.rateHz()) : "") : " " + failed + ": drop another sound on the row to replace it");
    }

    public void addLayer() {
        Row row = chosen.row();
        if (row.layers().size() == Row.MOST_LAYERS) {
            session.say("a row has at most " + Row.MOST_LAYERS + " layers");
            return;
        }
        session.guarded(() -> {
            List<Layer> layers = new ArrayList<>(row.layers());
            layers.add(layer());
            apply("Add a layer", row.withLayers(layers), null);
            chooseLayer(layers.size() - 1);
        });
    }

    public void removeLayer(int index) {
        Row row = chosen.row();
        if (row.layers().size() == 1) {
            session.say("a row keeps at least one layer");
            return;
        }
        List<Layer> layers = new ArrayList<>(row.layers());
        layers.remove(index);
        apply("Remove a layer", row.withLayers(layers), null);
    }

    public void setChoice(LayerChoice choice) {
        Row row = chosen.row();
        Row changed = row.withVoicing(row.voicing().withChoice(choice));
        boolean whole = choice == LayerChoice.BY_VELOCITY && row.layers().stream().allMatch(one -> one.from() == 1 && one.to() == 127);
        apply("Choose layers " + choice.title(), whole ? changed.withLayers(shared(row.layers())) : changed, null);
    }

    /** Has rows that choose their layers by chance choose others. */
    public void drawChance() {
        session.apply(new ProjectEdit.DrawChance(session.project().chanceNumber() + 1));
    }

    /** Velocities shared out evenly, the first layer the softest, so that choosing by them is heard at once. */
    private static List<Layer> shared(List<Layer> layers) {
        List<Layer> ranges = new ArrayList<>();
        for (int i = 0; i < layers.size(); i++) {
            ranges.add(layers.get(i).withVelocities(1 + 127 * i / layers.size(), 127 * (i + 1) / layers.size()));
        }
        return ranges;
    }
}
