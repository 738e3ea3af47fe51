package app.promptsparrow.desktop.rows;

import app.promptsparrow.desktop.session.Questions;
import app.promptsparrow.desktop.session.Session;
import app.promptsparrow.file.FileProblem;
import app.promptsparrow.file.Folders;
import app.promptsparrow.file.KitFile;
import app.promptsparrow.file.SampleFolder;
import app.promptsparrow.kit.BuiltInKits;
import app.promptsparrow.kit.Kit;
import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.project.Edit;
import app.promptsparrow.project.KitEdit;
import app.promptsparrow.project.KitMatch;
import app.promptsparrow.project.Project;
import app.promptsparrow.sfz.KitFiles;
import app.promptsparrow.sfz.SfzReader;
import app.promptsparrow.sfz.SfzWriter;
import app.promptsparrow.sound.SoundDisk;
import app.promptsparrow.sound.SoundStore;
import app.promptsparrow.text.Names;
import app.promptsparrow.text.Plural;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.stream.Collectors;
import org.slf4j.LoggerFactory;

/**
 * The kits there are to choose from, and stepping through them while the beat plays on: however many are tried, taking one is one
 * undoable step. Owned by the UI thread; needs no window.
 */
public final class Kits {

    private final Session session;
    /** The step that trying belongs to, and what the project was after its last kit; another edit ends it. */
    private Object trying = new Object();
    private Project tried;
    private Kit own;
    /** The project before, and what was asked of how its rows go on in the kit that was taken. */
    private Project before;
    private Map<RowId, Optional<RowId>> asked = Map.of();
    private int at;
    /** Kits that were read from files since the program was started. */
    private final List<Kit> opened = new ArrayList<>();

    public Kits(Session session) {
        this.session = session;
        session.store().onOpen(project -> {
            tried = null;
            own = null;
            before = null;
        });
    }

    /** Those to step through: the built-in and the opened ones, favourites first, and the project's own if it is none of them. */
    public List<Kit> all() {
        List<Kit> kits = new ArrayList<>(BuiltInKits.all());
        kits.addAll(opened);
        kits.sort((a, b) -> Boolean.compare(isFavourite(b), isFavourite(a)));
        Kit kit = ownKit();
        if (kits.stream().noneMatch(kit::equals)) {
            kits.add(0, kit);
        }
        return kits;
    }

    /** The kit that the project had before others were tried. */
    private Kit ownKit() {
        return session.project() == tried ? own : session.project().kit();
    }

    public boolean isFavourite(Kit kit) {
        return session.settings().isFavourite("kit", kit.name());
    }

    public void setFavourite(Kit kit, boolean to) {
        session.settings().setFavourite("kit", kit.name(), to);
        session.tell();
    }

    /** Where the project's kit stands among all. */
    public int index() {
        return session.project() == tried ? at : Math.max(0, all().indexOf(session.project().kit()));
    }

    /** Puts the next kit (1) or the one before (–1) in the place of the project's. */
    public void step(int by) {
        take(Math.floorMod(index() + by, all().size()));
    }

    /** Puts one of all kits in the place of the project's. */
    public void take(int index) {
        Kit kit = all().get(index);
        if (session.project() != tried) {
            trying = new Object();
            own = session.project().kit();
            before = session.project();
        }
        take(kit, index, Map.of());
    }

    private void take(Kit kit, int index, Map<RowId, Optional<RowId>> asking) {
        // its own kit comes back as it was, which is no step at all
        if (session.tryOut(kit == own ? new Edit.Together("Take kit " + kit.name(), List.of()) : new KitEdit.TakeKit(kit, asking), trying)) {
            tried = session.project();
            at = index;
            asked = asking;
            session.say(kit.name() + ": " + facts(kit) + stayed(kit));
        }
    }

    /** Whether a kit was just taken, and nothing else done since. */
    public boolean isTaken() {
        return session.project() == tried && all().get(at) != own;
    }

    /** How rows go on in the kit that was just taken: looks through all patterns for hits. */
    public KitMatch match() {
        return KitMatch.of(before, all().get(at), asked);
    }

    /** The rows that there were before the kit was taken. */
    public List<Row> rowsBefore() {
        return before.kit().rows();
    }

