package app.promptsparrow.desktop.beat.edit;

import app.promptsparrow.desktop.beat.show.Hand;
import app.promptsparrow.desktop.session.Chosen;
import app.promptsparrow.desktop.session.Session;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.Hit;
import app.promptsparrow.pattern.Lane;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.project.Bank;
import app.promptsparrow.project.Clip;
import app.promptsparrow.project.Edit;
import app.promptsparrow.project.PatternEdit;
import app.promptsparrow.project.Project;
import app.promptsparrow.project.SlotRef;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.function.Function;
import java.util.stream.IntStream;

/**
 * What goes from one row to another, and from the shown pattern to others of its bank: a lane, the selection, a bar. Each
 * is one undoable step. Owned by the UI thread; needs no window.
 */
public final class LaneSender {

    private final Session session;
    private final Chosen chosen;
    private final Hand hand;

    public LaneSender(Session session, Chosen chosen, Hand hand) {
        this.session = session;
        this.chosen = chosen;
        this.hand = hand;
    }

    /** The filled slots of the bank but the shown one. */
    public List<SlotRef> others() {
        SlotRef shown = chosen.shown();
        return IntStream.range(0, Bank.SLOTS).filter(slot -> slot != shown.slot())
                .mapToObj(slot -> new SlotRef(shown.bank(), slot)).filter(slot -> session.project().at(slot).isPresent()).toList();
    }

    // --- between rows ---

    /** The chosen row's lane and another's change places. */
    public void swapWith(RowId other) {
        betweenRows("Swap", other, (p, row) -> List.of(lane(p, row, p.lane(other)), lane(p, other, p.lane(row))));
    }

    /** The chosen row's lane goes to another row, in place of what that has. */
    public void moveTo(RowId other) {
        betweenRows("Move", other, (p, row) -> List.of(lane(p, row, Lane.EMPTY), lane(p, other, p.lane(row))));
    }

    private interface Moves {
        List<Edit> of(Pattern pattern, RowId chosen);
    }

    private void betweenRows(String verb, RowId other, Moves moves) {
        RowId row = chosen.row().id();
        if (chosen.pattern().isEmpty() || row.equals(other)) {
            return;
        }
        if (chosen.isBass(row) != chosen.isBass(other)) {
            session.say("hits of drums and notes of a bass cannot change places");
            return;
        }
        session.apply(new Edit.Together(verb + " " + chosen.rowName(row) + (verb.equals("Swap") ? " and " : " to ") + chosen.rowName(other),
                moves.of(chosen.pattern().get(), row)));
    }

    private static Edit lane(Pattern pattern, RowId row, Lane lane) {
        return new Edit.Together("", List.of(new PatternEdit.ShapeLane(pattern.id(), row, lane.step(), lane.length(), lane.swing()),
                new PatternEdit.SetHits("", pattern.id(), Map.of(row, lane.hits()))));
    }

    // --- to other patterns ---

    /** Gives the chosen row's lane to other patterns, with its own grid if it has one. */
    public void sendRow(List<SlotRef> to) {
        RowId row = chosen.row().id();
        send(chosen.rowName(row), to, target -> chosen.pattern().map(p -> lane(target, row, p.lane(row))).orElseThrow());
    }

    /** Gives the selected hits to other patterns at the same time of theirs, in place of what stands on those steps. */
    public void sendSelection(List<SlotRef> to) {
        Map<RowId, List<Hit>> selected = hand.selected();
        if (selected.isEmpty() || chosen.pattern().isEmpty()) {
            session.say("select the hits to send first");
            return;
        }
        Clip clip = Clip.of(session.project(), chosen.pattern().get(), selected);
        send(hand.named(selected), to, target -> pasted(clip, target));
    }

