package app.promptsparrow.file;

import app.promptsparrow.kit.Control;
import app.promptsparrow.kit.Dip;
import app.promptsparrow.kit.Ending;
import app.promptsparrow.kit.Family;
import app.promptsparrow.kit.GiveWay;
import app.promptsparrow.kit.Heard;
import app.promptsparrow.kit.Kit;
import app.promptsparrow.kit.Layer;
import app.promptsparrow.kit.LayerChoice;
import app.promptsparrow.kit.Lean;
import app.promptsparrow.kit.MidiOut;
import app.promptsparrow.kit.Model;
import app.promptsparrow.kit.Recipe;
import app.promptsparrow.kit.Reverb;
import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.kit.SampleSound;
import app.promptsparrow.kit.Sound;
import app.promptsparrow.kit.Span;
import app.promptsparrow.kit.Strip;
import app.promptsparrow.kit.Tune;
import app.promptsparrow.kit.Voicing;
import app.promptsparrow.text.Names;
import app.promptsparrow.text.Shown;
import com.fasterxml.jackson.core.JsonGenerator;
import java.io.IOException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;

/** The JSON form of a kit, used in projects and in kit files. */
final class KitJson {

    /** The format from which on sounds are of today's models. */
    static final int NEW_MODELS = 3;
    /** The format from which on the reverb has a size. */
    private static final int NEW_REVERB = 4;
    /** By how much the reverb came back softer before. */
    private static final double OLD_RETURN_DB = -12;
    /** By how much a sound in the middle was quieter before. */
    private static final double OLD_CENTRE_DB = -3.01;

    private KitJson() {
    }

    static void write(JsonGenerator out, Kit kit) throws IOException {
        out.writeStartObject();
        out.writeStringField("name", kit.name());
        Reverb reverb = kit.reverb();
        writeNumbers(out, "reverb", reverb.decayMs(), reverb.preDelayMs(), reverb.size(), reverb.lowCutHz(), reverb.highCutHz(), reverb.returnDb());
        out.writeArrayFieldStart("rows");
        for (Row row : kit.rows()) {
            writeRow(out, row);
        }
        out.writeEndArray();
        out.writeEndObject();
    }

    private static void writeRow(JsonGenerator out, Row row) throws IOException {
        out.writeStartObject();
        out.writeNumberField("id", row.id().value());
        out.writeStringField("name", row.name());
        out.writeStringField("family", key(row.family()));
        out.writeStringField("kind", key(row.kind()));
        out.writeArrayFieldStart("layers");
        for (Layer layer : row.layers()) {
            writeLayer(out, layer);
        }
        out.writeEndArray();
        Strip s = row.strip();
        if (row.voicing().choice() != LayerChoice.TOGETHER) {
            out.writeStringField("choice", key(row.voicing().choice()));
        }
        writeTune(out, row.voicing().tune());
        writeNumbers(out, "strip", s.levelDb(), s.pan(), s.lowCutHz(), s.highCutHz(), s.lowShelfDb(), s.highShelfDb(), s.drive(), s.send());
        if (!s.dip().equals(Dip.NONE)) {
            writeNumbers(out, "dip", s.dip().hz(), s.dip().db());
        }
        if (s.giveWay().isPresent()) {
            GiveWay way = s.giveWay().get();
            writeNumbers(out, "giveWay", way.to().value(), way.db(), way.returnMs());
        }
        out.writeStringField("ending", key(row.voicing().ending().kind()));
        if (row.voicing().ending().kind() == Ending.Kind.FADE) {
            out.writeNumberField("fadeMs", row.voicing().ending().fadeMs());
        }
        if (row.voicing().chokeGroup() != 0) {
            out.writeNumberField("choke", row.voicing().chokeGroup());
        }
        if (row.voicing().oneVoice()) {
            out.writeBooleanField("oneVoice", true);
        }
        if (!row.lean().equals(Lean.NONE)) {
            out.writeArrayFieldStart("lean");
            out.writeNumber(row.lean().amount());
            out.writeString(row.lean().unit() == Lean.Unit.MICROS ? "us" : "step");
            out.writeEndArray();
        }
        out.writeNumberField("response", row.voicing().velocityResponse());
        out.writeNumberField("note", row.midi().note());
        out.writeNumberField("channel", row.midi().channel());
        if (row.midi().only()) {
            out.writeBooleanField("midiOnly", true);
        }
        writeHeard(out, row.heard());
        out.writeEndObject();
    }

