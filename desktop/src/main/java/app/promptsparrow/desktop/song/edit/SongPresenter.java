package app.promptsparrow.desktop.song.edit;

import app.promptsparrow.desktop.rows.RowEditor;
import app.promptsparrow.desktop.rows.RowsInView;
import app.promptsparrow.desktop.session.Chosen;
import app.promptsparrow.desktop.session.Playing;
import app.promptsparrow.desktop.session.Session;
import app.promptsparrow.desktop.slots.SlotChooser;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.pattern.PatternId;
import app.promptsparrow.project.Bank;
import app.promptsparrow.project.Project;
import app.promptsparrow.project.SlotRef;
import app.promptsparrow.project.Song;
import app.promptsparrow.project.SongEdit;
import app.promptsparrow.project.SongId;
import app.promptsparrow.score.SongMap;
import app.promptsparrow.text.Plural;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.UnaryOperator;

/** What the Song view shows and asks of the store. Entries count from 0, passes from 1. Owned by the UI thread; needs no window. */
public final class SongPresenter {

    private final Session session;
    private final Chosen chosen;
    private final Playing playing;
    private final SlotChooser slots;
    private final RowsInView rowsInView;
    private final RowEditor rowEditor;
    private final Timeline timeline = new Timeline();
    private final BackingEditor backing;
    private final SongTools tools;
    private int entry;
    private int pass = 1;
    private boolean follows = true;

    public SongPresenter(Session session, Chosen chosen, Playing playing, SlotChooser slots, RowsInView rowsInView, RowEditor rowEditor) {
        this.session = session;
        this.chosen = chosen;
        this.playing = playing;
        this.slots = slots;
        this.rowsInView = rowsInView;
        this.rowEditor = rowEditor;
        backing = new BackingEditor(session, playing);
        tools = new SongTools(session, chosen, playing, this);
    }

    public Session session() {
        return session;
    }

    public Chosen chosen() {
        return chosen;
    }

    public Playing playing() {
        return playing;
    }

    public SlotChooser slots() {
        return slots;
    }

    public RowsInView rowsInView() {
        return rowsInView;
    }

    public RowEditor rowEditor() {
        return rowEditor;
    }

    /** What is done with songs as wholes. */
    public SongTools tools() {
        return tools;
    }

    /** The recording under the music. */
    public BackingEditor backing() {
        return backing;
    }

    public Timeline timeline() {
        return timeline;
    }

    // --- what is shown ---

    public Optional<Song> song() {
        return playing.song();
    }

    /** Where everything is; empty if nothing is in the song. */
    public Optional<SongMap> map() {
        return playing.songMap();
    }

    /** Which entry is chosen; 0 if there is none. */
    public int index() {
        return song().map(song -> Math.max(0, Math.min(entry, song.entries().size() - 1))).orElse(0);
    }

    public Optional<Song.Entry> entry() {
        return song().filter(song -> !song.entries().isEmpty()).map(song -> song.entries().get(index()));
    }

    /** Which of the chosen entry's passes is chosen. */
    public int pass() {
        return entry().map(there -> Math.max(1, Math.min(pass, there.repeats()))).orElse(1);
    }

    public void choose(int index, int ofPass) {
        entry = index;
        pass = ofPass;
        map().ifPresent(map -> timeline.reveal(map.start(index()), map.end(index())));
        session.tell();
    }

    /** The entry so many further. */
    public void step(int by) {
        choose(song().map(song -> Math.max(0, Math.min(song.entries().size() - 1, index() + by))).orElse(0), 1);
    }

    public void stepPass(int by) {
        choose(index(), Math.max(1, Math.min(entry().map(Song.Entry::repeats).orElse(1), pass() + by)));
    }

    public boolean follows() {
        return follows;
    }

    public void setFollows(boolean to) {
        follows = to;
        session.tell();
    }

    public String name(PatternId id) {
        return session.project().pattern(id).map(Pattern::name).orElse("?");
    }

    /** {@code 24 bars · 1:02 · 5 entries · at the end: stop}. */
    public String facts() {
        return map().map(map -> Plural.of((int) Math.min(Integer.MAX_VALUE, map.bars()), "bar") + " · " + minutes(map.length()) + " · "
                + Plural.of(map.song().entries().size(), "entry") + " · at the end: " + (map.song().round() ? "goes round" : "stop")).orElse("nothing in it yet");
    }

    public String minutes(long units) {
        return session.project().tempo().minutes(units);
    }

    /** An entry in words: {@code Wake × 3, the last as Wake fill · bars 5 to 10 · 0:10 to 0:26}. */
    public String describe(int index) {
        SongMap map = map().orElseThrow();
        Song.Entry there = map.song().entries().get(index);
        String rests = there.rests().stream().map(rest -> chosen.rowName(rest.row())).distinct().reduce((a, b) -> a + ", " + b).map(rows -> " · rests: " + rows).orElse("");
        return name(there.pattern()) + (there.repeats() == 1 ? "" : " × " + there.repeats()) + there.fill().map(fill -> ", the last as " + name(fill)).orElse("")
                + " · bars " + map.firstBar(index) + " to " + map.lastBar(index) + " · " + minutes(map.start(index)) + " to " + minutes(map.end(index)) + rests;
    }

