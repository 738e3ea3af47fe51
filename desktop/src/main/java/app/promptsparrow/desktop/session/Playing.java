package app.promptsparrow.desktop.session;

import app.promptsparrow.desktop.player.PlayLog;
import app.promptsparrow.desktop.player.Player;
import app.promptsparrow.engine.Switch;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.pattern.PatternId;
import app.promptsparrow.project.Bank;
import app.promptsparrow.project.BankEdit;
import app.promptsparrow.project.Project;
import app.promptsparrow.project.Song;
import app.promptsparrow.project.SongId;
import app.promptsparrow.score.SongMap;
import app.promptsparrow.score.Source;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.ToLongFunction;

/**
 * What plays and what comes next: the shown pattern or a piece of it, the chain, a song or a piece of it, a fill in between. Owned by the UI thread; needs no
 * window.
 */
public final class Playing {

    /** What play starts. */
    public enum What {
        PATTERN, CHAIN, SONG
    }

    /** A piece of a pattern that loops, in units from its start. */
    public record Range(PatternId pattern, long from, long to) {
    }

    private final Session session;
    private final Chosen chosen;
    private What what = What.PATTERN;
    private Optional<Range> range = Optional.empty();
    /** As it was last played or queued. */
    private List<PatternId> chain;
    private Optional<SongId> song = Optional.empty();
    private Optional<Source.OfSong.Span> songLoop = Optional.empty();
    private final PlayLog log = new PlayLog();
    private SongMap map;
    private Project mapped;

    public Playing(Session session, Chosen chosen) {
        this.session = session;
        this.chosen = chosen;
        session.store().onOpen(project -> {
            what = What.PATTERN;
            range = Optional.empty();
            song = Optional.empty();
            songLoop = Optional.empty();
            chain = project.chain();
        });
        session.store().onChange(project -> followSong());
        session.store().onChange(this::followChain);
        chain = session.project().chain();
    }

    public What what() {
        boolean lost = what == What.CHAIN && session.project().chain().isEmpty() || what == What.SONG && songMap().isEmpty();
        return lost ? What.PATTERN : what;
    }

    /** When what is chosen while music plays takes over. */
    public Switch nextAt() {
        return session.settings().nextAt();
    }

    public void setNextAt(Switch to) {
        session.settings().setNextAt(to);
        session.tell();
    }

    public void playOrStop() {
        if (session.player().now().playing()) {
            stop();
        } else {
            from(0);
        }
    }

    /** Plays what is to be played: the shown pattern from one of its positions, or the chain from its start; or says why not. */
    public void from(long units) {
        if (units == 0) {
            at(what() == What.SONG ? songLoop().map(Source.OfSong.Span::from).orElse(0L) : 0);
        } else {
            chosen.pattern().ifPresentOrElse(pattern -> session.player().play(new Source.Loop(pattern.id()), units), this::sayEmpty);
        }
    }

    private void sayEmpty() {
        session.say("the slot is empty: press it, or a key from 1 to 0, to make a pattern");
    }

    /** Plays what is to be played from its start, after so many bars that are counted in. */
    public void countIn(int bars) {
        begin(first -> -bars * session.project().meterOf(first).barUnits());
    }

    /** Plays what is to be played from one of its positions. */
    public void at(long units) {
        begin(first -> units);
    }

    private void begin(ToLongFunction<Pattern> where) {
        Optional<Source> source = switch (what()) {
            case CHAIN -> Optional.of(new Source.Chain(session.project().chain()));
            case SONG -> songSource();
            case PATTERN -> chosen.pattern().map(p -> shown(p.id()));
        };
        Optional<Pattern> first = source.flatMap(s -> s.first(session.project())).flatMap(session.project()::pattern);
        if (first.isEmpty()) {
            sayEmpty();
        } else {
            session.player().play(source.get(), where.applyAsLong(first.get()));
        }
    }

    public void stop() {
        session.player().stop();
    }

    private Source shown(PatternId id) {
        return range().<Source>map(r -> new Source.Excerpt(id, r.from, r.to, Set.of())).orElse(new Source.Loop(id));
    }

    /** Lets a pattern come next, or takes back what would, if it plays already. */
    public void next(PatternId id) {
        what = What.PATTERN;
        Source source = new Source.Loop(id);
        if (source.equals(session.player().now().source())) {
            session.player().unqueue();
        } else {
            session.player().queue(source, nextAt());
        }
    }

