package app.promptsparrow.time;

/**
 * How a drummer counts a place in a bar: {@code 1 e & a} for sixteenths, {@code 1 &} for eighths, {@code 1 trip let} for
 * triplets, the eighth numbers in x/8. Pure functions.
 */
public final class Count {

    private static final String[] SIXTEENTHS = {"", "e", "&", "a"};
    private static final String[] TRIPLETS = {"", "trip", "let"};

    private Count() {
    }

    /**
     * The ruler's label of a place: the beat's number on a beat, {@code e}, {@code &}, {@code a}, {@code trip},
     * {@code let} between, or an empty text where no count falls.
     *
     * @param unitsInBar place since the bar line, 0 or more
     * @param triplet    whether the grid counts in triplets
     */
    public static String label(long unitsInBar, Meter meter, boolean triplet) {
        long beat = meter.beatUnits();
        long rest = unitsInBar % beat;
        if (rest == 0) {
            return Long.toString(unitsInBar / beat + 1);
        }
        String[] syllables = triplet ? TRIPLETS : SIXTEENTHS;
        if (!triplet && meter.division() == 8) {
            return rest * 2 == beat ? "&" : "";
        }
        if (meter.division() == 16) {
            return "";
        }
        long parts = syllables.length;
        return rest * parts % beat == 0 ? syllables[(int) (rest * parts / beat)] : "";
    }

    /**
     * The place as it is said: {@code 3}, {@code 3 a}, {@code 2 trip}. A place between counts takes the count before it.
     */
    public static String spoken(long unitsInBar, Meter meter, boolean triplet) {
        long beatUnits = meter.beatUnits();
        long beat = unitsInBar / beatUnits;
        long part = triplet ? beatUnits / 3 : meter.division() == 4 ? beatUnits / 4 : beatUnits / 2;
        long rest = unitsInBar % beatUnits / part * part;
        String syllable = rest == 0 ? "" : label(rest, meter, triplet);
        return syllable.isEmpty() ? "" + (beat + 1) : (beat + 1) + " " + syllable;
    }
}
