package app.promptsparrow.desktop.song.edit;

import app.promptsparrow.desktop.player.PlayLog;
import app.promptsparrow.desktop.session.Chosen;
import app.promptsparrow.desktop.session.Playing;
import app.promptsparrow.desktop.session.Session;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.pattern.PatternId;
import app.promptsparrow.project.Bank;
import app.promptsparrow.project.BankEdit;
import app.promptsparrow.project.SlotRef;
import app.promptsparrow.project.Song;
import app.promptsparrow.project.SongEdit;
import app.promptsparrow.project.SongId;
import app.promptsparrow.score.SongBars;
import app.promptsparrow.score.SongMap;
import app.promptsparrow.score.SongPattern;
import app.promptsparrow.score.Source;
import app.promptsparrow.text.Plural;
import java.util.List;
import java.util.Optional;

/** What is done with songs as wholes: new ones, of what was played, of a chain or a bank; one as a pattern; stretches of bars. Owned by the UI thread; needs no window. */
public final class SongTools {

    private final Session session;
    private final Chosen chosen;
    private final Playing playing;
    private final SongPresenter presenter;

    SongTools(Session session, Chosen chosen, Playing playing, SongPresenter presenter) {
        this.session = session;
        this.chosen = chosen;
        this.playing = playing;
        this.presenter = presenter;
    }

    // --- songs ---

    public void newSong() {
        Song song = presenter.fresh("Song " + (session.project().songs().size() + 1));
        session.apply(new SongEdit.AddSong("New song", song));
        show(song);
    }

    private void show(Song song) {
        if (session.project().song(song.id()).isPresent()) {
            playing.showSong(song.id());
            presenter.choose(0, 1);
        }
    }

    public void showSong(Song song) {
        show(song);
    }

    public void duplicateSong() {
        presenter.song().ifPresent(song -> {
            Song copy = song.withId(session.project().freshSongId()).withName(song.name() + " 2");
            session.apply(new SongEdit.AddSong("Duplicate " + song.name(), copy));
            show(copy);
        });
    }

    public void deleteSong() {
        presenter.song().ifPresent(song -> session.apply(new SongEdit.DeleteSong("Delete the song " + song.name(), song.id())));
    }

    public void rename(SongId id, String to) {
        presenter.session().guarded(() -> presenter.session().project().song(id).ifPresent(song -> presenter.session().apply(new SongEdit.SetSong("Rename the song", song.withName(to.strip())))));
    }

    public void toggleRound() {
        presenter.song().ifPresent(song -> presenter.change(song.round() ? "Stop at the end" : "Go round at the end", all -> all.withRound(!all.round())));
    }

    // --- where to go on ---

    /** Makes a song of what was played since the start. */
    public void takePlayed() {
        Optional<PlayLog.Taken> taken = playing.played(session.project().freshSongId(), "Played " + (session.project().songs().size() + 1));
        if (taken.isEmpty()) {
            session.say("nothing has been played yet: play patterns, a chain or fills, and take them then");
            return;
        }
        int songs = session.project().songs().size();
        session.apply(taken.get().edit("Take what was played"));
        if (session.project().songs().size() == songs) {
            return; // refused, and said
        }
        show(session.project().songs().get(session.project().songs().size() - 1));
        String pieces = taken.get().pieces().isEmpty() ? "" : "; " + Plural.of(taken.get().pieces().size(), "piece") + " of patterns played in part in the bank " + taken.get().song().name();
        String cut = pieces + (taken.get().cut() == 0 ? "" : "; " + Plural.of(taken.get().cut(), "pass") + " played in part " + (taken.get().cut() == 1 ? "is" : "are") + " whole in it, as the rows' grids cannot be cut there");
        String changed = taken.get().changed().isEmpty() ? "" : "; changed since: " + String.join(", ", taken.get().changed());
        String gone = taken.get().gone() == 0 ? "" : "; " + Plural.of(taken.get().gone(), "pass") + " of patterns that are gone left out";
        session.say("what was played is a song now: " + presenter.facts() + cut + changed + gone);
    }

