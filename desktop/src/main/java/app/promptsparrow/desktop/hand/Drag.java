package app.promptsparrow.desktop.hand;

import java.util.Optional;
import java.util.function.Consumer;
import java.util.function.Predicate;
import javafx.beans.InvalidationListener;
import javafx.event.EventHandler;
import javafx.scene.Node;
import javafx.scene.Scene;
import javafx.scene.input.MouseButton;
import javafx.scene.input.MouseEvent;
import javafx.stage.Window;

/**
 * A hand on a node, from the press of the primary button until it is let go: one of it for everything that is dragged. What it changes
 * belongs to one gesture. Escape, another button and a window that loses the focus put back what it did ({@link PutBack}); when what was pressed goes out
 * of sight it ends where it is. Owned by the UI thread.
 */
public final class Drag {

    /** From so many pixels on a press is a drag, whose direction is decided then. */
    public static final double DECIDES = 6;

    private final Node node;
    private Predicate<MouseEvent> press = event -> true;
    private Consumer<MouseEvent> begun = event -> { };
    private Consumer<MouseEvent> move = event -> { };
    private Consumer<MouseEvent> release = event -> { };
    private Consumer<MouseEvent> other = event -> { };
    private Runnable ended = () -> { };
    private final InvalidationListener focus = observable -> cancelIfAway();
    private Scene scene;
    private double pressX;
    private double pressY;
    private boolean decided;
    private boolean along;
    private Object gesture;

    private Drag(Node node) {
        this.node = node;
    }

    public static Drag on(Node node) {
        Drag drag = new Drag(node);
        node.setOnMousePressed(drag::pressed);
        node.setOnMouseDragged(drag::moved);
        node.setOnMouseReleased(drag::released);
        return drag;
    }

    /** The same on a node that makes something of the mouse itself; it gets only what is not dragged. */
    public static Drag over(Node node) {
        Drag drag = new Drag(node);
        node.addEventFilter(MouseEvent.MOUSE_PRESSED, drag.kept(drag::pressed));
        node.addEventFilter(MouseEvent.MOUSE_DRAGGED, drag.kept(drag::moved));
        node.addEventFilter(MouseEvent.MOUSE_RELEASED, event -> {
            boolean mine = drag.isActive();
            drag.released(event);
            if (mine) {
                event.consume();
            }
        });
        return drag;
    }

    private EventHandler<MouseEvent> kept(Consumer<MouseEvent> handler) {
        return event -> {
            handler.accept(event);
            if (isActive()) {
                event.consume();
            }
        };
    }

    /** @param listener answers whether something was pressed that can be dragged */
    public Drag press(Predicate<MouseEvent> listener) {
        press = listener;
        return this;
    }

    /** What the press does at once, once it is the drag of its window. */
    public Drag pressed(Consumer<MouseEvent> listener) {
        begun = listener;
        return this;
    }

    /** Every move, also those before the direction is decided. */
    public Drag move(Consumer<MouseEvent> listener) {
        move = listener;
        return this;
    }

    /** The button is let go; not told of one that was put back or ended on the way. */
    public Drag release(Consumer<MouseEvent> listener) {
        release = listener;
        return this;
    }

    /** Pressed with another button, while nothing is dragged. */
    public Drag other(Consumer<MouseEvent> listener) {
        other = listener;
        return this;
    }

    /** It is over, in whichever way; nothing that only stands while it lasts is to be left. */
    public Drag ended(Runnable listener) {
        ended = listener;
        return this;
    }

    // --- while it lasts ---

    public boolean isActive() {
        return gesture != null;
    }

    /** What its edits belong to; null while nothing is dragged. */
    public Object gesture() {
        return gesture;
    }

    public double pressX() {
        return pressX;
    }

    public double pressY() {
        return pressY;
    }

    public double dx(MouseEvent event) {
        return event.getX() - pressX;
    }

    public double dy(MouseEvent event) {
        return event.getY() - pressY;
    }

    /** Whether it has moved far enough to be no press. */
    public boolean isDecided() {
        return decided;
    }

    /** Whether it went sideways first. */
    public boolean isAlong() {
        return along;
    }

    // --- ways to end ---

    /** The drag that goes on in a window, if there is one. */
    public static Optional<Drag> in(Scene scene) {
        return Optional.ofNullable(scene).map(one -> (Drag) one.getProperties().get(Drag.class));
    }

    /** Puts back what it did, as if nothing had been pressed. */
    public void cancel() {
        if (isActive()) {
            Object mine = gesture;
            end();
            node.fireEvent(new PutBack(mine));
        }
    }

    /** Leaves what it did, and does no more. */
    public void end() {
        if (isActive()) {
            gesture = null;
            if (scene != null) {
                scene.getProperties().remove(Drag.class, this);
                Optional.ofNullable(scene.getWindow()).ifPresent(window -> window.focusedProperty().removeListener(focus));
            }
            ended.run();
        }
    }

    private void cancelIfAway() {
        if (scene != null && Optional.ofNullable(scene.getWindow()).filter(Window::isFocused).isEmpty()) {
            cancel();
        }
    }

    // --- the mouse ---

    private void pressed(MouseEvent event) {
        if (event.getButton() != MouseButton.PRIMARY) {
            if (isActive()) {
                cancel();
                event.consume();
            } else {
                other.accept(event);
            }
            return;
        }
        end(); // its release was never seen
        pressX = event.getX();
        pressY = event.getY();
        decided = false;
        gesture = new Object();
        scene = node.getScene();
        if (!press.test(event)) {
            gesture = null;
            return;
        }
        scene.getProperties().put(Drag.class, this);
        Optional.ofNullable(scene.getWindow()).ifPresent(window -> window.focusedProperty().addListener(focus));
        begun.accept(event);
    }

    private void moved(MouseEvent event) {
        if (!isActive()) {
            return;
        }
        if (!decided && Math.hypot(dx(event), dy(event)) >= DECIDES) {
            decided = true;
            along = Math.abs(dx(event)) >= Math.abs(dy(event));
        }
        move.accept(event);
    }

    private void released(MouseEvent event) {
        if (isActive() && event.getButton() == MouseButton.PRIMARY) {
            release.accept(event);
            end();
        }
    }
}
