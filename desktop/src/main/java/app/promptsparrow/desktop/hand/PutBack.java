package app.promptsparrow.desktop.hand;

import javafx.event.Event;
import javafx.event.EventType;

/** A drag was given up, told upwards from what was dragged; the window takes back what its gesture did. */
public final class PutBack extends Event {

    private static final long serialVersionUID = 1;

    public static final EventType<PutBack> PUT_BACK = new EventType<>(Event.ANY, "PUT_BACK");

    private final transient Object gesture;

    PutBack(Object gesture) {
        super(PUT_BACK);
        this.gesture = gesture;
    }

    public Object gesture() {
        return gesture;
    }
}