    /** What is chosen, in words. */
    public String describe() {
        return map().map(map -> describe(index()) + " · pass " + pass() + " · " + chosen.row().name() + (entry().orElseThrow().rests(chosen.row().id(), pass()) ? " rests" : " plays"))
                .orElse("The song is empty: drag slots into it, or press Enter to put the shown pattern in");
    }

    // --- entries ---

    /** Answers whether it could be done. */
    boolean change(String name, UnaryOperator<Song> change, Object gesture) {
        Project before = session.project();
        session.guarded(() -> {
            Optional<Song> song = song();
            Song changed = change.apply(song.orElseGet(() -> fresh("Song " + (session.project().songs().size() + 1))));
            session.apply(song.isPresent() ? new SongEdit.SetSong(name, changed) : new SongEdit.AddSong(name, changed), gesture);
        });
        return session.project() != before;
    }

    boolean change(String name, UnaryOperator<Song> change) {
        return change(name, change, null);
    }

    /** A song without entries, under an id of its own. */
    Song fresh(String name) {
        return new Song(name, List.of()).withId(session.project().freshSongId());
    }

    /** An entry that is meant: where it stood, and what it plays, so that another one that comes to stand there is not taken for it. */
    public record Place(SongId song, int entry, PatternId pattern) {
    }

    /** The chosen entry's. */
    public Optional<Place> place() {
        return entry().map(there -> new Place(song().orElseThrow().id(), index(), there.pattern()));
    }

    /** What stands there, if it still does. */
    public Optional<Song.Entry> entry(Place at) {
        return song(at).map(song -> song.entries().get(at.entry));
    }

    private Optional<Song> song(Place at) {
        return session.project().song(at.song).filter(song -> at.entry < song.entries().size() && song.entries().get(at.entry).pattern().equals(at.pattern));
    }

    private void changeEntry(String name, UnaryOperator<Song.Entry> change) {
        place().ifPresent(at -> changeEntry(at, name, change, null));
    }

    private void changeEntry(Place at, String name, UnaryOperator<Song.Entry> change, Object gesture) {
        song(at).ifPresent(song -> session.guarded(() -> session.apply(new SongEdit.SetSong(name, song.withEntry(at.entry, change.apply(song.entries().get(at.entry)))), gesture)));
    }

    /** Puts a pattern in before an entry, or at the end. */
    public void insert(PatternId pattern, int at) {
        if (change("Put " + name(pattern) + " into the song", song -> song.insert(at, List.of(Song.Entry.of(pattern, 1))))) {
            choose(at, 1);
        }
    }

    /** Puts the shown pattern in behind the chosen entry. */
    public void insertShown() {
        chosen.pattern().ifPresentOrElse(pattern -> insert(pattern.id(), entry().isPresent() ? index() + 1 : 0), () -> session.say("the shown slot is empty, so there is nothing to put in"));
    }

    /** Puts a bank's patterns in, in the order of its slots. */
    public void insertBank(int bank, int at) {
        Bank from = session.project().banks().get(bank);
        if (from.patterns().isEmpty()) {
            session.say("the bank " + from.name() + " is empty");
            return;
        }
        if (change("Put the bank " + from.name() + " into the song", song -> song.insert(at, from.patterns().stream().map(pattern -> Song.Entry.of(pattern.id(), 1)).toList()))) {
            choose(at, 1);
        }
    }

    /** Where something that is put in now goes. */
    public int behindChosen() {
        return entry().isPresent() ? index() + 1 : 0;
    }

    public void remove() {
        int index = index();
        entry().ifPresent(there -> change("Take " + name(there.pattern()) + " out of the song", song -> song.without(index)));
    }

    public void duplicate() {
        copyTo(index(), index() + 1);
    }

    /** Puts a copy of an entry before another one. */
    public void copyTo(int from, int before) {
        song().filter(song -> from < song.entries().size()).ifPresent(song -> {
            if (change("Copy " + name(song.entries().get(from).pattern()), to -> to.insert(before, List.of(to.entries().get(from))))) {
                choose(before, 1);
            }
        });
    }

    /** Puts an entry before another one. */
    public void moveTo(int from, int before) {
        int to = before > from ? before - 1 : before;
        if (to != from) {
            song().filter(song -> from < song.entries().size()).ifPresent(song -> {
                change("Move " + name(song.entries().get(from).pattern()), all -> all.move(from, to));
                choose(to, 1);
            });
        }
    }

    /** Moves the chosen entry by so many places. */
    public void move(int by) {
        int size = song().map(song -> song.entries().size()).orElse(0);
        int to = index() + by;
        if (to >= 0 && to < size) {
            moveTo(index(), by > 0 ? to + 1 : to);
        }
    }

