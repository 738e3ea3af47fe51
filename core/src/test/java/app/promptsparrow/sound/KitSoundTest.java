package app.promptsparrow.sound;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import app.promptsparrow.kit.BuiltInKits;
import app.promptsparrow.kit.Ending;
import app.promptsparrow.kit.Family;
import app.promptsparrow.kit.Kit;
import app.promptsparrow.kit.Model;
import app.promptsparrow.kit.Recipe;
import app.promptsparrow.kit.Row;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.DynamicTest;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestFactory;

/**
 * The acoustic figures that every built-in sound must reach, measured on renderings. Bands are in dB of the whole; those of
 * {@link #FIGURES} hold for every kit but where a kit is named as another.
 */
class KitSoundTest {

    private static final int RATE = 48_000;
    private static final Map<String, Measured> RENDERED = new HashMap<>();

    /** A figure of one row or of all rows of a family. */
    private record Figure(String kits, String rows, String what, double low, double high) {
    }

    private static final String ALL = "Deckhand, Tin Shed, Low Tide, Rope and Canvas";
    private static final String HARD = "Deckhand, Tin Shed, Rope and Canvas";

    private static final List<Figure> FIGURES = List.of(
            new Figure(ALL, "KICK", "settles at, Hz", 42, 62),
            new Figure(HARD, "KICK", "falls in, ms", 200, 600),
            new Figure("Low Tide", "KICK", "falls in, ms", 600, 2_500),
            new Figure("Deckhand", "KICK", "2 to 5 kHz, dB", -30, -18),
            new Figure("Tin Shed, Rope and Canvas", "KICK", "2 to 5 kHz, dB", -40, -18),
            new Figure(HARD, "SNARE", "falls in, ms", 120, 350),
            new Figure("Low Tide", "SNARE", "falls in, ms", 120, 400),
            new Figure(ALL, "SNARE", "body at, Hz", 160, 240),
            new Figure("Deckhand, Tin Shed, Low Tide", "SNARE", "share of 1 to 9 kHz", 0.1, 1),
            new Figure("Deckhand, Tin Shed", "Closed hat", "falls in, ms", 30, 120),
            new Figure("Deckhand, Tin Shed", "HAT", "share above 5 kHz", 0.8, 1),
            new Figure("Low Tide, Rope and Canvas", "HAT", "share above 5 kHz", 0.7, 1),
            new Figure(ALL, "Open hat", "falls in, ms", 300, 900),
            new Figure("Deckhand", "HAT", "2 to 5 kHz, dB", -14, -8),
            new Figure(ALL, "HAT", "line out of its third octave, dB", 0, 20),
            new Figure("Deckhand", "HAT", "line out of its third octave, dB", 0, 16),
            new Figure(ALL, "CYMBAL", "falls in, ms", 1_400, 4_000),
            new Figure("Deckhand, Low Tide", "CYMBAL", "line out of its third octave, dB", 0, 20),
            new Figure("Deckhand", "TOM", "500 Hz to 2 kHz, dB", -22, 0),
            new Figure("Tin Shed, Low Tide, Rope and Canvas", "TOM", "500 Hz to 2 kHz, dB", -24, 0));

    @AfterAll
    static void forget() {
        RENDERED.clear();
    }

    private static Measured rendered(Row row, int velocity, int variation) {
        Recipe recipe = (Recipe) row.layers().get(0).sound();
        return RENDERED.computeIfAbsent(recipe + " " + velocity + " " + variation, key -> new Measured(DrumSynth.render(recipe, RATE, velocity, variation), RATE));
    }

    private static List<DynamicTest> forEachDrum(java.util.function.BiConsumer<Kit, Row> check) {
        List<DynamicTest> tests = new ArrayList<>();
        for (Kit kit : BuiltInKits.all()) {
            for (Row row : kit.rows()) {
                if (!row.isBass()) {
                    tests.add(DynamicTest.dynamicTest(kit.name() + ", " + row.name(), () -> check.accept(kit, row)));
                }
            }
        }
        return tests;
    }

    @Test
    void there_are_four_kits_with_14_to_16_rows_and_a_bass_of_its_own_in_each() {
        assertThat(BuiltInKits.all()).extracting(Kit::name).containsExactly("Deckhand", "Tin Shed", "Low Tide", "Rope and Canvas");
        assertThat(BuiltInKits.all()).allSatisfy(kit -> assertThat(kit.rows().size()).isBetween(14, 16));
        assertThat(BuiltInKits.all()).extracting(kit -> kit.rows().stream().filter(Row::isBass).map(row -> ((Recipe) row.layers().get(0).sound()).model()).toList())
                .containsExactly(List.of(Model.ROUND_BASS), List.of(Model.DRIVEN_BASS), List.of(Model.SUB_BASS), List.of(Model.PLUCKED_BASS));
        assertThat(BuiltInKits.all()).allSatisfy(kit -> assertThat(BuiltInKits.character(kit.name())).isNotEmpty());
    }