    private static void writeHeard(JsonGenerator out, Heard heard) throws IOException {
        if (heard.muted()) {
            out.writeBooleanField("muted", true);
        }
        if (heard.soloed()) {
            out.writeBooleanField("soloed", true);
        }
    }

    private static void writeTune(JsonGenerator out, Tune tune) throws IOException {
        if (tune.cents() != 0) {
            out.writeNumberField("tuneCents", tune.cents());
        }
        if (tune.keepsLength()) {
            out.writeBooleanField("keepsLength", true);
        }
    }

    private static void writeLayer(JsonGenerator out, Layer layer) throws IOException {
        out.writeStartObject();
        if (layer.sound() instanceof SampleSound sample) {
            out.writeStringField("sample", sample.hash());
            out.writeStringField("name", sample.name());
            if (sample.rootCents() != SampleSound.USUAL_ROOT) {
                out.writeNumberField("rootCents", sample.rootCents());
            }
        } else {
            Recipe recipe = (Recipe) layer.sound();
            out.writeStringField("model", recipe.model().key());
            for (Control control : recipe.model().controls()) {
                out.writeFieldName(control.name());
                writeNumber(out, recipe.get(control.name()));
            }
        }
        if (layer.levelDb() != 0) {
            out.writeFieldName("levelDb");
            writeNumber(out, layer.levelDb());
        }
        writeTune(out, layer.tune());
        if (layer.from() != 1 || layer.to() != 127) {
            out.writeFieldName("velocities");
            out.writeArray(new int[] {layer.from(), layer.to()}, 0, 2);
        }
        Span span = layer.span();
        if (!span.withReversed(false).equals(Span.WHOLE)) {
            out.writeFieldName("spanUs");
            out.writeArray(new long[] {span.startUs(), span.endUs(), span.fadeUs()}, 0, 3);
        }
        if (span.reversed()) {
            out.writeBooleanField("reversed", true);
        }
        writeHeard(out, layer.heard());
        out.writeEndObject();
    }

    private static void writeNumbers(JsonGenerator out, String name, double... values) throws IOException {
        out.writeArrayFieldStart(name);
        for (double value : values) {
            writeNumber(out, value);
        }
        out.writeEndArray();
    }

    /** Whole numbers without a point, so that the form does not depend on how a value was reached. */
    static void writeNumber(JsonGenerator out, double value) throws IOException {
        if (value == Math.rint(value) && Math.abs(value) < 1e9) {
            out.writeNumber((long) value);
        } else {
            out.writeNumber(value);
        }
    }

    private static String key(Enum<?> value) {
        return value.name().toLowerCase(Locale.ROOT).replace('_', '-');
    }

    // --- reading ---

    /**
     * @param format  of the file
     * @param leftOut told each row that cannot be read
     */
    static Kit read(JsonPlace json, int format, LeftOut leftOut) {
        json.object("name", "reverb", "rows");
        JsonPlace r = json.at("reverb");
        Reverb reverb = format < NEW_REVERB ? readOldReverb(r) : readReverb(r);
        List<Row> rows = new ArrayList<>();
        for (JsonPlace row : json.at("rows").list(Kit.MAX_ROWS)) {
            int number = rows.size() + 1;
            leftOut.tried(() -> "row " + number + " of the kit", () -> unlike(rows, format < NEW_MODELS ? readOldRow(row) : readRow(row), row)).ifPresent(rows::add);
        }
        if (!leftOut.isNothing()) {
            leaveOutWays(rows, leftOut);
        }
        return json.made(() -> new Kit(json.at("name").text(), rows, reverb));
    }

    /** Of two rows with one id or one name the first stays. */
    private static Row unlike(List<Row> before, Row row, JsonPlace json) {
        for (Row other : before) {
            if (other.id().equals(row.id())) {
                throw json.wrong("row id " + row.id().value() + " stands twice in the kit");
            }
            if (Names.key(other.name()).equals(Names.key(row.name()))) {
                throw json.wrong("row name '" + Shown.text(row.name()) + "' stands twice in the kit");
            }
        }
        return row;
    }

    /** Rows that give way to one that is not there give way to nobody. */
    private static void leaveOutWays(List<Row> rows, LeftOut leftOut) {
        for (int i = 0; i < rows.size(); i++) {
            Row row = rows.get(i);
            Optional<RowId> to = row.strip().giveWay().map(GiveWay::to);
            if (to.isPresent() && (to.get().equals(row.id()) || rows.stream().noneMatch(other -> other.id().equals(to.get())))) {
                leftOut.say("whom row '" + Shown.text(row.name()) + "' gives way to, which the kit lacks");
                rows.set(i, row.withStrip(row.strip().withGiveWay(Optional.empty())));
            }
        }
    }

