package app.promptsparrow.desktop.files;

import app.promptsparrow.desktop.session.Jobs;
import app.promptsparrow.desktop.session.Session;
import app.promptsparrow.export.Percent;
import app.promptsparrow.file.FileProblem;
import app.promptsparrow.midi.Watch;
import java.nio.file.Path;
import java.util.concurrent.atomic.AtomicBoolean;
import javafx.application.Platform;

/** A long file that is read beside the window: how far it is stands in the status line, and Escape drops it. Made and ended on the UI thread. */
final class Reading {

    /** What is done with the file, on a worker. */
    interface Work {
        Runnable run(Watch watch) throws FileProblem;
    }

    private final Session session;
    private final String name;
    private final AtomicBoolean stop;

    Reading(Session session, Path file) {
        this.session = session;
        this.name = file.getFileName().toString();
        this.stop = session.jobs().begun();
        session.say("reading " + name + " … Escape drops it");
    }

    /** The work for a job, whose answer only runs if the file was not dropped meanwhile. */
    Jobs.Work watched(Work work) {
        Watch watch = new Watch(Percent.each(percent -> Platform.runLater(() -> session.say("reading " + name + ": " + percent + " % · Escape drops it"))), stop::get);
        return () -> {
            try {
                Runnable then = work.run(watch);
                return () -> unlessDropped(then);
            } catch (FileProblem problem) {
                if (stop.get()) {
                    return this::dropped;
                }
                throw problem;
            }
        };
    }

    void ended() {
        session.jobs().ended(stop);
    }

    private void unlessDropped(Runnable then) {
        if (stop.get()) {
            dropped();
        } else {
            then.run();
        }
    }

    private void dropped() {
        session.say(name + " dropped; nothing was brought in");
    }
}
