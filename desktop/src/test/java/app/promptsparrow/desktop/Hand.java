package app.promptsparrow.desktop;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.TimeUnit;
import javafx.animation.AnimationTimer;
import javafx.application.Platform;
import javafx.geometry.Point2D;
import javafx.geometry.VerticalDirection;
import javafx.scene.Node;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseButton;
import javafx.scene.robot.Robot;
import javafx.stage.Window;
import org.junit.jupiter.api.extension.ExtensionContext;
import org.junit.jupiter.api.extension.ParameterContext;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.ApplicationExtension;
import org.testfx.robot.Motion;
import org.testfx.util.WaitForAsyncUtils;

/**
 * A test's hand on mouse and keyboard, by events of the window system. The library's own waits for five sleeps after each press; this one
 * waits until the event has come: whatever is asked of the UI thread behind an event is done behind it, since events go first there. What
 * moves waits for a pulse, at which the system hands moves over.
 */
public final class Hand extends FxRobot {

    /** Of two presses at one place that are no double click. */
    private static final long APART_NS = 600_000_000;
    private static final int STEPS = 4;

    private final Robot robot = WaitForAsyncUtils.waitForAsyncFx(10_000, Robot::new);
    private final List<MouseButton> held = new ArrayList<>();
    private Point2D pressedAt = Point2D.ZERO;
    private long pressedNs = System.nanoTime() - APART_NS;

    /** Gives tests their hand. */
    public static final class Extension extends ApplicationExtension {
        @Override
        public Object resolveParameter(ParameterContext parameter, ExtensionContext context) {
            return new Hand();
        }
    }

    // --- waiting ---

    /** Runs something on the UI thread, and waits until it and what came before it is done. */
    private static void events(Runnable action) {
        WaitForAsyncUtils.waitForAsyncFx(10_000, action);
        WaitForAsyncUtils.waitForAsyncFx(10_000, () -> { });
    }

    /** Lets a pulse pass: what was changed is laid out. */
    static void pulse() {
        CompletableFuture<Void> pulse = new CompletableFuture<>();
        Platform.runLater(() -> new AnimationTimer() {
            @Override
            public void handle(long now) {
                stop();
                pulse.complete(null);
            }
        }.start());
        pulse.join();
    }

    // --- keys ---

    @Override
    public Hand press(KeyCode... keys) {
        for (KeyCode key : keys) {
            events(() -> robot.keyPress(key));
        }
        return this;
    }

    @Override
    public Hand release(KeyCode... keys) {
        for (KeyCode key : keys) {
            events(() -> robot.keyRelease(key));
        }
        return this;
    }

    @Override
    public Hand push(KeyCode... keys) {
        press(keys);
        List<KeyCode> back = new ArrayList<>(List.of(keys));
        Collections.reverse(back);
        release(back.toArray(KeyCode[]::new));
        return this;
    }

    /** Letter by letter, as events of the focused node: a keyboard has not every letter. */
    @Override
    public Hand write(String text) {
        text.codePoints().forEach(letter -> events(() -> {
            String typed = Character.toString(letter);
            Window window = Window.getWindows().stream().filter(Window::isFocused).findFirst().orElseThrow();
            Node owner = window.getScene().getFocusOwner();
            for (var type : List.of(KeyEvent.KEY_PRESSED, KeyEvent.KEY_TYPED, KeyEvent.KEY_RELEASED)) {
                boolean isTyped = type == KeyEvent.KEY_TYPED;
                KeyCode code = isTyped ? KeyCode.UNDEFINED : codeOf(letter);
                KeyEvent event = new KeyEvent(type, isTyped ? typed : KeyEvent.CHAR_UNDEFINED, "", code, false, false, false, false);
                if (owner != null) {
                    owner.fireEvent(event);
                } else {
                    javafx.event.Event.fireEvent(window.getScene(), event);
                }
            }
        }));
        return this;
    }