    /** Says what is to be played; while music plays it takes over at the usual place. */
    public void choose(What to) {
        if (to == What.CHAIN && session.project().chain().isEmpty()) {
            session.say("the chain is empty: Shift+press slots to put them into it");
            return;
        }
        if (to == What.SONG && songMap().isEmpty()) {
            session.say("there is no song with patterns in it: make one in the view Song");
            return;
        }
        boolean song = to == What.SONG || session.player().now().source() instanceof Source.OfSong;
        what = to;
        if (session.player().now().playing()) {
            if (song) {
                switchSong(to);
            } else if (to == What.CHAIN && element(session.player().now()) >= 0) {
                session.player().unqueue(); // it plays
            } else if (to == What.CHAIN) {
                session.player().queue(new Source.Chain(session.project().chain()), nextAt());
            } else {
                chosen.pattern().ifPresent(pattern -> next(pattern.id()));
            }
        }
        session.tell();
    }

    // --- the song ---

    /** To a song and from one at the next bar. */
    private void switchSong(What to) {
        Source next = switch (to) {
            case SONG -> songSource().orElseThrow();
            case CHAIN -> new Source.Chain(session.project().chain());
            case PATTERN -> chosen.pattern().map(pattern -> shown(pattern.id())).orElse(null);
        };
        if (next != null && next.equals(session.player().now().source())) {
            session.player().unqueue();
        } else if (next != null) {
            session.player().queue(next, Switch.NEXT_BAR);
        }
    }

    /** The song that is shown: the one that was chosen, or the first; empty if the project has none. */
    public Optional<Song> song() {
        return song.flatMap(session.project()::song).or(() -> session.project().songs().stream().findFirst());
    }

    /** Shows another song, which is what plays if a song does. */
    public void showSong(SongId id) {
        song = Optional.of(id);
        songLoop = Optional.empty();
        if (session.player().now().source() instanceof Source.OfSong && songMap().isPresent()) {
            switchSong(What.SONG);
        }
        session.tell();
    }

    /** Where in the shown song everything is; empty if nothing is in it. */
    public Optional<SongMap> songMap() {
        Optional<Song> shown = song().filter(there -> !there.entries().isEmpty());
        if (shown.isPresent() && (map == null || mapped != session.project() || map.song() != shown.get())) {
            mapped = session.project();
            map = SongMap.of(mapped, shown.get());
        }
        return shown.map(there -> map);
    }

    private Optional<Source> songSource() {
        return song().map(there -> new Source.OfSong(there.id(), there.round(), songLoop()));
    }

    /** The piece of the song that loops; what lies beyond its end is none. */
    public Optional<Source.OfSong.Span> songLoop() {
        return songLoop.filter(loop -> songMap().map(there -> loop.from() < there.length()).orElse(false));
    }

    /** Loops a piece of the song, or with empty none; while the song plays it goes on in its place. */
    public void loopSong(Optional<Source.OfSong.Span> to) {
        songLoop = to;
        followSong();
        session.tell();
    }

    /** Plays the shown song from one of its positions. */
    public void songFrom(long units) {
        if (songMap().isEmpty()) {
            session.say("the song is empty: drag slots into it, or press Enter to put the shown pattern in");
            return;
        }
        what = What.SONG;
        session.player().play(songSource().orElseThrow(), units);
        session.tell();
    }

    /** A song that plays goes on in its place when how it plays has changed. */
    private void followSong() {
        if (session.player().now().source() instanceof Source.OfSong playing && songMap().isPresent()) {
            Optional<Source> wished = songSource().filter(source -> ((Source.OfSong) source).song().equals(playing.song()) && !source.equals(playing));
            wished.ifPresent(source -> session.player().queue(source, Switch.SAME_PLACE));
        }
    }

    /** Whether the song plays. */
    public boolean songPlays() {
        return session.player().now().source() instanceof Source.OfSong;
    }

    /** What was played since the start, see {@link PlayLog#take}. */
    public Optional<PlayLog.Taken> played(SongId id, String name) {
        return log.take(session.project(), id, name, System.nanoTime());
    }

    /** Once a pulse. */
    public void pulse(Player.Now now, long timeNs) {
        log.note(now, session.project(), timeNs);
    }

    // --- a piece of a pattern ---

    /** The piece of the shown pattern that loops. */
    public Optional<Range> range() {
        return range.filter(r -> chosen.pattern().map(p -> p.id().equals(r.pattern) && r.from < p.durationUnits()).orElse(false));
    }

    /** Loops a piece of the shown pattern, or with empty all of it; while it plays the music goes on in its place. */
    public void loop(Optional<Range> to) {
        range = to;
        PatternId id = chosen.pattern().map(Pattern::id).orElse(null);
        if (id != null && what() == What.PATTERN && id.equals(session.player().now().pattern())) {
            session.player().queue(shown(id), Switch.SAME_PLACE);
        }
        session.tell();
    }

