package app.promptsparrow.kit;

import java.util.Objects;

/**
 * How a row's hits begin, end and silence each other. Immutable.
 *
 * @param ending           what the end of a hit's gate does to its sound
 * @param chokeGroup       0 (none) to 16; a hit silences the earlier voices of its group
 * @param oneVoice         whether a new hit ends the row's earlier one; always so on bass rows
 * @param velocityResponse 0 to 100 %, how far velocity changes the level
 */
public record Voicing(Ending ending, int chokeGroup, boolean oneVoice, int velocityResponse) {

    /** Rings to its end, chokes nobody, and velocity changes the level in full. */
    public static final Voicing USUAL = new Voicing(Ending.RING, 0, false, 100);

    public Voicing {
        Objects.requireNonNull(ending, "ending");
        Ranges.check("choke group", chokeGroup, 0, 16);
        Ranges.check("velocity response", velocityResponse, 0, 100);
    }

    public Voicing withEnding(Ending to) {
        return new Voicing(to, chokeGroup, oneVoice, velocityResponse);
    }

    public Voicing withChokeGroup(int group) {
        return new Voicing(ending, group, oneVoice, velocityResponse);
    }

    public Voicing withOneVoice(boolean to) {
        return new Voicing(ending, chokeGroup, to, velocityResponse);
    }

    public Voicing withVelocityResponse(int percent) {
        return new Voicing(ending, chokeGroup, oneVoice, percent);
    }
}
