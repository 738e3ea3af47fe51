package app.promptsparrow.project;

import app.promptsparrow.kit.BuiltInKits;
import app.promptsparrow.kit.Kit;
import app.promptsparrow.kit.Master;
import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.Lane;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.pattern.PatternId;
import app.promptsparrow.text.Names;
import app.promptsparrow.time.Meter;
import app.promptsparrow.time.Swing;
import app.promptsparrow.time.Tempo;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.function.UnaryOperator;

/**
 * Everything that is saved in a project file. Immutable; an edit makes a new one that shares all that did not change.
 *
 * @param chanceNumber decides which layer a hit gets where a row chooses by chance; another number, other choices
 * @param banks 1 to {@value #MAX_BANKS}; a pattern's id stands in one slot only
 * @param chain patterns that are played one after the other, over and over; empty, or up to {@value #MAX_CHAIN} of those there are
 * @param given the ids that were given out so far; raised to those there are
 */
public record Project(String name, Tempo tempo, Meter meter, Swing swing, Key key, Touches touches, int chanceNumber, Kit kit, Master master, List<Bank> banks,
                      List<PatternId> chain, List<Song> songs, Optional<Backing> backing, GivenIds given) {

    public static final int MAX_BANKS = 64;
    /** The chance number of a new project. */
    public static final int USUAL_CHANCE = 1;
    public static final int MAX_CHAIN = 999;
    public static final int MAX_SONGS = 64;
    public static final String UNTITLED = "Untitled";

    public Project {
        Names.check("a project's name", name);
        banks = List.copyOf(banks);
        chain = List.copyOf(chain);
        songs = List.copyOf(songs);
        if (banks.isEmpty() || banks.size() > MAX_BANKS) {
            throw new IllegalArgumentException("a project has 1 to " + MAX_BANKS + " banks, not " + banks.size());
        }
        if (chain.size() > MAX_CHAIN) {
            throw new IllegalArgumentException("a chain has at most " + MAX_CHAIN + " patterns, not " + chain.size());
        }
        if (songs.size() > MAX_SONGS) {
            throw new IllegalArgumentException("a project has at most " + MAX_SONGS + " songs, not " + songs.size());
        }
        if (songs.stream().map(Song::id).distinct().count() < songs.size()) {
            throw new IllegalArgumentException("a song's id is given twice");
        }
        given = given.atLeast(checkedPatternIds(banks), highestRow(kit, banks), songs.stream().mapToInt(song -> song.id().value()).max().orElse(0));
    }

    /** Refuses a pattern id that stands in two slots; answers the highest. */
    private static int checkedPatternIds(List<Bank> banks) {
        int[] ids = new int[banks.size() * Bank.SLOTS];
        int count = 0;
        for (Bank bank : banks) {
            for (Optional<Pattern> slot : bank.slots()) {
                if (slot.isPresent()) {
                    ids[count++] = slot.get().id().value();
                }
            }
        }
        Arrays.sort(ids, 0, count);
        for (int i = 1; i < count; i++) {
            if (ids[i] == ids[i - 1]) {
                throw new IllegalArgumentException("pattern id " + ids[i] + " is given twice");
            }
        }
        return count == 0 ? 0 : ids[count - 1];
    }

    /** The highest id that a row or a lane has. */
    private static int highestRow(Kit kit, List<Bank> banks) {
        int highest = kit.highestRowId();
        for (Bank bank : banks) {
            for (Optional<Pattern> slot : bank.slots()) {
                if (slot.isPresent() && !slot.get().lanes().isEmpty()) {
                    highest = Math.max(highest, slot.get().lanes().lastKey().value());
                }
            }
        }
        return highest;
    }

    /** A new project: one bank with one empty pattern of 16 sixteenths. */
    public static Project untitled(Kit kit) {
        Pattern first = Pattern.empty(new PatternId(1), "Pattern 1", 16);
        return new Project(UNTITLED, new Tempo(92_000), Meter.FOUR_FOUR, Swing.STRAIGHT, Key.A_MINOR, Touches.USUAL, USUAL_CHANCE, kit, Master.USUAL,
                List.of(Bank.empty("Bank 1").with(0, Optional.of(first))), List.of(), List.of(), Optional.empty(), GivenIds.NONE);
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

    /** An id that no pattern of this project has or ever had. */
    public PatternId freshPatternId() {
        return new PatternId(given.patterns() + 1);
    }

    /** An id that no row of this project has or ever had. */
    public RowId freshRowId() {
        return new RowId(given.rows() + 1);
    }

    /** An id that no song of this project has or ever had. */
    public SongId freshSongId() {
        return new SongId(given.songs() + 1);
    }

    public Optional<Song> song(SongId id) {
        return songs.stream().filter(song -> song.id().equals(id)).findFirst();
    }

    /** See {@link Pattern#isLoose}; false of a pattern that is not there. */
    public boolean isLoose(PatternId id) {
        return pattern(id).map(Pattern::isLoose).orElse(false);
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
        pattern.ifPresent(to -> checkPitches(to, at(ref)));
        List<Bank> changed = new ArrayList<>(banks);
        changed.set(ref.bank(), banks.get(ref.bank()).with(ref.slot(), pattern));
        return withBanks(changed);
    }

    /** This project with one pattern changed; refuses an id it lacks. */
    public Project withPattern(PatternId id, UnaryOperator<Pattern> change) {
        SlotRef ref = slotOf(id).orElseThrow(() -> new IllegalArgumentException("the pattern is no longer in the project"));
        return withPattern(ref, Optional.of(change.apply(at(ref).orElseThrow())));
    }

    /** Refuses notes that a bass row cannot play; lanes that another pattern holds as well were looked at before. */
    private void checkPitches(Pattern pattern, Optional<Pattern> before) {
        for (Row row : kit.rows()) {
            Lane lane = pattern.lanes().get(row.id());
            if (row.isBass() && lane != null && !(before.isPresent() && before.get().lanes().get(row.id()) == lane)) {
                lane.checkNotes(row.name());
            }
        }
    }

    /** This project, if every hit can be played by its row; for what was made elsewhere. */
    public Project checked() {
        banks.forEach(bank -> bank.patterns().forEach(pattern -> checkPitches(pattern, Optional.empty())));
        return this;
    }

    /** This project without a row, its hits in every pattern and its rests in songs. */
    Project withoutRow(RowId row) {
        Kit left = kit.without(row);
        List<Bank> changed = banks.stream().map(bank -> bank.withEach(pattern -> pattern.withLane(row, lane -> Lane.EMPTY))).toList();
        return new Project(name, tempo, meter, swing, key, touches, chanceNumber, left, master, changed, chain,
                songs.stream().map(song -> song.withoutRow(row)).toList(), backing, given);
    }

    /** This project with another kit, without the rests and empty lanes of rows that the kit lacks. */
    Project withKitInPlace(Kit to) {
        List<RowId> gone = kit.rows().stream().map(Row::id).filter(id -> to.indexOf(id) < 0).toList();
        Project changed = this;
        for (RowId row : gone) {
            List<Bank> left = changed.banks.stream().map(bank -> bank.withEach(pattern -> pattern.withLane(row, lane -> Lane.EMPTY))).toList();
            changed = changed.withBanks(left).withSongs(changed.songs.stream().map(song -> song.withoutRow(row)).toList());
        }
        return changed.withKit(to).checked();
    }

    /** This project without song entries and elements of its chain that name a pattern it lacks. */
    public Project withoutLostPatterns() {
        Project left = this;
        if (!chain.stream().allMatch(id -> pattern(id).isPresent())) {
            left = left.withChain(chain.stream().filter(id -> pattern(id).isPresent()).toList());
        }
        if (!songs.stream().allMatch(song -> song.entries().stream().allMatch(this::hasAll))) {
            left = left.withSongs(songs.stream().map(song -> song.withEntries(song.entries().stream().filter(this::hasAll).toList())).toList());
        }
        return left;
    }

    private boolean hasAll(Song.Entry entry) {
        return pattern(entry.pattern()).isPresent() && entry.fill().map(fill -> pattern(fill).isPresent()).orElse(true);
    }

    public Project withName(String to) {
        return new Project(to, tempo, meter, swing, key, touches, chanceNumber, kit, master, banks, chain, songs, backing, given);
    }

    public Project withTempo(Tempo to) {
        return new Project(name, to, meter, swing, key, touches, chanceNumber, kit, master, banks, chain, songs, backing, given);
    }

    public Project withMeter(Meter to) {
        return new Project(name, tempo, to, swing, key, touches, chanceNumber, kit, master, banks, chain, songs, backing, given);
    }

    public Project withSwing(Swing to) {
        return new Project(name, tempo, meter, to, key, touches, chanceNumber, kit, master, banks, chain, songs, backing, given);
    }

    public Project withKey(Key to) {
        return new Project(name, tempo, meter, swing, to, touches, chanceNumber, kit, master, banks, chain, songs, backing, given);
    }

    public Project withTouches(Touches to) {
        return new Project(name, tempo, meter, swing, key, to, chanceNumber, kit, master, banks, chain, songs, backing, given);
    }

    public Project withChanceNumber(int to) {
        return new Project(name, tempo, meter, swing, key, touches, to, kit, master, banks, chain, songs, backing, given);
    }

    public Project withKit(Kit to) {
        return new Project(name, tempo, meter, swing, key, touches, chanceNumber, to, master, banks, chain, songs, backing, given);
    }

    public Project withMaster(Master to) {
        return new Project(name, tempo, meter, swing, key, touches, chanceNumber, kit, to, banks, chain, songs, backing, given);
    }

    public Project withBanks(List<Bank> to) {
        return new Project(name, tempo, meter, swing, key, touches, chanceNumber, kit, master, to, chain, songs, backing, given);
    }

    public Project withChain(List<PatternId> to) {
        return new Project(name, tempo, meter, swing, key, touches, chanceNumber, kit, master, banks, to, songs, backing, given);
    }

    public Project withSongs(List<Song> to) {
        return new Project(name, tempo, meter, swing, key, touches, chanceNumber, kit, master, banks, chain, to, backing, given);
    }

    public Project withBacking(Optional<Backing> to) {
        return new Project(name, tempo, meter, swing, key, touches, chanceNumber, kit, master, banks, chain, songs, to, given);
    }
}
