package app.promptsparrow.project;

import app.promptsparrow.kit.BuiltInKits;
import app.promptsparrow.kit.Kit;
import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.pattern.PatternId;
import app.promptsparrow.time.Meter;
import app.promptsparrow.time.Swing;
import app.promptsparrow.time.Tempo;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.UnaryOperator;

/**
 * Everything that is saved in a project file. Immutable; an edit makes a new one that shares all that did not change.
 *
 * @param banks 1 to {@value #MAX_BANKS}
 */
public record Project(String name, Tempo tempo, Meter meter, Swing swing, Key key, Kit kit, List<Bank> banks,
                      List<Song> songs) {

    public static final int MAX_BANKS = 64;
    public static final int MAX_SONGS = 64;
    public static final String UNTITLED = "Untitled";

    public Project {
        Row.checkName("a project's name", name);
        banks = List.copyOf(banks);
        songs = List.copyOf(songs);
        if (banks.isEmpty() || banks.size() > MAX_BANKS) {
            throw new IllegalArgumentException("a project has 1 to " + MAX_BANKS + " banks, not " + banks.size());
        }
        if (songs.size() > MAX_SONGS) {
            throw new IllegalArgumentException("a project has at most " + MAX_SONGS + " songs, not " + songs.size());
        }
    }

    /** A new project: one bank with one empty pattern of 16 sixteenths. */
    public static Project untitled(Kit kit) {
        Pattern first = Pattern.empty(new PatternId(1), "Pattern 1", 16);
        return new Project(UNTITLED, new Tempo(92_000), Meter.FOUR_FOUR, Swing.STRAIGHT, Key.A_MINOR, kit,
                List.of(Bank.empty("Bank 1").with(0, Optional.of(first))), List.of());
    }

    public static Project untitled() {
        return untitled(BuiltInKits.deckhand());
    }

    public Optional<Pattern> at(SlotRef ref) {
        return ref.bank() < banks.size() ? banks.get(ref.bank()).at(ref.slot()) : Optional.empty();
    }

    public Optional<Pattern> pattern(PatternId id) {
        return slotOf(id).flatMap(this::at);
    }

    /** Where a pattern lies now. */
    public Optional<SlotRef> slotOf(PatternId id) {
        for (int bank = 0; bank < banks.size(); bank++) {
            for (int slot = 0; slot < Bank.SLOTS; slot++) {
                Optional<Pattern> there = banks.get(bank).at(slot);
                if (there.isPresent() && there.get().id().equals(id)) {
                    return Optional.of(new SlotRef(bank, slot));
                }
            }
        }
        return Optional.empty();
    }

    /** The slots that hold a pattern, in order. */
    public List<SlotRef> filledSlots() {
        List<SlotRef> filled = new ArrayList<>();
        for (int bank = 0; bank < banks.size(); bank++) {
            for (int slot = 0; slot < Bank.SLOTS; slot++) {
                if (banks.get(bank).at(slot).isPresent()) {
                    filled.add(new SlotRef(bank, slot));
                }
            }
        }
        return filled;
    }

    /** An id that no pattern here has. */
    public PatternId freshPatternId() {
        int highest = 0;
        for (Bank bank : banks) {
            for (Pattern pattern : bank.patterns()) {
                highest = Math.max(highest, pattern.id().value());
            }
        }
        return new PatternId(highest + 1);
    }

    /** An id that neither a row nor a lane here has. */
    public RowId freshRowId() {
        int highest = kit.highestRowId();
        for (Bank bank : banks) {
            for (Pattern pattern : bank.patterns()) {
                if (!pattern.lanes().isEmpty()) {
                    highest = Math.max(highest, pattern.lanes().lastKey().value());
                }
            }
        }
        return new RowId(highest + 1);
    }

    public Meter meterOf(Pattern pattern) {
        return pattern.meter().orElse(meter);
    }

    /** The swing that bends a row's lane: its own, else the pattern's, else the project's; triplets stay straight. */
    public Swing swingOf(Pattern pattern, RowId row) {
        return pattern.lane(row).swing().orElseGet(() ->
                pattern.laneStep(row).isPlain() ? pattern.swing().orElse(swing) : Swing.STRAIGHT);
    }

    public Project withPattern(SlotRef ref, Optional<Pattern> pattern) {
        List<Bank> changed = new ArrayList<>(banks);
        changed.set(ref.bank(), banks.get(ref.bank()).with(ref.slot(), pattern));
        return withBanks(changed);
    }

    /** This project with one pattern changed; refuses an id it lacks. */
    public Project withPattern(PatternId id, UnaryOperator<Pattern> change) {
        SlotRef ref = slotOf(id).orElseThrow(() -> new IllegalArgumentException("the pattern is no longer in the project"));
        return withPattern(ref, Optional.of(change.apply(at(ref).orElseThrow())));
    }

    /** This project without song entries that name a pattern it lacks. */
    public Project withoutLostSongEntries() {
        if (songs.stream().allMatch(song -> song.entries().stream().allMatch(this::hasAll))) {
            return this;
        }
        return withSongs(songs.stream().map(song ->
                new Song(song.name(), song.entries().stream().filter(this::hasAll).toList())).toList());
    }

    private boolean hasAll(Song.Entry entry) {
        return pattern(entry.pattern()).isPresent() && entry.fill().map(fill -> pattern(fill).isPresent()).orElse(true);
    }

    public Project withName(String to) {
        return new Project(to, tempo, meter, swing, key, kit, banks, songs);
    }

    public Project withTempo(Tempo to) {
        return new Project(name, to, meter, swing, key, kit, banks, songs);
    }

    public Project withMeter(Meter to) {
        return new Project(name, tempo, to, swing, key, kit, banks, songs);
    }

    public Project withSwing(Swing to) {
        return new Project(name, tempo, meter, to, key, kit, banks, songs);
    }

    public Project withKey(Key to) {
        return new Project(name, tempo, meter, swing, to, kit, banks, songs);
    }

    public Project withKit(Kit to) {
        return new Project(name, tempo, meter, swing, key, to, banks, songs);
    }

    public Project withBanks(List<Bank> to) {
        return new Project(name, tempo, meter, swing, key, kit, to, songs);
    }

    public Project withSongs(List<Song> to) {
        return new Project(name, tempo, meter, swing, key, kit, banks, to);
    }
}
