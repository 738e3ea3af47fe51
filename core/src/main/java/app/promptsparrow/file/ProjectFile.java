package app.promptsparrow.file;

import app.promptsparrow.project.Backing;
import app.promptsparrow.project.Project;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.DigestOutputStream;
import java.security.MessageDigest;
import java.util.List;
import java.util.Locale;
import java.util.stream.Stream;

/**
 * Project files, {@code .sparrow}: a ZIP with {@code project.json} and the files of its samples. Two saves of the same project are byte-identical.
 * Pure functions of files; safe on any thread.
 */
public final class ProjectFile {

    public static final String EXTENSION = ".sparrow";

    private static final String ENTRY = "project.json";
    private static final List<Container.Kind> KINDS = List.of(Container.Kind.json(ENTRY), SampleEntries.KIND);

    private ProjectFile() {
    }

    /**
     * Writes atomically; the previous version stays as {@code .bak}.
     *
     * @return the file with the fingerprint of what was written
     */
    public static FileVersion save(Project project, Path target) throws FileProblem {
        return save(project, target, SampleFolder.usual());
    }

    /** @param samples where the files of its samples are; those that are not there stay named in the project */
    static FileVersion save(Project project, Path target, SampleFolder samples) throws FileProblem {
        MessageDigest digest = FileVersion.digest();
        AtomicFile.writeKeepingOld(target, out -> write(project, samples, new DigestOutputStream(out, digest)));
        return new FileVersion(target.toAbsolutePath(), FileVersion.hex(digest));
    }

    static void write(Project project, SampleFolder samples, OutputStream out) throws IOException {
        byte[] json = json(project, true);
        if (json.length > Container.MAX_JSON) {
            throw new IOException("the project is longer than the " + (Container.MAX_JSON >> 20) + " MiB that could be read again; remove patterns");
        }
        Container.Writer container = new Container.Writer(out).entry(ENTRY, json);
        SampleEntries.write(container, project.kit(), project.backing().flatMap(Backing::kept), samples);
        container.finish();
    }

    /**
     * Reads a project that is whole.
     *
     * @throws FileProblem with one sentence: the file, the place in it, what is wrong
     */
    public static Project open(Path file) throws FileProblem {
        return open(file, SampleFolder.usual());
    }

    /** @param samples where the files of its samples go */
    static Project open(Path file, SampleFolder samples) throws FileProblem {
        return read(file, samples, LeftOut.nothing()).project;
    }

    /** What a file held, and the format it is written in. */
    private record Parsed(Project project, int format) {
    }

    /** Reads a project and puts its samples where they are played from. */
    private static Parsed read(Path file, SampleFolder samples, LeftOut leftOut) throws FileProblem {
        try {
            return Container.read(file, KINDS, !leftOut.isNothing(), entries -> {
                if (entries.areCutOff()) {
                    leftOut.orRefused(file, "is cut off; samples that stood at its end are missing");
                }
                Parsed parsed = entries.read(ENTRY, in -> parse(in, leftOut));
                SampleEntries.keep(file, entries, samples, leftOut);
                return parsed;
            });
        } catch (JsonText.Refused wrong) {
            throw new FileProblem(file, ENTRY + wrong.getMessage(), wrong);
        } catch (OutOfMemoryError much) {
            throw FileProblem.tooLarge(file, much);
        }
    }

    /**
     * A project, and the file it was read from as it was then.
     *
     * @param newModels whether its sounds were of earlier models and are the nearest of today's now
     * @param leftOut   what could not be read and is not in it, with the reasons
     */
    public record Opened(Project project, FileVersion version, boolean newModels, List<String> leftOut) {
    }

    /** Reads a project as far as that can be, with the fingerprint of what was read; a file that changes meanwhile is read again. */
    public static Opened openVersion(Path file) throws FileProblem {
        FileVersion before = FileVersion.of(file.toAbsolutePath());
        for (int tries = 1;; tries++) {
            LeftOut leftOut = LeftOut.what();
            Parsed parsed = read(file, SampleFolder.usual(), leftOut);
            FileVersion after = FileVersion.of(file.toAbsolutePath());
            if (after.equals(before) || tries == 3) {
                return new Opened(parsed.project, after, parsed.format < KitJson.NEW_MODELS, leftOut.said());
            }
            before = after;
        }
    }

    /** The project's JSON in UTF-8, over many lines for people or in one for machines. */
    static byte[] json(Project project, boolean forPeople) {
        return JsonText.of(out -> ProjectJson.write(out, project), forPeople);
    }

    static Project parse(byte[] json) throws JsonText.Refused {
        try {
            return parse(new ByteArrayInputStream(json), LeftOut.nothing()).project;
        } catch (IOException impossible) {
            throw new IllegalStateException(impossible); // an array gives everything
        }
    }

    private static Parsed parse(InputStream in, LeftOut leftOut) throws IOException, JsonText.Refused {
        return JsonText.read(in, json -> new Parsed(ProjectJson.read(json, leftOut), json.at("format").integer()));
    }

    /** The projects in a folder, by name; none if it cannot be read. */
    public static List<Path> in(Path folder) {
        try (Stream<Path> files = Files.list(folder)) {
            return files.filter(ProjectFile::isProject).sorted().toList();
        } catch (IOException none) {
            return List.of();
        }
    }

    /** Whether a file has our extension, case ignored. */
    public static boolean isProject(Path file) {
        return Files.isRegularFile(file) && file.toString().toLowerCase(Locale.ROOT).endsWith(EXTENSION);
    }
}