    public void fromChain() {
        List<PatternId> chain = session.project().chain();
        if (chain.isEmpty()) {
            session.say("the chain is empty: Shift+press slots to put them into it");
            return;
        }
        Song song = Song.ofChain(session.project().freshSongId(), "Chain " + (session.project().songs().size() + 1), chain, session.project()::isLoose);
        session.apply(new SongEdit.AddSong("Make a song of the chain", song));
        show(song);
    }

    public void fromBank() {
        Bank bank = session.project().banks().get(chosen.shown().bank());
        if (bank.patterns().isEmpty()) {
            session.say("the bank " + bank.name() + " is empty");
            return;
        }
        Song song = Song.ofBank(bank).withId(session.project().freshSongId());
        session.apply(new SongEdit.AddSong("Make a song of the bank " + bank.name(), song));
        show(song);
    }

    /** Writes the song out as one pattern, in a free slot. */
    public void toPattern() {
        Optional<SlotRef> free = freeSlot();
        if (presenter.map().isEmpty() || free.isEmpty()) {
            session.say(presenter.map().isEmpty() ? "the song is empty" : "no slot is free for the pattern: empty one, or add a bank");
            return;
        }
        session.guarded(() -> {
            Pattern whole = SongPattern.of(session.project(), presenter.song().orElseThrow(), session.project().freshPatternId());
            session.apply(new BankEdit.FillSlot("Write the song out as a pattern", free.get(), Optional.of(whole)));
            chosen.show(free.get());
            session.say("the song is the pattern " + whole.name() + " in slot " + Bank.slotKey(free.get().slot()) + " now, " + Plural.of(whole.length(), "step") + " long");
        });
    }

    private Optional<SlotRef> freeSlot() {
        for (int i = 0; i < session.project().banks().size(); i++) {
            int bank = (chosen.shown().bank() + i) % session.project().banks().size();
            for (int slot = 0; slot < Bank.SLOTS; slot++) {
                if (session.project().banks().get(bank).at(slot).isEmpty()) {
                    return Optional.of(new SlotRef(bank, slot));
                }
            }
        }
        return Optional.empty();
    }

    // --- a stretch of bars ---

    /** The bars that are chosen along the ruler, which loop; with none chosen, those of the chosen entry. */
    private Optional<Source.OfSong.Span> bars() {
        return playing.songLoop().or(() -> presenter.map().map(map -> new Source.OfSong.Span(map.start(presenter.index()), map.end(presenter.index()))));
    }

    public void toggleLoop() {
        if (playing.songLoop().isPresent()) {
            playing.loopSong(Optional.empty());
        } else {
            playing.loopSong(bars());
        }
    }

    /** Loops whole bars from one to another, in either order. */
    public void loopBars(long oneBar, long otherBar) {
        presenter.map().ifPresent(map -> playing.loopSong(Optional.of(new Source.OfSong.Span(map.barStart(Math.min(oneBar, otherBar)), map.barStart(Math.max(oneBar, otherBar) + 1)))));
    }

    /** Puts the bars that loop in again behind the chosen entry. */
    public void duplicateBars() {
        bars().ifPresent(bars -> {
            SongMap map = presenter.map().orElseThrow();
            presenter.change("Duplicate bars " + map.barAt(bars.from()) + " to " + map.barAt(bars.to() - 1), song -> SongBars.duplicate(session.project(), song, bars.from(), Math.min(bars.to(), map.length()), map.end(presenter.index())));
        });
    }

    /** Puts the shown pattern into the bars that loop. */
    public void placeShown() {
        bars().ifPresent(bars -> chosen.pattern().ifPresent(pattern -> presenter.change("Place " + pattern.name(),
                song -> SongBars.place(session.project(), song, bars.from(), Math.min(bars.to(), presenter.map().orElseThrow().length()), pattern))));
    }
}
