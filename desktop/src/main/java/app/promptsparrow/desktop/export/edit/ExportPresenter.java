package app.promptsparrow.desktop.export.edit;

import app.promptsparrow.desktop.orders.DragFiles;
import app.promptsparrow.desktop.orders.Order;
import app.promptsparrow.desktop.orders.Orders;
import app.promptsparrow.desktop.player.PlayLog;
import app.promptsparrow.desktop.session.Chosen;
import app.promptsparrow.desktop.session.Playing;
import app.promptsparrow.desktop.session.Session;
import app.promptsparrow.export.Choice;
import app.promptsparrow.kit.Row;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.project.Bank;
import app.promptsparrow.project.Edit;
import app.promptsparrow.project.KitEdit;
import app.promptsparrow.project.Project;
import app.promptsparrow.project.Song;
import app.promptsparrow.project.SongId;
import app.promptsparrow.text.Plural;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** What the Export view shows and asks: what is written, as what, how; what that will be is always the sentence of the very thing that is written. Owned by the UI thread; needs no window. */
public final class ExportPresenter {

    /** What is written. */
    public enum What {
        PATTERN("This pattern"), BANK("This bank, in order"), EACH("Each pattern of the bank"), ALL("Each pattern of all banks"), SONG("Song"), PLAYED("What I played last");

        private final String title;

        What(String title) {
            this.title = title;
        }

        public String title() {
            return title;
        }
    }

    private static final int MOST_SHOWN = 8;
    /** An answer that takes longer is announced. */
    private static final long SOON_NS = 100_000_000;

    private final Session session;
    private final Chosen chosen;
    private final Playing playing;
    private final Orders orders;
    private final ExportSettings settings;
    private final DragFiles drags;
    private What what = What.PATTERN;
    private Order.Form form = Order.Form.MIDI;
    private Optional<PlayLog.Taken> played = Optional.empty();
    private String sentence = "";
    private boolean possible;
    /** For what the sentence was asked last, and whether an answer is still to come. */
    private Object askedFor;
    private boolean asking;
    private long askedNs;

    /** Everything that decides what will be written. */
    private record Asked(Order order, Project project) {
    }

    public ExportPresenter(Session session, Chosen chosen, Playing playing, Orders orders, DragFiles drags) {
        this.drags = drags;
        this.session = session;
        this.chosen = chosen;
        this.playing = playing;
        this.orders = orders;
        settings = new ExportSettings(session);
    }

    public Session session() {
        return session;
    }

    public Orders orders() {
        return orders;
    }

    // --- what, as what, how ---

    public What what() {
        return what;
    }

    public void setWhat(What to) {
        what = to;
        if (to == What.PLAYED) {
            played = playing.played(new SongId(1), "Played");
        }
        session.tell();
    }

    public void step(int by) {
        setWhat(What.values()[Math.floorMod(what.ordinal() + by, What.values().length)]);
    }

    public Order.Form form() {
        return form;
    }

    public void setForm(Order.Form to) {
        form = to;
        session.tell();
    }

    public void stepForm(int by) {
        setForm(Order.Form.values()[Math.floorMod(form.ordinal() + by, Order.Form.values().length)]);
    }

    /** What each of them is now, in a few words. */
    public String facts(What of) {
        Bank bank = session.project().banks().get(chosen.shown().bank());
        return switch (of) {
            case PATTERN -> chosen.pattern().map(Pattern::name).orElse("the slot is empty");
            case BANK, EACH -> bank.name() + ", " + Plural.of(bank.patterns().size(), "pattern");
            case ALL -> Plural.of(session.project().banks().size(), "bank") + ", " + Plural.of(session.project().filledSlots().size(), "pattern");
            case SONG -> playing.songMap().map(map -> map.song().name() + ", " + Plural.of(map.bars(), "bar") + ", " + session.project().tempo().minutes(map.length())).orElse("no song yet");
            case PLAYED -> played.map(taken -> Plural.of(taken.song().entries().size(), "entry") + " since play was pressed").orElse("the patterns, chains and fills of the last run");
        };
    }

    /** How it is written. */
    public ExportSettings settings() {
        return settings;
    }

    /** What would be written now; empty if there is nothing. */
    public Optional<Order> order() {
        Bank bank = session.project().banks().get(chosen.shown().bank());
        Optional<Choice> choice = switch (what) {
            case PATTERN -> chosen.pattern().map(pattern -> new Choice.OnePattern(chosen.shown()));
            case BANK -> Optional.of(bank).filter(of -> !of.patterns().isEmpty()).map(of -> new Choice.BankInOrder(chosen.shown().bank()));
            case EACH -> Optional.of(bank).filter(of -> !of.patterns().isEmpty()).map(of -> new Choice.EachOfBank(chosen.shown().bank()));
            case ALL -> session.project().filledSlots().isEmpty() ? Optional.empty() : Optional.of(new Choice.EachOfAll());
            case SONG -> playing.songMap().map(map -> new Choice.OneSong(session.project().songs().indexOf(map.song())));
            case PLAYED -> played.map(taken -> new Choice.AsPlayed(taken.song(), taken.pieces()));
        };
        return choice.map(of -> new Order(of, form, name(bank), settings.repeat(), settings.midi(), settings.audio(), settings.picture()));
    }