    /** Lets a row of the kit that was just taken go on as another one, or as a row of its own; part of the same undoable step. */
    public void goOnAs(Row row, Optional<RowId> as) {
        Map<RowId, Optional<RowId>> asking = new HashMap<>(asked);
        as.ifPresent(id -> asking.values().removeIf(as::equals)); // what was asked last counts
        asking.put(row.id(), as);
        take(all().get(at), at, asking);
    }

    /** Asks for a kit file and puts its kit in the place of the project's, in one undoable step; the beat plays on. */
    public void open() {
        session.questions().fileToImport("Open a kit", "").ifPresent(this::open);
    }

    /** Opens a kit file, ours or SFZ; what of it could not be taken over is listed. */
    public void open(Path file) {
        session.say("reading " + file.getFileName() + " …");
        Session.Here here = session.here();
        session.jobs().inOrder(() -> {
            SfzReader.Taken taken = KitFiles.open(file);
            Kit kit = taken.kit();
            return here.take(file.getFileName().toString(), () -> {
                opened.removeIf(before -> before.name().equals(kit.name()));
                opened.add(kit);
                session.settings().addKitFile(file);
                session.player().sounds().retryFailures();
                tried = null; // a step of its own
                take(all().indexOf(kit));
                if (!taken.leftOut().isEmpty()) {
                    session.questions().ask(file.getFileName() + " is here, without: " + String.join("; ", taken.leftOut()), List.of(Questions.Answer.none("All right")));
                }
            });
        });
    }

    /** The kit files that were opened last are among the kits to choose from; one that is gone is left out. */
    public void openRemembered() {
        for (Path file : session.settings().kitFiles()) {
            session.jobs().inOrder(() -> {
                if (!Files.isRegularFile(file)) {
                    return () -> { };
                }
                try {
                    Kit kit = KitFiles.open(file).kit();
                    return () -> {
                        if (opened.stream().noneMatch(before -> before.name().equals(kit.name()))) {
                            opened.add(kit);
                        }
                    };
                } catch (FileProblem changed) {
                    LoggerFactory.getLogger(Kits.class).info("{} is no kit any more", file, changed);
                    return () -> { };
                }
            });
        }
    }

    /** Asks for a file and saves the project's kit to it, with its samples. */
    public void save() {
        Kit kit = session.project().kit();
        session.questions().fileToSave("Save the kit", Names.file(kit.name()), KitFile.EXTENSION, file -> session.jobs().inOrder(() -> {
            KitFile.save(kit, file);
            return () -> {
                session.settings().addKitFile(file);
                session.say("saved kit " + file.getFileName());
            };
        }));
    }

    /** Asks for a file and writes the project's kit as SFZ with WAVs beside it. */
    public void saveSfz() {
        Kit kit = session.project().kit();
        session.questions().fileToSave("Save the kit as SFZ with WAVs", Names.file(kit.name()), SfzReader.EXTENSION, file -> {
            AtomicBoolean stop = session.jobs().begun();
            session.say("writing " + file.getFileName() + " and its sounds … · Escape ends it");
            session.jobs().beside(() -> {
                SfzWriter.Written written = SfzWriter.write(kit, SoundStore.onDemand(SfzWriter.RATE, new SoundDisk(Folders.sounds()), SampleFolder.usual()), file, stop::get);
                return () -> session.say(stop.get() ? "ended: the kit was not written" : "wrote " + file.getFileName() + " and " + Plural.of(written.samples(), "sound")
                        + "; not in it: " + String.join("; ", written.leftOut()));
            }, () -> session.jobs().ended(stop));
        });
    }

    /** Which rows the project has below those of a kit that it took, since they have hits and match none of it. */
    private String stayed(Kit taken) {
        List<Row> rows = session.project().kit().rows();
        List<Row> below = rows.subList(Math.min(rows.size(), taken.rows().size()), rows.size());
        return below.isEmpty() ? "" : " · " + below.stream().map(Row::name).collect(Collectors.joining(", ")) + (below.size() == 1 ? " has" : " have") + " hits and stay" + (below.size() == 1 ? "s" : "") + " below";
    }

    /** What a kit is like, in a few words. */
    public static String facts(Kit kit) {
        String character = BuiltInKits.character(kit.name());
        return (character.isEmpty() ? "" : character + " · ") + Plural.of(kit.rows().size(), "row");
    }
}
