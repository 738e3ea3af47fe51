package app.promptsparrow.desktop.store;

import app.promptsparrow.file.Journal;
import app.promptsparrow.project.Project;
import java.io.IOException;
import java.nio.file.Path;
import java.util.Optional;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicBoolean;
import org.slf4j.LoggerFactory;

/**
 * Keeps unsaved work safe: after an edit the journal is written within {@value #DELAY_MS} ms on a worker of its own. Its
 * methods belong to the store's thread.
 */
public final class JournalKeeper {

    private static final int DELAY_MS = 300;

    private interface Work {
        void run() throws IOException;
    }

    private final ProjectStore store;
    private final Journal journal;
    private final ScheduledExecutorService worker;
    private final AtomicBoolean waiting = new AtomicBoolean();
    private volatile Project latest;
    private volatile int edits;

    /**
     * @param worker one thread, used for nothing else
     */
    public JournalKeeper(ProjectStore store, Journal journal, ScheduledExecutorService worker) {
        this.store = store;
        this.journal = journal;
        this.worker = worker;
        begin(store.project());
        store.onOpen(this::begin);
        store.onChange(this::changed);
    }

    private void begin(Project safe) {
        edits = 0;
        latest = safe;
        Optional<Path> file = store.file();
        worker.execute(() -> guarded(() -> journal.begin(safe, file)));
    }

    private void changed(Project project) {
        if (project == latest) {
            return;
        }
        if (!store.hasUnsavedWork()) {
            begin(project);
            return;
        }
        latest = project;
        edits++;
        if (waiting.compareAndSet(false, true)) {
            worker.schedule(this::write, DELAY_MS, TimeUnit.MILLISECONDS);
        }
    }

    private void write() {
        waiting.set(false);
        Project project = latest;
        int count = edits;
        guarded(() -> journal.write(project, count));
    }

    /** Writes what is unsaved without delay, and then does something: after a recovery, throw away what was recovered. */
    public void writeNow(Runnable then) {
        worker.execute(() -> {
            write();
            then.run();
        });
    }

    /** Ends in order: what is unsaved now is not wanted. */
    public void close() {
        worker.execute(() -> guarded(journal::forget));
        worker.shutdown();
        try {
            worker.awaitTermination(2, TimeUnit.SECONDS);
        } catch (InterruptedException interrupted) {
            Thread.currentThread().interrupt();
        }
    }

    private static void guarded(Work work) {
        try {
            work.run();
        } catch (IOException | RuntimeException problem) {
            // Playing and editing go on; saving will tell if the disk is the cause.
            LoggerFactory.getLogger(JournalKeeper.class).warn("the journal cannot be written", problem);
        }
    }
}
