package app.promptsparrow.kit;

import app.promptsparrow.text.Ranges;

/**
 * By how much a row or a layer is tuned. Immutable.
 *
 * @param cents       –2,400 to 2,400; at most 1,200 up or down if the length is kept
 * @param keepsLength whether it lasts as long as untuned; otherwise it lasts the longer the lower it is
 */
public record Tune(int cents, boolean keepsLength) {

    public static final Tune NONE = new Tune(0, false);
    public static final int MOST_CENTS = 2_400;
    public static final int MOST_KEPT_CENTS = 1_200;

    public Tune {
        int most = keepsLength ? MOST_KEPT_CENTS : MOST_CENTS;
        Ranges.check(keepsLength ? "a tune in cents that keeps the length" : "a tune in cents", cents, -most, most);
    }

    public static Tune cents(int cents) {
        return NONE.withCents(cents);
    }

    public Tune withCents(int to) {
        return new Tune(to, keepsLength);
    }

    /** The same, with the length kept or not; a tune that is too far for it comes as near as it can be kept. */
    public Tune withLengthKept(boolean kept) {
        return new Tune(kept ? Math.max(-MOST_KEPT_CENTS, Math.min(MOST_KEPT_CENTS, cents)) : cents, kept);
    }

    /** By how much its speed changes with it. */
    public int speedCents() {
        return keepsLength ? 0 : cents;
    }

    /** By how much it is shifted with its length kept. */
    public int shiftCents() {
        return keepsLength ? cents : 0;
    }
}
