package app.promptsparrow.desktop.beat.show;

import app.promptsparrow.desktop.control.Numbers;
import app.promptsparrow.desktop.session.Chosen;
import app.promptsparrow.desktop.session.Session;
import app.promptsparrow.pattern.Hit;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.text.Plural;
import app.promptsparrow.time.Count;
import app.promptsparrow.time.Meter;
import app.promptsparrow.time.StepValue;

/** The grid in words, for the status line and for screen readers. Owned by the UI thread; needs no window. */
public final class Describer {

    private final Session session;
    private final Chosen chosen;
    private final Hand hand;

    public Describer(Session session, Chosen chosen, Hand hand) {
        this.session = session;
        this.chosen = chosen;
        this.hand = hand;
    }

    /** A step in words: {@code Closed hat · step 11 · beat 3 & · velocity 58}. */
    public String cell(Cell cell) {
        if (chosen.pattern().isEmpty()) {
            return "empty slot: press it to make a pattern";
        }
        Pattern p = chosen.pattern().get();
        StepValue step = p.laneStep(cell.row());
        Meter meter = session.project().meterOf(p);
        long inBar = cell.step() * step.units() % meter.barUnits();
        String count = Count.spoken(inBar, meter, step.feel() == StepValue.Feel.TRIPLET);
        String hit = hand.hitAt(cell).map(h -> hit(cell, h)).orElse("empty");
        return chosen.rowName(cell.row()) + " · step " + (cell.step() + 1) + " · beat " + count + " · " + hit;
    }

    /** The cursor's step. */
    public String cursor() {
        return cell(hand.cell());
    }

    private String hit(Cell cell, Hit hit) {
        StringBuilder text = new StringBuilder("velocity " + hit.velocity());
        boolean bass = chosen.isBass(cell.row());
        if (bass) {
            text.append(" · ").append(session.noteName(hit.pitch()));
            if (!session.project().key().contains(hit.pitch())) {
                text.append(" outside ").append(session.project().key().text());
            }
        } else if (hit.pitch() != 0) {
            text.append(" · ").append(Numbers.signed(hit.pitch() / 100.0)).append(" st");
        }
        if (hit.length() != Hit.STEP) {
            text.append(" · ").append(Plural.of(Numbers.text(hit.length() / (double) Hit.STEP), "step")).append(" long");
        }
        if (hit.timing() != 0) {
            text.append(" · ").append(Numbers.text(Math.abs(hit.timing()) / 1000.0)).append(hit.timing() < 0 ? " % early" : " % late");
        }
        hit.roll().ifPresent(roll -> text.append(" · roll of ").append(roll.count()).append(roll.spanSteps() > 1 ? " over " + roll.spanSteps() : ""));
        hit.flam().ifPresent(flam -> text.append(" · flam of ").append(flam.gapMs()).append(" ms"));
        return text.append(hit.slide() ? " · slide" : "").toString();
    }
}
