package app.promptsparrow.desktop.song.pane;

import javafx.scene.layout.Region;

/** The line that moves with the music, apart from what is painted below it. */
final class Playhead extends Region {

    private static final double WIDTH = 2;

    Playhead() {
        getStyleClass().add("playhead");
        setManaged(false); // moved by at()
        setMouseTransparent(true);
        setVisible(false);
    }

    /** Puts it somewhere, or out of sight where that is not in view. */
    void at(double x, double top, double height, double width) {
        boolean seen = x >= 0 && x <= width;
        setVisible(seen);
        if (seen) {
            resizeRelocate(Math.round(x), top, WIDTH, height);
        }
    }
}
