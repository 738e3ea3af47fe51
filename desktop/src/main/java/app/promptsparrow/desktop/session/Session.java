package app.promptsparrow.desktop.session;

import app.promptsparrow.desktop.control.Numbers;
import app.promptsparrow.desktop.player.Player;
import app.promptsparrow.project.Edit;
import app.promptsparrow.project.NoteNames;
import app.promptsparrow.project.Project;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * What every view gets: the open project and the way to edit it, the music, work beside the window, questions, settings, and one
 * sentence about what happened last. Owned by the UI thread; needs no window.
 */
public final class Session {

    private final ProjectStore store;
    private final Player player;
    private final Jobs jobs;
    private final Settings settings;
    private final Questions questions;
    private final Later later = new Later();
    private final List<Runnable> listeners = new ArrayList<>();
    private String message = "";

    public Session(ProjectStore store, Player player, Jobs jobs, Settings settings, Questions questions) {
        this.store = store;
        this.player = player;
        this.jobs = jobs;
        this.settings = settings;
        this.questions = questions;
        store.onOpen(project -> questions.withdraw());
        store.onChange(project -> tell());
    }

    public ProjectStore store() {
        return store;
    }

    public Project project() {
        return store.project();
    }

    public Player player() {
        return player;
    }

    public Jobs jobs() {
        return jobs;
    }

    public Settings settings() {
        return settings;
    }

    public Questions questions() {
        return questions;
    }

    /** What is made after the first picture. */
    public Later later() {
        return later;
    }

    /** A note as the project's key spells it, its octave counted as people here do. */
    public String noteName(int note) {
        return NoteNames.of(note, project().key(), settings.middleC());
    }

    /** The note that somebody means by a name, or by its MIDI number. */
    public Optional<Double> note(String typed) {
        return NoteNames.parse(typed.strip(), settings.middleC()).map(Integer::doubleValue).or(() -> Numbers.number(typed));
    }

    // --- editing ---

    /** Applies an edit as a step of its own; one that the model refuses is told instead. Answers whether it fits. */
    public boolean apply(Edit edit) {
        return guarded(() -> store.apply(edit));
    }

    /** Applies an edit as part of a gesture, see {@link ProjectStore#apply(Edit, Object)}. */
    public void apply(Edit edit, Object gesture) {
        guarded(() -> store.apply(edit, gesture));
    }

    /** Applies an edit instead of what the gesture did so far, see {@link ProjectStore#replace}. */
    public void replace(Edit edit, Object gesture) {
        guarded(() -> store.replace(edit, gesture));
    }

    /** Applies an edit as part of a pass that is recorded, see {@link ProjectStore#record}. */
    public void record(Edit edit, Object pass) {
        guarded(() -> store.record(edit, pass));
    }

    /** Applies an edit instead of what was tried before, see {@link ProjectStore#tryOut}. Answers whether it fits. */
    public boolean tryOut(Edit edit, Object trying) {
        return guarded(() -> store.tryOut(edit, trying));
    }

    /** Does what the model may refuse, which is told then. Answers whether it was done. */
    public boolean guarded(Runnable change) {
        try {
            change.run();
            return true;
        } catch (IllegalArgumentException refused) {
            say(refused.getMessage());
            return false;
        }
    }

    /** The project that is open now, for what is on its way to it. */
    public final class Here {
        private final int opened = store.opened();

        public boolean isOpen() {
            return store.opened() == opened;
        }

        /** An answer for this project; if another one is open by then, it is dropped, and that is said. */
        public Runnable take(String what, Runnable answer) {
            return () -> {
                if (isOpen()) {
                    answer.run();
                } else {
                    dropped(what);
                }
            };
        }

        /** Says that something came too late. */
        public void dropped(String what) {
            say(what + " was on its way to the project that was open before, and is dropped");
        }
    }

    public Here here() {
        return new Here();
    }

    // --- telling ---

    /** Told that something else is shown or said; what it costs to show is for a pulse later. */
    public void onChange(Runnable listener) {
        listeners.add(listener);
    }

    /** Something else is shown now; what was said of the thing before is over. */
    public void tell() {
        say("");
    }

    /** Shows a sentence in the status line, until the next thing happens. */
    public void say(String text) {
        message = text;
        listeners.forEach(Runnable::run);
    }

    /** What to tell about the last action; empty if there is nothing. */
    public String message() {
        return message;
    }

    /** Lets the status line speak of the pointer or the cursor again. */
    public void forgetMessage() {
        message = "";
    }
}
