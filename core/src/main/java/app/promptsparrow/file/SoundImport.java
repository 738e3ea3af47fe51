package app.promptsparrow.file;

import app.promptsparrow.kit.Layer;
import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.SampleSound;
import app.promptsparrow.sample.SampleBuffer;
import app.promptsparrow.sample.SampleReader;
import app.promptsparrow.sample.SoundFileException;
import app.promptsparrow.sound.SampleAnalysis;
import app.promptsparrow.text.Names;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.BooleanSupplier;
import java.util.stream.Stream;

/**
 * A sound file as it comes into a project: kept in the program's folder, decoded, measured.
 *
 * @param name   of the file without its ending, as a row may be called
 * @param hash   by which it is kept
 * @param frames at the rate that was asked for
 * @param lacks  what of the file is not there, in words that go on behind its name
 */
public record SoundImport(String name, String hash, SampleBuffer frames, SampleAnalysis found, Optional<String> lacks) {

    /** Endings by which a folder's sound files are told from others; what they are is told by what they hold. */
    private static final List<String> ENDINGS = List.of(".wav", ".wave", ".aif", ".aiff", ".aifc", ".au", ".snd", ".flac", ".ogg", ".oga", ".mp3");

    /**
     * Reads a file. Takes what decoding takes, about 20 ms for two seconds; any thread.
     *
     * @param cancelled asked now and then; a file that was not read to its end is refused
     */
    public static SoundImport read(Path file, SampleFolder folder, int rateHz, BooleanSupplier cancelled) throws FileProblem {
        try {
            SampleReader.Told told = SampleReader.readTold(file, rateHz, cancelled);
            return new SoundImport(named(file), folder.put(file), told.frames(), SampleAnalysis.of(told.frames(), rateHz), told.lacks());
        } catch (SoundFileException refused) {
            throw FileProblem.of(file, refused);
        }
    }

    /** The sample as a sound; its pitch is what a row would make of it. */
    public SampleSound sound() {
        return new SampleSound(hash, name, SampleSound.USUAL_ROOT);
    }

    /** The sample as a layer of a row, see {@link SampleAnalysis#layer}. */
    public Layer layer(Row row) {
        return found.layer(hash, name, row);
    }

    /** A file's name without its ending, as a row may be called. */
    public static String named(Path file) {
        String name = file.getFileName().toString();
        int dot = name.lastIndexOf('.');
        return Names.of(dot > 0 ? name.substring(0, dot) : name, "sound");
    }

    /** Whether a file is a sound by its name. */
    public static boolean isNamedSound(Path file) {
        String name = file.getFileName().toString().toLowerCase(Locale.ROOT);
        return ENDINGS.stream().anyMatch(name::endsWith);
    }

    /** Files as they are, and in place of each folder the sound files in it, by name. */
    public static List<Path> files(List<Path> dropped) throws FileProblem {
        List<Path> files = new ArrayList<>();
        for (Path path : dropped) {
            if (Files.isDirectory(path)) {
                try (Stream<Path> inside = Files.list(path)) {
                    inside.filter(SoundImport::isNamedSound).sorted().forEach(files::add);
                } catch (IOException unreadable) {
                    throw FileProblem.of(path, "read", unreadable);
                }
            } else {
                files.add(path);
            }
        }
        return files;
    }
}
