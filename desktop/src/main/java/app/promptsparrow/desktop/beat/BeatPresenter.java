package app.promptsparrow.desktop.beat;

import app.promptsparrow.desktop.control.ValueField;
import app.promptsparrow.desktop.play.Player;
import app.promptsparrow.desktop.store.ProjectStore;
import app.promptsparrow.engine.Switch;
import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.Hit;
import app.promptsparrow.pattern.Lane;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.pattern.PatternId;
import app.promptsparrow.project.Bank;
import app.promptsparrow.project.Edit;
import app.promptsparrow.project.NoteNames;
import app.promptsparrow.project.Project;
import app.promptsparrow.project.SlotRef;
import app.promptsparrow.time.Count;
import app.promptsparrow.time.Meter;
import app.promptsparrow.time.StepValue;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.UnaryOperator;

/**
 * What the Beat view shows and asks of the store: which slot is shown, which row is chosen, what is selected, what the
 * next hit gets. Owned by the UI thread; needs no window.
 */
public final class BeatPresenter {

    private static final int USUAL_BASS_NOTE = 33; // A1

    private final ProjectStore store;
    private final Player player;
    private final List<Runnable> listeners = new ArrayList<>();
    private final Map<RowId, Integer> strides = new HashMap<>();
    private final Map<RowId, Integer> bassNotes = new HashMap<>();
    private Set<Cell> selection = Set.of();
    private SlotRef shown = new SlotRef(0, 0);
    private RowId row;
    private int cursor;
    private int touch = Hit.FIRM;
    private int bassLength = 0;
    private String message = "";

    public BeatPresenter(ProjectStore store, Player player) {
        this.store = store;
        this.player = player;
        store.onOpen(this::opened);
        store.onChange(project -> projectChanged());
        opened(store.project());
    }

    private void opened(Project project) {
        player.stop();
        shown = project.filledSlots().stream().findFirst().orElse(new SlotRef(0, 0));
        row = project.kit().rows().get(0).id();
        cursor = 0;
        selection = Set.of();
        strides.clear();
        bassNotes.clear();
        message = "";
    }

    private void projectChanged() {
        if (project().kit().row(row).isEmpty()) {
            row = project().kit().rows().get(0).id();
        }
        if (shown.bank() >= project().banks().size()) {
            shown = new SlotRef(0, 0);
        }
        Set<Cell> kept = new LinkedHashSet<>(selection);
        kept.removeIf(cell -> hitAt(cell).isEmpty());
        selection = kept;
        player.update(project(), pattern().map(Pattern::id).orElse(null));
        tell();
    }

    public void onChange(Runnable listener) {
        listeners.add(listener);
    }

    /** Shows a sentence in the status line. */
    public void tell(String sentence) {
        say(sentence);
    }

    private void tell() {
        listeners.forEach(Runnable::run);
    }

    // --- what is shown ---

    public Project project() {
        return store.project();
    }

    public SlotRef shown() {
        return shown;
    }

    /** The shown pattern; empty if the shown slot is. */
    public Optional<Pattern> pattern() {
        return project().at(shown);
    }

    public Row row() {
        return project().kit().row(row).orElseThrow();
    }

    public int cursor() {
        return cursor;
    }

    Set<Cell> selection() {
        return selection;
    }

    public int touch() {
        return touch;
    }

    /** How far apart dragging plants hits on the chosen row. */
    public int stride() {
        return stride(row);
    }

    int stride(RowId of) {
        return strides.getOrDefault(of, project().kit().row(of).map(r -> r.family().stride()).orElse(1));
    }

    /** What to tell about the last action, for the status line. */
    public String message() {
        return message;
    }

    /** Lets the status line speak of the pointer or the cursor again. */
    public void forgetMessage() {
        message = "";
    }

    void say(String text) {
        message = text;
        tell();
    }

    Optional<Hit> hitAt(Cell cell) {
        return pattern().flatMap(p -> p.lane(cell.row()).at(cell.step()));
    }

    // --- choosing ---

    public void chooseRow(RowId to) {
        row = to;
        tell();
    }

    /** Puts the cursor on a step of a row. */
    public void putCursor(RowId to, int step) {
        row = to;
        cursor = Math.max(0, Math.min(step, lastStep(to)));
        tell();
    }

    private int lastStep(RowId of) {
        return pattern().map(p -> p.laneSteps(of) - 1).orElse(0);
    }

    public void moveCursor(int rows, int steps) {
        List<Row> all = project().kit().rows();
        int index = Math.max(0, Math.min(all.size() - 1, project().kit().indexOf(row) + rows));
        message = "";
        putCursor(all.get(index).id(), cursor + steps);
    }