    /** The patterns that are written, in order, at most as many as can be shown side by side. */
    public List<Pattern> patterns() {
        Bank bank = session.project().banks().get(chosen.shown().bank());
        List<Pattern> all = switch (what) {
            case PATTERN -> chosen.pattern().map(List::of).orElse(List.of());
            case BANK, EACH -> bank.patterns();
            case ALL -> session.project().banks().stream().flatMap(each -> each.patterns().stream()).toList();
            case SONG -> playing.song().map(song -> entries(song, List.of())).orElse(List.of());
            case PLAYED -> played.map(taken -> entries(taken.song(), taken.pieces())).orElse(List.of());
        };
        return all.subList(0, Math.min(MOST_SHOWN, all.size()));
    }

    private List<Pattern> entries(Song song, List<Pattern> pieces) {
        return song.entries().stream().limit(MOST_SHOWN).flatMap(entry -> session.project().pattern(entry.pattern())
                .or(() -> pieces.stream().filter(piece -> piece.id().equals(entry.pattern())).findFirst()).stream()).toList();
    }

    private String name(Bank bank) {
        return switch (what) {
            case PATTERN -> chosen.pattern().map(Pattern::name).orElse("pattern");
            case BANK, EACH -> bank.name();
            case ALL -> session.project().name();
            case SONG -> playing.song().map(Song::name).orElse("song");
            case PLAYED -> "Played";
        };
    }

    // --- the sentence ---

    /** What will be written, or why nothing can be. */
    public String sentence() {
        return sentence;
    }

    public boolean isPossible() {
        return possible;
    }

    /** Once a pulse while it is shown: asks anew when something has changed, one question at a time. */
    public void pulse() {
        Optional<Order> order = order();
        Object asked = order.<Object>map(of -> new Asked(of, session.project())).orElse(what);
        if (asking && possible && System.nanoTime() - askedNs > SOON_NS) {
            tell("working out what will be written …", false);
        }
        if (asking || asked.equals(askedFor)) {
            return;
        }
        askedFor = asked;
        askedNs = System.nanoTime();
        if (order.isEmpty()) {
            tell(what == What.PLAYED ? "Nothing has been played yet: play patterns, a chain or fills, then choose this again" : "There is nothing to write: " + facts(what), false);
            return;
        }
        if ((what == What.EACH || what == What.ALL) && (form == Order.Form.WAV || form == Order.Form.STEMS)) {
            tell("Audio of each pattern is written one by one: choose a pattern, or the bank in order", false);
            return;
        }
        asking = true;
        Project project = session.project();
        session.jobs().beside(() -> {
            String said;
            boolean can;
            try {
                said = order.get().sentence(project);
                can = true;
            } catch (IllegalArgumentException cannot) {
                said = cannot.getMessage();
                can = false;
            }
            String told = said;
            boolean could = can;
            return () -> tell(told, could);
        }, () -> asking = false);
    }

    private void tell(String what, boolean can) {
        sentence = what;
        possible = can;
        session.tell();
    }

    public void write() {
        if (possible) {
            order().ifPresent(orders::ask);
        } else {
            session.say(sentence);
        }
    }

    // --- the card to drag out ---

    /** How what is chosen goes out as a file. */
    public DragFiles drags() {
        return drags;
    }

    /** What can be dragged: one piece. */
    public Optional<Order> dragOrder() {
        return order().filter(of -> !of.choice().isSeveral());
    }

    /** Whether another program plays all rows. */
    public boolean isMidiOnly() {
        return session.project().kit().rows().stream().allMatch(row -> row.midi().only());
    }

    /** Lets another program play the rows, so that nothing sounds twice, or the program's own sounds again. */
    public void toggleMidiOnly() {
        boolean to = !isMidiOnly();
        List<Edit> edits = new ArrayList<>();
        for (Row row : session.project().kit().rows()) {
            if (row.midi().only() != to) {
                edits.add(new KitEdit.SetRow(to ? "MIDI only" : "Own sound", row.withMidi(row.midi().withOnly(to))));
            }
        }
        session.apply(new Edit.Together(to ? "MIDI only: another program sounds" : "The program's own sounds again", edits));
    }
}
