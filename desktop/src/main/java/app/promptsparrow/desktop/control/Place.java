package app.promptsparrow.desktop.control;

import java.util.Optional;
import java.util.function.Consumer;
import javafx.scene.layout.Region;
import javafx.scene.layout.StackPane;

/**
 * Where a part of the window will stand that is made after the first picture; until then empty ground of the same size, so that
 * nothing around it moves. Owned by the UI thread.
 */
public final class Place<P extends Region> extends StackPane {

    private P part;

    /** As wide as there is room, and so high until it is filled; or the other way round. */
    private Place(double width, double height) {
        setMinSize(width, height);
    }

    public static <P extends Region> Place<P> ofHeight(double height) {
        return new Place<>(0, height);
    }

    public static <P extends Region> Place<P> ofWidth(double width) {
        return new Place<>(width, 0);
    }

    /** Puts the part here; from now on its own size counts. */
    public void fill(P made) {
        part = made;
        getStyleClass().clear();
        setMinSize(USE_COMPUTED_SIZE, USE_COMPUTED_SIZE);
        getChildren().setAll(made);
    }

    /** Ground in the look of the part that will stand here. */
    public Place<P> ground(String styleClass) {
        getStyleClass().add(styleClass);
        return this;
    }

    public Optional<P> part() {
        return Optional.ofNullable(part);
    }

    /** Does something with the part if it is there. */
    public void ifThere(Consumer<P> action) {
        if (part != null) {
            action.accept(part);
        }
    }
}
