package app.promptsparrow.midi;

import app.promptsparrow.kit.MidiOut;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.time.StepValue;
import app.promptsparrow.time.Swing;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;

/**
 * How the notes of a MIDI file are to be taken, as far as that is not left to what is proposed. Immutable.
 *
 * @param targets where notes go that do not go where they would
 * @param drums   channels whose keys are a drum each; on all others a line is played
 * @param step    the step value; empty for the one that fits best
 * @param swing   what is taken out before; empty for the one that fits best
 */
public record Taking(Map<NoteSource, Target> targets, Set<Integer> drums, Optional<StepValue> step, Optional<Swing> swing) {

    /** Where notes go. */
    public sealed interface Target {

        /** A row that the kit has. */
        record OnRow(RowId row) implements Target {
        }

        /** A row of their own, made for them. */
        record NewRow() implements Target {
        }

        /** Nowhere. */
        record LeftOut() implements Target {
        }
    }

    public static final Taking PROPOSED = new Taking(Map.of(), Set.of(MidiOut.DRUM_CHANNEL), Optional.empty(), Optional.empty());

    public Taking {
        targets = Map.copyOf(targets);
        drums = Set.copyOf(drums);
    }

    public Taking with(NoteSource source, Target target) {
        Map<NoteSource, Target> to = new HashMap<>(targets);
        to.put(source, target);
        return new Taking(to, drums, step, swing);
    }

    /** @param are whether each key of the channel is a drum */
    public Taking withDrums(int channel, boolean are) {
        Set<Integer> to = new TreeSet<>(drums);
        if (are) {
            to.add(channel);
        } else {
            to.remove(channel);
        }
        return new Taking(targets, to, step, swing);
    }

    public Taking withStep(Optional<StepValue> to) {
        return new Taking(targets, drums, to, swing);
    }

    public Taking withSwing(Optional<Swing> to) {
        return new Taking(targets, drums, step, to);
    }
}
