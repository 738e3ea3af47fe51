package app.promptsparrow.kit;

/**
 * What part of a sound is played, and which way round. Immutable. Times are in microseconds of the sound itself.
 *
 * @param startUs  where it begins, 0 to {@value #MOST_US}
 * @param endUs    where it ends, behind the start, or 0 for the end of the sound
 * @param fadeUs   how long it fades before it ends, 0 to {@value #MOST_US}
 * @param reversed whether it is played from its end to its start
 */
public record Span(long startUs, long endUs, long fadeUs, boolean reversed) {

    public static final Span WHOLE = new Span(0, 0, 0, false);
    public static final long MOST_US = 600_000_000;

    public Span {
        if (startUs < 0 || startUs > MOST_US || endUs < 0 || endUs > MOST_US || fadeUs < 0 || fadeUs > MOST_US) {
            throw new IllegalArgumentException("a sound's start, end and fade lie within 10 minutes");
        }
        if (endUs != 0 && endUs <= startUs) {
            throw new IllegalArgumentException("a sound ends behind its start");
        }
    }

    public Span withStartUs(long us) {
        return new Span(us, endUs, fadeUs, reversed);
    }

    public Span withEndUs(long us) {
        return new Span(startUs, us, fadeUs, reversed);
    }

    public Span withFadeUs(long us) {
        return new Span(startUs, endUs, us, reversed);
    }

    public Span withReversed(boolean to) {
        return new Span(startUs, endUs, fadeUs, to);
    }
}
