package app.promptsparrow.sfz;

import app.promptsparrow.export.WavWriter;
import app.promptsparrow.file.AtomicFile;
import app.promptsparrow.file.FileProblem;
import app.promptsparrow.kit.Ending;
import app.promptsparrow.kit.Kit;
import app.promptsparrow.kit.Layer;
import app.promptsparrow.kit.LayerChoice;
import app.promptsparrow.kit.Recipe;
import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.SampleSound;
import app.promptsparrow.kit.Span;
import app.promptsparrow.kit.Strip;
import app.promptsparrow.sample.SampleBuffer;
import app.promptsparrow.sound.BassVoice;
import app.promptsparrow.sound.Pcm;
import app.promptsparrow.sound.Renderings;
import app.promptsparrow.sound.SoundStore;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.function.BooleanSupplier;

/**
 * Writes a kit as SFZ with 24-bit WAVs in a folder beside it, for programs that play sample kits. Sounds are written as they are played:
 * shifted, reversed, cut and faded; computed ones once for each of their velocities; a live bass as a note every {@value #BASS_STEP}
 * semitones. What the format or the programs that read it cannot say is told. Any thread; renders, so it takes seconds.
 */
public final class SfzWriter {

    /** The rate of the WAVs. */
    public static final int RATE = 48_000;
    private static final double MOST_DB = 6;
    private static final int BASS_LOWEST = 24;
    private static final int BASS_HIGHEST = 60;
    private static final int BASS_STEP = 3;
    private static final double BASS_SECONDS = 3;
    /** Where the numbers begin by which rows with one voice silence themselves; those below are choke groups. */
    private static final int ONE_VOICE = 100;

    private final Kit kit;
    private final SoundStore sounds;
    private final Path target;
    private final String folder;
    private final BooleanSupplier cancelled;
    private final StringBuilder text = new StringBuilder();
    private final Set<String> names = new HashSet<>();
    private final Set<String> leftOut = new LinkedHashSet<>();
    private int written;

    private SfzWriter(Kit kit, SoundStore sounds, Path target, BooleanSupplier cancelled) {
        this.kit = kit;
        this.sounds = sounds;
        this.target = target;
        this.cancelled = cancelled;
        folder = target.getFileName().toString().replaceFirst("(?i)\\" + SfzReader.EXTENSION + "$", "") + " samples";
    }

    /**
     * What was written.
     *
     * @param samples how many WAVs
     * @param leftOut what will not be quite the same, parts of a sentence
     */
    public record Written(int samples, List<String> leftOut) {
    }

    /**
     * Writes it; the text comes last, so that one that is there is whole.
     *
     * @param sounds    on demand, at 48 kHz
     * @param cancelled asked before each sample; then the text is not written
     */
    public static Written write(Kit kit, SoundStore sounds, Path target, BooleanSupplier cancelled) throws FileProblem {
        return new SfzWriter(kit, sounds, target.toAbsolutePath(), cancelled).write();
    }

    private Written write() throws FileProblem {
        text.append("// ").append(label(kit.name())).append("\n<control>\ndefault_path=").append(folder).append("/\n");
        AtomicFile.makeFolder(target.resolveSibling(folder));
        for (Row row : kit.rows()) {
            row(row);
        }
        leftOut.add("the reverb and how rows are filtered and driven");
        if (!cancelled.getAsBoolean()) {
            AtomicFile.write(target, out -> out.write(text.toString().getBytes(StandardCharsets.UTF_8)));
        }
        return new Written(written, List.copyOf(leftOut));
    }

    private void row(Row row) throws FileProblem {
        Strip strip = row.strip();
        List<Layer> heard = row.heardLayers();
        text.append("\n<group>\ngroup_label=").append(label(row.name())).append('\n').append(SfzReader.FAMILY).append('=').append(row.family().name().toLowerCase(Locale.ROOT)).append('\n');
        say("pan", Math.round(strip.pan() * 100));
        say("amp_veltrack", row.voicing().velocityResponse());
        int group = row.voicing().chokeGroup() > 0 ? row.voicing().chokeGroup() : row.voicing().oneVoice() ? ONE_VOICE + row.id().value() : 0;
        if (group > 0) {
            text.append("group=").append(group).append(" off_by=").append(group).append(" off_mode=fast\n");
        }
        Ending ending = row.voicing().ending();
        text.append(ending.kind() == Ending.Kind.RING ? "loop_mode=one_shot\n" : String.format(Locale.ROOT, "loop_mode=no_loop ampeg_release=%.3f%n",
                ending.kind() == Ending.Kind.FADE ? ending.fadeMs() / 1_000.0 : Ending.CUT_MS / 1_000));
        for (int i = 0; i < heard.size(); i++) {
            if (heard.get(i).sound().isLive()) {
                bass(row, heard.get(i));
            } else {
                layer(row, heard.get(i), i, heard.size());
            }
        }
    }

    /** A name in which nothing begins a comment, a header, another opcode or a value that was defined. */
    private static String label(String name) {
        return name.replace('=', '-').replace('<', '(').replace('>', ')').replace('$', 'S').replaceAll("/(?=[/*])", "/ ");
    }

    private void say(String opcode, long value) {
        text.append(opcode).append('=').append(value).append('\n');
    }

