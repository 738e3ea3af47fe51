package app.promptsparrow.file;

import app.promptsparrow.kit.Layer;
import app.promptsparrow.kit.Model;
import app.promptsparrow.kit.Recipe;
import java.util.List;
import java.util.Map;

/**
 * The sounds of formats 1 and 2, whose models were simpler, as today's: the nearest model with the nearest controls, as loud as it
 * was. Pure functions.
 */
final class OldRecipes {

    /**
     * A model that is no more.
     *
     * @param controls as they stand in files
     * @param loudness of a hit at 127 with its usual values, in LUFS, as measured on the last program that had it
     */
    private record Old(List<String> controls, double loudness) {
    }

    private static final Map<String, Old> MODELS = Map.of(
            "kick", new Old(List.of("settle", "sweep", "sweep-time", "length", "click", "body"), -14.8),
            "snare", new Old(List.of("body", "body-level", "noise-low", "noise-high", "length", "snap"), -20.3),
            "clap", new Old(List.of("bursts", "gap", "tone", "length"), -15.8),
            "hat", new Old(List.of("tone", "length", "metal"), -21.9),
            "cymbal", new Old(List.of("tone", "length", "ping", "ping-tone"), -10),
            "tom", new Old(List.of("pitch", "bend", "length", "skin"), -13.2),
            "rim", new Old(List.of("tone", "length", "wood"), -20.7),
            "shaker", new Old(List.of("tone", "attack", "length"), -17.4),
            "bell", new Old(List.of("tone", "length", "metal"), -14.4),
            "bass", new Old(List.of("saw", "sub", "cutoff", "resonance", "sweep", "sweep-time", "attack", "glide", "touch"), -4));
    /** A long hat and a ride were louder or quieter than the model's usual sound. */
    private static final double OPEN_HAT = -15.2;
    private static final double OPEN_FROM_MS = 200;
    private static final double RIDE = -13;
    private static final double RIDE_FROM_PING = 0.2;

    private OldRecipes() {
    }

    /** The controls of an old model, as they stand in files; empty if there was none of the name. */
    static List<String> controls(String model) {
        return MODELS.containsKey(model) ? MODELS.get(model).controls : List.of();
    }

    /** A layer of today that sounds like an old one. */
    static Layer layer(String model, Map<String, Double> old) {
        Recipe recipe = switch (model) {
            case "kick" -> near(Model.KICK, Map.of("pitch", old.get("settle"), "bend", (old.get("sweep") - old.get("settle")) / old.get("settle") * 0.6,
                    "bend-time", old.get("sweep-time") / 3, "ring", old.get("length"), "beater", 0.3 + 1.4 * old.get("click"), "overtones", 0.3 + 0.5 * old.get("body")));
            case "snare" -> near(Model.SNARE, Map.of("body", old.get("body"), "body-ring", 0.75 * old.get("length"), "wires", 1.4 - 0.9 * old.get("body-level"),
                    "wires-ring", 1.15 * old.get("length"), "brightness", 1.6 * old.get("noise-high"), "stick", old.get("snap")));
            case "clap" -> near(Model.CLAP, Map.of("hands", old.get("bursts"), "gap", old.get("gap"), "tone", old.get("tone"), "ring", old.get("length")));
            case "hat" -> near(Model.HAT, Map.of("tone", 0.93 * old.get("tone"), "ring", old.get("length"), "air", 0.6 - 0.5 * old.get("metal")));
            case "cymbal" -> isRide(old)
                    ? near(Model.RIDE, Map.of("ring", old.get("length"), "ping", old.get("ping")))
                    : near(Model.CYMBAL, Map.of("ring", old.get("length"), "pitch", old.get("tone") / 19));
            case "tom" -> near(Model.TOM, Map.of("pitch", old.get("pitch"), "bend", 0.35 * old.get("bend"), "ring", 1.15 * old.get("length"), "stick", 1.5 * old.get("skin")));
            case "rim" -> near(Model.RIM, Map.of("tone", old.get("tone"), "ring", old.get("length"), "click", 0.6 - 0.4 * old.get("wood")));
            case "shaker" -> near(Model.SHAKER, Map.of("tone", 1.45 * old.get("tone"), "attack", old.get("attack"), "ring", old.get("length")));
            case "bell" -> near(Model.BELL, Map.of("pitch", 0.7 * old.get("tone"), "ring", old.get("length"), "overtones", 0.5 + old.get("metal")));
            case "bass" -> near(Model.ROUND_BASS, Map.of("sub", old.get("sub"), "cutoff", 1.7 * old.get("cutoff"), "resonance", old.get("resonance"),
                    "sweep", 0.6 * old.get("sweep"), "sweep-time", old.get("sweep-time"), "attack", old.get("attack"), "glide", old.get("glide"), "touch", old.get("touch")));
            default -> throw new IllegalArgumentException("there never was a model '" + model + "'");
        };
        double loudness = model.equals("hat") && old.get("length") > OPEN_FROM_MS ? OPEN_HAT : model.equals("cymbal") && isRide(old) ? RIDE : MODELS.get(model).loudness;
        double db = Math.rint(10 * (loudness - recipe.model().loudness())) / 10;
        return Layer.of(recipe).withNearestLevelDb(db);
    }

    private static boolean isRide(Map<String, Double> cymbal) {
        return cymbal.get("ping") >= RIDE_FROM_PING;
    }

    private static Recipe near(Model model, Map<String, Double> values) {
        Recipe recipe = Recipe.of(model);
        for (Map.Entry<String, Double> value : values.entrySet()) {
            recipe = recipe.withNearest(value.getKey(), Math.rint(1_000 * value.getValue()) / 1_000);
        }
        return recipe;
    }
}
