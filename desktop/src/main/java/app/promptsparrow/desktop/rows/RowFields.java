package app.promptsparrow.desktop.rows;

import app.promptsparrow.desktop.control.Forms;
import app.promptsparrow.desktop.control.Menus;
import app.promptsparrow.desktop.control.Numbers;
import app.promptsparrow.desktop.control.Tips;
import app.promptsparrow.desktop.control.ValueField;
import app.promptsparrow.desktop.session.Chosen;
import app.promptsparrow.desktop.session.Session;
import app.promptsparrow.desktop.strip.StripEdits;
import app.promptsparrow.desktop.strip.StripValue;
import app.promptsparrow.kit.Ending;
import app.promptsparrow.kit.GiveWay;
import app.promptsparrow.kit.PercussionMap;
import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.kit.Tune;
import app.promptsparrow.kit.Voicing;
import app.promptsparrow.project.KitEdit;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.function.UnaryOperator;
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

    private final Session session;
    private final Chosen chosen;
    private final StripEdits edits;
    private final List<Runnable> updates = new ArrayList<>();
    private final Map<Ending.Kind, ToggleButton> endings = new EnumMap<>(Ending.Kind.class);

    public RowFields(Session session, Chosen chosen) {
        this.session = session;
        this.chosen = chosen;
        edits = new StripEdits(session, chosen);
    }

    /** Brings all fields that were made to what the project says. */
    public void update() {
        updates.forEach(Runnable::run);
    }

    // --- the mix ---

    public ValueField level() {
        return strip(StripValue.LEVEL);
    }

    public ValueField pan() {
        return strip(StripValue.PAN);
    }

    public ValueField send() {
        return strip(StripValue.SEND);
    }

    public ValueField drive() {
        return strip(StripValue.DRIVE);
    }

    public ValueField lowCut() {
        return strip(StripValue.LOW_CUT);
    }

    public ValueField highCut() {
        return strip(StripValue.HIGH_CUT);
    }

    public ValueField lowShelf() {
        return strip(StripValue.LOW_SHELF);
    }

    public ValueField highShelf() {
        return strip(StripValue.HIGH_SHELF);
    }

    /** Where it makes room for another row, and how much. */
    public VBox dip() {
        ValueField at = strip(StripValue.DIP_HZ);
        updates.add(() -> Forms.showIf(!chosen.row().strip().dip().isNone(), at));
        return new VBox(9, strip(StripValue.DIP), at);
    }

    /** Whose hits it gives way to, by how much, and how fast it is back. */
    public VBox giveWay() {
        MenuButton to = new MenuButton();
        to.setId("row-way-to");
        to.setMaxWidth(130);
        Tips.on(to, "Whenever that row is struck, this one is quieter for a moment");
        to.getItems().add(new MenuItem("")); // without an item it would not open to be filled
        to.setOnShowing(event -> fillWays(to));
        ValueField by = strip(StripValue.WAY);
        ValueField back = strip(StripValue.WAY_BACK);
        updates.add(() -> {
            Optional<GiveWay> way = chosen.row().strip().giveWay();
            to.setText(way.map(one -> chosen.rowName(one.to())).orElse("nobody"));
            Forms.showIf(way.isPresent(), by, back);
        });
        return new VBox(9, Forms.line("Gives way to", to), by, back);
    }

    private void fillWays(MenuButton menu) {
        Row row = chosen.row();
        Optional<GiveWay> way = row.strip().giveWay();
        menu.getItems().setAll(Menus.item("way-none", "nobody", () -> setWay(Optional.empty())));
        for (Row other : session.project().kit().rows()) {
            if (!other.id().equals(row.id())) {
                menu.getItems().add(Menus.item("way-" + other.id().value(), other.name(),
                        () -> setWay(Optional.of(way.map(one -> one.withTo(other.id())).orElse(new GiveWay(other.id(), StripValue.WAY.usual(), StripValue.WAY_BACK.usual()))))));
            }
        }
    }

    private void setWay(Optional<GiveWay> way) {
        Row row = chosen.row();
        session.apply(new KitEdit.SetStrip("Set giving way of " + row.name(), row.id(), row.strip().withGiveWay(way)));
    }

    /** A value of the strip; several chosen rows move together. */
    private ValueField strip(StripValue value) {
        ValueField field = new ValueField(value.title(), value.least(), value.most(), value.step(), value.usual(), value::text, value::typed);
        field.textField().setId("row-" + value.name().toLowerCase(Locale.ROOT).replace('_', '-'));
        field.onAsk(edits::chosen, (rows, to, gesture) -> session.guarded(() -> edits.set(value, rows, to, gesture)));
        updates.add(() -> field.show(value.of(chosen.row().strip())));
        return field;
    }

    // --- how it is voiced ---

    /** By how much it is tuned, and whether its length is kept, which a live voice doesn't offer: its length is the note's. */
    public VBox tune() {
        ValueField field = new ValueField("Tune", -24, 24, 1, 0, RowFields::tuneText, Numbers::number);
        field.textField().setId("row-tune");
        ask(field, "Tune", (row, value) -> row.withVoicing(row.voicing().withTune(row.voicing().tune().withCents((int) Math.round(value * 100)))));
        CheckBox kept = check("Its length is kept", "row-tune-kept", on -> voicing("Keep length", voicing -> voicing.withTune(voicing.tune().withLengthKept(on))));
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
        ask(fade, "Set fade", (row, value) -> row.withVoicing(row.voicing().withEnding(Ending.fade((int) Math.round(value)))));
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
        voicing("Set ending", voicing -> voicing.withEnding(ending));
    }

    public ValueField choke() {
        ValueField field = new ValueField("Choke group", 0, Voicing.MOST_CHOKE_GROUP, 1, 0, v -> v < 1 ? "none" : Long.toString(Math.round(v)), Numbers.or("none", 0));
        field.textField().setId("row-choke");
        ask(field, "Set choke group", (row, value) -> row.withVoicing(row.voicing().withChokeGroup((int) Math.round(value))));
        updates.add(() -> field.show(chosen.row().voicing().chokeGroup()));
        return field;
    }

    public ValueField response() {
        ValueField field = ValueField.whole("Velocity to level", 0, 100, 100, " %");
        ask(field, "Set velocity response", (row, value) -> row.withVoicing(row.voicing().withVelocityResponse((int) Math.round(value))));
        updates.add(() -> field.show(chosen.row().voicing().velocityResponse()));
        return field;
    }

    public Node oneVoice() {
        CheckBox box = check("One voice", "row-one-voice", on -> voicing("Set one voice", voicing -> voicing.withOneVoice(on)));
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
        ask(field, "Set MIDI note", (row, value) -> row.withMidi(row.midi().withNote((int) Math.round(value))));
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
        item.setOnAction(event -> row("Set MIDI note", row -> row.withMidi(row.midi().withNote(note))));
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
        ask(field, "Set MIDI channel", (row, value) -> row.withMidi(row.midi().withChannel((int) Math.round(value))));
        updates.add(() -> field.show(chosen.row().midi().channel()));
        return field;
    }

    public Node midiOnly() {
        CheckBox box = check("MIDI only, no sound of its own", "row-midi-only", on -> row("Set MIDI only", row -> row.withMidi(row.midi().withOnly(on))));
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

    private interface Valued {
        Row of(Row row, double value);
    }

    /** A field asks for another value of the row that it was entered for. */
    private void ask(ValueField field, String what, Valued change) {
        field.onAsk(() -> chosen.row().id(), (id, value, gesture) -> row(id, what, row -> change.of(row, value), gesture));
    }

    private void voicing(String what, UnaryOperator<Voicing> change) {
        row(what, row -> row.withVoicing(change.apply(row.voicing())));
    }

    private void row(String what, UnaryOperator<Row> change) {
        row(chosen.row().id(), what, change, null);
    }

    private void row(RowId id, String what, UnaryOperator<Row> change, Object gesture) {
        session.guarded(() -> session.project().kit().row(id).ifPresent(row -> session.apply(new KitEdit.SetRow(what + " of " + row.name(), change.apply(row)), gesture)));
    }
}
