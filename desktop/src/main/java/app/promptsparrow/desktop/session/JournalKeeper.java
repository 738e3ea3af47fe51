package app.promptsparrow.desktop.session;

import app.promptsparrow.file.FileVersion;
import app.promptsparrow.file.Journal;
import app.promptsparrow.project.Project;
import java.io.IOException;
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
        store.onSave(this::saved);
        store.onChange(this::changed);
    }

    private void begin(Project safe) {
        edits = 0;
        latest = safe;
        Optional<FileVersion> file = store.file();
        worker.execute(() -> guarded(() -> journal.begin(safe, file)));
    }

    /** What is saved is safe; edits that were made while it was written build on it from now on. */
    private void saved(Project safe) {
        Optional<FileVersion> file = store.file();
        edits = store.hasUnsavedWork() ? 1 : 0;
        latest = store.project();
        Project now = latest;
        int count = edits;
        worker.execute(() -> guarded(() -> {
            if (count == 0) {
                journal.begin(safe, file);
            } else {
                journal.rebase(safe, file, now, count);
            }
        }));
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

    private boolean write() {
        waiting.set(false);
        Project project = latest;
        int count = edits;
        return guarded(() -> journal.write(project, count));
    }

    /**
     * Writes what is unsaved without delay, and then does something if that worked: after a recovery, throw away what was
     * recovered.
     */
    public void writeNow(Runnable then) {
        worker.execute(() -> {
            if (write()) {
                then.run();
            }
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

    /** Answers whether it worked. */
    private static boolean guarded(Work work) {
        try {
            work.run();
            return true;
        } catch (IOException | RuntimeException problem) {
            // Playing and editing go on; saving will tell if the disk is the cause.
            LoggerFactory.getLogger(JournalKeeper.class).warn("the journal cannot be written", problem);
            return false;
        }
    }
}
