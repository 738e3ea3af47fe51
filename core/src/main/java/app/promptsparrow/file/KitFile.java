package app.promptsparrow.file;

import app.promptsparrow.kit.Kit;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;

/**
 * Kit files, {@code .sparrowkit}: a ZIP with {@code kit.json} and the files of its samples. Two saves of the same kit are
 * byte-identical. Any thread.
 */
public final class KitFile {

    public static final String EXTENSION = ".sparrowkit";

    private static final String ENTRY = "kit.json";
    /** Kits were not written on their own before. */
    private static final int FIRST_FORMAT = 3;
    private static final List<Container.Kind> KINDS = List.of(Container.Kind.json(ENTRY), SampleEntries.KIND);

    private KitFile() {
    }

    /** Writes a kit; as for projects, the file is there in full or stays as it was, and the one before stays beside it. */
    public static void save(Kit kit, Path target) throws FileProblem {
        save(kit, target, SampleFolder.usual());
    }

    static void save(Kit kit, Path target, SampleFolder samples) throws FileProblem {
        byte[] json = JsonText.of(out -> {
            out.writeStartObject();
            out.writeNumberField("format", ProjectJson.FORMAT);
            out.writeFieldName("kit");
            KitJson.write(out, kit);
            out.writeEndObject();
        }, true);
        AtomicFile.writeKeepingOld(target, out -> {
            Container.Writer container = new Container.Writer(out).entry(ENTRY, json);
            SampleEntries.write(container, kit, Optional.empty(), samples);
            container.finish();
        });
    }

    /**
     * Reads a kit, and puts its samples where they are played from.
     *
     * @throws FileProblem with one sentence: the file, the place in it, what is wrong
     */
    public static Kit open(Path file) throws FileProblem {
        return open(file, SampleFolder.usual());
    }

    static Kit open(Path file, SampleFolder samples) throws FileProblem {
        try {
            return Container.read(file, KINDS, entries -> {
                Kit kit = entries.read(ENTRY, in -> JsonText.read(in, KitFile::read));
                SampleEntries.keep(file, entries, samples, LeftOut.nothing());
                return kit;
            });
        } catch (JsonText.Refused wrong) {
            throw new FileProblem(file, ENTRY + wrong.getMessage(), wrong);
        }
    }

    private static Kit read(JsonPlace json) {
        json.object("format", "kit");
        return KitJson.read(json.at("kit"), ProjectJson.readFormat(json, FIRST_FORMAT), LeftOut.nothing());
    }
}
