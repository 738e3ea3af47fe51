package app.promptsparrow.desktop.control;

import java.util.function.BiConsumer;
import javafx.application.Platform;
import javafx.beans.property.DoubleProperty;
import javafx.beans.property.SimpleDoubleProperty;
import javafx.beans.value.ObservableValue;
import javafx.geometry.Bounds;
import javafx.geometry.Orientation;
import javafx.scene.Node;
import javafx.scene.Parent;
import javafx.scene.Scene;
import javafx.scene.control.ScrollBar;
import javafx.scene.input.ScrollEvent;
import javafx.scene.layout.Pane;
import javafx.scene.layout.Region;
import javafx.scene.shape.Rectangle;

/**
 * Scrolls its content up and down, as wide as there is room. The toolkit's own scroll pane keeps a picture of all that it scrolls
 * and makes it anew whenever anything inside changes: with the software pipeline a moving playhead cost 11 ms a frame by that alone.
 * It is also no control, and its bar is made when it is first needed, so that the first picture of the window needs none.
 * Owned by the UI thread.
 */
public final class DirectScroll extends Region {

    /** Notches of the wheel that follow each other so soon belong to what the first of them scrolled. */
    private static final long ONE_TURN_NS = 400_000_000;

    /** What it scrolls with, or null if it scrolls by itself. */
    private final DirectScroll leader;
    private final DoubleProperty offset;
    private final Pane viewport = new Pane();
    private final Rectangle clip = new Rectangle();
    /** Held, as nothing else holds what it derives. */
    private final ObservableValue<Node> focused;
    private long scrolledNs = System.nanoTime() - ONE_TURN_NS;
    private Region content;
    private ScrollBar bar;
    private BiConsumer<Double, Double> resized = (width, height) -> { };

    /** With a bar at the right where not all is in view. */
    public DirectScroll() {
        this(null);
    }

    /** Without one: it goes where another one is, and the wheel over it moves that. */
    public static DirectScroll beside(DirectScroll leader) {
        return new DirectScroll(leader);
    }

    private DirectScroll(DirectScroll leader) {
        this.leader = leader;
        offset = leader == null ? new SimpleDoubleProperty(this, "offset") : leader.offset;
        viewport.getStyleClass().add("viewport");
        viewport.setClip(clip);
        getChildren().add(viewport);
        offset.addListener((observable, was, is) -> place());
        addEventFilter(ScrollEvent.SCROLL, event -> {
            boolean plain = event.getDeltaX() == 0 && !event.isControlDown() && !event.isShiftDown();
            if (plain && System.nanoTime() - scrolledNs < ONE_TURN_NS) { // what comes under the pointer meanwhile is not meant
                wheel(event);
                event.consume();
            }
        });
        addEventHandler(ScrollEvent.SCROLL, this::wheel);
        focused = sceneProperty().flatMap(Scene::focusOwnerProperty);
        focused.addListener((observable, was, is) -> {
            if (is != null) {
                reveal(is);
            }
        });
    }

    public void setContent(Region to) {
        content = to;
        content.setManaged(false); // placed by place(); its size is followed below
        viewport.getChildren().setAll(to);
        to.needsLayoutProperty().addListener((observable, was, is) -> {
            if (is) {
                follow();
            }
        });
        to.prefHeightProperty().addListener((observable, was, is) -> requestLayout()); // the toolkit tells parents of managed nodes only
        to.minWidthProperty().addListener((observable, was, is) -> requestLayout());
        if (leader == null) {
            offset.set(0);
        }
        requestLayout();
    }

    /**
     * The content may need another size. Where that is found in the midst of a layout, as something in it moves, the toolkit tells nobody
     * above: nothing in the content would ever be laid out again, so that they are told after it.
     */
    private void follow() {
        requestLayout();
        for (Parent above = getParent(); above != null; above = above.isManaged() ? above.getParent() : null) {
            if (!above.isNeedsLayout()) {
                Platform.runLater(this::requestLayout);
                return;
            }
        }
    }

    /** How many of the content's pixels are above what is in view. */
    public DoubleProperty offsetProperty() {
        return offset;
    }

    /** Told the size of what is in view, at each layout. */
    public void onResize(BiConsumer<Double, Double> listener) {
        resized = listener;
    }

    private double most() {
        return leader != null ? leader.most() : content == null ? 0 : Math.max(0, content.getHeight() - getHeight());
    }

    private void wheel(ScrollEvent event) {
        double to = Math.max(0, Math.min(most(), offset.get() - event.getDeltaY()));
        if (event.getDeltaY() != 0 && to != offset.get()) {
            scrolledNs = System.nanoTime();
            offset.set(to);
            event.consume();
        }
    }

    /** Scrolls as little as needed for something inside to be in view. */
    public void reveal(Node inside) {
        for (Node node = inside; node != null && node != content; node = node.getParent()) {
            if (node.getParent() == content) {
                Bounds at = content.sceneToLocal(inside.localToScene(inside.getBoundsInLocal()));
                if (at.getMinY() < offset.get()) {
                    offset.set(Math.max(0, at.getMinY()));
                } else if (at.getMaxY() > offset.get() + getHeight()) {
                    offset.set(Math.min(most(), at.getMaxY() - getHeight()));
                }
            }
        }
    }

    // --- layout ---

    @Override
    protected void layoutChildren() {
        if (content == null) {
            return;
        }
        double width = getWidth();
        double height = content.prefHeight(width);
        boolean needsBar = leader == null && height > getHeight() + 0.5;
        showBar(needsBar);
        double room = width - (needsBar ? Math.ceil(bar.prefWidth(-1)) : 0);
        height = content.prefHeight(room);
        viewport.resizeRelocate(0, 0, room, getHeight());
        clip.setWidth(room);
        clip.setHeight(getHeight());
        resized.accept(room, getHeight());
        content.resize(content.isResizable() ? Math.max(content.minWidth(-1), room) : room, Math.max(height, 0));
        if (needsBar) {
            bar.resizeRelocate(room, 0, width - room, getHeight());
            bar.setMax(most());
            bar.setVisibleAmount(most() * getHeight() / Math.max(1, height));
            bar.setBlockIncrement(getHeight() * 0.9);
            bar.setUnitIncrement(20);
        }
        if (leader == null) {
            offset.set(Math.max(0, Math.min(most(), offset.get())));
        }
        place();
    }

    private void showBar(boolean needed) {
        if (needed && bar == null) {
            bar = new ScrollBar();
            bar.setOrientation(Orientation.VERTICAL);
            bar.setFocusTraversable(false);
            bar.setManaged(false); // placed by the layout above
            bar.valueProperty().bindBidirectional(offset);
            getChildren().add(bar);
        }
        if (bar != null) {
            bar.setVisible(needed);
        }
    }

    private void place() {
        if (content != null) {
            content.relocate(0, -Math.round(offset.get()));
        }
    }

    @Override
    protected double computePrefWidth(double height) {
        return content == null ? 0 : content.prefWidth(height);
    }

    @Override
    protected double computePrefHeight(double width) {
        return content == null ? 0 : content.prefHeight(width);
    }

    @Override
    protected double computeMinHeight(double width) {
        return 0;
    }

    @Override
    protected double computeMinWidth(double height) {
        return 0;
    }
}