    /** Plays some rows of a piece of the shown pattern, over and over. */
    public void piece(long from, long to, Set<RowId> leftOut) {
        chosen.pattern().ifPresent(pattern -> session.player().play(new Source.Excerpt(pattern.id(), from, to, leftOut), 0));
    }

    // --- the chain ---

    /** Puts a pattern at the end of the chain, which is what plays from then on. */
    public void append(Pattern pattern) {
        List<PatternId> longer = new ArrayList<>(session.project().chain());
        if (longer.size() == Project.MAX_CHAIN) {
            session.say("the chain has " + Project.MAX_CHAIN + " patterns, which is the most");
            return;
        }
        longer.add(pattern.id());
        boolean first = longer.size() == 1;
        setChain("Add " + pattern.name() + " to the chain", longer);
        if (first || what() != What.CHAIN) {
            choose(What.CHAIN);
        }
    }

    public void setChain(String name, List<PatternId> to) {
        session.apply(new BankEdit.SetChain(name, to));
    }

    /** A chain that plays goes on behind the element that plays now, however it was changed: an edit, undo, a pattern that is gone. */
    private void followChain(Project project) {
        if (project.chain().equals(chain)) {
            return;
        }
        chain = project.chain();
        int element = element(session.player().now());
        if (chain.isEmpty()) {
            playOn();
        } else if (element >= 0) {
            session.player().queue(chainFrom(List.of(), Math.min(element, chain.size() - 1) + 1), Switch.PASS_END);
        }
    }

    /** Some patterns once, then the chain from one of its elements on, over and over. */
    private Source chainFrom(List<PatternId> before, int element) {
        List<PatternId> all = session.project().chain();
        int first = Math.floorMod(element, all.size());
        List<PatternId> once = new ArrayList<>(before);
        once.addAll(first == 0 ? List.of() : all.subList(first, all.size()));
        return once.isEmpty() ? new Source.Chain(all) : new Source.Lead(once, new Source.Chain(all));
    }

    /** Which element of the chain plays, counted from 0: during a fill the one before it; –1 if no chain plays. */
    public static int element(Player.Now now) {
        if (now.source() instanceof Source.Chain) {
            return now.part();
        }
        if (now.source() instanceof Source.Lead lead && lead.then() instanceof Source.Chain chain) {
            int once = lead.once().size();
            return now.part() < once ? Math.max(0, chain.patterns().size() - once + now.part()) : now.part() - once;
        }
        return -1;
    }

    /** Whether a chain plays or will; what plays then goes on alone. Answers whether there was one to leave. */
    public boolean leaveChain() {
        boolean was = what == What.CHAIN;
        playOn();
        session.tell();
        return was;
    }

    private void playOn() {
        what = What.PATTERN;
        Player.Now now = session.player().now();
        if (element(now) >= 0) {
            session.player().queue(new Source.Loop(now.pattern()), Switch.SAME_PLACE);
        }
    }

    /** The next element of the chain, or with –1 the one before. Answers false if no chain plays. */
    public boolean stepChain(int by) {
        int element = element(session.player().now());
        if (element < 0 || session.project().chain().isEmpty()) {
            return false;
        }
        session.player().queue(chainFrom(List.of(), element + by), nextAt());
        return true;
    }

    // --- a fill ---

    /** Plays the fill of the playing bank once, and then what plays now: a piece that loops from its start, a chain from its next element. */
    public void fill() {
        Player.Now now = session.player().now();
        if (!now.playing()) {
            session.say("the fill is played in between: start the music first");
            return;
        }
        if (now.source() instanceof Source.OfSong) {
            session.say("a song plays its own fills: choose one for an entry in the view Song");
            return;
        }
        Optional<Bank> bank = session.project().slotOf(now.pattern()).map(slot -> session.project().banks().get(slot.bank()));
        Optional<PatternId> fill = bank.flatMap(Bank::fill);
        if (fill.isEmpty()) {
            session.say("this bank has no fill: right press a slot and make it the fill");
            return;
        }
        List<PatternId> once = List.of(fill.get());
        int element = element(now);
        if (element >= 0 && !session.project().chain().isEmpty()) {
            session.player().queue(chainFrom(once, element + 1), nextAt());
        } else {
            Source playing = now.source() instanceof Source.Lead lead ? lead.then() : now.source();
            session.player().queue(new Source.Lead(once, playing instanceof Source.Excerpt ? playing : new Source.Loop(playing.first(session.project()).orElse(now.pattern()))), nextAt());
        }
    }

    /** What comes next: true if it is a fill and not a pattern that stays. */
    public boolean isFill(Source queued) {
        return queued instanceof Source.Lead lead && session.project().banks().stream()
                .anyMatch(bank -> bank.fill().equals(lead.once().stream().findFirst()));
    }
}