    /** A region for each of a sound's velocities that the layer is for. */
    private void layer(Row row, Layer layer, int index, int count) throws FileProblem {
        boolean ranged = row.voicing().choice() == LayerChoice.BY_VELOCITY;
        Renderings renderings = sounds.get(row.framesOf(layer));
        int[] velocities = renderings.velocities();
        if (velocities.length > 1) {
            leftOut.add("variations: of each sound every hit is the same");
        }
        int low = 1;
        for (int i = 0; i < velocities.length; i++) {
            int high = i == velocities.length - 1 ? 127 : (velocities[i] + velocities[i + 1] - 1) / 2;
            int from = Math.max(low, ranged ? layer.from() : 1);
            int to = Math.min(high, ranged ? layer.to() : 127);
            low = high + 1;
            if (from > to) {
                continue;
            }
            String name = wav(row.name() + (count > 1 ? " " + (index + 1) : "") + (velocities.length > 1 ? " v" + velocities[i] : ""),
                    part(renderings.at(velocities[i], 0), layer.span()));
            region(name, row, layer);
            text.append(row.isBass() ? String.format(" lokey=0 hikey=127 pitch_keycenter=%d", root(layer, row)) : " key=" + row.midi().note())
                    .append(" lovel=").append(from).append(" hivel=").append(to);
            turn(row.voicing().choice(), index, count);
            text.append('\n');
        }
    }

    private static int root(Layer layer, Row row) {
        return layer.sound() instanceof SampleSound sample ? Math.round(sample.rootCents() / 100f) : row.midi().note();
    }

    private void turn(LayerChoice choice, int index, int count) {
        if (count > 1 && choice == LayerChoice.IN_TURN) {
            text.append(" seq_length=").append(count).append(" seq_position=").append(index + 1);
        } else if (count > 1 && choice == LayerChoice.BY_CHANCE) {
            text.append(String.format(Locale.ROOT, " lorand=%.4f hirand=%.4f", (double) index / count, (index + 1.0) / count));
            leftOut.add("layers by chance fall otherwise each time");
        }
    }

    private void region(String sample, Row row, Layer layer) {
        double db = layer.levelDb() + (row.strip().levelDb() <= Strip.SILENT_DB ? -144 : row.strip().levelDb());
        if (db > MOST_DB) {
            leftOut.add("levels above +6 dB");
        }
        text.append("<region> sample=").append(sample).append(String.format(Locale.ROOT, " volume=%.1f", Math.max(-144, Math.min(MOST_DB, db))));
        int cents = row.speedCents(layer);
        if (cents != 0) {
            text.append(" transpose=").append(cents / 100).append(" tune=").append(cents % 100);
        }
    }

    private void bass(Row row, Layer layer) throws FileProblem {
        leftOut.add("slides and glides of " + row.name() + ", a note every " + BASS_STEP + " semitones of it");
        for (int note = BASS_LOWEST; note <= BASS_HIGHEST; note += BASS_STEP) {
            String name = wav(row.name() + " " + note, BassVoice.note((Recipe) layer.sound(), Ending.CUT, note, BASS_SECONDS, RATE));
            region(name, row, layer);
            text.append(" lokey=").append(note == BASS_LOWEST ? 0 : note - 1).append(" hikey=").append(note == BASS_HIGHEST ? 127 : note + 1)
                    .append(" pitch_keycenter=").append(note).append('\n');
        }
    }

    // --- samples ---

    private record Frames(float[] left, float[] right) {
    }

    /** The part of a sound that a layer plays, as it plays it. */
    private static SampleBuffer part(SampleBuffer of, Span span) {
        if (span.equals(Span.WHOLE)) {
            return of;
        }
        int end = span.end(of.frames(), RATE);
        int begin = Math.min(end - 1, span.begin(of.frames(), RATE)); // a WAV has at least one frame
        double fadeIn = span.fadeIn(RATE);
        double fadeOut = span.fadeOut(of.frames(), RATE);
        Frames part = new Frames(Arrays.copyOfRange(of.leftCopy(), begin, end), Arrays.copyOfRange(of.rightCopy(), begin, end));
        for (float[] side : List.of(part.left, part.right)) {
            for (int i = 0; span.reversed() && i < side.length / 2; i++) {
                float other = side[i];
                side[i] = side[side.length - 1 - i];
                side[side.length - 1 - i] = other;
            }
            for (int i = 0; i < side.length; i++) {
                double rising = fadeIn == 0 ? 1 : Math.min(1, i / fadeIn);
                double falling = fadeOut == 0 ? 1 : Math.min(1, (side.length - i) / fadeOut);
                side[i] *= (float) (rising * falling);
            }
        }
        return SampleBuffer.stereo(part.left, part.right);
    }

    /** Writes a sample under a name of its own, and answers that. */
    private String wav(String wished, SampleBuffer sound) throws FileProblem {
        String base = wished.replaceAll("[^\\p{L}\\p{N} ._()-]", "_").strip();
        String name = base + ".wav";
        for (int number = 2; !names.add(name.toLowerCase(Locale.ROOT)); number++) {
            name = base + " " + number + ".wav";
        }
        if (!cancelled.getAsBoolean()) {
            written++;
            AtomicFile.write(target.resolveSibling(folder).resolve(name), out -> WavWriter.write(out, sound.leftCopy(), sound.rightCopy(), RATE, Pcm.Format.INT_24));
        }
        return name;
    }
}