    public void setTouch(int velocity) {
        touch = Hit.clampVelocity(velocity);
        tell();
    }

    public void setStride(int steps) {
        strides.put(row, Math.max(1, Math.min(64, steps)));
        tell();
    }

    void select(Collection<Cell> cells) {
        selection = new LinkedHashSet<>(cells);
        tell();
    }

    public void selectNothing() {
        select(Set.of());
    }

    // --- slots ---

    /**
     * Shows a slot; while music plays its pattern is also queued, unless {@code onlyShow}. An empty slot gets a new
     * pattern in the shape of the shown one.
     */
    public void chooseSlot(SlotRef slot, boolean onlyShow) {
        if (project().at(slot).isEmpty()) {
            String name = "Pattern " + project().freshPatternId().value();
            Pattern fresh = Pattern.empty(project().freshPatternId(), name, pattern().map(Pattern::length).orElse(16));
            Pattern shaped = pattern().map(p -> fresh.withStep(p.step()).withMeter(p.meter())).orElse(fresh);
            shown = slot;
            store.apply(new Edit.FillSlot("New pattern in slot " + Bank.slotKey(slot.slot()), slot, Optional.of(shaped)));
        } else {
            shown = slot;
            selection = Set.of();
            projectChanged();
        }
        Player.Now now = player.now();
        if (!now.playing() || onlyShow) {
            return;
        }
        PatternId id = pattern().orElseThrow().id();
        if (id.equals(now.pattern())) {
            player.unqueue();
        } else {
            player.queue(id, Switch.PASS_END);
        }
    }

    public void chooseBank(int bank) {
        shown = new SlotRef(bank, project().banks().get(bank).slots().stream().filter(Optional::isPresent).findFirst()
                .map(first -> project().banks().get(bank).slots().indexOf(first)).orElse(0));
        selection = Set.of();
        projectChanged();
    }

    public void addBank() {
        int index = project().banks().size();
        if (index < Project.MAX_BANKS) {
            store.apply(new Edit.AddBank("Bank " + (index + 1)));
            chooseBank(index);
        }
    }

    /** Copies the shown pattern into the next free slot of its bank and goes on there at the same place. */
    public void branch() {
        if (pattern().isEmpty()) {
            return;
        }
        Bank bank = project().banks().get(shown.bank());
        for (int i = 1; i < Bank.SLOTS; i++) {
            SlotRef free = new SlotRef(shown.bank(), (shown.slot() + i) % Bank.SLOTS);
            if (bank.at(free.slot()).isEmpty()) {
                Pattern from = pattern().orElseThrow();
                Pattern copy = from.branch(project().freshPatternId(), branchName(from.name(), bank));
                boolean wasPlaying = player.now().playing() && from.id().equals(player.now().pattern());
                shown = free;
                store.apply(new Edit.FillSlot("Branch " + from.name(), free, Optional.of(copy)));
                if (wasPlaying) {
                    player.queue(copy.id(), Switch.SAME_PLACE);
                }
                say("branched to slot " + Bank.slotKey(free.slot()) + ": " + copy.name());
                return;
            }
        }
        say("all ten slots of this bank are full; add a bank or clear a slot");
    }

    private static String branchName(String from, Bank bank) {
        String base = from.replaceAll(" \\d+$", "");
        for (int number = 2;; number++) {
            String name = base + " " + number;
            if (bank.patterns().stream().noneMatch(p -> p.name().equals(name))) {
                return name.length() > Row.MAX_NAME ? name.substring(name.length() - Row.MAX_NAME) : name;
            }
        }
    }

    // --- playing ---

    public void playOrStop() {
        if (player.now().playing()) {
            player.stop();
        } else {
            playFrom(0);
        }
    }

    /** Plays the shown pattern from the cursor's step. */
    public void playFromCursor() {
        pattern().ifPresent(p -> playFrom(cursor * p.laneStep(row).units()));
    }

    private void playFrom(long units) {
        if (pattern().isEmpty()) {
            say("the slot is empty: press it, or a key from 1 to 0, to make a pattern");
        } else if (!player.isReady()) {
            say("the sounds are still being made");
        } else {
            player.play(pattern().get().id(), units);
        }
    }

    public void stop() {
        player.stop();
    }

    /** Takes back a queued pattern, else the selection. */
    public void cancel() {
        if (player.now().queued() != null) {
            player.unqueue();
        } else {
            selectNothing();
        }
    }

