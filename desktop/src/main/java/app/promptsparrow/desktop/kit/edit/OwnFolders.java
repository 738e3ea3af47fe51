package app.promptsparrow.desktop.kit.edit;

import app.promptsparrow.desktop.session.Session;
import app.promptsparrow.file.FileProblem;
import app.promptsparrow.file.SampleFolder;
import app.promptsparrow.file.SoundImport;
import app.promptsparrow.file.SoundIndex;
import app.promptsparrow.kit.SampleSound;
import app.promptsparrow.kit.Sound;
import app.promptsparrow.text.Plural;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.function.Consumer;

/**
 * Folders of sounds on this computer, remembered from one start to the next, and the files in them as they are read ahead of the hand.
 * Owned by the UI thread; needs no window.
 */
public final class OwnFolders {

    /** So many read files are kept: those around the one that is tried. */
    private static final int MOST_READ = 12;

    private final Session session;
    private final SampleFolder folder;
    private SoundIndex index = SoundIndex.EMPTY;
    private boolean looked;
    private final Map<Path, SoundImport> read = new LinkedHashMap<>(16, 0.75f, true) {
        private static final long serialVersionUID = 1;

        @Override
        protected boolean removeEldestEntry(Map.Entry<Path, SoundImport> eldest) {
            return size() > MOST_READ;
        }
    };
    private final Map<Path, List<Consumer<SoundImport>>> reading = new LinkedHashMap<>();

    OwnFolders(Session session, SampleFolder folder) {
        this.session = session;
        this.folder = folder;
    }

    public List<Path> folders() {
        return session.settings().soundFolders();
    }

    /** Remembers a folder and looks through it. */
    public void add(Path added) {
        List<Path> folders = new ArrayList<>(folders());
        if (!folders.contains(added)) {
            folders.add(added);
        }
        session.settings().setSoundFolders(folders);
        look();
    }

    /** Forgets a folder; its files stay where they are. */
    public void remove(Path gone) {
        session.settings().setSoundFolders(folders().stream().filter(one -> !one.equals(gone)).toList());
        look();
    }

    /** Asks for a folder to remember. */
    public void ask() {
        session.questions().folder("A folder of sounds").ifPresent(this::add);
    }

    /** What is in the folders, as far as it was looked through; the first call has that done. */
    SoundIndex index() {
        if (!looked) {
            look();
        }
        return index;
    }

    /** Looks through the folders again. */
    public void look() {
        looked = true;
        List<Path> folders = folders();
        if (folders.isEmpty()) {
            index = SoundIndex.EMPTY;
            session.tell();
            return;
        }
        AtomicBoolean stop = session.jobs().begun();
        session.jobs().beside(() -> {
            SoundIndex found = SoundIndex.of(folders, stop::get);
            return () -> {
                index = found;
                session.say(Plural.of(found.size(), "sound") + " in " + Plural.of(folders.size(), "folder")
                        + (found.size() == SoundIndex.MOST_FILES ? "; more than that are not looked at" : "")
                        + (found.unread() == 0 ? "" : "; " + found.unread() + " of them cannot be read"));
            };
        }, () -> session.jobs().ended(stop));
    }

    /** A file that was read, or null. */
    SoundImport there(Path file) {
        return read.get(file);
    }

    /** Whether a sound is that of a file, as far as it was read lately. */
    boolean isOf(Sound sound, Path file) {
        SoundImport there = read.get(file);
        return there != null && sound instanceof SampleSound sample && sample.hash().equals(there.hash());
    }

    /** Reads a file, or tells at once if it was read; what cannot be read is said, and nothing is told. */
    void read(Path file, Consumer<SoundImport> then) {
        SoundImport before = read.get(file);
        if (before != null) {
            then.accept(before);
            return;
        }
        List<Consumer<SoundImport>> waiting = reading.get(file);
        if (waiting != null) {
            waiting.add(then);
            return;
        }
        reading.put(file, new ArrayList<>(List.of(then)));
        int rateHz = session.player().sounds().rateHz();
        session.jobs().beside(() -> {
            try {
                SoundImport sound = SoundImport.read(file, folder, rateHz, () -> false);
                return () -> {
                    read.put(file, sound);
                    session.player().sounds().give(sound.sound(), sound.frames());
                    reading.remove(file).forEach(one -> one.accept(sound));
                };
            } catch (FileProblem problem) {
                return () -> {
                    reading.remove(file);
                    session.say(problem.getMessage());
                };
            }
        }, () -> { });
    }
}
