package app.promptsparrow.pattern;

import app.promptsparrow.text.Ranges;
import app.promptsparrow.time.StepValue;
import app.promptsparrow.time.Swing;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;

/**
 * A row's part of a pattern. Immutable.
 *
 * @param step   its own step value, or empty to take the pattern's
 * @param length its own length in steps, 1 to 256 (a <em>free</em> lane), or empty to follow the pattern
 * @param swing  its own swing, or empty to take the pattern's
 * @param hits   by ascending step, at most one a step
 */
public record Lane(Optional<StepValue> step, OptionalInt length, Optional<Swing> swing, List<Hit> hits) {

    public static final Lane EMPTY = new Lane(Optional.empty(), OptionalInt.empty(), Optional.empty(), List.of());
    public static final int MAX_LENGTH = 256;

    public Lane {
        if (length.isPresent() && (length.getAsInt() < 1 || length.getAsInt() > MAX_LENGTH)) {
            throw new IllegalArgumentException("a lane is 1 to " + MAX_LENGTH + " steps long, not " + length.getAsInt());
        }
        hits = List.copyOf(hits);
        for (int i = 1; i < hits.size(); i++) {
            if (hits.get(i).step() <= hits.get(i - 1).step()) {
                throw new IllegalArgumentException("a lane's hits stand in order of their steps, one a step: step "
                        + (hits.get(i).step() + 1) + " comes after step " + (hits.get(i - 1).step() + 1));
            }
        }
    }

    public static Lane of(Hit... hits) {
        return EMPTY.withHits(List.of(hits));
    }

    public Lane withHits(List<Hit> to) {
        return new Lane(step, length, swing, to);
    }

    public Lane withStep(Optional<StepValue> to) {
        return new Lane(to, length, swing, hits);
    }

    public Lane withLength(OptionalInt to) {
        return new Lane(step, to, swing, hits);
    }

    public Lane withSwing(Optional<Swing> to) {
        return new Lane(step, length, to, hits);
    }

    public boolean isFree() {
        return length.isPresent();
    }

    /** Whether nothing distinguishes it from a lane that was never touched. */
    public boolean isBlank() {
        return hits.isEmpty() && step.isEmpty() && length.isEmpty() && swing.isEmpty();
    }

    public Optional<Hit> at(int atStep) {
        int index = indexOf(atStep);
        return index < 0 ? Optional.empty() : Optional.of(hits.get(index));
    }

    /** This lane with some steps cleared and then some hits put in, each replacing what stood on its step. */
    public Lane edited(Collection<Integer> cleared, Collection<Hit> put) {
        Hit[] byStep = new Hit[Hit.MAX_STEP + 1];
        for (Hit hit : hits) {
            byStep[hit.step()] = hit;
        }
        for (int atStep : cleared) {
            byStep[atStep] = null;
        }
        for (Hit hit : put) {
            byStep[hit.step()] = hit;
        }
        List<Hit> edited = new ArrayList<>(hits.size() + put.size());
        for (Hit hit : byStep) {
            if (hit != null) {
                edited.add(hit);
            }
        }
        return withHits(edited);
    }

    /** Refuses pitches that are no MIDI notes, for a lane of a bass row. */
    public void checkNotes(String rowName) {
        for (Hit hit : hits) {
            Ranges.check("row '" + rowName + "', step " + (hit.step() + 1) + ": a bass note", hit.pitch(), 0, 127);
        }
    }

    private int indexOf(int atStep) {
        int low = 0;
        int high = hits.size() - 1;
        while (low <= high) {
            int middle = (low + high) >>> 1;
            int there = hits.get(middle).step();
            if (there == atStep) {
                return middle;
            }
            if (there < atStep) {
                low = middle + 1;
            } else {
                high = middle - 1;
            }
        }
        return -1;
    }
}