    /** Strikes the row as its next hit would sound. */
    public void audition(RowId which, int velocity) {
        project().kit().row(which).ifPresent(r -> player.audition(which, velocity, r.isBass() ? bassNote(which) * 100 : 0));
    }

    /** Strikes a hit as it sounds, unless it is about to be heard anyway. */
    void auditionHit(Cell cell) {
        hitAt(cell).ifPresent(hit -> {
            Player.Now now = player.now();
            Pattern p = pattern().orElseThrow();
            if (now.playing() && p.id().equals(now.pattern())) {
                long cycle = p.laneCycleUnits(cell.row());
                long ahead = Math.floorMod(cell.step() * p.laneStep(cell.row()).units() - now.position(), cycle);
                if (ahead < 2 * project().meterOf(p).beatUnits()) {
                    return;
                }
            }
            boolean bass = project().kit().row(cell.row()).orElseThrow().isBass();
            player.audition(cell.row(), hit.velocity(), bass ? hit.pitch() * 100 : hit.pitch());
        });
    }

    // --- editing ---

    /** The hit that planting on a cell gives; {@code note} matters on bass rows only. */
    Hit newHit(Cell cell, int note) {
        Row target = project().kit().row(cell.row()).orElseThrow();
        if (!target.isBass()) {
            return Hit.drum(cell.step(), touch);
        }
        Pattern p = pattern().orElseThrow();
        int beat = (int) Math.max(1, project().meterOf(p).beatUnits() / p.laneStep(cell.row()).units());
        int length = bassLength > 0 ? bassLength : beat * Hit.STEP;
        int room = p.laneSteps(cell.row()) - cell.step();
        for (Hit next : p.lane(cell.row()).hits()) {
            if (next.step() > cell.step()) {
                room = Math.min(room, next.step() - cell.step());
                break;
            }
        }
        return Hit.bass(cell.step(), touch, note, Math.min(length, Math.max(1, room) * Hit.STEP));
    }

    int bassNote(RowId of) {
        return bassNotes.getOrDefault(of, USUAL_BASS_NOTE);
    }

    void rememberBass(RowId of, Hit hit) {
        bassNotes.put(of, hit.pitch());
        bassLength = hit.length();
    }

    String rowName(RowId of) {
        return project().kit().row(of).map(Row::name).orElse("a removed row");
    }

    /** Replaces what a gesture did so far by putting and clearing hits of one row. */
    void editRow(String name, RowId of, Collection<Integer> cleared, Collection<Hit> put, Object gesture) {
        PatternId id = pattern().orElseThrow().id();
        store.replace(new Edit.EditHits(name, id, of, Set.copyOf(cleared), List.copyOf(put)), gesture);
    }

    /** Removes the hits of some cells as one step. */
    void remove(Collection<Cell> cells, Object gesture) {
        Map<RowId, Set<Integer>> steps = new LinkedHashMap<>();
        for (Cell cell : cells) {
            if (hitAt(cell).isPresent()) {
                steps.computeIfAbsent(cell.row(), r -> new TreeSet<>()).add(cell.step());
            }
        }
        if (steps.isEmpty()) {
            return;
        }
        int count = steps.values().stream().mapToInt(Set::size).sum();
        String name = "Remove " + hits(count) + (steps.size() == 1 ? " from " + rowName(steps.keySet().iterator().next()) : "");
        PatternId id = pattern().orElseThrow().id();
        List<Edit> edits = new ArrayList<>();
        steps.forEach((r, s) -> edits.add(new Edit.EditHits(name, id, r, s, List.of())));
        store.apply(new Edit.Together(name, edits), gesture);
    }

    /** Removes the selection, or the hit under the cursor. */
    public void removeSelected() {
        if (pattern().isPresent()) {
            remove(selection.isEmpty() ? Set.of(new Cell(row, cursor)) : selection, null);
        }
    }

    /** Enter: plants a hit at the cursor and moves on by the stride, or selects the hit that is there. */
    public void plantAtCursor() {
        if (pattern().isEmpty()) {
            return;
        }
        Cell cell = new Cell(row, cursor);
        if (hitAt(cell).isPresent()) {
            select(Set.of(cell));
            return;
        }
        editRow("Plant a hit in " + rowName(row), row, Set.of(), Set.of(newHit(cell, bassNote(row))), null);
        select(Set.of(cell));
        auditionHit(cell);
        putCursor(row, cursor + stride());
    }

