package app.promptsparrow.kit;

import static app.promptsparrow.kit.Recipe.Model.BASS;
import static app.promptsparrow.kit.Recipe.Model.BELL;
import static app.promptsparrow.kit.Recipe.Model.CLAP;
import static app.promptsparrow.kit.Recipe.Model.CYMBAL;
import static app.promptsparrow.kit.Recipe.Model.HAT;
import static app.promptsparrow.kit.Recipe.Model.KICK;
import static app.promptsparrow.kit.Recipe.Model.RIM;
import static app.promptsparrow.kit.Recipe.Model.SHAKER;
import static app.promptsparrow.kit.Recipe.Model.SNARE;
import static app.promptsparrow.kit.Recipe.Model.TOM;

import java.util.List;
import java.util.Optional;

/** The kits that ship with the program; every sound of theirs is computed from a recipe. */
public final class BuiltInKits {

    private static final int HAT_CHOKE = 1;

    private BuiltInKits() {
    }

    public static List<Kit> all() {
        return List.of(deckhand());
    }

    /** A built-in kit by its name, case ignored. */
    public static Optional<Kit> named(String name) {
        return all().stream().filter(kit -> kit.name().equalsIgnoreCase(name)).findFirst();
    }

    /** Dry and acoustic-like: the kit of a new project. */
    public static Kit deckhand() {
        return new Kit("Deckhand", List.of(
                Row.drum(1, "Kick", Family.KICK, 36, Recipe.of(KICK)),
                Row.drum(2, "Snare", Family.SNARE, 38, Recipe.of(SNARE)).withStrip(level(-1, 0, 0.08)),
                Row.drum(3, "Clap", Family.CLAP, 39, Recipe.of(CLAP)).withStrip(level(-4, 0.1, 0.12)),
                Row.drum(4, "Closed hat", Family.HAT, 42, Recipe.of(HAT)).withStrip(level(-8, 0.2, 0)).withVoicing(Voicing.USUAL.withChokeGroup(HAT_CHOKE)),
                Row.drum(5, "Open hat", Family.HAT, 46, Recipe.of(HAT).with("length", 520)).withStrip(level(-9, 0.2, 0))
                        .withVoicing(Voicing.USUAL.withChokeGroup(HAT_CHOKE).withEnding(Ending.fade(120))),
                Row.drum(6, "Low tom", Family.TOM, 45, Recipe.of(TOM).with("pitch", 82).with("length", 520)).withStrip(level(-3, 0.35, 0.08)),
                Row.drum(7, "Mid tom", Family.TOM, 47, Recipe.of(TOM).with("pitch", 110)).withStrip(level(-3, 0.05, 0.08)),
                Row.drum(8, "High tom", Family.TOM, 50, Recipe.of(TOM).with("pitch", 147).with("length", 360)).withStrip(level(-3, -0.3, 0.08)),
                Row.drum(9, "Crash", Family.CYMBAL, 49, Recipe.of(CYMBAL)).withStrip(level(-8, -0.35, 0.05)),
                Row.drum(10, "Ride", Family.CYMBAL, 51, Recipe.of(CYMBAL).with("tone", 4_400).with("length", 1_900).with("ping", 0.55))
                        .withStrip(level(-10, 0.4, 0.03)),
                Row.drum(11, "Rim", Family.PERCUSSION, 37, Recipe.of(RIM)).withStrip(level(-6, -0.15, 0.1)),
                Row.drum(12, "Shaker", Family.PERCUSSION, 70, Recipe.of(SHAKER)).withStrip(level(-10, -0.4, 0.04)),
                Row.drum(13, "Bell", Family.PERCUSSION, 56, Recipe.of(BELL)).withStrip(level(-12, -0.25, 0.15)),
                Row.bass(14, "Bass", 1, Recipe.of(BASS)).withStrip(level(-5, 0, 0))),
                Reverb.USUAL);
    }

    private static Strip level(double db, double pan, double send) {
        return Strip.NEUTRAL.withLevelDb(db).withPan(pan).withSend(send);
    }
}
