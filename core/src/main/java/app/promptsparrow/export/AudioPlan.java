package app.promptsparrow.export;

import app.promptsparrow.engine.PlayableBuilder;
import app.promptsparrow.file.AtomicFile;
import app.promptsparrow.file.BackingFile;
import app.promptsparrow.file.FileProblem;
import app.promptsparrow.file.Folders;
import app.promptsparrow.file.SampleFolder;
import app.promptsparrow.kit.Kit;
import app.promptsparrow.kit.Row;
import app.promptsparrow.project.Backing;
import app.promptsparrow.project.Project;
import app.promptsparrow.sample.LongFrames;
import app.promptsparrow.sound.Decibels;
import app.promptsparrow.sound.Dither;
import app.promptsparrow.sound.Pcm;
import app.promptsparrow.sound.PieceMeter;
import app.promptsparrow.sound.SoundDisk;
import app.promptsparrow.sound.SoundStore;
import app.promptsparrow.text.Names;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.function.BooleanSupplier;
import java.util.function.DoubleConsumer;

/** A piece that is ready to be rendered to WAV, whole or row by row. Immutable but for its sound cache. */
public final class AudioPlan {

    /**
     * What became of the stems.
     *
     * @param written a file a row
     * @param silent  names of rows that have hits but are not heard, and so got none
     * @param frames  that each of them has, as many as the whole piece
     */
    public record Stems(List<Path> written, List<String> silent, long frames) {

        private static final Stems NONE = new Stems(List.of(), List.of(), 0);
    }

    /**
     * What became of the whole piece.
     *
     * @param meter that has measured it
     */
    public record Whole(long frames, PieceMeter meter) {
    }

    /** What is cut off at the ends of all stems together is to stay below –90 dBFS, and so is what of a loop does not come round. */
    private static final float SILENT_PART = OfflineRender.SILENT / 64;

    /** What the stem of the reverb is called. */
    public static final String REVERB = "Reverb";

    private final Choice choice;
    private final Project project;
    private final OptionalInt repeat;
    private final AudioOptions options;
    private final SoundStore sounds;

    /**
     * @param choice one piece: not every pattern of a bank
     * @param repeat passes, or empty for "until the lanes line up"
     */
    public AudioPlan(Project project, Choice choice, OptionalInt repeat, AudioOptions options) {
        this.choice = choice;
        this.project = project;
        this.repeat = repeat;
        this.options = options;
        this.sounds = SoundStore.onDemand(options.rateHz(), new SoundDisk(Folders.sounds()), SampleFolder.usual());
    }

    /** Renders the whole piece to a file. Empty, leaving nothing behind, if it was cancelled. */
    public Optional<Whole> writeWhole(Path target, BooleanSupplier cancelled, DoubleConsumer progress) throws FileProblem {
        AtomicFile.refuseFolder(target);
        Optional<LongFrames> backing = backing(cancelled);
        if (cancelled.getAsBoolean()) {
            return Optional.empty();
        }
        boolean limiter = options.limiter() && !options.limitsAtLast();
        try (Rendered rendered = rendered(project, target, limiter, OfflineRender.SILENT, new PlayableBuilder(sounds).backing(backing.orElse(null)), cancelled, progress)) {
            if (rendered == null) {
                return Optional.empty();
            }
            Finish finish = new Finish(rendered, options, (float) Decibels.factor(project.master().ceilingDb()));
            Optional<PieceMeter> meter = finish.measured(cancelled);
            if (meter.isPresent()) {
                writeWav(target, finish, finish.frames());
            }
            return meter.map(measured -> new Whole(finish.frames(), measured));
        } catch (IOException problem) {
            throw FileProblem.of(target, "written", problem);
        }
    }

    /**
     * Renders each row that is heard into a file of its own in a folder, and the reverb if it is to be one, without the limiter: they add up to
     * the mix without it. All are as long as the whole piece, to the frame. Nothing is written if it was cancelled.
     */
    public Stems writeStems(Path folder, BooleanSupplier cancelled, DoubleConsumer progress) throws FileProblem {
        AtomicFile.makeFolder(folder);
        List<Stem> parts = stems();
        List<Rendered> all = new ArrayList<>();
        try {
            for (int i = 0; i < parts.size(); i++) {
                int index = i;
                Stem part = parts.get(i);
                PlayableBuilder builder = new PlayableBuilder(sounds).onlyReverb(part.onlyReverb);
                Rendered rendered = rendered(part.project, folder.resolve("stem"), false, SILENT_PART, builder, cancelled, share -> progress.accept((index + share) / parts.size()));
                if (rendered == null) {
                    return Stems.NONE;
                }
                all.add(rendered);
            }
            long whole = wholeFrames(cancelled);
            return whole < 0 ? Stems.NONE : written(folder, parts, all, whole);
        } catch (IOException problem) {
            throw FileProblem.of(folder, "written", problem);
        } finally {
            all.forEach(Rendered::close);
        }
    }

    /** What of the piece will be silent, since its sample is missing or damaged, a sentence's part each; reads the samples that it needs. */
    public List<String> missing() {
        Choice.Piece piece = choice.pieces(project, repeat, false).get(0);
        return MissingSounds.of(project.kit(), row -> project.kit().isHeard(row) && piece.score().plays(row.id()), sample -> {
            sounds.get(sample).at(127, 0);
            return sounds.failure(sample);
        });
    }

