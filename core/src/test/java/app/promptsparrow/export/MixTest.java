package app.promptsparrow.export;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import app.promptsparrow.demo.DemoProject;
import app.promptsparrow.kit.BuiltInKits;
import app.promptsparrow.kit.Kit;
import app.promptsparrow.kit.Strip;
import app.promptsparrow.project.KitEdit;
import app.promptsparrow.project.Project;
import app.promptsparrow.project.SlotRef;
import app.promptsparrow.score.Scores;
import app.promptsparrow.score.Source;
import app.promptsparrow.sound.Loudness;
import app.promptsparrow.sound.PieceMeter;
import app.promptsparrow.sound.SoundStore;
import app.promptsparrow.sound.Svf;
import app.promptsparrow.time.StepValue;
import java.io.IOException;
import java.util.ArrayList;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.OptionalDouble;
import org.junit.jupiter.api.Test;

/** How the demo and the built-in kits come out of the mix, measured on what is exported. */
class MixTest {

    private static final int RATE = 48_000;
    private static final SoundStore SOUNDS = SoundStore.onDemand(RATE);

    private static double[][] rendered(Project project, Source source) throws IOException {
        List<float[]> left = new ArrayList<>();
        List<float[]> right = new ArrayList<>();
        new OfflineRender(project, new Scores().of(project, source), SOUNDS, true).render(OptionalDouble.of(0), OfflineRender.SILENT, (l, r, count) -> {
            left.add(java.util.Arrays.copyOf(l, count));
            right.add(java.util.Arrays.copyOf(r, count));
        }, () -> false, share -> { });
        return new double[][] {joined(left), joined(right)};
    }

    private static double[] joined(List<float[]> blocks) {
        double[] all = new double[blocks.stream().mapToInt(block -> block.length).sum()];
        int at = 0;
        for (float[] block : blocks) {
            for (float value : block) {
                all[at++] = value;
            }
        }
        return all;
    }

    private static double loudness(double[][] sound) {
        return Loudness.integrated(sound[0], sound[1], RATE);
    }

    private static Source demoSong(Project demo) {
        return new Source.WholeSong(demo.songs().get(0), 1);
    }

    @Test
    void the_demo_is_as_loud_as_music_is_wide_enough_and_survives_a_small_speaker() throws Exception {
        Project demo = DemoProject.make();
        double[][] song = rendered(demo, demoSong(demo));
        double whole = loudness(song);
        assertThat(whole).isCloseTo(-16, within(1.0));
        assertThat(truePeakDb(demo)).isLessThanOrEqualTo(-0.98);
        double side = 0;
        double mid = 0;
        double[] mono = new double[song[0].length];
        for (int i = 0; i < mono.length; i++) {
            mono[i] = (song[0][i] + song[1][i]) / 2;
            mid += mono[i] * mono[i];
            side += (song[0][i] - song[1][i]) * (song[0][i] - song[1][i]) / 4;
        }
        assertThat(10 * Math.log10(side / mid)).isBetween(-22.0, -10.0);
        assertThat(whole - Loudness.integrated(mono, mono, RATE)).as("lost in mono").isLessThan(1.5);
        double[][] laptop = {highPassed(song[0]), highPassed(song[1])};
        assertThat(whole - loudness(laptop)).as("lost on a small speaker").isLessThan(5);
    }

    private static double truePeakDb(Project project) throws IOException {
        PieceMeter meter = new PieceMeter(RATE);
        new OfflineRender(project, new Scores().of(project, demoSong(project)), SOUNDS, true).render(OptionalDouble.of(0), OfflineRender.SILENT, meter::add, () -> false, share -> { });
        return meter.truePeakDb();
    }

    /** What lies between 30 and 60 Hz while the kick sounds. */
    @Test
    void the_kick_lies_over_the_bass_in_the_lows_while_it_sounds() throws Exception {
        Project demo = DemoProject.make();
        double[] kick = rendered(alone(demo, "Kick"), new Source.Passes(demo.at(DemoProject.FIRST_SHOWN).orElseThrow().id(), 1))[0];
        double[] bass = rendered(alone(demo, "Bass"), new Source.Passes(demo.at(DemoProject.FIRST_SHOWN).orElseThrow().id(), 1))[0];
        double kickLows = 0;
        double bassLows = 0;
        for (int step : new int[] {0, 6, 8, 16, 22, 26, 28}) {
            int from = (int) demo.tempo().toFrame(step * StepValue.SIXTEENTH.units(), RATE);
            kickLows += lows(kick, from);
            bassLows += lows(bass, from);
        }
        assertThat(kickLows).isGreaterThan(bassLows);
    }

    private static double lows(double[] sound, int from) {
        double sum = 0;
        int window = RATE / 5;
        for (double hz = 30; hz <= 60; hz += 5) {
            double re = 0;
            double im = 0;
            for (int i = 0; i < window; i++) {
                re += sound[from + i] * Math.cos(2 * Math.PI * hz * i / RATE);
                im += sound[from + i] * Math.sin(2 * Math.PI * hz * i / RATE);
            }
            sum += re * re + im * im;
        }
        return sum;
    }

    private static double[] highPassed(double[] sound) {
        float[] filtered = new float[sound.length];
        for (int i = 0; i < sound.length; i++) {
            filtered[i] = (float) sound[i];
        }
        Svf filter = new Svf();
        filter.set(Svf.Setting.highPass(200, RATE));
        filter.process(filtered, 0, filtered.length);
        double[] out = new double[sound.length];
        for (int i = 0; i < sound.length; i++) {
            out[i] = filtered[i];
        }
        return out;
    }

    @Test
    void the_bass_lies_a_little_under_the_snare() throws Exception {
        Project demo = DemoProject.make();
        double snare = loudness(rendered(alone(demo, "Snare"), demoSong(demo)));
        double bass = loudness(rendered(alone(demo, "Bass"), demoSong(demo)));
        assertThat(snare - bass).isCloseTo(1.5, within(1.0));
    }

    private static Project alone(Project project, String name) {
        return project.withKit(project.kit().withRows(project.kit().rows().stream()
                .map(row -> row.name().equals(name) ? row : row.withStrip(row.strip().withLevelDb(Strip.SILENT_DB))).toList()));
    }

    @Test
    void kits_are_about_as_loud_when_they_are_swapped_under_a_beat() throws Exception {
        for (SlotRef slot : List.of(new SlotRef(0, 2), new SlotRef(1, 0), new SlotRef(1, 2), new SlotRef(2, 0))) {
            Map<String, Double> all = new LinkedHashMap<>();
            for (Kit kit : BuiltInKits.all()) {
                Project swapped = new KitEdit.TakeKit(kit).apply(DemoProject.make());
                all.put(kit.name(), loudness(rendered(swapped, new Source.Passes(swapped.at(slot).orElseThrow().id(), 2))));
            }
            assertThat(Collections.max(all.values()) - Collections.min(all.values())).as("%s: %s", slot, all).isLessThanOrEqualTo(1.5);
        }
    }
}
