package app.promptsparrow.export;

import java.util.function.DoubleConsumer;
import java.util.function.IntConsumer;

/** Progress in whole percent. Not safe on several threads at once. */
public final class Percent {

    private Percent() {
    }

    /** Takes shares from 0 to 1, as often as it likes, and tells each percent once. */
    public static DoubleConsumer each(IntConsumer told) {
        int[] last = {-1};
        return share -> {
            int percent = (int) (share * 100);
            if (percent != last[0]) {
                last[0] = percent;
                told.accept(percent);
            }
        };
    }
}
