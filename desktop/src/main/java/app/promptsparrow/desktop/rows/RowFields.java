package app.promptsparrow.desktop.rows;

import app.promptsparrow.desktop.control.Forms;
import app.promptsparrow.desktop.control.Numbers;
import app.promptsparrow.desktop.control.Tips;
import app.promptsparrow.desktop.control.ValueField;
import app.promptsparrow.desktop.session.Chosen;
import app.promptsparrow.desktop.session.Session;
import app.promptsparrow.kit.Ending;
import app.promptsparrow.kit.PercussionMap;
import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.Strip;
import app.promptsparrow.kit.Tune;
import app.promptsparrow.kit.Voicing;
import app.promptsparrow.project.KitEdit;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.function.BiFunction;
import java.util.function.ToDoubleFunction;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import javafx.scene.Node;
import javafx.scene.control.CheckBox;
import javafx.scene.control.Label;
import javafx.scene.control.MenuButton;
import javafx.scene.control.MenuItem;
import javafx.scene.control.RadioMenuItem;
import javafx.scene.control.ToggleButton;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;

/** The values of the chosen row as fields, the same in every view: its place in the mix, and how its hits end and silence each other. */
public final class RowFields {

    /** The lowest level that a hand sets; lower ones are shown as this. */
    public static final double LEAST_DB = -60;

    private final Session session;
    private final Chosen chosen;
    private final List<Runnable> updates = new ArrayList<>();
    private final Map<Ending.Kind, ToggleButton> endings = new EnumMap<>(Ending.Kind.class);

    public RowFields(Session session, Chosen chosen) {
        this.session = session;
        this.chosen = chosen;
    }

    /** Brings all fields that were made to what the project says. */
    public void update() {
        updates.forEach(Runnable::run);
    }

    // --- the mix ---

    public ValueField level() {
        ValueField field = ValueField.decibels("Level", LEAST_DB, Strip.MOST_DB);
        field.textField().setId("row-level");
        return strip(field, "Set level", s -> Math.max(LEAST_DB, s.levelDb()), Strip::withLevelDb);
    }

    public ValueField pan() {
        ValueField field = new ValueField("Pan", -100, 100, 1, 0, RowFields::panText, Numbers::number);
        return strip(field, "Set pan", s -> s.pan() * 100, (s, v) -> s.withPan(v / 100));
    }

    private static String panText(double percent) {
        long whole = Math.round(percent);
        return whole == 0 ? "centre" : whole < 0 ? -whole + " left" : whole + " right";
    }

    public ValueField send() {
        ValueField field = ValueField.whole("Reverb send", 0, 100, 0, " %");
        return strip(field, "Set reverb send", s -> s.send() * 100, (s, v) -> s.withSend(v / 100));
    }

    public ValueField drive() {
        ValueField field = ValueField.whole("Drive", 0, 100, 0, " %");
        field.textField().setId("row-drive");
        return strip(field, "Set drive", s -> s.drive() * 100, (s, v) -> s.withDrive(v / 100));
    }

    /** Off below its range. */
    public ValueField lowCut() {
        ValueField field = new ValueField("Low cut", 19, 2_000, 10, 19, v -> v < 20 ? "off" : Math.round(v) + " Hz", Numbers.or("off", 19));
        field.textField().setId("row-low-cut");
        return strip(field, "Set low cut", s -> s.lowCutHz() == 0 ? 19 : s.lowCutHz(), (s, v) -> s.withLowCutHz(v < 20 ? 0 : v));
    }

    /** Off above its range. */
    public ValueField highCut() {
        ValueField field = new ValueField("High cut", 500, 20_001, 200, 20_001, v -> v > 20_000 ? "off" : Math.round(v) + " Hz", Numbers.or("off", 20_001));
        field.textField().setId("row-high-cut");
        return strip(field, "Set high cut", s -> s.highCutHz() == 0 ? 20_001 : s.highCutHz(), (s, v) -> s.withHighCutHz(v > 20_000 ? 0 : v));
    }

    public ValueField lowShelf() {
        return shelf("Lows", Strip::lowShelfDb, Strip::withLowShelfDb);
    }

    public ValueField highShelf() {
        return shelf("Highs", Strip::highShelfDb, Strip::withHighShelfDb);
    }

