package app.promptsparrow.desktop.kit.edit;

import app.promptsparrow.desktop.session.Session;
import app.promptsparrow.file.SampleFolder;
import app.promptsparrow.file.SoundIndex;
import app.promptsparrow.kit.BuiltInKits;
import app.promptsparrow.kit.Family;
import app.promptsparrow.kit.Kit;
import app.promptsparrow.kit.Layer;
import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.Sound;
import app.promptsparrow.project.Edit;
import app.promptsparrow.project.KitEdit;
import app.promptsparrow.project.Project;
import app.promptsparrow.sample.SampleBuffer;
import app.promptsparrow.sound.Outline;
import app.promptsparrow.sound.SoundStore;
import app.promptsparrow.text.Words;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.function.Predicate;

/**
 * Sounds to try on the chosen row's layer: stepping puts each in its place while the beat plays on, taking one keeps it, leaving puts
 * the old one back. However many are tried, it is one undoable step. Owned by the UI thread; needs no window.
 */
public final class Shelf {

    /** Which sounds are shown. */
    public enum Filter {
        FAMILY, ALL, FAVOURITES, OWN
    }

    /**
     * A sound that can be tried.
     *
     * @param from  where it is from: a kit or a folder
     * @param sound of a kit; null for a file, which is read when it is tried or about to be
     * @param file  of one's own, or null
     */
    public record Entry(String name, String from, Family family, Sound sound, Path file) {
        String key() {
            return file == null ? from + "/" + name : file.toString();
        }
    }

    /** So many sounds ahead of the one that is tried are made ready. */
    private static final int AHEAD = 3;
    /** So many files are shown at most; more words make them fewer. */
    public static final int MOST_FILES = 100;
    /** So many sounds of kits are made ready for their outlines to be seen. */
    private static final int MOST_DRAWN = 16;
    private static final List<Entry> BUILT_IN = builtIn();

    private final Session session;
    private final KitPresenter presenter;
    private final OwnFolders own;
    /** The entries that were asked for last, and for what. */
    private List<Entry> entries = List.of();
    private List<Object> entriesFor = List.of();
    /** The file that is to be put on the row as soon as it is read. */
    private Path awaited;
    private final Map<Entry, Outline> outlines = new HashMap<>();
    private Filter filter = Filter.FAMILY;
    private String search = "";
    private Entry tried;
    private Object trying = new Object();
    /** What the project was after the last try; another edit ends trying. */
    private Project after;

    public Shelf(KitPresenter presenter) {
        this.presenter = presenter;
        session = presenter.session();
        own = new OwnFolders(session, SampleFolder.usual());
    }

    /** The folders of sounds on this computer. */
    public OwnFolders own() {
        return own;
    }

    private static List<Entry> builtIn() {
        List<Entry> entries = new ArrayList<>();
        for (Kit kit : BuiltInKits.all()) {
            for (Row row : kit.rows()) {
                entries.add(new Entry(row.name(), kit.name(), row.family(), row.layers().get(0).sound(), null));
            }
        }
        return List.copyOf(entries);
    }

    public Filter filter() {
        return filter;
    }

    public void setFilter(Filter to) {
        filter = to;
        session.tell();
    }

    public void search(String words) {
        search = words.strip().toLowerCase(Locale.ROOT);
        session.tell();
    }

    /** The sounds that are shown: those that fit the row, with all the words that are searched for; those of kits first. */
    public List<Entry> entries() {
        Row row = presenter.chosen().row();
        boolean withFiles = filter == Filter.OWN || filter == Filter.FAVOURITES || !search.isEmpty();
        SoundIndex index = withFiles ? own.index() : SoundIndex.EMPTY;
        List<Object> asked = List.of(filter, search, row.family(), row.isBass(), index, session.settings().favourites());
        if (!asked.equals(entriesFor)) {
            entriesFor = asked;
            entries = found(row, index);
        }
        return entries;
    }

    private List<Entry> found(Row row, SoundIndex index) {
        List<Entry> found = new ArrayList<>();
        Predicate<String> wanted = Words.allOf(search);
        BUILT_IN.stream().filter(entry -> filter != Filter.OWN && entry.sound().isLive() == row.isBass())
                .filter(entry -> !search.isEmpty() || filter != Filter.FAMILY || entry.family() == row.family() || row.family() == Family.OTHER)
                .filter(entry -> filter != Filter.FAVOURITES || isFavourite(entry))
                .filter(entry -> wanted.test((entry.name() + " " + entry.from()).toLowerCase(Locale.ROOT))).forEach(found::add);
        index.find(search, filter == Filter.FAVOURITES ? SoundIndex.MOST_FILES : MOST_FILES).stream()
                .map(file -> new Entry(file.name(), file.folder(), Family.OTHER, null, file.file()))
                .filter(entry -> filter != Filter.FAVOURITES || isFavourite(entry)).limit(MOST_FILES).forEach(found::add);
        return List.copyOf(found);
    }

    public boolean isFavourite(Entry entry) {
        return session.settings().isFavourite("sound", entry.key());
    }

    public void toggleFavourite(Entry entry) {
        session.settings().setFavourite("sound", entry.key(), !isFavourite(entry));
        session.tell();
    }

