package app.promptsparrow.export;

import app.promptsparrow.file.AtomicFile;
import app.promptsparrow.file.BackingFile;
import app.promptsparrow.file.FileProblem;
import app.promptsparrow.file.Folders;
import app.promptsparrow.file.SampleFolder;
import app.promptsparrow.file.Unfinished;
import app.promptsparrow.kit.Row;
import app.promptsparrow.project.Backing;
import app.promptsparrow.project.Project;
import app.promptsparrow.sample.LongFrames;
import app.promptsparrow.sound.Pcm;
import app.promptsparrow.sound.PieceMeter;
import app.promptsparrow.sound.SoundDisk;
import app.promptsparrow.sound.SoundStore;
import java.io.BufferedOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.OptionalInt;
import java.util.function.BooleanSupplier;
import java.util.function.DoubleConsumer;

/** A piece that is ready to be rendered to WAV, whole or row by row. Immutable but for its sound cache. */
public final class AudioPlan {

    /**
     * How it is rendered.
     *
     * @param rateHz      44,100, 48,000, 88,200 or 96,000
     * @param tailSeconds exactly so long after the last pass, 0 to 60; empty: until it has died away
     * @param limiter     whether the whole piece goes through the limiter; stems never do, so that they add up
     */
    public record Options(int rateHz, Pcm.Format format, OptionalDouble tailSeconds, boolean limiter) {
        public Options {
            if (rateHz != 44_100 && rateHz != 48_000 && rateHz != 88_200 && rateHz != 96_000) {
                throw new IllegalArgumentException("the rate is 44100, 48000, 88200 or 96000 Hz, not " + rateHz);
            }
            if (tailSeconds.isPresent() && !(tailSeconds.getAsDouble() >= 0 && tailSeconds.getAsDouble() <= 60)) {
                throw new IllegalArgumentException("the tail is 0 to 60 seconds, not " + tailSeconds.getAsDouble());
            }
        }
    }

    /**
     * What became of the stems.
     *
     * @param written a file a row
     * @param silent  names of rows that have hits but are not heard, and so got none
     */
    public record Stems(List<Path> written, List<String> silent) {
    }

    /**
     * What became of the whole piece.
     *
     * @param meter that has measured it
     */
    public record Whole(long frames, PieceMeter meter) {
    }

    /** Finished frames in a file of their own, without a header. */
    private record Rendered(Path pcm, long frames, PieceMeter meter) {
    }

    /** What is cut off at the ends of all stems together is to stay below –90 dBFS. */
    private static final float SILENT_STEM = OfflineRender.SILENT / 32;

    private final Choice choice;
    private final Project project;
    private final OptionalInt repeat;
    private final Options options;
    private final SoundStore sounds;

    /**
     * @param choice one piece: not every pattern of a bank
     * @param repeat passes, or empty for "until the lanes line up"
     */
    public AudioPlan(Project project, Choice choice, OptionalInt repeat, Options options) {
        this.choice = choice;
        this.project = project;
        this.repeat = repeat;
        this.options = options;
        this.sounds = SoundStore.onDemand(options.rateHz(), new SoundDisk(Folders.sounds()), SampleFolder.usual());
    }

    /** Renders the whole piece to a file. Empty, leaving nothing behind, if it was cancelled. */
    public Optional<Whole> writeWhole(Path target, BooleanSupplier cancelled, DoubleConsumer progress) throws FileProblem {
        Optional<LongFrames> backing = backing(cancelled);
        if (cancelled.getAsBoolean()) {
            return Optional.empty();
        }
        Rendered rendered = rendered(project, target, options.limiter(), OfflineRender.SILENT, backing, cancelled, progress);
        if (rendered == null) {
            return Optional.empty();
        }
        try {
            writeWav(target, rendered, rendered.frames);
            return Optional.of(new Whole(rendered.frames, rendered.meter));
        } finally {
            Unfinished.drop(rendered.pcm);
        }
    }

    /**
     * Renders each row that is heard into a file of its own in a folder, all of one length, without the limiter: they add up to
     * the mix without it. Empty, with nothing written, if it was cancelled.
     */
    public Stems writeStems(Path folder, BooleanSupplier cancelled, DoubleConsumer progress) throws FileProblem {
        try {
            Files.createDirectories(folder);
        } catch (IOException problem) {
            throw FileProblem.of(folder, "made", problem);
        }
        Choice.Piece piece = choice.pieces(project, repeat, false).get(0);
        List<Row> rows = project.kit().rows().stream().filter(row -> project.kit().isHeard(row) && piece.score().plays(row.id())).toList();
        List<Rendered> stems = new ArrayList<>();
        try {
            for (int i = 0; i < rows.size(); i++) {
                int index = i;
                Rendered stem = rendered(project.withKit(project.kit().alone(rows.get(i).id())), folder.resolve("stem"), false, SILENT_STEM, Optional.empty(), cancelled,
                        share -> progress.accept((index + share) / rows.size()));
                if (stem == null) {
                    return new Stems(List.of(), List.of());
                }
                stems.add(stem);
            }
            return written(folder, rows, stems);
        } finally {
            stems.forEach(stem -> Unfinished.drop(stem.pcm));
        }
    }

