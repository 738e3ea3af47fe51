package app.promptsparrow.desktop.session;

import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.project.Bank;
import app.promptsparrow.project.Project;
import app.promptsparrow.project.SlotRef;
import java.util.Optional;
import java.util.function.Supplier;

/** Undo and redo: what changes by them is shown, or named if the music is in the way. Owned by the UI thread. */
public final class Travel {

    private final Session session;
    private final Chosen chosen;

    public Travel(Session session, Chosen chosen) {
        this.session = session;
        this.chosen = chosen;
    }

    public void undo() {
        undo(1);
    }

    public void redo() {
        redo(1);
    }

    /** Takes back some steps. */
    public void undo(int steps) {
        travel(steps, session.store()::undo, "undone", "nothing to undo");
    }

    /** Brings some steps back. */
    public void redo(int steps) {
        travel(steps, session.store()::redo, "redone", "nothing to redo");
    }

    private void travel(int steps, Supplier<Optional<String>> step, String done, String nothing) {
        Project before = session.project();
        Optional<String> name = Optional.empty();
        for (int i = 0; i < steps; i++) {
            name = step.get();
            if (name.isEmpty()) {
                break;
            }
        }
        if (name.isEmpty() && session.project() == before) {
            session.say(nothing);
            return;
        }
        Optional<SlotRef> elsewhere = changedElsewhere(before, session.project());
        if (elsewhere.isPresent() && !session.player().now().playing()) {
            chosen.show(elsewhere.get());
        }
        String where = elsewhere.flatMap(session.project()::at).map(Pattern::name).map(changed -> " in " + changed).orElse("");
        session.say(done + ": " + (steps == 1 ? name.orElse("") : steps + " steps") + where);
    }

    /** The first slot whose pattern is another one than before, unless the shown one is among them. */
    private Optional<SlotRef> changedElsewhere(Project before, Project now) {
        if (!before.at(chosen.shown()).equals(now.at(chosen.shown()))) {
            return Optional.empty();
        }
        for (int bank = 0; bank < now.banks().size(); bank++) {
            for (int slot = 0; slot < Bank.SLOTS; slot++) {
                SlotRef ref = new SlotRef(bank, slot);
                if (now.at(ref).isPresent() && !before.at(ref).equals(now.at(ref))) {
                    return Optional.of(ref);
                }
            }
        }
        return Optional.empty();
    }
}