    /** How an entry's sound goes, as far as it is there; one a call is made, so that it costs no pulse much. */
    public Optional<Outline> outline(Entry entry) {
        Outline drawn = outlines.get(entry);
        if (drawn == null) {
            SoundStore sounds = session.player().sounds();
            SampleBuffer frames = entry.file() != null ? own.there(entry.file()) == null ? null : own.there(entry.file()).frames()
                    : entry.sound().isLive() || !sounds.get(entry.sound()).isReady() ? null : sounds.get(entry.sound()).at(presenter.touch(), 0);
            if (frames != null) {
                drawn = Outline.of(frames, sounds.rateHz());
                outlines.put(entry, drawn);
            }
        }
        return Optional.ofNullable(drawn);
    }

    // --- trying ---

    public boolean isTrying() {
        return tried != null && session.project() == after;
    }

    /** The sound that the layer has, if it is on the shelf: the one that is tried, or the one it was taken from; else -1. */
    public int index() {
        List<Entry> entries = entries();
        if (isTrying() && entries.contains(tried)) {
            return entries.indexOf(tried);
        }
        Sound now = presenter.layer().sound();
        for (int i = 0; i < entries.size(); i++) {
            if (now.equals(entries.get(i).sound()) || entries.get(i).file() != null && own.isOf(now, entries.get(i).file())) {
                return i;
            }
        }
        return -1;
    }

    private int place(Path file) {
        for (int i = 0; i < entries().size(); i++) {
            if (file.equals(entries().get(i).file())) {
                return i;
            }
        }
        return -1;
    }

    /** Puts the next sound (1) or the one before (–1) on the row. */
    public void step(int by) {
        List<Entry> entries = entries();
        if (entries.isEmpty()) {
            session.say("there is no sound to try here");
            return;
        }
        int now = awaited == null ? index() : place(awaited); // keys may be faster than files are read
        attempt(Math.floorMod(now < 0 ? by > 0 ? 0 : -1 : now + by, entries.size()));
    }

    /** Puts a sound of the shelf in the place of the layer's; a file as soon as it is read. */
    public void attempt(int index) {
        List<Entry> from = entries();
        Entry entry = from.get(index);
        awaited = entry.file();
        KitPresenter.LayerOf layer = presenter.layerOf();
        Session.Here here = session.here();
        if (entry.file() == null) {
            attempt(from, index, presenter.layer().withAnother(entry.sound()));
            return;
        }
        if (own.there(entry.file()) == null) {
            session.say("reading " + entry.name() + " …");
        }
        own.read(entry.file(), sound -> {
            if (entry.file().equals(awaited) && here.isOpen() && layer.equals(presenter.layerOf())) { // the hand may have gone on meanwhile
                awaited = null;
                Layer before = presenter.layer();
                attempt(from, index, sound.layer(presenter.chosen().row()).withVelocities(before.from(), before.to()).withHeard(before.heard()).withTune(before.tune()));
            }
        });
    }

    private void attempt(List<Entry> from, int index, Layer layer) {
        Entry entry = from.get(index);
        if (!isTrying()) {
            trying = new Object();
        }
        Row row = presenter.chosen().row();
        List<Layer> layers = new ArrayList<>(row.layers());
        layers.set(presenter.layerIndex(), layer);
        session.guarded(() -> {
            if (!session.tryOut(new KitEdit.SetRow("Put " + entry.name() + " (" + entry.from() + ") on " + row.name(), row.withLayers(layers)), trying)) {
                return;
            }
            after = session.project();
            tried = entry;
            if (!session.player().now().playing()) {
                presenter.hearChosen();
            }
            prepare(from, index);
            session.say(entry.name() + " of " + entry.from() + " · Enter keeps it, Escape puts the old one back");
        });
    }

    /** The sounds that stepping on reaches next. */
    private void prepare(List<Entry> from, int index) {
        List<Sound> next = new ArrayList<>();
        for (int ahead : new int[] {1, 2, AHEAD, -1}) {
            Entry entry = from.get(Math.floorMod(index + ahead, from.size()));
            if (entry.file() == null) {
                next.add(entry.sound());
            } else {
                own.read(entry.file(), sound -> { });
            }
        }
        from.stream().limit(MOST_DRAWN).filter(entry -> entry.file() == null).map(Entry::sound).filter(sound -> !next.contains(sound)).forEach(next::add);
        session.player().prepare(next);
    }

    /** The shelf is looked at: the sounds around the row's own are made ready. */
    public void prepare() {
        List<Entry> entries = entries();
        if (!entries.isEmpty() && !isTrying() && entries.get(0).file() == null) { // files are read once the hand is among them
            prepare(entries, Math.max(0, index()));
        }
    }

    /** Keeps the sound that is tried. */
    public void keep() {
        if (isTrying()) {
            session.say(tried.name() + " of " + tried.from() + " stays on " + presenter.chosen().row().name());
            leave();
        }
    }

    /** Puts the old sound back. Answers whether one was tried. */
    public boolean putBack() {
        if (!isTrying()) {
            return false;
        }
        session.tryOut(new Edit.Together("", List.of()), trying);
        leave();
        session.say("the old sound is back");
        return true;
    }

    private void leave() {
        tried = null;
        awaited = null;
        trying = new Object();
        session.tell();
    }
}