    private ValueField shelf(String title, ToDoubleFunction<Strip> get, BiFunction<Strip, Double, Strip> with) {
        ValueField field = ValueField.decibels(title, -18, 18);
        return strip(field, "Set " + title.toLowerCase(Locale.ROOT), get, with);
    }

    private ValueField strip(ValueField field, String what, ToDoubleFunction<Strip> get, BiFunction<Strip, Double, Strip> with) {
        field.onAsk((value, gesture) -> session.guarded(() -> {
            Row row = chosen.row();
            session.apply(new KitEdit.SetStrip(what + " of " + row.name(), row.id(), with.apply(row.strip(), value)), gesture);
        }));
        updates.add(() -> field.show(get.applyAsDouble(chosen.row().strip())));
        return field;
    }

    // --- how it is voiced ---

    /** By how much it is tuned, and whether its length is kept, which a live voice doesn't offer: its length is the note's. */
    public VBox tune() {
        ValueField field = new ValueField("Tune", -24, 24, 1, 0, RowFields::tuneText, Numbers::number);
        field.textField().setId("row-tune");
        field.onAsk((value, gesture) -> voicing("Tune", voicing -> voicing.withTune(voicing.tune().withCents((int) Math.round(value * 100))), gesture));
        CheckBox kept = check("Its length is kept", "row-tune-kept", on -> voicing("Keep length", voicing -> voicing.withTune(voicing.tune().withLengthKept(on)), null));
        Tips.on(kept, TUNE_KEPT);
        updates.add(() -> {
            Tune tune = chosen.row().voicing().tune();
            field.show(tune.cents() / 100.0);
            kept.setSelected(tune.keepsLength());
            Forms.showIf(!chosen.row().layers().get(0).sound().isLive(), kept);
        });
        return new VBox(5, field, kept);
    }

    /** What keeping the length means, for whoever offers it. */
    public static final String TUNE_KEPT = "Tuned up to 12 semitones up or down without getting shorter or longer";

    /** Semitones and cents. */
    public static String tuneText(double semitones) {
        long cents = Math.round(semitones * 100);
        long whole = cents / 100;
        long rest = Math.abs(cents % 100);
        String sign = cents < 0 && whole == 0 ? "-" : "";
        return sign + whole + " st" + (rest == 0 ? "" : " " + rest + " ct");
    }

    /** What becomes of a sound when its note ends, and how long a fade takes. */
    public VBox ending() {
        ValueField fade = new ValueField("Fades in", 5, 10_000, 10, 120, v -> Math.round(v) + " ms", Numbers::number);
        HBox choices = new HBox(4);
        for (Ending.Kind kind : Ending.Kind.values()) {
            String word = kind.name().toLowerCase(Locale.ROOT);
            ToggleButton choice = Forms.choice(word, () -> setEnding(kind));
            choice.setId("ending-" + word);
            endings.put(kind, choice);
            choices.getChildren().add(choice);
        }
        fade.onAsk((value, gesture) -> voicing("Set fade", voicing -> voicing.withEnding(Ending.fade((int) Math.round(value))), gesture));
        updates.add(() -> {
            Ending ending = chosen.row().voicing().ending();
            endings.forEach((kind, choice) -> choice.setSelected(kind == ending.kind()));
            Forms.showIf(ending.kind() == Ending.Kind.FADE, fade);
            fade.show(Math.max(5, ending.fadeMs()));
        });
        return new VBox(5, Forms.second("When the note ends"), choices, fade);
    }

    private void setEnding(Ending.Kind kind) {
        Ending ending = switch (kind) {
            case RING -> Ending.RING;
            case FADE -> Ending.fade(120);
            case CUT -> Ending.CUT;
        };
        voicing("Set ending", voicing -> voicing.withEnding(ending), null);
    }

    public ValueField choke() {
        ValueField field = new ValueField("Choke group", 0, Voicing.MOST_CHOKE_GROUP, 1, 0, v -> v < 1 ? "none" : Long.toString(Math.round(v)), Numbers.or("none", 0));
        field.textField().setId("row-choke");
        field.onAsk((value, gesture) -> voicing("Set choke group", voicing -> voicing.withChokeGroup((int) Math.round(value)), gesture));
        updates.add(() -> field.show(chosen.row().voicing().chokeGroup()));
        return field;
    }

