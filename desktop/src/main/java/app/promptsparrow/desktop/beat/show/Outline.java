package app.promptsparrow.desktop.beat.show;

import app.promptsparrow.desktop.session.Session;
import java.util.Optional;

/** What is shown in outline over the pattern and not in it yet, one thing at a time. Owned by the UI thread. */
public final class Outline {

    private final Session session;
    private Optional<Preview> preview = Optional.empty();

    public Outline(Session session) {
        this.session = session;
        session.store().onOpen(project -> preview = Optional.empty());
    }

    public Optional<Preview> now() {
        return preview;
    }

    public void show(Optional<Preview> to) {
        preview = to;
        session.tell();
    }
}