    /** What is rendered on its own. */
    private record Stem(String name, Project project, boolean onlyReverb) {
    }

    /** The names of the stems there will be, unless one is silent. */
    public List<String> stemNames() {
        return stems().stream().map(Stem::name).toList();
    }

    private List<Stem> stems() {
        Choice.Piece piece = choice.pieces(project, repeat, false).get(0);
        Kit kit = project.kit();
        List<Row> rows = kit.rows().stream().filter(row -> kit.isHeard(row) && piece.score().plays(row.id())).toList();
        List<Stem> stems = new ArrayList<>();
        for (Row row : rows) {
            Kit alone = kit.alone(row.id());
            stems.add(new Stem(row.name(), project.withKit(options.reverbStem() ? alone.with(row.id(), own -> own.withStrip(own.strip().withSend(0))) : alone), false));
        }
        if (options.reverbStem() && rows.stream().anyMatch(row -> row.strip().send() > 0)) {
            stems.add(new Stem(REVERB, project, true));
        }
        return stems;
    }

    /** The project's backing, if it is to be in what is written. */
    private Optional<LongFrames> backing(BooleanSupplier cancelled) throws FileProblem {
        Optional<Backing> wished = project.backing().filter(of -> of.exported() && of.heard());
        return wished.isEmpty() ? Optional.empty() : Optional.of(BackingFile.read(wished.get(), options.rateHz(), SampleFolder.usual(), cancelled, share -> { }));
    }

    /** How long the whole piece is; –1 if that was cancelled. */
    private long wholeFrames(BooleanSupplier cancelled) throws IOException, FileProblem {
        Choice.Piece piece = choice.pieces(project, repeat, false).get(0);
        PlayableBuilder builder = new PlayableBuilder(sounds).backing(backing(cancelled).orElse(null));
        OfflineRender render = new OfflineRender(piece.project(), piece.score(), sounds, options.limiter() && !options.limitsAtLast(), builder);
        return options.isLoop() ? render.musicFrames() : render.render(options.tailSeconds(), OfflineRender.SILENT, (left, right, count) -> { }, cancelled, share -> { });
    }

    private Stems written(Path folder, List<Stem> parts, List<Rendered> all, long whole) throws FileProblem, IOException {
        AudioOptions plain = options.withLevel(AudioOptions.Level.AS_IT_IS).withoutLimiter();
        List<Finish> finished = new ArrayList<>();
        for (Rendered rendered : all) {
            finished.add(new Finish(rendered, plain, 1));
        }
        List<Path> written = new ArrayList<>();
        List<String> silent = new ArrayList<>();
        for (int i = 0; i < parts.size(); i++) {
            if (all.get(i).meter().peak() < OfflineRender.SILENT) {
                silent.add(parts.get(i).name);
                continue;
            }
            Path target = folder.resolve(String.format(Locale.ROOT, "%02d %s.wav", written.size() + 1, Names.file(parts.get(i).name)));
            writeWav(target, finished.get(i), whole);
            written.add(target);
        }
        return new Stems(List.copyOf(written), List.copyOf(silent), whole);
    }

    /** Renders to a file beside the target; null, leaving nothing behind, if it was cancelled. */
    private Rendered rendered(Project of, Path target, boolean limiter, float silent, PlayableBuilder builder, BooleanSupplier cancelled, DoubleConsumer progress) throws FileProblem {
        Choice.Piece piece = choice.pieces(of, repeat, false).get(0);
        OfflineRender render = new OfflineRender(piece.project(), piece.score(), sounds, limiter, builder);
        long frames = render.musicFrames() + sounds.rateHz() * 10L;
        long estimate = frames * 2 * options.format().bytes();
        if (estimate > WavWriter.MAX_BYTES) {
            throw new FileProblem(target, "would be longer than the 4 GiB a WAV file can hold; choose fewer repeats");
        }
        refuseFullDisk(target, estimate + frames * Rendered.FRAME_BYTES);
        try {
            return Rendered.render(render, target, options.rateHz(), options.tailSeconds(), options.isLoop() ? SILENT_PART : silent, cancelled, progress).orElse(null);
        } catch (IOException problem) {
            throw FileProblem.of(target, "written", problem);
        }
    }

    /** Header and so many frames, silence behind the last that there are. */
    private void writeWav(Path target, Finish finish, long frames) throws FileProblem {
        Pcm.Format format = options.format();
        AtomicFile.write(target, out -> {
            out.write(WavWriter.header(frames, options.rateHz(), format));
            byte[] bytes = new byte[OfflineRender.BLOCK * 2 * format.bytes()];
            Dither dither = new Dither(format);
            long[] room = {frames};
            finish.run((left, right, count) -> {
                int wanted = (int) Math.min(count, room[0]);
                room[0] -= wanted;
                dither.add(left, right, wanted);
                Pcm.encode(left, right, wanted, format, bytes);
                out.write(bytes, 0, wanted * 2 * format.bytes());
            }, () -> room[0] == 0);
            byte[] silence = new byte[1 << 12];
            for (long left = room[0] * 2 * format.bytes(); left > 0; left -= silence.length) {
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
