package app.promptsparrow.desktop.beat;

import app.promptsparrow.desktop.control.ValueField;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.Hit;
import app.promptsparrow.pattern.Lane;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.project.NoteNames;
import app.promptsparrow.text.Plural;
import app.promptsparrow.time.Count;
import app.promptsparrow.time.Meter;
import app.promptsparrow.time.StepValue;

/** The grid in words, for the status line and for screen readers. Owned by the UI thread; needs no window. */
final class Describer {

    private final BeatPresenter presenter;

    Describer(BeatPresenter presenter) {
        this.presenter = presenter;
    }

    /** A step in words: {@code Closed hat · step 11 · beat 3 & · velocity 58}. */
    String cell(Cell cell) {
        if (presenter.pattern().isEmpty()) {
            return "empty slot: press it to make a pattern";
        }
        Pattern p = presenter.pattern().get();
        StepValue step = p.laneStep(cell.row());
        Meter meter = presenter.project().meterOf(p);
        long inBar = cell.step() * step.units() % meter.barUnits();
        String count = Count.spoken(inBar, meter, step.feel() == StepValue.Feel.TRIPLET);
        String hit = presenter.hitAt(cell).map(h -> hit(cell, h)).orElse("empty");
        return presenter.rowName(cell.row()) + " · step " + (cell.step() + 1) + " · beat " + count + " · " + hit;
    }

    /** A lane's own length and step value, such as {@code 20 1/8t}; empty if it has neither. */
    static String ownLane(Pattern pattern, RowId row) {
        Lane lane = pattern.lane(row);
        String length = lane.isFree() ? lane.length().getAsInt() + " " : "";
        return (length + lane.step().filter(step -> !step.equals(pattern.step())).map(StepValue::toString).orElse("")).strip();
    }

    private String hit(Cell cell, Hit hit) {
        StringBuilder text = new StringBuilder("velocity " + hit.velocity());
        boolean bass = presenter.editor().isBass(cell.row());
        if (bass) {
            text.append(" · ").append(NoteNames.of(hit.pitch(), presenter.project().key()));
            if (!presenter.project().key().contains(hit.pitch())) {
                text.append(" outside ").append(presenter.project().key().text());
            }
        } else if (hit.pitch() != 0) {
            text.append(" · ").append(hit.pitch() > 0 ? "+" : "").append(ValueField.text(hit.pitch() / 100.0)).append(" st");
        }
        if (hit.length() != Hit.STEP) {
            text.append(" · ").append(Plural.of(ValueField.text(hit.length() / (double) Hit.STEP), "step")).append(" long");
        }
        if (hit.timing() != 0) {
            text.append(" · ").append(ValueField.text(Math.abs(hit.timing()) / 1000.0)).append(hit.timing() < 0 ? " % early" : " % late");
        }
        hit.roll().ifPresent(roll -> text.append(" · roll of ").append(roll.count()).append(roll.spanSteps() > 1 ? " over " + roll.spanSteps() : ""));
        hit.flam().ifPresent(flam -> text.append(" · flam of ").append(flam.gapMs()).append(" ms"));
        return text.append(hit.slide() ? " · slide" : "").toString();
    }
}