    public void setRepeats(Place of, int to, Object gesture) {
        int repeats = Math.max(1, Math.min(Song.MAX_REPEATS, to));
        entry(of).filter(there -> there.repeats() != repeats)
                .ifPresent(there -> changeEntry(of, "Repeat " + name(there.pattern()) + " " + Plural.of(repeats, "time"), one -> one.withRepeats(repeats), gesture));
    }

    public void repeat(int by) {
        place().ifPresent(of -> setRepeats(of, entry(of).orElseThrow().repeats() + by, null));
    }

    public void setFill(Optional<PatternId> fill) {
        entry().filter(there -> !there.fill().equals(fill)).ifPresent(there -> changeEntry(fill.map(id -> "Fill with " + name(id)).orElse("No fill"), one -> one.withFill(fill)));
    }

    /** The next pattern of the entry's bank as its fill, behind the last one none. */
    public void nextFill() {
        entry().ifPresent(there -> {
            List<PatternId> fills = fills(there);
            int next = there.fill().map(fills::indexOf).orElse(-1) + 1;
            setFill(next < fills.size() ? Optional.of(fills.get(next)) : Optional.empty());
        });
    }

    /** What may be an entry's fill: its bank's own first, then the bank's other patterns, then all others. */
    public List<PatternId> fills(Song.Entry of) {
        List<PatternId> fills = new ArrayList<>();
        List<Bank> banks = new ArrayList<>(session.project().banks());
        session.project().slotOf(of.pattern()).map(SlotRef::bank).ifPresent(bank -> {
            Bank own = banks.remove((int) bank);
            own.fill().ifPresent(fills::add);
            banks.add(0, own);
        });
        banks.forEach(bank -> bank.patterns().stream().map(Pattern::id).filter(id -> !fills.contains(id) && !id.equals(of.pattern())).forEach(fills::add));
        return fills;
    }

    /** Makes two entries of the chosen one, at its chosen pass. */
    public void split() {
        int index = index();
        int at = pass();
        entry().ifPresent(there -> {
            if (at < 2) {
                session.say("choose the pass at which the second entry is to begin: press it, or step to it with , and .");
                return;
            }
            if (!change("Split " + name(there.pattern()), song -> song.split(index, at))) {
                return;
            }
            choose(index + 1, 1);
            if (session.project().isLoose(there.pattern())) {
                session.say("split: lanes of " + name(there.pattern()) + " that are longer or shorter than it begin anew here now");
            }
        });
    }

    /** Joins neighbours that are the same. */
    public void join() {
        song().ifPresent(song -> {
            Song joined = song.joined(session.project()::isLoose);
            if (joined.equals(song)) {
                session.say("no neighbours are the same, or their lanes would not begin anew where they do now");
            } else {
                change("Join equal neighbours", all -> joined);
            }
        });
    }

    // --- rests ---

    /** Lets a row rest in an entry, or play again if it rests in any of it. */
    public void toggleRest(RowId row, Place of) {
        entry(of).ifPresent(there -> rest(row, of, 1, Song.MAX_REPEATS, there.rests().stream().noneMatch(one -> one.row().equals(row)), null));
    }

    /** Lets a row rest in some passes of an entry, or play in them. */
    public void rest(RowId row, Place of, int first, int last, boolean rest, Object gesture) {
        changeEntry(of, (rest ? "Let " + chosen.rowName(row) + " rest" : "Let " + chosen.rowName(row) + " play"), there -> there.withRest(row, first, last, rest), gesture);
    }

    /** Lets the chosen row rest in the chosen pass, or play in it. */
    public void togglePassRest() {
        place().ifPresent(of -> rest(chosen.row().id(), of, pass(), pass(), !entry(of).orElseThrow().rests(chosen.row().id(), pass()), null));
    }

    /** Plays from the chosen entry's chosen pass. */
    public void playFromChosen() {
        playing.songFrom(map().map(map -> map.passStart(index(), pass())).orElse(0L));
    }

    public void playFromBar(long bar) {
        map().ifPresent(map -> playing.songFrom(map.barStart(bar)));
    }

    /** Shows the chosen entry's pattern, or its fill if its pass is the one. */
    public void showPattern() {
        entry().flatMap(there -> session.project().slotOf(there.patternOf(pass()))).ifPresent(slot -> slots.choose(slot, true));
    }

    /** What a list of entries says of one. */
    public String line(int index) {
        SongMap map = map().orElseThrow();
        Song.Entry there = map.song().entries().get(index);
        return String.format(Locale.ROOT, "%d  %s%s%s  ·  bar %d", index + 1, name(there.pattern()), there.repeats() == 1 ? "" : " × " + there.repeats(),
                there.fill().map(fill -> " + " + name(fill)).orElse(""), map.firstBar(index));
    }
}
