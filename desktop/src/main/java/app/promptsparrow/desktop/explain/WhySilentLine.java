package app.promptsparrow.desktop.explain;

import app.promptsparrow.desktop.player.Player;
import app.promptsparrow.desktop.session.Chosen;
import app.promptsparrow.desktop.session.Playing;
import app.promptsparrow.desktop.session.Session;
import app.promptsparrow.explain.WhySilent;
import app.promptsparrow.kit.Layer;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.mix.RowLevels;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.project.Project;
import app.promptsparrow.sample.SampleBuffer;
import app.promptsparrow.score.PatternScore;
import app.promptsparrow.score.Score;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicBoolean;

/**
 * Asks why the chosen row cannot be heard and says the answer, with the press that mends it, until something else is said. How loud the
 * rows are is measured on a worker, if nothing else keeps it silent. Owned by the UI thread; needs no window.
 */
public final class WhySilentLine {

    private final Session session;
    private final Chosen chosen;
    private final Playing playing;
    private final Runnable anotherSound;
    private Optional<WhySilent.Answer> answer = Optional.empty();

    /** @param anotherSound asks for a sound file for the chosen row */
    public WhySilentLine(Session session, Chosen chosen, Playing playing, Runnable anotherSound) {
        this.session = session;
        this.chosen = chosen;
        this.playing = playing;
        this.anotherSound = anotherSound;
    }

    public void ask() {
        Optional<WhySilent.Answer> found = WhySilent.of(moment(Map.of()));
        if (found.isPresent()) {
            tell(found);
            return;
        }
        session.say("listening to the rows …");
        Project project = session.project();
        Pattern pattern = chosen.pattern().orElseThrow(); // else that would have been the answer
        AtomicBoolean stop = session.jobs().begun();
        session.jobs().beside(() -> {
            Score score = Score.passes(PatternScore.compile(project, pattern, Optional.empty()), 1);
            Map<RowId, Double> levels = new HashMap<>();
            RowLevels.of(project, score, session.player().sounds(), stop::get).ifPresent(all -> all.forEach(row -> levels.put(row.row().id(), row.loudness())));
            return () -> tell(WhySilent.of(moment(levels)));
        }, () -> session.jobs().ended(stop));
    }

    private WhySilent.Moment moment(Map<RowId, Double> levels) {
        Player.Now now = session.player().now();
        return new WhySilent.Moment(session.project(), chosen.pattern(), chosen.row().id(), session.player().isAudible(), Optional.ofNullable(now.pattern()),
                session.player().sounds()::failure, this::lengthUs, levels);
    }

    private long lengthUs(Layer layer) {
        SampleBuffer buffer = layer.sound().isLive() ? null : session.player().sounds().get(chosen.row().framesOf(layer)).at(127, 0);
        return buffer == null ? 0 : buffer.frames() * 1_000_000L / session.player().rateHz();
    }

    private void tell(Optional<WhySilent.Answer> found) {
        session.say(found.map(WhySilent.Answer::sentence).orElse("nothing keeps " + chosen.row().name() + " silent"));
        answer = found;
    }

    /** What mends what was said last; empty if there is nothing, or something else was said since. */
    public Optional<WhySilent.Answer> mend() {
        return answer.filter(one -> one.mend().isPresent() && session.message().equals(one.sentence()));
    }

    /** Mends it, and asks what else there is. */
    public void press() {
        WhySilent.Mend mend = answer.orElseThrow().mend().orElseThrow();
        if (mend instanceof WhySilent.Mend.Change change) {
            session.apply(change.edit());
        } else if (mend == WhySilent.Mend.Press.PLAY_SHOWN) {
            playing.from(0);
            session.say("plays from the start");
            return; // it has not begun yet
        } else {
            anotherSound.run();
            return;
        }
        ask();
    }
}