    /** Gives the bar of the cursor to other patterns: all rows of it, in place of what they have there. */
    public void sendBar(List<SlotRef> to) {
        if (chosen.pattern().isEmpty()) {
            return;
        }
        Pattern here = chosen.pattern().get();
        Project project = session.project();
        long bar = project.meterOf(here).barUnits();
        long from = hand.cursor() * here.laneStep(chosen.row().id()).units() / bar * bar;
        Map<RowId, List<Hit>> inBar = new LinkedHashMap<>();
        here.lanes().forEach((row, lane) -> {
            List<Hit> hits = lane.hits().stream().filter(hit -> isWithin(here, row, hit, from, bar)).toList();
            if (!hits.isEmpty()) {
                inBar.put(row, hits);
            }
        });
        send("bar " + (from / bar + 1), to, target -> {
            List<Edit> edits = new ArrayList<>();
            target.lanes().forEach((row, lane) -> edits.add(new PatternEdit.EditHits("", target.id(), row, stepsWithin(target, row, from, bar), List.of())));
            if (!inBar.isEmpty()) {
                edits.add(pasted(Clip.of(project, here, inBar), target));
            }
            return new Edit.Together("", edits);
        });
    }

    /** Every bar behind the cursor's becomes as that one is, in all rows that follow the pattern. */
    public void repeatBar() {
        if (chosen.pattern().isEmpty()) {
            return;
        }
        Pattern here = chosen.pattern().get();
        long bar = session.project().meterOf(here).barUnits();
        long from = hand.cursor() * here.laneStep(chosen.row().id()).units() / bar * bar;
        if (from + bar >= here.durationUnits()) {
            session.say("this is the last bar; make the pattern longer to repeat it");
            return;
        }
        Map<RowId, List<Hit>> changed = new LinkedHashMap<>();
        here.lanes().forEach((row, lane) -> {
            if (!lane.isFree()) {
                changed.put(row, repeated(here, row, from, bar));
            }
        });
        session.apply(new PatternEdit.SetHits("Repeat bar " + (from / bar + 1) + " to the end", here.id(), changed));
    }

    private static List<Hit> repeated(Pattern pattern, RowId row, long from, long bar) {
        long step = pattern.laneStep(row).units();
        SortedMap<Integer, Hit> hits = new TreeMap<>();
        for (Hit hit : pattern.lane(row).hits()) {
            long at = hit.step() * step;
            if (at < from + bar || at >= pattern.durationUnits()) {
                hits.put(hit.step(), hit);
            }
            if (at >= from && at < from + bar && bar % step == 0) {
                for (long to = at + bar; to < pattern.durationUnits(); to += bar) {
                    hits.put((int) (to / step), hit.withStep((int) (to / step)));
                }
            }
        }
        return List.copyOf(hits.values());
    }

    private static boolean isWithin(Pattern pattern, RowId row, Hit hit, long from, long span) {
        long at = hit.step() * pattern.laneStep(row).units();
        return at >= from && at < from + span && !pattern.isBeyond(row, hit);
    }

    private static Set<Integer> stepsWithin(Pattern pattern, RowId row, long from, long span) {
        Set<Integer> steps = new LinkedHashSet<>();
        pattern.lane(row).hits().stream().filter(hit -> isWithin(pattern, row, hit, from, span)).forEach(hit -> steps.add(hit.step()));
        return steps;
    }

    private Edit pasted(Clip clip, Pattern target) {
        RowId first = clip.kit().rows().stream().filter(row -> !clip.pattern().lane(row.id()).hits().isEmpty()).findFirst().orElseThrow().id();
        return clip.paste(session.project(), target, first, clip.fromUnits(), true, true).edit();
    }

    private void send(String what, List<SlotRef> to, Function<Pattern, Edit> edit) {
        List<Pattern> targets = to.stream().map(session.project()::at).flatMap(Optional::stream).toList();
        if (targets.isEmpty() || chosen.pattern().isEmpty()) {
            session.say("there is no other pattern in this bank to send to");
            return;
        }
        String name = "Send " + what + " to " + (targets.size() == 1 ? targets.get(0).name() : targets.size() + " patterns");
        session.apply(new Edit.Together(name, targets.stream().map(edit).toList()));
    }
}
