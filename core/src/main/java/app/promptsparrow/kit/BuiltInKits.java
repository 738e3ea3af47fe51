package app.promptsparrow.kit;

import java.util.List;
import java.util.Optional;

/**
 * The kits that ship with the program; every sound of theirs is computed from a recipe. Their sounds are as loud as their families'
 * usual places in a mix, so the levels of a kit are
 * the same for all rows but the bass.
 */
public final class BuiltInKits {

    private static final int HAT_CHOKE = 1;
    /** With it a beat of usual velocities comes out at about –16 LUFS. */
    private static final double LEVEL_DB = 3;
    private static final double BASS_DB = 0.5;

    private BuiltInKits() {
    }

    public static List<Kit> all() {
        return List.of(deckhand(), tinShed(), lowTide(), ropeAndCanvas());
    }

    /** A built-in kit by its name, case ignored. */
    public static Optional<Kit> named(String name) {
        return all().stream().filter(kit -> kit.name().equalsIgnoreCase(name)).findFirst();
    }

    /** What a kit is like, in a few words; empty for one of one's own. */
    public static String character(String kitName) {
        return switch (kitName) {
            case "Deckhand" -> "dry, acoustic-like";
            case "Tin Shed" -> "electronic, bright";
            case "Low Tide" -> "long sub, soft drums";
            case "Rope and Canvas" -> "hand percussion";
            default -> "";
        };
    }

    /** Dry and acoustic-like: the kit of a new project. */
    public static Kit deckhand() {
        return new Kit("Deckhand", List.of(
                Row.drum(1, "Kick", Family.KICK, 36, Recipe.of(Model.KICK)).withStrip(place(0, 0)),
                Row.drum(2, "Snare", Family.SNARE, 38, Recipe.of(Model.SNARE)).withStrip(place(0, 0.08)),
                Row.drum(3, "Clap", Family.CLAP, 39, Recipe.of(Model.CLAP)).withStrip(place(0.1, 0.12)),
                closed(4, "Closed hat", Recipe.of(Model.HAT), 0.2),
                open(5, "Open hat", Recipe.of(Model.HAT).with("ring", 620), 0.2, 120),
                Row.drum(6, "Low tom", Family.TOM, 45, Recipe.of(Model.TOM).with("pitch", 82).with("ring", 550)).withStrip(place(0.35, 0.08)),
                Row.drum(7, "Mid tom", Family.TOM, 47, Recipe.of(Model.TOM)).withStrip(place(0.05, 0.08)),
                Row.drum(8, "High tom", Family.TOM, 50, Recipe.of(Model.TOM).with("pitch", 147).with("ring", 420)).withStrip(place(-0.3, 0.08)),
                Row.drum(9, "Crash", Family.CYMBAL, 49, Recipe.of(Model.CYMBAL)).withStrip(place(-0.35, 0.05)),
                Row.drum(10, "Ride", Family.CYMBAL, 51, Recipe.of(Model.RIDE)).withStrip(place(0.4, 0.03)),
                Row.drum(11, "Rim", Family.PERCUSSION, 37, Recipe.of(Model.RIM)).withStrip(place(-0.15, 0.1)),
                Row.drum(12, "Shaker", Family.PERCUSSION, 70, Recipe.of(Model.SHAKER)).withStrip(place(-0.4, 0.04)),
                Row.drum(13, "Bell", Family.PERCUSSION, 56, Recipe.of(Model.BELL)).withStrip(place(-0.25, 0.15)),
                Row.bass(14, "Bass", 1, Recipe.of(Model.ROUND_BASS)).withStrip(place(0, 0).withLevelDb(BASS_DB))),
                Reverb.USUAL);
    }

