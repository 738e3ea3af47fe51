package app.promptsparrow.desktop.frame;

import app.promptsparrow.desktop.session.Session;
import java.util.function.BiConsumer;
import javafx.application.Platform;
import org.slf4j.LoggerFactory;

/** What nobody expected: the log has it in full, the status line says in one sentence that it happened. Any thread. */
public final class Faults {

    static final String SENTENCE = "something went wrong inside the program; the log has the details, and the project is as it was";

    private Faults() {
    }

    /** From now on, in every thread. */
    public static void tellIn(Session session) {
        Thread.setDefaultUncaughtExceptionHandler(handler(session)::accept);
    }

    static BiConsumer<Thread, Throwable> handler(Session session) {
        return (thread, fault) -> {
            boolean refused = fault instanceof IllegalArgumentException && fault.getMessage() != null;
            LoggerFactory.getLogger(Faults.class).error("a fault in thread {}", thread.getName(), fault);
            Platform.runLater(() -> session.say(refused ? fault.getMessage() : SENTENCE));
        };
    }
}
