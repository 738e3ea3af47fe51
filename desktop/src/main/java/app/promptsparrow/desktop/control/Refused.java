package app.promptsparrow.desktop.control;

import javafx.event.Event;
import javafx.event.EventType;
import javafx.scene.Node;

/** Something typed that cannot be taken, told upwards from the field it was typed into; the window shows why. */
public final class Refused extends Event {

    private static final long serialVersionUID = 1;

    public static final EventType<Refused> REFUSED = new EventType<>(Event.ANY, "REFUSED");

    private final String why;

    private Refused(String why) {
        super(REFUSED);
        this.why = why;
    }

    /** Tells why, in one sentence. */
    public static void tell(Node field, String why) {
        field.fireEvent(new Refused(why));
    }

    public String why() {
        return why;
    }
}