    private static Reverb readReverb(JsonPlace r) {
        r.list(6);
        return r.made(() -> new Reverb(r.at(0).number(), r.at(1).number(), r.at(2).number(), r.at(3).number(), r.at(4).number(), r.at(5).number()));
    }

    /** The reverb of formats 1 to 3 had one size and came back softer; it is read as loud as it was. */
    private static Reverb readOldReverb(JsonPlace r) {
        r.list(5);
        return r.made(() -> {
            double old = new Reverb(r.at(0).number(), r.at(1).number(), Reverb.USUAL_SIZE, r.at(2).number(), r.at(3).number(), r.at(4).number()).returnDb();
            return new Reverb(r.at(0).number(), r.at(1).number(), Reverb.USUAL_SIZE, r.at(2).number(), r.at(3).number(),
                    Math.max(Reverb.LEAST_RETURN_DB, old + OLD_RETURN_DB));
        });
    }

    private static Row readRow(JsonPlace json) {
        json.object("id", "name", "family", "kind", "layers", "choice", "tuneCents", "keepsLength", "strip", "dip", "giveWay", "ending", "fadeMs", "choke",
                "oneVoice", "lean", "response", "note", "channel", "midiOnly", "muted", "soloed");
        List<Layer> layers = json.at("layers").list(Row.MOST_LAYERS).stream().map(KitJson::readLayer).toList();
        LayerChoice choice = json.find("choice").map(place -> one(place, LayerChoice.class)).orElse(LayerChoice.TOGETHER);
        return readRow(json, layers, choice, readStrip(json.at("strip")).withDip(json.find("dip").map(KitJson::readDip).orElse(Dip.NONE))
                .withGiveWay(json.find("giveWay").map(KitJson::readGiveWay)));
    }

    /**
     * A row of formats 1 and 2: a layer sounded for its velocities, and a sound in the middle was 3 dB quieter than it is now, in the
     * mix and not in the reverb.
     */
    private static Row readOldRow(JsonPlace json) {
        json.object("id", "name", "family", "kind", "layers", "strip", "ending", "fadeMs", "choke", "oneVoice", "lean",
                "response", "note", "channel", "muted", "soloed");
        List<Layer> layers = json.at("layers").list(Row.MOST_LAYERS).stream().map(KitJson::readOldLayer).toList();
        boolean ranges = layers.stream().anyMatch(layer -> layer.from() != 1 || layer.to() != 127);
        Strip old = readStrip(json.at("strip"));
        Strip strip = old.withLevelDb(old.levelDb() <= Strip.SILENT_DB ? old.levelDb() : Math.max(Strip.SILENT_DB, old.levelDb() + OLD_CENTRE_DB))
                .withSend(Math.min(1, Math.rint(1_000 * old.send() * 1.4142135623730951) / 1_000));
        return readRow(json, layers, ranges ? LayerChoice.BY_VELOCITY : LayerChoice.TOGETHER, strip);
    }

    private static Strip readStrip(JsonPlace s) {
        s.list(8);
        return s.made(() -> new Strip(s.at(0).number(), s.at(1).number(), s.at(2).number(), s.at(3).number(),
                s.at(4).number(), s.at(5).number(), s.at(6).number(), s.at(7).number()));
    }

    private static Dip readDip(JsonPlace d) {
        d.list(2);
        return d.made(() -> new Dip(d.at(0).number(), d.at(1).number()));
    }

    private static GiveWay readGiveWay(JsonPlace g) {
        g.list(3);
        return g.made(() -> new GiveWay(new RowId(g.at(0).integer()), g.at(1).number(), g.at(2).number()));
    }

    private static Row readRow(JsonPlace json, List<Layer> layers, LayerChoice choice, Strip strip) {
        Ending ending = json.made(() -> new Ending(one(json.at("ending"), Ending.Kind.class),
                json.find("fadeMs").map(JsonPlace::integer).orElse(0)));
        Lean lean = json.find("lean").map(KitJson::readLean).orElse(Lean.NONE);
        Voicing voicing = json.made(() -> new Voicing(choice, readTune(json), ending, json.find("choke").map(JsonPlace::integer).orElse(0), flag(json, "oneVoice"),
                json.at("response").integer()));
        MidiOut midi = json.made(() -> new MidiOut(json.at("note").integer(), json.at("channel").integer(), flag(json, "midiOnly")));
        return json.made(() -> new Row(new RowId(json.at("id").integer()), json.at("name").text(), one(json.at("family"), Family.class),
                one(json.at("kind"), Row.Kind.class), layers, voicing, strip, lean, midi, readHeard(json)));
    }