    /** Changes every selected hit as one step, or as part of a gesture. */
    void changeSelected(String what, UnaryOperator<Hit> change, Object gesture) {
        if (selection.isEmpty() || pattern().isEmpty()) {
            return;
        }
        Map<RowId, List<Hit>> changed = new LinkedHashMap<>();
        for (Cell cell : selection) {
            hitAt(cell).ifPresent(hit -> changed.computeIfAbsent(cell.row(), r -> new ArrayList<>()).add(change.apply(hit)));
        }
        String name = what + " of " + hits(selection.size()) + (changed.size() == 1 ? " in " + rowName(changed.keySet().iterator().next()) : "");
        PatternId id = pattern().orElseThrow().id();
        List<Edit> edits = new ArrayList<>();
        changed.forEach((r, list) -> edits.add(new Edit.EditHits(name, id, r, Set.of(), list)));
        store.apply(new Edit.Together(name, edits), gesture);
    }

    /** Sets the velocity of the selection. */
    public void setVelocity(int velocity, Object gesture) {
        changeSelected("Set velocity", hit -> hit.withVelocity(Hit.clampVelocity(velocity)), gesture);
    }

    /** Makes the selection louder or quieter, keeping the differences. */
    public void addVelocity(int difference, Object gesture) {
        changeSelected("Change velocity", hit -> hit.withVelocity(Hit.clampVelocity(hit.velocity() + difference)), gesture);
    }

    /** Sets the note length of the selection in steps. */
    public void setNoteLength(double steps, Object gesture) {
        int length = (int) Math.max(1, Math.min(Hit.MAX_LENGTH, Math.round(steps * Hit.STEP)));
        changeSelected("Set length", hit -> hit.withLength(length), gesture);
    }

    /** A touch key: the next hits get that velocity, and so do the selected ones. */
    public void touchKey(int velocity) {
        setTouch(velocity);
        setVelocity(velocity, null);
    }

    public void setPatternLength(int steps) {
        pattern().ifPresent(p -> guarded(() -> store.apply(new Edit.SetLength(p.id(), steps))));
    }

    public void apply(Edit edit) {
        guarded(() -> store.apply(edit));
    }

    public void apply(Edit edit, Object gesture) {
        guarded(() -> store.apply(edit, gesture));
    }

    private void guarded(Runnable change) {
        try {
            change.run();
        } catch (IllegalArgumentException refused) {
            say(refused.getMessage());
        }
    }

    public void undo() {
        say(store.undo().map(name -> "undone: " + name).orElse("nothing to undo"));
    }

    public void redo() {
        say(store.redo().map(name -> "done again: " + name).orElse("nothing to do again"));
    }

    /** The cursor's step in words: {@code Closed hat · step 11 · beat 3 & · velocity 58}. */
    public String describeCursor() {
        return describe(new Cell(row, cursor));
    }

    String describe(Cell cell) {
        if (pattern().isEmpty()) {
            return "empty slot: press it to make a pattern";
        }
        Pattern p = pattern().get();
        StepValue step = p.laneStep(cell.row());
        Meter meter = project().meterOf(p);
        long inBar = cell.step() * step.units() % meter.barUnits();
        String count = Count.spoken(inBar, meter, step.feel() == StepValue.Feel.TRIPLET);
        String hit = hitAt(cell).map(h -> describe(cell, h)).orElse("empty");
        return rowName(cell.row()) + " · step " + (cell.step() + 1) + " · beat " + count + " · " + hit;
    }

    private String describe(Cell cell, Hit hit) {
        StringBuilder text = new StringBuilder("velocity " + hit.velocity());
        if (project().kit().row(cell.row()).orElseThrow().isBass()) {
            text.append(" · ").append(NoteNames.of(hit.pitch()));
        }
        if (hit.length() != Hit.STEP) {
            text.append(" · ").append(ValueField.text(hit.length() / (double) Hit.STEP)).append(" steps long");
        }
        if (hit.timing() != 0) {
            text.append(" · ").append(ValueField.text(Math.abs(hit.timing()) / 1000.0)).append(hit.timing() < 0 ? " % early" : " % late");
        }
        hit.roll().ifPresent(roll -> text.append(" · roll of ").append(roll.count()));
        hit.flam().ifPresent(flam -> text.append(" · flam"));
        return text.append(hit.slide() ? " · slide" : "").toString();
    }

    static String hits(int count) {
        return count == 1 ? "1 hit" : count + " hits";
    }

    Lane lane(RowId of) {
        return pattern().map(p -> p.lane(of)).orElse(Lane.EMPTY);
    }

    ProjectStore store() {
        return store;
    }

    Player player() {
        return player;
    }
}