    /** The project's backing, if it is to be in what is written. */
    private Optional<LongFrames> backing(BooleanSupplier cancelled) throws FileProblem {
        Optional<Backing> wished = project.backing().filter(of -> of.exported() && of.heard());
        return wished.isEmpty() ? Optional.empty() : Optional.of(BackingFile.read(wished.get(), options.rateHz(), SampleFolder.usual(), cancelled, share -> { }));
    }

    private Stems written(Path folder, List<Row> rows, List<Rendered> stems) throws FileProblem {
        long frames = stems.stream().mapToLong(Rendered::frames).max().orElse(0);
        List<Path> written = new ArrayList<>();
        List<String> silent = new ArrayList<>();
        for (int i = 0; i < rows.size(); i++) {
            if (stems.get(i).meter.peak() < OfflineRender.SILENT) {
                silent.add(rows.get(i).name());
                continue;
            }
            Path target = folder.resolve(String.format(Locale.ROOT, "%02d %s.wav", written.size() + 1, MidiPlan.fileName(rows.get(i).name())));
            writeWav(target, stems.get(i), frames);
            written.add(target);
        }
        return new Stems(List.copyOf(written), List.copyOf(silent));
    }

    /** Renders to a file beside the target; null, leaving nothing behind, if it was cancelled. */
    private Rendered rendered(Project of, Path target, boolean limiter, float silent, Optional<LongFrames> backing, BooleanSupplier cancelled, DoubleConsumer progress) throws FileProblem {
        Choice.Piece piece = choice.pieces(of, repeat, false).get(0);
        OfflineRender render = new OfflineRender(piece.project(), piece.score(), sounds, limiter, backing);
        int frameBytes = 2 * options.format().bytes();
        long estimate = (render.musicFrames() + sounds.rateHz() * 10L) * frameBytes;
        if (estimate > WavWriter.MAX_BYTES) {
            throw new FileProblem(target, "would be longer than the 4 GiB a WAV file can hold; choose fewer repeats");
        }
        refuseFullDisk(target, 2 * estimate);
        Path data = null;
        boolean whole = false;
        try {
            data = temporary(target);
            PieceMeter meter = new PieceMeter(options.rateHz());
            long frames = renderTo(render, silent, data, meter, cancelled, progress);
            whole = frames >= 0;
            return whole ? new Rendered(data, frames, meter) : null;
        } catch (IOException problem) {
            throw FileProblem.of(target, "written", problem);
        } finally {
            if (data != null && !whole) {
                Unfinished.drop(data);
            }
        }
    }

    private static Path temporary(Path target) throws IOException {
        if (!AtomicFile.isStream(target)) {
            return AtomicFile.beside(target);
        }
        Path file = Files.createTempFile("sparrow", ".part");
        Unfinished.begin(file);
        return file;
    }

    private long renderTo(OfflineRender render, float silent, Path data, PieceMeter meter, BooleanSupplier cancelled, DoubleConsumer progress) throws IOException {
        int frameBytes = 2 * options.format().bytes();
        byte[] bytes = new byte[1_024 * frameBytes];
        try (OutputStream out = new BufferedOutputStream(Files.newOutputStream(data, StandardOpenOption.CREATE, StandardOpenOption.WRITE), 1 << 16)) {
            return render.render(options.tailSeconds(), silent, (left, right, count) -> {
                meter.add(left, right, count);
                Pcm.encode(left, right, count, options.format(), bytes);
                out.write(bytes, 0, count * frameBytes);
            }, cancelled, progress);
        }
    }

    /** Header, frames, and silence up to the wished length. */
    private void writeWav(Path target, Rendered rendered, long frames) throws FileProblem {
        AtomicFile.write(target, out -> {
            out.write(WavWriter.header(frames, options.rateHz(), options.format()));
            Files.copy(rendered.pcm, out);
            byte[] silence = new byte[1 << 12];
            for (long left = (frames - rendered.frames) * 2 * options.format().bytes(); left > 0; left -= silence.length) {
                out.write(silence, 0, (int) Math.min(left, silence.length));
            }
        });
    }

    /** Tells how many bytes are left where a folder is. */
    interface Room {
        long left(Path folder) throws IOException;
    }

    private static void refuseFullDisk(Path target, long bytes) throws FileProblem {
        refuseFullDisk(target, bytes, folder -> Files.getFileStore(folder).getUsableSpace());
    }

    /** What the system does not tell stops nothing: a full disk is also met while writing. */
    static void refuseFullDisk(Path target, long bytes, Room room) throws FileProblem {
        long free;
        try {
            free = room.left(target.toAbsolutePath().getParent());
        } catch (IOException | RuntimeException notTold) {
            return;
        }
        if (free > 0 && free < bytes) {
            throw new FileProblem(target, "needs up to " + (bytes >> 20) + " MiB and the disk has "
                    + (free >> 20) + " MiB left; make room or choose another folder");
        }
    }
}