    /** Electronic and bright. */
    public static Kit tinShed() {
        return new Kit("Tin Shed", List.of(
                Row.drum(1, "Kick", Family.KICK, 36, Recipe.of(Model.SWEPT_KICK).with("ring", 280)).withStrip(place(0, 0)),
                Row.drum(2, "Snare", Family.SNARE, 38, Recipe.of(Model.SWEPT_SNARE).with("body-level", 0.34).with("noise-ring", 205)).withStrip(place(0, 0.06)),
                Row.drum(3, "Clap", Family.CLAP, 39, Recipe.of(Model.CLAP).with("gap", 9).with("looseness", 0.05).with("tone", 1_650).with("spread", 0.3).with("ring", 340))
                        .withStrip(place(-0.1, 0.1)),
                closed(4, "Closed hat", Recipe.of(Model.PULSE_HAT), -0.15),
                open(5, "Open hat", Recipe.of(Model.PULSE_HAT).with("ring", 355), -0.15, 90),
                Row.drum(6, "Low tom", Family.TOM, 45, Recipe.of(Model.SWEPT_TOM).with("click", 0.5).with("pitch", 88).with("ring", 400)).withStrip(place(-0.3, 0.05)),
                Row.drum(7, "Mid tom", Family.TOM, 47, Recipe.of(Model.SWEPT_TOM).with("click", 0.5).with("ring", 350)).withStrip(place(0, 0.05)),
                Row.drum(8, "High tom", Family.TOM, 50, Recipe.of(Model.SWEPT_TOM).with("click", 0.5).with("pitch", 158).with("ring", 300)).withStrip(place(0.3, 0.05)),
                Row.drum(9, "Crash", Family.CYMBAL, 49, Recipe.of(Model.PULSE_CYMBAL)).withStrip(place(0.3, 0.05)),
                Row.drum(10, "Ride", Family.CYMBAL, 51, Recipe.of(Model.PULSE_RIDE).with("ping", 0.35).with("ring", 1_750)).withStrip(place(-0.35, 0.03)),
                Row.drum(11, "Rim", Family.PERCUSSION, 37, Recipe.of(Model.BENT_RIM).with("tone", 2_200).with("ring", 22)).withStrip(place(0.2, 0.08)),
                Row.drum(12, "Shaker", Family.PERCUSSION, 70,
                        Recipe.of(Model.SHAKER).with("tone", 11_500).with("sharpness", 1.3).with("grains", 600).with("attack", 6).with("ring", 70)).withStrip(place(0.35, 0.03)),
                Row.drum(13, "Bell", Family.PERCUSSION, 56, Recipe.of(Model.BENT_BELL).with("depth", 4.8).with("ring", 720).with("stick", 0.7)).withStrip(place(0.25, 0.12)),
                Row.bass(14, "Bass", 1, Recipe.of(Model.DRIVEN_BASS)).withStrip(place(0, 0).withLevelDb(BASS_DB))),
                Reverb.USUAL);
    }

