package app.promptsparrow.desktop.kit.edit;

import app.promptsparrow.desktop.session.Session;
import app.promptsparrow.kit.BuiltInKits;
import app.promptsparrow.kit.Family;
import app.promptsparrow.kit.Kit;
import app.promptsparrow.kit.Layer;
import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.Sound;
import app.promptsparrow.project.Edit;
import app.promptsparrow.project.KitEdit;
import app.promptsparrow.project.Project;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/**
 * Sounds to try on the chosen row's layer: stepping puts each in its place while the beat plays on, taking one keeps it, leaving puts
 * the old one back. However many are tried, it is one undoable step. Owned by the UI thread; needs no window.
 */
public final class Shelf {

    /** Which sounds are shown. */
    public enum Filter {
        FAMILY, ALL, FAVOURITES
    }

    /**
     * A sound that can be tried.
     *
     * @param from where it is from
     */
    public record Entry(String name, String from, Family family, Sound sound) {
        String key() {
            return from + "/" + name;
        }
    }

    /** So many sounds ahead of the one that is tried are made ready. */
    private static final int AHEAD = 3;
    private static final List<Entry> BUILT_IN = builtIn();

    private final Session session;
    private final KitPresenter presenter;
    private Filter filter = Filter.FAMILY;
    private String search = "";
    private Entry tried;
    private Object trying = new Object();
    /** What the project was after the last try; another edit ends trying. */
    private Project after;

    public Shelf(KitPresenter presenter) {
        this.presenter = presenter;
        session = presenter.session();
    }

    private static List<Entry> builtIn() {
        List<Entry> entries = new ArrayList<>();
        for (Kit kit : BuiltInKits.all()) {
            for (Row row : kit.rows()) {
                entries.add(new Entry(row.name(), kit.name(), row.family(), row.layers().get(0).sound()));
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

    /** The sounds that are shown: those that fit the row, with all the words that are searched for. */
    public List<Entry> entries() {
        Row row = presenter.chosen().row();
        String[] words = search.isEmpty() ? new String[0] : search.split("\\s+");
        return BUILT_IN.stream().filter(entry -> entry.sound().isLive() == row.isBass())
                .filter(entry -> !search.isEmpty() || filter != Filter.FAMILY || entry.family() == row.family() || row.family() == Family.OTHER)
                .filter(entry -> filter != Filter.FAVOURITES || isFavourite(entry))
                .filter(entry -> {
                    String text = (entry.name() + " " + entry.from()).toLowerCase(Locale.ROOT);
                    for (String word : words) {
                        if (!text.contains(word)) {
                            return false;
                        }
                    }
                    return true;
                }).toList();
    }

    public boolean isFavourite(Entry entry) {
        return session.settings().isFavourite("sound", entry.key());
    }

    public void toggleFavourite(Entry entry) {
        session.settings().setFavourite("sound", entry.key(), !isFavourite(entry));
        session.tell();
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
            if (entries.get(i).sound().equals(now)) {
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
        int now = index();
        attempt(Math.floorMod(now < 0 ? by > 0 ? 0 : -1 : now + by, entries.size()));
    }

    /** Puts a sound of the shelf in the place of the layer's. */
    public void attempt(int index) {
        List<Entry> entries = entries();
        Entry entry = entries.get(index);
        if (!isTrying()) {
            trying = new Object();
        }
        Row row = presenter.chosen().row();
        List<Layer> layers = new ArrayList<>(row.layers());
        layers.set(presenter.layerIndex(), presenter.layer().withAnother(entry.sound()));
        session.guarded(() -> {
            session.store().tryOut(new KitEdit.SetRow("Put " + entry.name() + " (" + entry.from() + ") on " + row.name(), row.withLayers(layers)), trying);
            after = session.project();
            tried = entry;
            if (!session.player().now().playing()) {
                presenter.hearChosen();
            }
            prepare(entries, index);
            session.say(entry.name() + " of " + entry.from() + " · Enter keeps it, Escape puts the old one back");
        });
    }

    /** The sounds that stepping on reaches next. */
    private void prepare(List<Entry> entries, int index) {
        List<Sound> next = new ArrayList<>();
        for (int ahead = 1; ahead <= AHEAD; ahead++) {
            next.add(entries.get((index + ahead) % entries.size()).sound());
        }
        next.add(entries.get(Math.floorMod(index - 1, entries.size())).sound());
        session.player().prepare(next);
    }

    /** The shelf is looked at: the sounds around the row's own are made ready. */
    public void prepare() {
        List<Entry> entries = entries();
        if (!entries.isEmpty() && !isTrying()) {
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
        session.store().tryOut(new Edit.Together("", List.of()), trying);
        leave();
        session.say("the old sound is back");
        return true;
    }

    private void leave() {
        tried = null;
        trying = new Object();
        session.tell();
    }
}
