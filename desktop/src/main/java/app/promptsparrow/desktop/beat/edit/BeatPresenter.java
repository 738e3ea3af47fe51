package app.promptsparrow.desktop.beat.edit;

import app.promptsparrow.desktop.beat.show.Cell;
import app.promptsparrow.desktop.beat.show.Comparison;
import app.promptsparrow.desktop.beat.show.Describer;
import app.promptsparrow.desktop.beat.show.Hand;
import app.promptsparrow.desktop.beat.show.Outline;
import app.promptsparrow.desktop.beat.show.Planting;
import app.promptsparrow.desktop.beat.show.Selecting;
import app.promptsparrow.desktop.live.Recorder;
import app.promptsparrow.desktop.rows.RowEditor;
import app.promptsparrow.desktop.rows.RowsInView;
import app.promptsparrow.desktop.session.Chosen;
import app.promptsparrow.desktop.session.Playing;
import app.promptsparrow.desktop.session.Session;
import app.promptsparrow.desktop.slots.BringIn;
import app.promptsparrow.desktop.slots.SlotChooser;
import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.Pattern;
import java.util.LongSummaryStatistics;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * Puts together what the Beat view shows and asks of the store, and decides what the keys mean that depend on several of its
 * parts. Owned by the UI thread; needs no window.
 */
public final class BeatPresenter {

    private final Session session;
    private final Chosen chosen;
    private final Playing playing;
    private final RowsInView rowsInView;
    private final RowEditor rowEditor;
    private final SlotChooser slots;
    private final Hand hand;
    private final Planting planting;
    private final Outline outline;
    private final Describer describer;
    private final Selecting selecting;
    private final Comparison comparison;
    private final Auditions auditions;
    private final HitEditor editor;
    private final ToolBox tools;
    private final PlayKeys playKeys;
    private final PatternEditor patterns;
    private final LaneSender sender;
    private final HitClipboard clipboard;

    public BeatPresenter(Session session, Chosen chosen, Recorder recorder, SlotChooser slots, HitClipboard.Carrier carrier) {
        this.session = session;
        this.chosen = chosen;
        this.playing = recorder.playing();
        this.slots = slots;
        rowsInView = new RowsInView(session, chosen);
        rowEditor = new RowEditor(session, chosen);
        hand = new Hand(session, chosen, rowsInView);
        planting = new Planting(session, chosen);
        outline = new Outline(session);
        describer = new Describer(session, chosen, hand);
        selecting = new Selecting(session, chosen, hand);
        comparison = new Comparison(session, chosen, outline);
        auditions = new Auditions(session, chosen, hand, planting);
        editor = new HitEditor(session, chosen, hand, planting, auditions);
        tools = new ToolBox(session, chosen, hand, editor);
        playKeys = new PlayKeys(session, chosen, hand, planting, recorder, editor);
        patterns = new PatternEditor(session, chosen);
        sender = new LaneSender(session, chosen, hand);
        clipboard = new HitClipboard(session, chosen, hand, selecting, outline, carrier);
    }

    // --- keys that depend on several parts ---

    /** Plays the shown pattern from the cursor's step. */
    public void playFromCursor() {
        chosen.pattern().ifPresent(p -> playing.from(hand.units(p)));
    }

    /** Loops the selected stretch of time, or the cursor's beat; or no longer. */
    public void toggleLoop() {
        if (playing.range().isPresent()) {
            playing.loop(Optional.empty());
            return;
        }
        chosen.pattern().ifPresent(pattern -> {
            long beat = session.project().meterOf(pattern).beatUnits();
            long at = hand.units(pattern) / beat * beat;
            Selecting.Stretch stretch = span(pattern, beat).orElse(new Selecting.Stretch(at, at + beat));
            playing.loop(Optional.of(new Playing.Range(pattern.id(), stretch.fromUnits(), Math.min(pattern.durationUnits(), stretch.toUnits()))));
        });
    }