    @TestFactory
    List<DynamicTest> every_drum_has_no_mean_no_click_its_loudness_and_a_peak_below_minus_1_dbfs() {
        return forEachDrum((kit, row) -> {
            for (int velocity : new int[] {32, 127}) {
                Measured sound = rendered(row, velocity, 0);
                assertThat(Math.abs(sound.mean())).isLessThan(0.001);
                assertThat(Math.abs(sound.left[0])).isLessThan(0.01f);
                assertThat(Math.abs(sound.left[sound.left.length - 1])).isLessThan(0.01f);
                assertThat(sound.peakDb()).isLessThanOrEqualTo(-1);
                assertThat(sound.loudness()).isCloseTo(((Recipe) row.layers().get(0).sound()).model().loudness(), within(1.5));
            }
        });
    }

    @TestFactory
    List<DynamicTest> no_two_neighbouring_hits_are_alike_but_each_is_the_same_thing() {
        return forEachDrum((kit, row) -> {
            for (int variation = 0; variation < 4; variation++) {
                double alike = rendered(row, 120, variation).correlation(rendered(row, 120, variation + 1));
                assertThat(alike).as("variations %d and %d", variation, variation + 1).isLessThan(row.family() == Family.KICK ? 0.9999 : 0.9995);
                if (kit.name().equals("Deckhand") && row.family() == Family.KICK) {
                    assertThat(alike).isBetween(0.95, 0.995);
                } else if (kit.name().equals("Deckhand") && row.family() == Family.SNARE) {
                    assertThat(alike).isBetween(0.5, 0.8);
                } else if (kit.name().equals("Deckhand") && row.family() == Family.HAT) {
                    assertThat(alike).isBetween(0.25, 0.65);
                }
            }
        });
    }

    @TestFactory
    List<DynamicTest> velocity_changes_the_tone_from_ghost_to_accent() {
        // Almost pure tones move by their quiet highs, so the larger of the two centroids counts.
        return forEachDrum((kit, row) -> {
            Measured soft = rendered(row, row.family() == Family.CYMBAL ? 64 : 32, 0);
            Measured hard = rendered(row, 120, 0);
            assertThat(Math.max(hard.centroid() / soft.centroid(), hard.brightness() / soft.brightness())).isGreaterThanOrEqualTo(1.25);
        });
    }

    @TestFactory
    List<DynamicTest> the_figures_of_the_families() {
        List<DynamicTest> tests = new ArrayList<>();
        for (Figure figure : FIGURES) {
            for (Kit kit : BuiltInKits.all()) {
                for (Row row : kit.rows()) {
                    if (figure.kits.contains(kit.name()) && !row.isBass() && (figure.rows.equals(row.name()) || figure.rows.equals(row.family().name()))) {
                        tests.add(DynamicTest.dynamicTest(kit.name() + ", " + row.name() + ": " + figure.what, () ->
                                assertThat(value(figure.what, rendered(row, 120, 0), row)).isBetween(figure.low, figure.high)));
                    }
                }
            }
        }
        return tests;
    }

    private static double value(String what, Measured sound, Row row) {
        return switch (what) {
            case "settles at, Hz" -> new Spectrum(sound.middle, RATE * 90 / 1000, 16_384, RATE).peakHz(20, 1_000);
            case "body at, Hz" -> new Spectrum(sound.middle, 0, 8_192, RATE).peakHz(100, 600);
            case "falls in, ms" -> sound.fallMs();
            case "2 to 5 kHz, dB" -> sound.band(2_000, 5_000);
            case "500 Hz to 2 kHz, dB" -> sound.band(500, 2_000);
            case "share of 1 to 9 kHz" -> sound.share(1_000, 9_000);
            case "share above 5 kHz" -> sound.share(5_000, 24_000);
            case "line out of its third octave, dB" -> sound.lineDb(row.family() == Family.CYMBAL ? 12_000 : 480);
            default -> throw new IllegalArgumentException(what);
        };
    }

    @Test
    void the_kicks_sweep_down() {
        for (Kit kit : List.of(BuiltInKits.deckhand(), BuiltInKits.tinShed(), BuiltInKits.lowTide())) {
            Row kick = kit.rows().get(0);
            double settled = value("settles at, Hz", rendered(kick, 120, 0), kick);
            // the first half wave lasts 4 to 6 ms, in which the pitch has fallen half of the way already
            assertThat(firstWaveHz(rendered(kick, 120, 0).middle) / settled).as(kit.name()).isBetween(1.6, 6.0);
        }
    }

