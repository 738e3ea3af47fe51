package app.promptsparrow.project;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;

/**
 * The project now, and the named steps that led to it. Belongs to one thread. Steps keep whole projects, which share all
 * that an edit did not change, so that undo is exact and takes no time. Holds {@value #DEPTH} steps.
 */
public final class History {

    public static final int DEPTH = 2_000;
    /** So many steps down a gesture that goes on is still found; the edits of those above it are kept for it. */
    private static final int REACH = 32;

    /** An edit, and the project that it was made for. */
    private record Made(Edit edit, Project madeFor) {

        Project apply(Project now) {
            return now == madeFor ? edit.apply(now) : edit.apply(now, madeFor);
        }
    }

    /** @param edits that led from before to after, while a gesture below may still go on; each fits on what the one before it left */
    private record Step(String name, Project before, Project after, Object gesture, List<Made> edits) {

        Step withoutEdits() {
            return edits.isEmpty() ? this : new Step(name, before, after, gesture, List.of());
        }
    }

    /** The newest last. */
    private final List<Step> undo = new ArrayList<>();
    private final List<Step> redo = new ArrayList<>();
    private Project project;

    public History(Project project) {
        this.project = project;
    }

    public Project project() {
        return project;
    }

    /** Applies an edit as a step of its own; an edit that changes nothing leaves no step. */
    public Project apply(Edit edit) {
        return apply(edit, null);
    }

    /**
     * Applies an edit as part of a gesture: edits with the same gesture object become one step, which takes the last
     * edit's name. A gesture belongs to itself: if other steps were made since it began, the edit joins its step below them,
     * and what they did is done again on top.
     *
     * @param gesture compared by identity, or null for a step of its own
     * @throws IllegalArgumentException if the edit does not fit; the project stays as it was
     */
    public Project apply(Edit edit, Object gesture) {
        return record(edit, gesture, false);
    }

    /**
     * Applies an edit to the project as it was before the gesture, replacing what the gesture did so far: for a drag
     * that recomputes its whole effect at every move.
     *
     * @throws IllegalArgumentException if the edit does not fit; the project stays as it was
     */
    public Project replace(Edit edit, Object gesture) {
        return record(edit, gesture, true);
    }

    /** Takes back what a gesture has done, as if it had never begun; what was done beside it stays. Answers whether there was anything. */
    public boolean cancel(Object gesture) {
        int index = indexOf(gesture);
        if (index >= 0) {
            replay(index, step -> Optional.empty());
        }
        return index >= 0;
    }

    private Project record(Edit edit, Object gesture, boolean replaces) {
        int index = indexOf(gesture);
        Made made = new Made(edit, project);
        if (index < 0) {
            push(new Step(edit.name(), project, made.apply(project), gesture, List.of(made)));
            return project;
        }
        replay(index, step -> {
            Project after = replaces ? edit.apply(step.before) : made.apply(step.after);
            List<Made> edits = new ArrayList<>(replaces ? List.of() : step.edits);
            edits.add(replaces ? new Made(edit, step.before) : made);
            return after.equals(step.before) ? Optional.empty() : Optional.of(new Step(edit.name(), step.before, after, gesture, edits));
        });
        return project;
    }

    /** Where a gesture's step is; –1 if it has none within reach. */
    private int indexOf(Object gesture) {
        for (int i = undo.size() - 1; gesture != null && i >= Math.max(0, undo.size() - REACH); i--) {
            if (undo.get(i).gesture == gesture) {
                return i;
            }
        }
        return -1;
    }

    /** Changes a step, or takes it out, and does again what those above it did; everything stays as it was if that cannot be. */
    private void replay(int index, Function<Step, Optional<Step>> change) {
        Step old = undo.get(index);
        List<Step> again = new ArrayList<>(change.apply(old).stream().toList());
        Project now = again.isEmpty() ? old.before : again.get(0).after;
        for (Step other : undo.subList(index + 1, undo.size())) {
            Project before = now;
            for (Made made : other.edits) {
                now = made.apply(now);
            }
            again.add(new Step(other.name, before, now, other.gesture, other.edits));
        }
        undo.subList(index, undo.size()).clear();
        project = old.before;
        again.forEach(this::push);
    }

    /** A step that changes nothing is none. */
    private void push(Step step) {
        project = step.after;
        if (step.after.equals(step.before)) {
            return;
        }
        undo.add(step);
        redo.clear();
        if (undo.size() > DEPTH) {
            undo.remove(0);
        }
        if (undo.size() > REACH) {
            int beyond = undo.size() - REACH - 1;
            undo.set(beyond, undo.get(beyond).withoutEdits());
        }
    }

    /** The name of the step that undo would take back. */
    public Optional<String> undoName() {
        return undoNames().stream().findFirst();
    }

    public Optional<String> redoName() {
        return redoNames().stream().findFirst();
    }

    /** The names of the steps that undo would take back, the next one first. */
    public List<String> undoNames() {
        return names(undo);
    }

    /** The names of the steps that redo would bring back, the next one first. */
    public List<String> redoNames() {
        return names(redo);
    }

    private static List<String> names(List<Step> steps) {
        List<String> names = new ArrayList<>(steps.stream().map(Step::name).toList());
        Collections.reverse(names);
        return names;
    }

    /** Takes back the last step and returns its name; empty if there is none. */
    public Optional<String> undo() {
        return move(undo, redo).map(step -> {
            project = step.before;
            return step.name;
        });
    }

    public Optional<String> redo() {
        return move(redo, undo).map(step -> {
            project = step.after;
            return step.name;
        });
    }

    private static Optional<Step> move(List<Step> from, List<Step> to) {
        if (from.isEmpty()) {
            return Optional.empty();
        }
        Step step = from.remove(from.size() - 1);
        to.add(step);
        return Optional.of(step);
    }
}