    /** The beats that the selected stretch of time, or else the selected hits, lie in. */
    private Optional<Selecting.Stretch> span(Pattern pattern, long beat) {
        if (selecting.stretch().isPresent()) {
            return selecting.stretch();
        }
        LongSummaryStatistics steps = hand.selection().stream().mapToLong(cell -> cell.step() * pattern.laneStep(cell.row()).units()).summaryStatistics();
        return steps.getCount() == 0 ? Optional.empty()
                : Optional.of(new Selecting.Stretch(steps.getMin() / beat * beat, (steps.getMax() / beat + 1) * beat));
    }

    /** Plays the rows and beats of what is selected, and nothing else, over and over. */
    public void playSelection() {
        chosen.pattern().ifPresent(pattern -> span(pattern, session.project().meterOf(pattern).beatUnits()).ifPresentOrElse(span -> {
            Set<RowId> rows = hand.selection().stream().map(Cell::row).collect(Collectors.toSet());
            Set<RowId> leftOut = rows.isEmpty() ? Set.of()
                    : session.project().kit().rows().stream().map(Row::id).filter(id -> !rows.contains(id)).collect(Collectors.toSet());
            playing.piece(span.fromUnits(), Math.min(pattern.durationUnits(), span.toUnits()), leftOut);
        }, () -> session.say("nothing is selected: Shift+drag over hits, or press the ruler")));
    }

    /** Enter: plants what a paste shows, makes a pattern in an empty slot, or plants at the cursor. */
    public void enter() {
        if (clipboard.isShowing()) {
            clipboard.plant();
        } else if (chosen.pattern().isEmpty()) {
            slots.choose(chosen.shown(), true);
        } else {
            editor.plantAtCursor();
        }
    }

    /** Enter is held: plants on at the stride to the end of the lane, and stops there. */
    public void enterHeld() {
        if (!clipboard.isShowing() && chosen.pattern().isPresent()) {
            editor.plantOn();
        }
    }

    /** Copies the selection, or the hit under the cursor, and removes it. */
    public void cut() {
        if (clipboard.copy()) {
            editor.removeSelected();
        }
    }

    /** Takes back a queued pattern, else the selection. */
    public void cancel() {
        if (clipboard.drop()) {
            session.tell();
        } else if (slots.drop()) {
            session.say("");
        } else if (session.player().now().queued() != null) {
            session.player().unqueue();
        } else if (playing.leaveChain()) {
            session.say("the chain is left; " + (session.player().now().playing() ? "what plays goes on" : "play starts the shown pattern"));
        } else {
            hand.selectNothing();
        }
    }

    // --- its parts ---

    public Session session() {
        return session;
    }

    public Chosen chosen() {
        return chosen;
    }

    public Playing playing() {
        return playing;
    }

    /** Where the cursor is and what is selected. */
    public Hand hand() {
        return hand;
    }

    /** Where the cursor is, for what comes in there. */
    public BringIn.Cursor cursor() {
        return new BringIn.Cursor(chosen.pattern().map(hand::units).orElse(0L), "step " + (hand.cursor() + 1));
    }

    /** What the next hit gets. */
    public Planting planting() {
        return planting;
    }

    /** What can be asked of banks and slots. */
    public SlotChooser slots() {
        return slots;
    }

    /** Which rows and notes are shown. */
    public RowsInView rowsInView() {
        return rowsInView;
    }

    /** What can be done to the rows of the kit. */
    public RowEditor rowEditor() {
        return rowEditor;
    }

    /** What is shown and not planted yet. */
    public Outline outline() {
        return outline;
    }

    /** The grid in words. */
    public Describer describer() {
        return describer;
    }

    /** Ways to select many hits. */
    public Selecting selecting() {
        return selecting;
    }

    /** Another pattern, seen over the shown one. */
    public Comparison comparison() {
        return comparison;
    }

    /** What is heard apart from the music. */
    public Auditions auditions() {
        return auditions;
    }

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

    /** What can be done to patterns and lanes as wholes. */
    public PatternEditor patterns() {
        return patterns;
    }

    /** What goes to other rows and patterns. */
    public LaneSender sender() {
        return sender;
    }

    public HitClipboard clipboard() {
        return clipboard;
    }
}
