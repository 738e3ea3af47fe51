package app.promptsparrow.desktop.session;

import app.promptsparrow.file.FileProblem;
import java.util.HashSet;
import java.util.Set;
import java.util.concurrent.Executor;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.function.Consumer;
import javafx.application.Platform;
import org.slf4j.LoggerFactory;

/**
 * Work with files, off the UI thread: what is read and written of projects goes through one queue, in order; exports run
 * beside it. Whatever goes wrong becomes one sentence. Owned by the UI thread.
 */
public final class Jobs {

    /** Something for a worker, whose answer runs on the UI thread. */
    public interface Work {
        Runnable run() throws FileProblem;
    }

    private final Workers workers;
    private final Consumer<String> problem;
    private final Set<AtomicBoolean> stoppable = new HashSet<>();

    public Jobs(Workers workers, Consumer<String> problem) {
        this.workers = workers;
        this.problem = problem;
    }

    /** Work with project files, behind all that was asked for before. */
    public void inOrder(Work work) {
        inOrder(work, () -> { });
    }

    /** @param ended run on the UI thread before its answer, also if it failed */
    public void inOrder(Work work, Runnable ended) {
        run(workers.files(), work, ended);
    }

    /**
     * Work that touches no project file and may take long.
     *
     * @param ended run on the UI thread before its answer, also if it failed
     */
    public void beside(Work work, Runnable ended) {
        run(workers.sounds(), work, ended);
    }

    /**
     * What is written for other programs: may take minutes, for which nothing that is to be heard waits.
     *
     * @param ended run on the UI thread before its answer, also if it failed
     */
    public void exporting(Work work, Runnable ended) {
        run(workers.exports(), work, ended);
    }

    /** Long work begins that can be ended on the way: it asks now and then whether it is to, until it is {@linkplain #ended}. */
    public AtomicBoolean begun() {
        AtomicBoolean stop = new AtomicBoolean();
        goesOn(stop);
        return stop;
    }

    /** Its next part begins. */
    public void goesOn(AtomicBoolean stop) {
        stoppable.add(stop);
    }

    public void ended(AtomicBoolean stop) {
        stoppable.remove(stop);
    }

    /** Escape: ends what can be ended. Answers whether there was anything. */
    public boolean cancel() {
        stoppable.forEach(stop -> stop.set(true));
        return !stoppable.isEmpty();
    }

    private void run(Executor executor, Work work, Runnable ended) {
        executor.execute(() -> {
            Runnable then = answer(work);
            Platform.runLater(() -> {
                ended.run();
                then.run();
            });
        });
    }

    private Runnable answer(Work work) {
        try {
            return work.run();
        } catch (FileProblem refused) {
            LoggerFactory.getLogger(Jobs.class).info("refused: {}", refused.getMessage(), refused);
            return () -> problem.accept(refused.getMessage());
        } catch (IllegalArgumentException refused) {
            return () -> problem.accept(refused.getMessage());
        } catch (RuntimeException | Error fault) {
            LoggerFactory.getLogger(Jobs.class).error("a fault while working on a file", fault);
            return () -> problem.accept(fault instanceof OutOfMemoryError ? "This needs more memory than the program has; the open project is as it was."
                    : "Something went wrong inside the program; the log has the details, and the open project is as it was.");
        }
    }
}
