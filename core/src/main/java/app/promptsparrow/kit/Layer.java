package app.promptsparrow.kit;

import java.util.Objects;

/**
 * One sound of a row, heard for hits within its velocity range. Immutable.
 *
 * @param levelDb   –48 to 12 dB
 * @param tuneCents –2,400 to 2,400
 * @param fromVelocity 1 to 127, at most {@code toVelocity}
 */
public record Layer(Sound sound, double levelDb, int tuneCents, int fromVelocity, int toVelocity) {

    public Layer {
        Objects.requireNonNull(sound, "sound");
        if (!(levelDb >= -48 && levelDb <= 12)) {
            throw new IllegalArgumentException("a layer's level is -48 to 12 dB, not " + levelDb);
        }
        if (Math.abs(tuneCents) > 2_400) {
            throw new IllegalArgumentException("a layer's tune is at most 2400 cents, not " + tuneCents);
        }
        if (fromVelocity < 1 || toVelocity > 127 || fromVelocity > toVelocity) {
            throw new IllegalArgumentException("a velocity range lies within 1 to 127, not " + fromVelocity + " to " + toVelocity);
        }
    }

    public static Layer of(Sound sound) {
        return new Layer(sound, 0, 0, 1, 127);
    }
}