    /** Frequency of the first wave, from its zero crossings after the click. */
    private static double firstWaveHz(float[] sound) {
        Svf body = new Svf();
        body.set(Svf.Setting.lowPass(600, RATE));
        float[] smooth = sound.clone();
        body.process(smooth, 0, smooth.length);
        int first = -1;
        for (int i = 24; i < smooth.length; i++) {
            boolean crossing = smooth[i - 1] > 0 != smooth[i] > 0;
            if (crossing && first < 0) {
                first = i;
            } else if (crossing) {
                return RATE / 2.0 / (i - first);
            }
        }
        return 0;
    }

    @Test
    void the_clap_has_3_or_4_bursts_8_to_14_ms_apart() {
        float[] clap = rendered(BuiltInKits.deckhand().rowNamed("Clap").orElseThrow(), 120, 0).middle;
        List<Integer> bursts = new ArrayList<>();
        int window = RATE / 1000;
        double[] envelope = new double[60];
        for (int ms = 0; ms < envelope.length; ms++) {
            for (int i = 0; i < window; i++) {
                envelope[ms] += Math.abs(clap[ms * window + i]) / window;
            }
        }
        for (int ms = 0; ms < 50; ms++) { // a burst begins where the level jumps to more than 1.6 times that of 3 ms before
            double before = ms < 3 ? 0.001 : Math.min(envelope[ms - 1], Math.min(envelope[ms - 2], envelope[ms - 3]));
            boolean rises = envelope[ms] > 1.6 * before && envelope[ms] > 0.03;
            if (rises && (bursts.isEmpty() || ms - bursts.get(bursts.size() - 1) > 5)) {
                bursts.add(ms);
            }
        }
        assertThat(bursts.size()).as("%s", bursts).isBetween(3, 4);
        for (int i = 1; i < bursts.size(); i++) {
            assertThat(bursts.get(i) - bursts.get(i - 1)).isBetween(7, 15);
        }
    }

    @Test
    void the_highs_of_a_cymbal_die_at_least_twice_as_fast_as_its_lows() {
        float[] crash = rendered(BuiltInKits.deckhand().rowNamed("Crash").orElseThrow(), 120, 0).middle;
        Spectrum early = new Spectrum(crash, RATE / 5, 16_384, RATE);
        Spectrum late = new Spectrum(crash, RATE, 16_384, RATE);
        double low = 10 * Math.log10(early.energy(400, 1_200) / late.energy(400, 1_200));
        double high = 10 * Math.log10(early.energy(8_000, 14_000) / late.energy(8_000, 14_000));
        assertThat(high / low).isGreaterThan(2);
    }

    @Test
    void toms_stand_about_a_fourth_apart() {
        for (Kit kit : BuiltInKits.all()) {
            List<Double> hz = kit.rows().stream().filter(row -> row.family() == Family.TOM).limit(3)
                    .map(row -> new Spectrum(rendered(row, 120, 0).middle, 4_800, 16_384, RATE).peakHz(40, 400)).toList();
            assertThat(hz.get(1) / hz.get(0)).as(kit.name()).isBetween(1.25, 1.45);
            assertThat(hz.get(2) / hz.get(1)).as(kit.name()).isBetween(1.25, 1.45);
        }
    }

    @Test
    void stereo_stays_where_it_belongs() {
        for (Kit kit : BuiltInKits.all()) {
            for (Row row : kit.rows()) {
                if (row.family() == Family.KICK || row.family() == Family.SNARE || row.family() == Family.TOM) {
                    assertThat(rendered(row, 120, 0).sideDb()).as(kit.name() + ", " + row.name()).isLessThan(-100);
                } else if (row.family() == Family.HAT || row.family() == Family.CLAP) {
                    assertThat(rendered(row, 120, 0).sideDb()).as(kit.name() + ", " + row.name()).isBetween(-24.0, -8.0);
                }
            }
        }
    }

    /** The n-th row of each family, for comparing kits. */
    private static Map<String, Row> byFamily(Kit kit) {
        Map<String, Row> rows = new HashMap<>();
        for (Row row : kit.rows()) {
            String name = row.family() == Family.PERCUSSION ? ((Recipe) row.layers().get(0).sound()).model().loudness() + "" : row.family().name();
            int n = 1;
            while (rows.containsKey(name + n)) {
                n++;
            }
            rows.put(name + n, row);
        }
        return rows;
    }

