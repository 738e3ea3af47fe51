package app.promptsparrow.bench;

/**
 * One measured figure.
 *
 * @param target what is to be reached, as text; empty if it is only told
 */
record Figure(String id, String name, double value, String unit, String target, boolean ok) {

    static Figure atMost(String id, String name, double value, String unit, double target) {
        return new Figure(id, name, value, unit, "<= " + target, value <= target);
    }

    static Figure atLeast(String id, String name, double value, String unit, double target) {
        return new Figure(id, name, value, unit, ">= " + target, value >= target);
    }

    static Figure told(String id, String name, double value, String unit) {
        return new Figure(id, name, value, unit, "", true);
    }
}