    private static KeyCode codeOf(int letter) {
        KeyCode code = Character.isLetterOrDigit(letter) ? KeyCode.getKeyCode(Character.toString(Character.toUpperCase(letter))) : null;
        return code == null ? KeyCode.UNDEFINED : code;
    }

    // --- the mouse ---

    @Override
    public Hand press(MouseButton... buttons) {
        for (MouseButton button : buttons.length == 0 ? new MouseButton[] {MouseButton.PRIMARY} : buttons) {
            held.add(button);
            events(() -> robot.mousePress(button));
        }
        return this;
    }

    @Override
    public Hand release(MouseButton... buttons) {
        for (MouseButton button : buttons.length == 0 ? held.toArray(MouseButton[]::new) : buttons) {
            held.remove(button);
            events(() -> robot.mouseRelease(button));
        }
        return this;
    }

    @Override
    public Hand moveTo(Point2D to, Motion motion) {
        Point2D from = WaitForAsyncUtils.waitForAsyncFx(10_000, robot::getMousePosition);
        int steps = held.isEmpty() ? 1 : STEPS;
        for (int step = 1; step <= steps; step++) {
            Point2D at = from.interpolate(to, step / (double) steps);
            events(() -> robot.mouseMove(at));
            pulse();
        }
        events(() -> { });
        return this;
    }

    @Override
    public Hand moveTo(double x, double y, Motion motion) {
        return moveTo(new Point2D(x, y), motion);
    }

    @Override
    public Hand moveTo(String query, Motion motion) {
        return moveTo(middle(visible(query)), motion);
    }

    @Override
    public Hand moveTo(Node node, javafx.geometry.Pos place, Point2D offset, Motion motion) {
        return moveTo(middle(node).add(offset), motion);
    }

    @Override
    public Hand moveBy(double x, double y, Motion motion) {
        return moveTo(WaitForAsyncUtils.waitForAsyncFx(10_000, robot::getMousePosition).add(x, y), motion);
    }

    @Override
    public Hand scroll(int amount, VerticalDirection direction) {
        for (int i = 0; i < amount; i++) {
            events(() -> robot.mouseWheel(direction == VerticalDirection.UP ? -1 : 1));
        }
        return this;
    }

    @Override
    public Hand clickOn(Point2D place, Motion motion, MouseButton... buttons) {
        moveTo(place, motion);
        long wait = APART_NS - (System.nanoTime() - pressedNs);
        if (place.distance(pressedAt) < 8 && wait > 0) {
            sleep(wait, TimeUnit.NANOSECONDS);
        }
        pressedAt = place;
        pressedNs = System.nanoTime();
        press(buttons);
        return release(buttons);
    }

    @Override
    public Hand clickOn(String query, Motion motion, MouseButton... buttons) {
        return clickOn(middle(visible(query)), motion, buttons);
    }

    @Override
    public Hand clickOn(Node node, Motion motion, MouseButton... buttons) {
        return clickOn(middle(node), motion, buttons);
    }

    @Override
    public Hand doubleClickOn(Point2D place, Motion motion, MouseButton... buttons) {
        clickOn(place, motion, buttons);
        press(buttons);
        return release(buttons);
    }

    @Override
    public Hand doubleClickOn(String query, Motion motion, MouseButton... buttons) {
        return doubleClickOn(middle(visible(query)), motion, buttons);
    }

    @Override
    public Hand doubleClickOn(Node node, Motion motion, MouseButton... buttons) {
        return doubleClickOn(middle(node), motion, buttons);
    }

    private Node visible(String query) {
        pulse();
        return WaitForAsyncUtils.waitForAsyncFx(10_000, () -> lookup(query).queryAll().stream().filter(Hand::isShown).findFirst())
                .orElseThrow(() -> new AssertionError("nothing that is shown is " + query));
    }

    private static boolean isShown(Node node) {
        return node.isVisible() && node.getScene() != null && (node.getParent() == null || isShown(node.getParent()));
    }

    private static Point2D middle(Node node) {
        pulse();
        return WaitForAsyncUtils.waitForAsyncFx(10_000, () -> WindowUnderTest.middle(node));
    }
}
