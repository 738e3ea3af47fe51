package app.promptsparrow.export;

import app.promptsparrow.file.AtomicFile;
import app.promptsparrow.file.FileProblem;
import app.promptsparrow.kit.Kit;
import app.promptsparrow.kit.Row;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.project.Project;
import app.promptsparrow.project.SlotRef;
import app.promptsparrow.sound.Pcm;
import app.promptsparrow.sound.SoundCache;
import java.io.BufferedOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.OptionalDouble;
import java.util.OptionalInt;
import java.util.function.BooleanSupplier;
import java.util.function.DoubleConsumer;

/** A piece that is ready to be rendered to WAV, whole or row by row. Immutable but for its sound cache. */
public final class AudioPlan {

    private final Choice choice;
    private final Project project;
    private final OptionalInt repeat;
    private final Pcm.Format format;
    private final OptionalDouble tailSeconds;
    private final SoundCache sounds;

    /**
     * @param choice one piece: not every pattern of a bank
     * @param repeat passes, or empty for "until the lanes line up"
     */
    public AudioPlan(Project project, Choice choice, OptionalInt repeat, int rateHz, Pcm.Format format, OptionalDouble tailSeconds) {
        if (rateHz != 44_100 && rateHz != 48_000 && rateHz != 88_200 && rateHz != 96_000) {
            throw new IllegalArgumentException("the rate is 44100, 48000, 88200 or 96000 Hz, not " + rateHz);
        }
        if (tailSeconds.isPresent() && !(tailSeconds.getAsDouble() >= 0 && tailSeconds.getAsDouble() <= 60)) {
            throw new IllegalArgumentException("the tail is 0 to 60 seconds, not " + tailSeconds.getAsDouble());
        }
        this.choice = choice;
        this.project = project;
        this.repeat = repeat;
        this.format = format;
        this.tailSeconds = tailSeconds;
        this.sounds = new SoundCache(rateHz);
    }

    /** Renders the whole piece to a file. Answers false, leaving nothing behind, if it was cancelled. */
    public boolean writeWhole(Path target, BooleanSupplier cancelled, DoubleConsumer progress) throws FileProblem {
        return writeOne(project, target, cancelled, progress);
    }

    /** Renders each row that has hits and is heard into a file of its own in a folder. */
    public List<Path> writeStems(Path folder, BooleanSupplier cancelled, DoubleConsumer progress) throws FileProblem {
        try {
            Files.createDirectories(folder);
        } catch (IOException problem) {
            throw FileProblem.of(folder, "made", problem);
        }
        List<Row> rows = project.kit().rows().stream().filter(row -> project.kit().isHeard(row) && hasHits(row)).toList();
        List<Path> written = new ArrayList<>();
        for (int i = 0; i < rows.size(); i++) {
            Row only = rows.get(i);
            Kit alone = new Kit(project.kit().name(), project.kit().rows().stream()
                    .map(row -> row.withMuted(!row.id().equals(only.id())).withSoloed(false)).toList(), project.kit().reverb());
            Path target = folder.resolve(String.format(Locale.ROOT, "%02d %s.wav", i + 1, MidiPlan.fileName(only.name())));
            int index = i;
            if (!writeOne(project.withKit(alone), target, cancelled, share -> progress.accept((index + share) / rows.size()))) {
                return written;
            }
            written.add(target);
        }
        return written;
    }

    private boolean hasHits(Row row) {
        for (SlotRef slot : project.filledSlots()) {
            Pattern pattern = project.at(slot).orElseThrow();
            if (!pattern.lane(row.id()).hits().isEmpty()) {
                return true;
            }
        }
        return false;
    }

    private boolean writeOne(Project of, Path target, BooleanSupplier cancelled, DoubleConsumer progress) throws FileProblem {
        Choice.Piece piece = choice.pieces(of, repeat, false).get(0);
        OfflineRender render = new OfflineRender(piece.project(), piece.score(), sounds);
        int frameBytes = 2 * format.bytes();
        long estimate = (render.musicFrames() + sounds.rateHz() * 10L) * frameBytes;
        if (estimate > WavWriter.MAX_BYTES) {
            throw new FileProblem(target, "would be longer than the 4 GiB a WAV file can hold; choose fewer repeats");
        }
        refuseFullDisk(target, estimate);
        Path data = null;
        try {
            data = Files.createTempFile(target.toAbsolutePath().getParent(), ".rendering", ".pcm");
            long frames = renderTo(render, data, frameBytes, cancelled, progress);
            if (frames < 0) {
                return false;
            }
            Path pcm = data;
            AtomicFile.write(target, out -> {
                out.write(WavWriter.header(frames, sounds.rateHz(), format));
                Files.copy(pcm, out);
            });
            return true;
        } catch (IOException problem) {
            throw FileProblem.of(target, "written", problem);
        } finally {
            deleteQuietly(data);
        }
    }

    private long renderTo(OfflineRender render, Path data, int frameBytes, BooleanSupplier cancelled, DoubleConsumer progress)
            throws IOException {
        byte[] bytes = new byte[1_024 * frameBytes];
        try (OutputStream out = new BufferedOutputStream(Files.newOutputStream(data), 1 << 16)) {
            return render.render(tailSeconds, (left, right, count) -> {
                Pcm.encode(left, right, count, format, bytes);
                out.write(bytes, 0, count * frameBytes);
            }, cancelled, progress);
        }
    }

    private static void refuseFullDisk(Path target, long bytes) throws FileProblem {
        try {
            long free = Files.getFileStore(target.toAbsolutePath().getParent()).getUsableSpace();
            if (free < 2 * bytes) {
                throw new FileProblem(target, "needs up to " + (2 * bytes >> 20) + " MiB and the disk has "
                        + (free >> 20) + " MiB left; make room or choose another folder");
            }
        } catch (IOException problem) {
            throw FileProblem.of(target, "written", problem);
        }
    }

    private static void deleteQuietly(Path file) {
        try {
            if (file != null) {
                Files.deleteIfExists(file);
            }
        } catch (IOException stays) {
            // a temporary file that stays does no harm beyond its size
        }
    }
}
