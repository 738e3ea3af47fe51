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
    private static final double EDGE_IN_MS = 0.5;
    private static final double EDGE_OUT_MS = 3;

    public Span {
        if (startUs < 0 || startUs > MOST_US || endUs < 0 || endUs > MOST_US || fadeUs < 0 || fadeUs > MOST_US) {
            throw new IllegalArgumentException("a sound's start, end and fade lie within 10 minutes");
        }
        if (endUs != 0 && endUs <= startUs) {
            throw new IllegalArgumentException("a sound ends behind its start");
        }
    }

    // --- in frames, for whoever plays, draws or writes a sound ---

    /** The first frame of a sound that is played; {@link #end} if nothing is. */
    public int begin(int frames, int rateHz) {
        return Math.min(frames(startUs, rateHz), end(frames, rateHz));
    }

    /** The frame behind the last one that is played. */
    public int end(int frames, int rateHz) {
        return endUs == 0 ? frames : Math.min(frames, frames(endUs, rateHz));
    }

    /** Over how many frames it fades in; a part that begins within the sound does so without a step. */
    public int fadeIn(int rateHz) {
        return startUs > 0 || reversed ? (int) (EDGE_IN_MS * rateHz / 1_000) : 0;
    }

    /** Over how many frames it fades out; one that ends before the sound does fades at least so long that it makes no step. */
    public int fadeOut(int frames, int rateHz) {
        int wished = frames(fadeUs, rateHz);
        return end(frames, rateHz) < frames || reversed ? Math.max(wished, (int) (EDGE_OUT_MS * rateHz / 1_000)) : wished;
    }

    private static int frames(long us, int rateHz) {
        return (int) Math.min(Integer.MAX_VALUE, Math.round(us * (rateHz / 1e6)));
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
