package app.promptsparrow.project;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.List;
import java.util.Optional;

/**
 * The project now, and the named steps that led to it. Belongs to one thread. Steps keep whole projects, which share all
 * that an edit did not change, so that undo is exact and takes no time. Holds {@value #DEPTH} steps.
 */
public final class History {

    public static final int DEPTH = 2_000;

    private record Step(String name, Project before, Project after, Object gesture) {
    }

    private final Deque<Step> undo = new ArrayDeque<>();
    private final Deque<Step> redo = new ArrayDeque<>();
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
     * edit's name. Each is applied to the project as it is now.
     *
     * @param gesture compared by identity, or null for a step of its own
     * @throws IllegalArgumentException if the edit does not fit; the project stays as it was
     */
    public Project apply(Edit edit, Object gesture) {
        Project after = edit.apply(project);
        return record(edit.name(), after, gesture);
    }

    /**
     * Applies an edit to the project as it was before the gesture, replacing what the gesture did so far: for a drag
     * that recomputes its whole effect at every move.
     */
    public Project replace(Edit edit, Object gesture) {
        Step last = undo.peekLast();
        if (last == null || gesture == null || last.gesture != gesture) {
            return apply(edit, gesture);
        }
        Project after = edit.apply(last.before);
        return record(edit.name(), after, gesture);
    }

    private Project record(String name, Project after, Object gesture) {
        Step last = undo.peekLast();
        boolean goesOn = gesture != null && last != null && last.gesture == gesture;
        Project before = goesOn ? last.before : project;
        if (goesOn) {
            undo.removeLast();
        }
        if (!after.equals(before)) {
            undo.addLast(new Step(name, before, after, gesture));
            redo.clear();
            if (undo.size() > DEPTH) {
                undo.removeFirst();
            }
        }
        project = after;
        return project;
    }

    /** The name of the step that undo would take back. */
    public Optional<String> undoName() {
        return Optional.ofNullable(undo.peekLast()).map(Step::name);
    }

    public Optional<String> redoName() {
        return Optional.ofNullable(redo.peekLast()).map(Step::name);
    }

    /** The names of the steps that undo would take back, the next one first. */
    public List<String> undoNames() {
        return names(undo);
    }

    /** The names of the steps that redo would bring back, the next one first. */
    public List<String> redoNames() {
        return names(redo);
    }

    private static List<String> names(Deque<Step> steps) {
        List<String> names = new ArrayList<>();
        steps.descendingIterator().forEachRemaining(step -> names.add(step.name));
        return names;
    }

    /** Takes back the last step and returns its name; empty if there is none. */
    public Optional<String> undo() {
        Step step = undo.pollLast();
        if (step == null) {
            return Optional.empty();
        }
        redo.addLast(step);
        project = step.before;
        return Optional.of(step.name);
    }

    public Optional<String> redo() {
        Step step = redo.pollLast();
        if (step == null) {
            return Optional.empty();
        }
        undo.addLast(step);
        project = step.after;
        return Optional.of(step.name);
    }
}
