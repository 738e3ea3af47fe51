package app.promptsparrow.desktop.song.edit;

/** Which stretch of the song is in view, and where on the screen what lies in it. In pixels and units; owned by the UI thread. */
public final class Timeline {

    private static final double NEAREST_BARS = 1;
    /** A short song does not fill the view, so that there is room to make it longer. */
    private static final double LEAST_BARS = 16;
    /** How much of the view is kept free behind the end of the song, to drop something there. */
    private static final double BEYOND = 0.04;

    private double width = 600;
    private long length = 1;
    private long barUnits = 1;
    private double unitsAcross = 1;
    private double left;
    private boolean fits = true;
    private boolean held;

    /** @param songUnits the song's length @param bar a bar's length, the least that can fill the view */
    public void update(double pixels, long songUnits, long bar) {
        width = Math.max(50, pixels);
        length = Math.max(1, songUnits);
        barUnits = bar;
        if (held) {
            return;
        }
        if (fits) {
            fit();
        } else {
            show(left, unitsAcross);
        }
    }

    /** All of the song is in view, also as it grows. */
    public void fit() {
        fits = true;
        unitsAcross = whole();
        left = 0;
    }

    /** While something is dragged the view stays as it is, whatever becomes of the song. */
    public void hold(boolean to) {
        held = to;
    }

    private double whole() {
        return Math.max(length * (1 + BEYOND), LEAST_BARS * barUnits);
    }

    public boolean isFitting() {
        return fits;
    }

    private void show(double from, double across) {
        unitsAcross = Math.max(NEAREST_BARS * barUnits, Math.min(whole(), across));
        left = Math.max(0, Math.min(whole() - unitsAcross, from));
    }

    /** Brings more or less into view. @param factor below 1 for less @param x stays where it is */
    public void zoom(double factor, double x) {
        double at = left + x / width * unitsAcross;
        double across = Math.max(NEAREST_BARS * barUnits, Math.min(whole(), unitsAcross * factor));
        fits = across >= whole();
        show(at - x / width * across, across);
    }

    public void scrollBy(double pixels) {
        scrollTo(left + pixels / width * unitsAcross);
    }

    public void scrollTo(double units) {
        show(units, unitsAcross);
    }

    /** Scrolls so that a stretch is in view, or its beginning. */
    public void reveal(long from, long to) {
        if (from < left) {
            scrollTo(from);
        } else if (to > left + unitsAcross) {
            scrollTo(Math.min(from, to - unitsAcross));
        }
    }

    /** Turns the page when the playhead leaves the view. */
    public boolean follow(long position) {
        if (fits || position >= left && position < left + unitsAcross) {
            return false;
        }
        scrollTo(position - unitsAcross * 0.05);
        return true;
    }

    public double x(double units) {
        return (units - left) / unitsAcross * width;
    }

    public long units(double x) {
        return Math.max(0, Math.round(left + x / width * unitsAcross));
    }

    /** How wide a stretch is. */
    public double pixels(double units) {
        return units / unitsAcross * width;
    }

    public double width() {
        return width;
    }

    public double left() {
        return left;
    }

    public double unitsAcross() {
        return unitsAcross;
    }

    /** How far it can be scrolled. */
    public double most() {
        return whole() - unitsAcross;
    }
}