    public ValueField response() {
        ValueField field = ValueField.whole("Velocity to level", 0, 100, 100, " %");
        field.onAsk((value, gesture) -> voicing("Set velocity response", voicing -> voicing.withVelocityResponse((int) Math.round(value)), gesture));
        updates.add(() -> field.show(chosen.row().voicing().velocityResponse()));
        return field;
    }

    public Node oneVoice() {
        CheckBox box = check("One voice", "row-one-voice", on -> voicing("Set one voice", voicing -> voicing.withOneVoice(on), null));
        updates.add(() -> {
            box.setSelected(chosen.row().voicing().oneVoice());
            box.setDisable(chosen.row().isBass()); // a bass has one in any case
        });
        return box;
    }

    // --- MIDI ---

    public ValueField midiNote() {
        ValueField field = ValueField.whole("MIDI note", 0, 127, 36, "");
        field.textField().setId("row-midi-note");
        field.onAsk((value, gesture) -> row("Set MIDI note", row -> row.withMidi(row.midi().withNote((int) Math.round(value))), gesture));
        updates.add(() -> field.show(chosen.row().midi().note()));
        return field;
    }

    /** The General MIDI percussion map as a table: note, instrument, and which rows have it; a line gives its note to the row. */
    public Node percussionMap() {
        MenuButton map = new MenuButton("percussion map");
        map.setId("percussion-map");
        Tips.on(map, "The General MIDI percussion map: which instrument each note means to other programs, and which rows have it");
        map.getItems().add(new MenuItem("")); // without an item it would not open to be filled
        map.setOnShowing(event -> map.getItems().setAll(IntStream.rangeClosed(PercussionMap.FIRST, PercussionMap.LAST).mapToObj(this::mapLine).toList()));
        updates.add(() -> Forms.showIf(!chosen.row().isBass(), map));
        return map;
    }

    private MenuItem mapLine(int note) {
        String have = session.project().kit().rows().stream().filter(row -> !row.isBass() && row.midi().note() == note).map(Row::name).collect(Collectors.joining(", "));
        HBox line = new HBox(column(Integer.toString(note), 30), column(session.noteName(note), 44), column(PercussionMap.rowName(note).replace(" percussion", ""), 130), column(have, 150));
        RadioMenuItem item = new RadioMenuItem("", line);
        item.setId("map-" + note);
        item.setSelected(chosen.row().midi().note() == note);
        item.setOnAction(event -> row("Set MIDI note", row -> row.withMidi(row.midi().withNote(note)), null));
        return item;
    }

    private static Label column(String text, double width) {
        Label label = new Label(text);
        label.setMinWidth(width);
        label.setMaxWidth(width);
        return label;
    }

    public ValueField midiChannel() {
        ValueField field = ValueField.whole("MIDI channel", 1, 16, 10, "");
        field.onAsk((value, gesture) -> row("Set MIDI channel", row -> row.withMidi(row.midi().withChannel((int) Math.round(value))), gesture));
        updates.add(() -> field.show(chosen.row().midi().channel()));
        return field;
    }

    public Node midiOnly() {
        CheckBox box = check("MIDI only, no sound of its own", "row-midi-only", on -> row("Set MIDI only", row -> row.withMidi(row.midi().withOnly(on)), null));
        updates.add(() -> box.setSelected(chosen.row().midi().only()));
        return box;
    }

    private interface Switched {
        void to(boolean on);
    }

    private static CheckBox check(String title, String id, Switched action) {
        CheckBox box = new CheckBox(title);
        box.setId(id);
        box.setOnAction(event -> action.to(box.isSelected()));
        return box;
    }

    private interface Change<T> {
        T of(T value);
    }

    private void voicing(String what, Change<Voicing> change, Object gesture) {
        row(what, row -> row.withVoicing(change.of(row.voicing())), gesture);
    }

    private void row(String what, Change<Row> change, Object gesture) {
        session.guarded(() -> {
            Row row = chosen.row();
            session.apply(new KitEdit.SetRow(what + " of " + row.name(), change.of(row)), gesture);
        });
    }
}