    /** A long sub bass under soft drums. */
    public static Kit lowTide() {
        Recipe tom = Recipe.of(Model.TOM).with("bend", 0.06).with("bend-time", 50).with("overtones", 0.55).with("stick", 0.25).with("brightness", 900);
        Recipe hat = Recipe.of(Model.HAT).with("tone", 5_900).with("spread", 0.45).with("air", 0.35).with("density", 90).with("brightness", 10_500).with("low-cut", 2_600);
        return louder(-0.7, new Kit("Low Tide", List.of(
                Row.drum(1, "Kick", Family.KICK, 36, Recipe.of(Model.SWEPT_KICK).with("pitch", 44).with("sweep", 105).with("sweep-time", 14).with("ring", 1_700)
                        .with("harmonics", 0.24).with("push", 0.1).with("click", 0.15).with("brightness", 3_200)).withStrip(place(0, 0)),
                Row.drum(2, "Snare", Family.SNARE, 38, Recipe.of(Model.SNARE).with("body", 166).with("body-ring", 240).with("wires", 0.75).with("wires-ring", 340)
                        .with("brightness", 6_500).with("stick", 0.12).with("attack", 6)).withStrip(place(0, 0.16)),
                Row.drum(3, "Clap", Family.CLAP, 39, Recipe.of(Model.CLAP).with("hands", 3).with("gap", 12).with("looseness", 0.1).with("tone", 850).with("spread", 0.4).with("ring", 420))
                        .withStrip(place(0.15, 0.2)),
                closed(4, "Closed hat", hat.with("ring", 70).with("chick", 0.12), 0.15),
                open(5, "Open hat", hat.with("ring", 450).with("chick", 0.08).with("density", 120), 0.15, 160),
                Row.drum(6, "Low tom", Family.TOM, 45, tom.with("pitch", 70).with("ring", 850)).withStrip(place(0.3, 0.14)),
                Row.drum(7, "Mid tom", Family.TOM, 47, tom.with("pitch", 94).with("ring", 780)).withStrip(place(0, 0.14)),
                Row.drum(8, "High tom", Family.TOM, 50, tom.with("pitch", 126).with("ring", 700)).withStrip(place(-0.3, 0.14)),
                Row.drum(9, "Crash", Family.CYMBAL, 49, Recipe.of(Model.CYMBAL).with("pitch", 170).with("ring", 3_700).with("density", 420).with("darkness", 0.9)
                        .with("rise", 140).with("stick", 0.03).with("brightness", 7_000)).withStrip(place(-0.3, 0.12)),
                Row.drum(10, "Ride", Family.CYMBAL, 51, Recipe.of(Model.RIDE).with("pitch", 200).with("ring", 3_900).with("density", 300).with("darkness", 1)
                        .with("ping", 0.25).with("stick", 0.15).with("brightness", 9_000)).withStrip(place(0.35, 0.08)),
                Row.drum(11, "Rim", Family.PERCUSSION, 37, Recipe.of(Model.RIM).with("tone", 1_490).with("ring", 60).with("click", 0.15).with("brightness", 1_400))
                        .withStrip(place(-0.2, 0.18)),
                Row.drum(12, "Shaker", Family.PERCUSSION, 70,
                        Recipe.of(Model.SHAKER).with("tone", 3_900).with("sharpness", 1.3).with("grains", 600).with("attack", 30).with("ring", 170)).withStrip(place(-0.35, 0.1)),
                Row.drum(13, "Bell", Family.PERCUSSION, 56, Recipe.of(Model.BAR)).withStrip(place(0.25, 0.25)),
                Row.bass(14, "Bass", 1, Recipe.of(Model.SUB_BASS)).withStrip(place(0, 0).withLevelDb(BASS_DB))),
                new Reverb(2_200, 20, 120, 220, 5_500, -6)));
    }

