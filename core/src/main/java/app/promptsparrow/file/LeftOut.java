package app.promptsparrow.file;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Supplier;

/** What of a damaged file cannot be read, with the reasons; the rest is read. Owned by one thread. */
final class LeftOut {

    private static final int MOST = 50;

    private final boolean nothing;
    private final List<String> said = new ArrayList<>();
    private int more;

    private LeftOut(boolean nothing) {
        this.nothing = nothing;
    }

    /** Leaves out what is damaged. */
    static LeftOut what() {
        return new LeftOut(false);
    }

    /** Leaves out nothing: the first part that is damaged refuses the whole. */
    static LeftOut nothing() {
        return new LeftOut(true);
    }

    /** Reads a part without which the rest is whole; empty if it is damaged. */
    <T> Optional<T> tried(Supplier<String> what, Supplier<T> read) {
        try {
            return Optional.of(read.get());
        } catch (JsonPlace.Wrong wrong) {
            if (nothing) {
                throw wrong;
            }
            say(what.get() + ", " + wrong.getMessage());
            return Optional.empty();
        }
    }

    /** Reads a part that has a usual value; that value if it is damaged. */
    <T> T or(T usual, String what, Supplier<T> read) {
        return tried(() -> what, read).orElse(usual);
    }

    /** Leaves out what is damaged, for that reason; refuses the file where nothing may be left out. */
    void orRefused(Path file, String why) throws FileProblem {
        if (nothing) {
            throw new FileProblem(file, why);
        }
        say("what is damaged: it " + why);
    }

    /** Something is left out; only where it may be. */
    void say(String sentence) {
        if (said.size() < MOST) {
            said.add(sentence);
        } else {
            more++;
        }
    }

    boolean isNothing() {
        return nothing;
    }

    /** In words; empty if the file is whole. */
    List<String> said() {
        List<String> all = new ArrayList<>(said);
        if (more > 0) {
            all.add(more + " parts more");
        }
        return List.copyOf(all);
    }
}
