package app.promptsparrow.desktop.player;

import app.promptsparrow.file.BackingFile;
import app.promptsparrow.file.FileProblem;
import app.promptsparrow.file.SampleFolder;
import app.promptsparrow.project.Backing;
import app.promptsparrow.sample.LongFrames;
import java.util.Optional;
import java.util.concurrent.Executor;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.function.Consumer;

/** Reads the project's backing on a worker, while the music goes on; only the one that is wished last. Owned by the UI thread. */
public final class BackingLoader {

    /** What is read: another level or place needs no reading. */
    private record Wished(String file, Optional<String> kept) {
    }

    /** How far it is. @param share of a file that is read, 0 to 1 @param problem a sentence if it cannot be read */
    public record State(boolean reading, double share, Optional<LongFrames> frames, Optional<String> problem) {

        static final State NONE = new State(false, 0, Optional.empty(), Optional.empty());
    }

    private final int rateHz;
    private final Executor worker;
    private final Executor ui;
    private final Consumer<LongFrames> ready;
    private Optional<Wished> wished = Optional.empty();
    private AtomicBoolean stop = new AtomicBoolean();
    private volatile double share;
    private State state = State.NONE;
    private Runnable listener = () -> { };

    /** @param ready takes the frames, or null while there are none */
    BackingLoader(int rateHz, Executor worker, Executor ui, Consumer<LongFrames> ready) {
        this.rateHz = rateHz;
        this.worker = worker;
        this.ui = ui;
        this.ready = ready;
    }

    /** Told when it has been read or cannot be. */
    public void onChange(Runnable to) {
        listener = to;
    }

    public State state() {
        return state.reading ? new State(true, share, Optional.empty(), Optional.empty()) : state;
    }

    void want(Optional<Backing> backing) {
        Optional<Wished> now = backing.map(of -> new Wished(of.file(), of.kept()));
        if (!now.equals(wished)) {
            wished = now;
            read(backing);
        }
    }

    /** Reads it again: a file that was gone may be back. */
    public void again(Optional<Backing> backing) {
        read(backing);
    }

    /** Gives up what is read. Answers whether there was anything. */
    public boolean cancel() {
        boolean was = state.reading;
        stop.set(true);
        return was;
    }

    private void read(Optional<Backing> backing) {
        stop.set(true);
        AtomicBoolean mine = new AtomicBoolean();
        stop = mine;
        ready.accept(null);
        if (backing.isEmpty()) {
            set(State.NONE);
            return;
        }
        share = 0;
        set(new State(true, 0, Optional.empty(), Optional.empty()));
        Backing of = backing.get();
        worker.execute(() -> {
            State read;
            try {
                read = new State(false, 1, Optional.of(BackingFile.read(of, rateHz, SampleFolder.usual(), mine::get, done -> share = done)), Optional.empty());
            } catch (FileProblem unreadable) {
                read = new State(false, 0, Optional.empty(), Optional.of(unreadable.getMessage()));
            }
            State done = read;
            ui.execute(() -> {
                if (stop == mine) { // nothing else is wished meanwhile
                    done.frames.ifPresent(ready);
                    set(done);
                }
            });
        });
    }

    private void set(State to) {
        state = to;
        listener.run();
    }
}
