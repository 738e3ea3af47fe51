package app.promptsparrow.kit;

import app.promptsparrow.text.Ranges;
import java.util.Objects;

/**
 * Which layers a row's hits sound and how they are tuned, end and silence each other. Immutable.
 *
 * @param choice           which layers a hit sounds
 * @param tune             of all layers together
 * @param ending           what the end of a hit's gate does to its sound
 * @param chokeGroup       0 (none) to 16; a hit silences the earlier voices of its group
 * @param oneVoice         whether a new hit ends the row's earlier one; always so on bass rows
 * @param velocityResponse 0 to 100 %, how far velocity changes the level
 */
public record Voicing(LayerChoice choice, Tune tune, Ending ending, int chokeGroup, boolean oneVoice, int velocityResponse) {

    public static final int MOST_CHOKE_GROUP = 16;

    /** All layers, untuned; rings to its end, chokes nobody, and velocity changes the level in full. */
    public static final Voicing USUAL = new Voicing(LayerChoice.TOGETHER, Tune.NONE, Ending.RING, 0, false, 100);

    public Voicing {
        Objects.requireNonNull(choice, "choice");
        Objects.requireNonNull(tune, "tune");
        Objects.requireNonNull(ending, "ending");
        Ranges.check("choke group", chokeGroup, 0, MOST_CHOKE_GROUP);
        Ranges.check("velocity response", velocityResponse, 0, 100);
    }

    public Voicing withChoice(LayerChoice to) {
        return new Voicing(to, tune, ending, chokeGroup, oneVoice, velocityResponse);
    }

    public Voicing withTune(Tune to) {
        return new Voicing(choice, to, ending, chokeGroup, oneVoice, velocityResponse);
    }

    public Voicing withEnding(Ending to) {
        return new Voicing(choice, tune, to, chokeGroup, oneVoice, velocityResponse);
    }

    public Voicing withChokeGroup(int group) {
        return new Voicing(choice, tune, ending, group, oneVoice, velocityResponse);
    }

    public Voicing withOneVoice(boolean to) {
        return new Voicing(choice, tune, ending, chokeGroup, to, velocityResponse);
    }

    public Voicing withVelocityResponse(int percent) {
        return new Voicing(choice, tune, ending, chokeGroup, oneVoice, percent);
    }
}
