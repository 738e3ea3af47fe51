package app.promptsparrow.desktop.rows;

import app.promptsparrow.desktop.session.Session;
import app.promptsparrow.export.MidiPlan;
import app.promptsparrow.file.KitFile;
import app.promptsparrow.kit.BuiltInKits;
import app.promptsparrow.kit.Kit;
import app.promptsparrow.project.Edit;
import app.promptsparrow.project.KitEdit;
import app.promptsparrow.project.Project;
import app.promptsparrow.text.Plural;
import java.util.ArrayList;
import java.util.List;

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
    private int at;
    /** Kits that were read from files since the program was started. */
    private final List<Kit> opened = new ArrayList<>();

    public Kits(Session session) {
        this.session = session;
        session.store().onOpen(project -> {
            tried = null;
            own = null;
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
        }
        session.guarded(() -> {
            // its own kit comes back as it was, which is no step at all
            session.store().tryOut(kit == own ? new Edit.Together("Take kit " + kit.name(), List.of()) : new KitEdit.TakeKit(kit), trying);
            tried = session.project();
            at = index;
            session.say(kit.name() + ": " + facts(kit));
        });
    }

    /** Asks for a kit file and puts its kit in the place of the project's, in one undoable step; the beat plays on. */
    public void open() {
        session.questions().fileToImport("Open a kit", KitFile.EXTENSION).ifPresent(file -> session.jobs().inOrder(() -> {
            Kit kit = KitFile.open(file);
            return () -> {
                opened.removeIf(before -> before.name().equals(kit.name()));
                opened.add(kit);
                session.player().sounds().retryFailures();
                session.apply(new KitEdit.TakeKit(kit));
                session.say(kit.name() + ": " + facts(kit));
            };
        }));
    }

    /** Asks for a file and saves the project's kit to it, with its samples. */
    public void save() {
        Kit kit = session.project().kit();
        session.questions().fileToSave("Save the kit", MidiPlan.fileName(kit.name()), KitFile.EXTENSION).ifPresent(file -> session.jobs().inOrder(() -> {
            KitFile.save(kit, file);
            return () -> session.say("saved kit " + file.getFileName());
        }));
    }

    /** What a kit is like, in a few words. */
    public static String facts(Kit kit) {
        String character = BuiltInKits.character(kit.name());
        return (character.isEmpty() ? "" : character + " · ") + Plural.of(kit.rows().size(), "row");
    }
}
