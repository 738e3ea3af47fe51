package app.promptsparrow.desktop.session;

/** Play and stop, for whatever is shown. Owned by the UI thread; needs no window. */
public final class Playing {

    private final Session session;
    private final Chosen chosen;

    public Playing(Session session, Chosen chosen) {
        this.session = session;
        this.chosen = chosen;
    }

    public void playOrStop() {
        if (session.player().now().playing()) {
            stop();
        } else {
            from(0);
        }
    }

    /** Plays the shown pattern from one of its positions, or says why not. */
    public void from(long units) {
        if (chosen.pattern().isEmpty()) {
            session.say("the slot is empty: press it, or a key from 1 to 0, to make a pattern");
        } else {
            session.player().play(chosen.pattern().get().id(), units);
        }
    }

    public void stop() {
        session.player().stop();
    }
}
