package app.promptsparrow.desktop.beat;

import app.promptsparrow.desktop.play.Player;
import app.promptsparrow.desktop.store.ProjectStore;
import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.Hit;
import app.promptsparrow.pattern.Lane;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.project.Bank;
import app.promptsparrow.project.Edit;
import app.promptsparrow.project.KitEdit;
import app.promptsparrow.project.Project;
import app.promptsparrow.project.ProjectEdit;
import app.promptsparrow.project.SlotRef;
import app.promptsparrow.project.Touches;
import app.promptsparrow.text.Plural;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Supplier;

/**
 * What the Beat view shows and asks of the store: which slot is shown, which row is chosen, what is selected, what the
 * next hit gets. Owned by the UI thread; needs no window.
 */
public final class BeatPresenter {

    /** The strides that most want; any other from 1 to 64 can be set. */
    static final List<Integer> STRIDES = List.of(1, 2, 3, 4, 8);

    private final ProjectStore store;
    private final Player player;
    private final List<Runnable> listeners = new ArrayList<>();
    private final Map<RowId, Integer> strides = new HashMap<>();
    private Set<Cell> selection = Set.of();
    private SlotRef shown = new SlotRef(0, 0);
    private RowId row;
    private int cursor;
    private int touch = Hit.FIRM;
    private String message = "";
    private final HitEditor editor = new HitEditor(this);
    private final ToolBox tools = new ToolBox(this);
    private final PlayKeys playKeys = new PlayKeys(this);
    private final PatternEditor patterns = new PatternEditor(this);
    private final LaneSender sender = new LaneSender(this);
    private final RowEditor rowEditor = new RowEditor(this);
    private final Selecting selecting = new Selecting(this);
    private final Auditions auditions = new Auditions(this);
    private final HitClipboard clipboard = new HitClipboard(this);
    private Optional<Preview> preview = Optional.empty();
    private final RowsInView rowsInView = new RowsInView(this);
    private final Comparison comparison = new Comparison(this);
    private final SlotChooser slots = new SlotChooser(this);
    private final Describer describer = new Describer(this);

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
        editor.forget();
        clipboard.drop();
        rowsInView.forget();
        comparison.forget();
        preview = Optional.empty();
        message = "";
    }

    private void projectChanged() {
        if (project().kit().row(row).isEmpty()) {
            row = project().kit().rows().get(0).id();
        }
        if (shown.bank() >= project().banks().size()) {
            shown = new SlotRef(0, 0);
        }
        cursor = withinRow(row, cursor);
        Set<Cell> kept = new LinkedHashSet<>(selection);
        kept.removeIf(cell -> hitAt(cell).isEmpty());
        selection = kept;
        player.update(project(), pattern().map(Pattern::id).orElse(null));
        tell();
    }

    public void onChange(Runnable listener) {
        listeners.add(listener);
    }

    /** Something else is shown now; what was said of the thing before is over. */
    private void tell() {
        message = "";
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

    /** Shows a sentence in the status line, until the next thing happens. */
    public void say(String text) {
        message = text;
        listeners.forEach(Runnable::run);
    }

    Optional<Hit> hitAt(Cell cell) {
        return pattern().flatMap(p -> p.lane(cell.row()).at(cell.step()));
    }

    // --- choosing ---

    /** What can be asked of banks and slots. */
    public SlotChooser slots() {
        return slots;
    }

    /** Which rows and notes are shown. */
    public RowsInView rowsInView() {
        return rowsInView;
    }

    /** Another pattern, seen over the shown one. */
    public Comparison comparison() {
        return comparison;
    }

    /** Shows a slot. */
    void show(SlotRef slot) {
        willShow(slot);
        selection = Set.of();
        projectChanged();
    }

    /** The next change of the project is about another slot, which is shown from then on. */
    void willShow(SlotRef slot) {
        shown = slot;
    }

    public void chooseRow(RowId to) {
        row = to;
        cursor = withinRow(to, cursor);
        tell();
    }

    /** Puts the cursor on a step of a row. */
    public void putCursor(RowId to, int step) {
        row = to;
        cursor = withinRow(to, step);
        clipboard.cursorMoved();
        tell();
    }

    private int withinRow(RowId of, int step) {
        return Math.max(0, Math.min(step, lastStep(of)));
    }

    private int lastStep(RowId of) {
        return pattern().map(p -> p.laneSteps(of) - 1).orElse(0);
    }

    public void moveCursor(int rows, int steps) {
        List<Row> all = rowsInView.rows();
        int index = Math.max(0, Math.min(all.size() - 1, all.indexOf(row()) + rows));
        putCursor(all.get(index).id(), cursor + steps);
    }

    /** Moves the cursor along its row by beats. */
    public void moveCursorByBeats(int beats) {
        pattern().ifPresent(p -> {
            long step = p.laneStep(row).units();
            long beat = project().meterOf(p).beatUnits();
            long at = cursor * step;
            long to = beats > 0 ? (at / beat + beats) * beat : (at + beat - 1) / beat * beat + beats * beat;
            putCursor(row, (int) Math.max(0, (to + step - 1) / step));
        });
    }

    /** Puts the cursor on the first or the last step of its row. */
    public void moveCursorToEnd(boolean last) {
        putCursor(row, last ? lastStep(row) : 0);
    }

    /** What the named touches give in this project. */
    public Touches touches() {
        return project().touches();
    }

    /** Lets a named touch give the velocity that the next hit gets now. */
    public void redefineTouch(int named) {
        String name = Touches.NAMES.get(named);
        apply(new ProjectEdit.SetTouches("Let " + name + " be " + touch, touches().with(named, touch)));
        say(name + " is " + touch + " in this project from now on");
    }

    public void setTouch(int velocity) {
        touch = Hit.clampVelocity(velocity);
        tell();
    }

    /** The named touch behind the one that is set, the quietest behind the loudest. */
    public void nextTouch() {
        setTouch(touches().velocities().stream().filter(velocity -> velocity > touch).findFirst().orElse(touches().velocity(0)));
    }

    /** {@code touch firm 96}. */
    String touchText() {
        int named = touches().velocities().indexOf(touch);
        return "touch " + (named < 0 ? "" : Touches.NAMES.get(named) + " ") + touch;
    }

    /** The usual strides one after the other. */
    public void nextStride() {
        setStride(STRIDES.stream().filter(steps -> steps > stride()).findFirst().orElse(1));
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

    /** Enter is held: plants on at the stride to the end of the lane, and stops there. */
    public void enterHeld() {
        if (!clipboard.isShowing() && pattern().isPresent()) {
            editor.plantOn();
        }
    }

    /** Enter: plants what a paste shows, makes a pattern in an empty slot, or plants at the cursor. */
    public void enter() {
        if (clipboard.isShowing()) {
            clipboard.plant();
        } else if (pattern().isEmpty()) {
            slots.choose(shown, true);
        } else {
            editor.plantAtCursor();
        }
    }

    public void stop() {
        player.stop();
    }

    /** Takes back a queued pattern, else the selection. */
    public void cancel() {
        if (clipboard.drop()) {
            say("");
        } else if (player.now().queued() != null) {
            player.unqueue();
        } else {
            selectNothing();
        }
    }

    public void toggleMuted() {
        apply(new KitEdit.SetMuted(row, !row().muted()));
    }

    public void toggleSoloed() {
        apply(new KitEdit.SetSoloed(row, !row().soloed()));
    }

    // --- editing ---

    /** What can be done to hits. */
    public HitEditor editor() {
        return editor;
    }

    /** What can be done to many hits at once. */
    public ToolBox tools() {
        return tools;
    }

    /** The keyboard's second mode. */
    public PlayKeys playKeys() {
        return playKeys;
    }

    /** Ways to select many hits. */
    public Selecting selecting() {
        return selecting;
    }

    /** What is heard apart from the music. */
    public Auditions auditions() {
        return auditions;
    }

    /** What goes to other rows and patterns. */
    public LaneSender sender() {
        return sender;
    }

    /** What can be done to the rows of the kit. */
    public RowEditor rowEditor() {
        return rowEditor;
    }

    public HitClipboard clipboard() {
        return clipboard;
    }

    void tellChange() {
        tell();
    }

    /** What can be done to patterns and lanes as wholes. */
    public PatternEditor patterns() {
        return patterns;
    }

    public void apply(Edit edit) {
        guarded(() -> store.apply(edit));
    }

    public void apply(Edit edit, Object gesture) {
        guarded(() -> store.apply(edit, gesture));
    }

    void guarded(Runnable change) {
        try {
            change.run();
        } catch (IllegalArgumentException refused) {
            say(refused.getMessage());
        }
    }

    public void undo() {
        undo(1);
    }

    public void redo() {
        redo(1);
    }

    /** Takes back some steps. */
    public void undo(int steps) {
        travel(steps, store::undo, "undone", "nothing to undo");
    }

    /** Brings some steps back. */
    public void redo(int steps) {
        travel(steps, store::redo, "redone", "nothing to redo");
    }

    /** What changes is shown, or named if the music is in the way. */
    private void travel(int steps, Supplier<Optional<String>> step, String done, String nothing) {
        Project before = project();
        Optional<String> name = Optional.empty();
        for (int i = 0; i < steps; i++) {
            name = step.get();
            if (name.isEmpty()) {
                break;
            }
        }
        if (name.isEmpty() && project() == before) {
            say(nothing);
            return;
        }
        Optional<SlotRef> elsewhere = changedElsewhere(before);
        if (elsewhere.isPresent() && !player.now().playing()) {
            show(elsewhere.get());
        }
        String where = elsewhere.flatMap(project()::at).map(p -> " in " + p.name()).orElse("");
        say(done + ": " + (steps == 1 ? name.orElse("") : steps + " steps") + where);
    }

    /** The first slot whose pattern is another one than before, unless the shown one is among them. */
    private Optional<SlotRef> changedElsewhere(Project before) {
        if (!before.at(shown).equals(project().at(shown))) {
            return Optional.empty();
        }
        for (int bank = 0; bank < project().banks().size(); bank++) {
            for (int slot = 0; slot < Bank.SLOTS; slot++) {
                SlotRef ref = new SlotRef(bank, slot);
                if (project().at(ref).isPresent() && !before.at(ref).equals(project().at(ref))) {
                    return Optional.of(ref);
                }
            }
        }
        return Optional.empty();
    }

    /** The cursor's step in words: {@code Closed hat · step 11 · beat 3 & · velocity 58}. */
    public String describeCursor() {
        return describe(new Cell(row, cursor));
    }

    String describe(Cell cell) {
        return describer.cell(cell);
    }

    Optional<Preview> preview() {
        return preview;
    }

    void showPreview(Optional<Preview> to) {
        preview = to;
        tell();
    }

    String rowName(RowId of) {
        return project().kit().row(of).map(Row::name).orElse("a removed row");
    }

    static String hits(int count) {
        return Plural.of(count, "hit");
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
