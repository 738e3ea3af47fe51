package app.promptsparrow.desktop.session;

import app.promptsparrow.file.FileProblem;
import java.util.concurrent.Executor;
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

    private final Executor queue;
    private final Executor beside;
    private final Consumer<String> problem;

    /**
     * @param queue  one thread
     * @param beside any number
     */
    public Jobs(Executor queue, Executor beside, Consumer<String> problem) {
        this.queue = queue;
        this.beside = beside;
        this.problem = problem;
    }

    /** Work with project files, behind all that was asked for before. */
    public void inOrder(Work work) {
        run(queue, work, () -> { });
    }

    /**
     * Work that touches no project file and may take long.
     *
     * @param ended run on the UI thread before its answer, also if it failed
     */
    public void beside(Work work, Runnable ended) {
        run(beside, work, ended);
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
