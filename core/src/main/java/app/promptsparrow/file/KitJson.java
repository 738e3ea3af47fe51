package app.promptsparrow.file;

import app.promptsparrow.kit.Ending;
import app.promptsparrow.kit.Family;
import app.promptsparrow.kit.Heard;
import app.promptsparrow.kit.Kit;
import app.promptsparrow.kit.Layer;
import app.promptsparrow.kit.Lean;
import app.promptsparrow.kit.MidiOut;
import app.promptsparrow.kit.Recipe;
import app.promptsparrow.kit.Reverb;
import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.kit.Strip;
import app.promptsparrow.kit.Voicing;
import app.promptsparrow.text.Shown;
import com.fasterxml.jackson.core.JsonGenerator;
import java.io.IOException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/** The JSON form of a kit, used in projects and in kit files. */
final class KitJson {

    private KitJson() {
    }

    static void write(JsonGenerator out, Kit kit) throws IOException {
        out.writeStartObject();
        out.writeStringField("name", kit.name());
        Reverb reverb = kit.reverb();
        writeNumbers(out, "reverb", reverb.decayMs(), reverb.preDelayMs(), reverb.lowCutHz(), reverb.highCutHz(), reverb.returnDb());
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
        writeNumbers(out, "strip", s.levelDb(), s.pan(), s.lowCutHz(), s.highCutHz(), s.lowShelfDb(), s.highShelfDb(), s.drive(), s.send());
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
        if (row.heard().muted()) {
            out.writeBooleanField("muted", true);
        }
        if (row.heard().soloed()) {
            out.writeBooleanField("soloed", true);
        }
        out.writeEndObject();
    }

    private static void writeLayer(JsonGenerator out, Layer layer) throws IOException {
        out.writeStartObject();
        Recipe recipe = (Recipe) layer.sound();
        out.writeStringField("model", recipe.model().key());
        for (Recipe.Control control : recipe.model().controls()) {
            out.writeFieldName(control.name());
            writeNumber(out, recipe.get(control.name()));
        }
        if (layer.levelDb() != 0) {
            out.writeFieldName("levelDb");
            writeNumber(out, layer.levelDb());
        }
        if (layer.tuneCents() != 0) {
            out.writeNumberField("tuneCents", layer.tuneCents());
        }
        if (layer.fromVelocity() != 1 || layer.toVelocity() != 127) {
            out.writeFieldName("velocities");
            out.writeArray(new int[] {layer.fromVelocity(), layer.toVelocity()}, 0, 2);
        }
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
    private static void writeNumber(JsonGenerator out, double value) throws IOException {
        if (value == Math.rint(value) && Math.abs(value) < 1e9) {
            out.writeNumber((long) value);
        } else {
            out.writeNumber(value);
        }
    }

    private static String key(Enum<?> value) {
        return value.name().toLowerCase(Locale.ROOT);
    }

    // --- reading ---

    static Kit read(JsonPlace json) {
        json.object("name", "reverb", "rows");
        JsonPlace r = json.at("reverb");
        r.list(5);
        Reverb reverb = r.made(() -> new Reverb(r.at(0).number(), r.at(1).number(), r.at(2).number(), r.at(3).number(), r.at(4).number()));
        List<Row> rows = new ArrayList<>();
        for (JsonPlace row : json.at("rows").list(Kit.MAX_ROWS)) {
            rows.add(readRow(row));
        }
        return json.made(() -> new Kit(json.at("name").text(), rows, reverb));
    }

    private static Row readRow(JsonPlace json) {
        json.object("id", "name", "family", "kind", "layers", "strip", "ending", "fadeMs", "choke", "oneVoice", "lean",
                "response", "note", "channel", "muted", "soloed");
        List<Layer> layers = json.at("layers").list(4).stream().map(KitJson::readLayer).toList();
        JsonPlace s = json.at("strip");
        s.list(8);
        Strip strip = s.made(() -> new Strip(s.at(0).number(), s.at(1).number(), s.at(2).number(), s.at(3).number(),
                s.at(4).number(), s.at(5).number(), s.at(6).number(), s.at(7).number()));
        Ending ending = json.made(() -> new Ending(one(json.at("ending"), Ending.Kind.class),
                json.find("fadeMs").map(JsonPlace::integer).orElse(0)));
        Lean lean = json.find("lean").map(KitJson::readLean).orElse(Lean.NONE);
        Voicing voicing = json.made(() -> new Voicing(ending, json.find("choke").map(JsonPlace::integer).orElse(0), flag(json, "oneVoice"),
                json.at("response").integer()));
        MidiOut midi = json.made(() -> new MidiOut(json.at("note").integer(), json.at("channel").integer()));
        return json.made(() -> new Row(new RowId(json.at("id").integer()), json.at("name").text(), one(json.at("family"), Family.class),
                one(json.at("kind"), Row.Kind.class), layers, voicing, strip, lean, midi, new Heard(flag(json, "muted"), flag(json, "soloed"))));
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
        Recipe.Model model = one(json.at("model"), Recipe.Model.class);
        List<String> keys = new ArrayList<>(List.of("model", "levelDb", "tuneCents", "velocities"));
        List<Double> values = new ArrayList<>();
        for (Recipe.Control control : model.controls()) {
            keys.add(control.name());
            values.add(json.at(control.name()).number());
        }
        json.object(keys.toArray(String[]::new));
        Optional<JsonPlace> velocities = json.find("velocities");
        return json.made(() -> new Layer(new Recipe(model, values), json.find("levelDb").map(JsonPlace::number).orElse(0.0),
                json.find("tuneCents").map(JsonPlace::integer).orElse(0),
                velocities.map(v -> v.at(0).integer()).orElse(1), velocities.map(v -> v.at(1).integer()).orElse(127)));
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