    private static Heard readHeard(JsonPlace json) {
        return new Heard(flag(json, "muted"), flag(json, "soloed"));
    }

    private static Tune readTune(JsonPlace json) {
        return json.made(() -> new Tune(json.find("tuneCents").map(JsonPlace::integer).orElse(0), flag(json, "keepsLength")));
    }

    private static boolean flag(JsonPlace json, String key) {
        return json.find(key).map(JsonPlace::bool).orElse(false);
    }

    private static Lean readLean(JsonPlace json) {
        json.list(2);
        String unit = json.at(1).text();
        if (!unit.equals("us") && !unit.equals("step")) {
            throw json.at(1).wrong("expected us or step");
        }
        return json.made(() -> new Lean(unit.equals("us") ? Lean.Unit.MICROS : Lean.Unit.STEP_SHARE, json.at(0).integer()));
    }

    private static Layer readLayer(JsonPlace json) {
        List<String> keys = new ArrayList<>(List.of("levelDb", "tuneCents", "keepsLength", "velocities", "spanUs", "reversed", "muted", "soloed"));
        Sound sound = json.find("sample").isPresent() ? readSample(json, keys) : readRecipe(json, keys);
        json.object(keys.toArray(String[]::new));
        Layer layer = json.made(() -> Layer.of(sound).withTune(readTune(json)).withHeard(readHeard(json)));
        return json.made(() -> withVelocities(json, layer.withLevelDb(json.find("levelDb").map(JsonPlace::number).orElse(0.0)).withSpan(readSpan(json))));
    }

    private static Sound readSample(JsonPlace json, List<String> keys) {
        keys.addAll(List.of("sample", "name", "rootCents"));
        return json.made(() -> new SampleSound(json.at("sample").text(), json.at("name").text(),
                json.find("rootCents").map(JsonPlace::integer).orElse(SampleSound.USUAL_ROOT)));
    }

    private static Sound readRecipe(JsonPlace json, List<String> keys) {
        Model model = one(json.at("model"), Model.class);
        keys.add("model");
        List<Double> values = new ArrayList<>();
        for (Control control : model.controls()) {
            keys.add(control.name());
            values.add(json.at(control.name()).number());
        }
        return json.made(() -> new Recipe(model, values));
    }

    private static Span readSpan(JsonPlace json) {
        Span whole = Span.WHOLE.withReversed(flag(json, "reversed"));
        return json.find("spanUs").map(place -> {
            place.list(3);
            return place.made(() -> new Span(place.at(0).integer(), place.at(1).integer(), place.at(2).integer(), whole.reversed()));
        }).orElse(whole);
    }

    private static Layer withVelocities(JsonPlace json, Layer layer) {
        return json.find("velocities").map(v -> {
            v.list(2);
            return layer.withVelocities(v.at(0).integer(), v.at(1).integer());
        }).orElse(layer);
    }

    private static Layer readOldLayer(JsonPlace json) {
        String model = json.at("model").text();
        List<String> controls = OldRecipes.controls(model);
        if (controls.isEmpty()) {
            throw json.at("model").wrong("'" + Shown.text(model) + "' is no model of this format");
        }
        List<String> keys = new ArrayList<>(List.of("model", "levelDb", "tuneCents", "velocities"));
        Map<String, Double> values = new HashMap<>();
        for (String control : controls) {
            keys.add(control);
            values.put(control, json.at(control).number());
        }
        json.object(keys.toArray(String[]::new));
        Layer layer = OldRecipes.layer(model, values);
        double db = layer.levelDb() + json.find("levelDb").map(JsonPlace::number).orElse(0.0);
        return json.made(() -> withVelocities(json, layer.withNearestLevelDb(db).withTune(readTune(json))));
    }

    private static <E extends Enum<E>> E one(JsonPlace json, Class<E> type) {
        for (E value : type.getEnumConstants()) {
            if (key(value).equals(json.text())) {
                return value;
            }
        }
        throw json.wrong("'" + Shown.text(json.text()) + "' is none of "
                + Arrays.stream(type.getEnumConstants()).map(KitJson::key).toList());
    }
}