    @Test
    void no_sound_of_one_kit_can_be_taken_for_that_of_another() {
        List<Kit> kits = BuiltInKits.all();
        List<String> alike = new ArrayList<>();
        for (int a = 0; a < kits.size(); a++) {
            for (int b = a + 1; b < kits.size(); b++) {
                Map<String, Row> first = byFamily(kits.get(a));
                Map<String, Row> second = byFamily(kits.get(b));
                for (String key : first.keySet()) {
                    if (second.containsKey(key) && !first.get(key).isBass()) {
                        Measured one = rendered(first.get(key), 120, 0);
                        Measured other = rendered(second.get(key), 120, 0);
                        double tones = ratio(one.centroid(), other.centroid());
                        double times = Math.max(ratio(one.fallMs(), other.fallMs()), ratio(one.attackMs() + 1, other.attackMs() + 1));
                        if (tones < 1.15 || times < 1.15) {
                            alike.add(String.format("%s / %s %s: %.2f, %.2f", kits.get(a).name(), kits.get(b).name(), first.get(key).name(), tones, times));
                        }
                    }
                }
            }
        }
        assertThat(alike).isEmpty();
    }

    private static double ratio(double a, double b) {
        return Math.max(a, b) / Math.min(a, b);
    }

    // --- bass ---

    private static float[] held(Model model, int note, int seconds) {
        BassVoice voice = new BassVoice();
        voice.start(new BassSettings(Recipe.of(model), RATE, Ending.fade(60)), note * 100, 1, 127);
        float[] sound = new float[RATE * seconds / BassVoice.TICK * BassVoice.TICK];
        for (int at = 0; at < sound.length; at += BassVoice.TICK) {
            voice.control();
            voice.add(sound, at, at + BassVoice.TICK);
        }
        return sound;
    }

    @Test
    void a_held_bass_note_has_its_energy_60_db_down_off_the_harmonics() {
        for (Model model : List.of(Model.SUB_BASS, Model.ROUND_BASS, Model.DRIVEN_BASS)) { // a plucked one is never steady
            for (int note : new int[] {28, 33, 45, 57}) {
                double hz = 440 * Math.pow(2, (note - 69) / 12.0);
                Spectrum spectrum = new Spectrum(held(model, note, 5), 2 * RATE, 131_072, RATE);
                assertThat(10 * Math.log10(spectrum.offHarmonics(hz, 4) / spectrum.total())).as("%s, note %d", model, note).isLessThan(-60);
                assertThat(spectrum.peakHz(20, 2_000)).as("%s, note %d", model, note).isCloseTo(hz, within(hz * 0.02));
            }
        }
    }

    @Test
    void every_bass_but_the_sub_speaks_on_small_speakers_and_all_are_about_as_loud() {
        for (Model model : Model.values()) {
            if (model.isLive()) {
                float[] sound = held(model, 33, 2);
                Spectrum spectrum = Spectrum.ofWhole(sound, 1 << 17, RATE);
                double above = 10 * Math.log10(spectrum.energy(200, 24_000) / spectrum.total());
                assertThat(above).as(model.name()).isGreaterThan(model == Model.SUB_BASS ? -30 : -14);
                double[] doubles = new double[sound.length];
                Arrays.setAll(doubles, i -> sound[i]);
                assertThat(Loudness.ofHit(doubles, doubles, RATE)).as(model.name()).isCloseTo(model.loudness(), within(1.0));
            }
        }
    }

    @Test
    void resonance_makes_a_bass_sharper_not_louder() {
        double[] loudness = new double[2];
        for (int i = 0; i < 2; i++) {
            BassVoice voice = new BassVoice();
            voice.start(new BassSettings(Recipe.of(Model.ROUND_BASS).with("resonance", 0.9 * i), RATE, Ending.fade(60)), 3_300, 1, 127);
            double[] sound = new double[RATE];
            float[] tick = new float[BassVoice.TICK];
            for (int at = 0; at < sound.length; at += BassVoice.TICK) {
                Arrays.fill(tick, 0);
                voice.control();
                voice.add(tick, 0, BassVoice.TICK);
                for (int n = 0; n < BassVoice.TICK; n++) {
                    sound[at + n] = tick[n];
                }
            }
            loudness[i] = Loudness.ofHit(sound, sound, RATE);
        }
        assertThat(loudness[1]).isCloseTo(loudness[0], within(2.0));
    }

    @Test
    void a_recipe_sounds_the_same_at_every_rate_and_every_time() {
        Recipe snare = Recipe.of(Model.SNARE);
        assertThat(DrumSynth.render(snare, RATE, 96, 2).leftCopy()).isEqualTo(DrumSynth.render(snare, RATE, 96, 2).leftCopy());
        float[] other = DrumSynth.render(Recipe.of(Model.TOM), 96_000, 96, 0).leftCopy();
        assertThat(new Spectrum(other, 9_600, 32_768, 96_000).peakHz(40, 400)).isBetween(105.0, 116.0);
    }
}