    /** Hand drums, wood and small metal. */
    public static Kit ropeAndCanvas() {
        Recipe hat = Recipe.of(Model.HAT).with("tone", 9_700).with("spread", 0.5).with("air", 0.15).with("chick", 0.1).with("density", 90).with("low-cut", 2_500)
                .with("brightness", 14_600);
        Recipe hand = Recipe.of(Model.HAND_DRUM).with("slap", 0.75).with("overtones", 0.5);
        return louder(1.3, new Kit("Rope and Canvas", List.of(
                Row.drum(1, "Kick", Family.KICK, 36, Recipe.of(Model.KICK).with("pitch", 56).with("bend", 0.3).with("bend-time", 25).with("ring", 500).with("overtones", 0.55)
                        .with("skin", 0.4).with("beater", 0.6).with("brightness", 2_400)).withStrip(place(0, 0)),
                Row.drum(2, "Snare", Family.SNARE, 38, Recipe.of(Model.JINGLE_DRUM).with("slap", 0.5).with("ring", 150).with("jingles-ring", 150)).withStrip(place(0, 0.1)),
                Row.drum(3, "Clap", Family.CLAP, 39, Recipe.of(Model.CLAP).with("hands", 3).with("gap", 12.5).with("looseness", 0.25).with("tone", 1_080).with("spread", 1.2).with("ring", 160))
                        .withStrip(place(0.15, 0.12)),
                closed(4, "Jingles", hat.with("ring", 48), 0.25),
                open(5, "Open jingles", hat.with("ring", 900), 0.25, 150),
                Row.drum(6, "Low hand drum", Family.TOM, 64, hand.with("pitch", 98).with("ring", 660)).withStrip(place(-0.3, 0.08)),
                Row.drum(7, "Mid hand drum", Family.TOM, 63, hand.with("ring", 580)).withStrip(place(0, 0.08)),
                Row.drum(8, "High hand drum", Family.TOM, 60, hand.with("pitch", 175).with("ring", 500)).withStrip(place(0.3, 0.08)),
                Row.drum(9, "Muted hand drum", Family.TOM, 62, hand.with("ring", 126).with("slap", 0.4)).withStrip(place(0.1, 0.06)),
                Row.drum(10, "Slapped hand drum", Family.TOM, 61, hand.with("pitch", 175).with("ring", 200).with("slap", 1).with("brightness", 2_800)).withStrip(place(0.25, 0.08)),
                Row.drum(11, "Crash", Family.CYMBAL, 49, Recipe.of(Model.CYMBAL).with("pitch", 320).with("ring", 2_300).with("density", 220).with("darkness", 0.5).with("rise", 50)
                        .with("stick", 0.1).with("brightness", 11_000)).withStrip(place(-0.35, 0.1)),
                Row.drum(12, "Finger cymbals", Family.CYMBAL, 51, Recipe.of(Model.FINGER_CYMBAL).with("ring", 3_100)).withStrip(place(0.4, 0.1)),
                Row.drum(13, "Sticks", Family.PERCUSSION, 37, Recipe.of(Model.STICKS).with("ring", 85)).withStrip(place(-0.2, 0.1)),
                Row.drum(14, "Shaker", Family.PERCUSSION, 70,
                        Recipe.of(Model.SHAKER).with("tone", 6_200).with("sharpness", 3).with("grains", 140).with("attack", 20).with("ring", 115)).withStrip(place(-0.4, 0.05)),
                Row.drum(15, "Bell", Family.PERCUSSION, 56, Recipe.of(Model.CONE_BELL).with("pitch", 820)).withStrip(place(-0.25, 0.12)),
                Row.bass(16, "Bass", 1, Recipe.of(Model.PLUCKED_BASS).with("cutoff", 1_500).with("pick", 0.8)).withStrip(place(0, 0).withLevelDb(BASS_DB))),
                new Reverb(1_100, 8, 80, 200, 8_000, -7)));
    }

    /** All rows by so much: a kit of short or of long sounds is to be as loud as the others under the same beat. */
    private static Kit louder(double db, Kit kit) {
        return kit.withRows(kit.rows().stream().map(row -> row.withStrip(row.strip().withLevelDb(Math.rint((row.strip().levelDb() + db) * 10) / 10))).toList());
    }

    private static Row closed(int id, String name, Recipe hat, double pan) {
        return Row.drum(id, name, Family.HAT, 42, hat).withStrip(place(pan, 0)).withVoicing(Voicing.USUAL.withChokeGroup(HAT_CHOKE));
    }

    private static Row open(int id, String name, Recipe hat, double pan, int fadeMs) {
        return Row.drum(id, name, Family.HAT, 46, hat).withStrip(place(pan, 0))
                .withVoicing(Voicing.USUAL.withChokeGroup(HAT_CHOKE).withEnding(Ending.fade(fadeMs)));
    }

    private static Strip place(double pan, double send) {
        return Strip.NEUTRAL.withLevelDb(LEVEL_DB).withPan(pan).withSend(send);
    }
}
