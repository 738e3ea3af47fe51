package app.promptsparrow.kit;

/**
 * One physical control of a computed sound. Immutable.
 *
 * @param name  lower case with hyphens: the key in files, and, with blanks, what people read
 * @param unit  what its values count
 * @param usual within the range
 */
public record Control(String name, Unit unit, double min, double max, double usual) {

    /** Hertz, milliseconds, a share (0 to 1 is 0 to 100 %), a number of things, octaves, or a plain ratio. */
    public enum Unit { HZ, MS, SHARE, COUNT, OCTAVES, TIMES }

    public Control {
        if (!(min < max && usual >= min && usual <= max)) {
            throw new IllegalArgumentException(name + ": " + usual + " does not lie between " + min + " and " + max);
        }
    }

    static Control hz(String name, double min, double max, double usual) {
        return new Control(name, Unit.HZ, min, max, usual);
    }

    static Control ms(String name, double min, double max, double usual) {
        return new Control(name, Unit.MS, min, max, usual);
    }

    static Control share(String name, double usual) {
        return new Control(name, Unit.SHARE, 0, 1, usual);
    }

    /** A share that may be more than the whole. */
    static Control share(String name, double max, double usual) {
        return new Control(name, Unit.SHARE, 0, max, usual);
    }

    static Control count(String name, double min, double max, double usual) {
        return new Control(name, Unit.COUNT, min, max, usual);
    }

    static Control octaves(String name, double min, double max, double usual) {
        return new Control(name, Unit.OCTAVES, min, max, usual);
    }

    static Control times(String name, double min, double max, double usual) {
        return new Control(name, Unit.TIMES, min, max, usual);
    }

    /** As people read it. */
    public String title() {
        return name.replace('-', ' ');
    }
}
