package app.promptsparrow.desktop.slots;

import app.promptsparrow.desktop.session.Chosen;
import app.promptsparrow.desktop.session.Session;
import app.promptsparrow.export.Arrival;
import app.promptsparrow.midi.MidiException;
import app.promptsparrow.midi.Taking;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.project.Bank;
import app.promptsparrow.project.Project;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.List;
import java.util.Optional;

/** What was read and waits to be taken: how and where it will come in, before it does. Owned by the UI thread; needs no window. */
public final class Arriving {

    /** Where it comes in. */
    public enum Into { SHOWN, FREE, BANK, CURSOR }

    /** The same read anew, taken otherwise. */
    public interface Change {
        Arrival of(Arrival before) throws MidiException;
    }

    private final Session session;
    private final Chosen chosen;
    private final BringIn bringIn;
    private Optional<Arrival> now = Optional.empty();
    private String name = "";
    private Into into = Into.FREE;
    private boolean takesTempo;
    private boolean working;
    private Runnable back = () -> { };
    private final Deque<Offer> queue = new ArrayDeque<>();
    private final List<Wished> waiting = new ArrayList<>();

    /** A file that waits for its turn. */
    private record Offer(String file, Arrival arrival) {
    }

    /**
     * A change that is still to be computed.
     *
     * @param says when it is done; empty for nothing
     * @param then what follows it
     */
    private record Wished(Change change, String says, Runnable then) {
    }

    public Arriving(Session session, Chosen chosen, BringIn bringIn) {
        this.session = session;
        this.chosen = chosen;
        this.bringIn = bringIn;
        session.store().onOpen(project -> forget());
    }

    /** What waits was read for the project before. */
    private void forget() {
        queue.clear();
        waiting.clear();
        if (now.isPresent()) {
            now = Optional.empty();
            Runnable leave = back;
            back = () -> { };
            leave.run();
            session.here().dropped(name);
        }
    }

    /**
     * Shows what was read, or lets it wait until what is shown came in or was dropped: several files may be dropped at once.
     *
     * @param then goes back to where it was asked for, when it came in or was dropped
     */
    public void offer(String file, Arrival arrival, Runnable then) {
        if (now.isPresent()) {
            queue.add(new Offer(file, arrival));
            session.tell();
            return;
        }
        back = then;
        now = Optional.of(arrival);
        name = file;
        takesTempo = false;
        waiting.clear();
        int free = Bank.SLOTS - session.project().banks().get(chosen.shown().bank()).patterns().size();
        into = arrival.patterns().size() > Math.max(1, free) ? Into.BANK : arrival.patterns().size() > 1 ? Into.FREE : chosen.pattern().filter(Pattern::hasHits).isPresent() ? Into.FREE : Into.SHOWN;
        session.tell();
        session.say(file + " is read: choose where its notes go, then put it in");
    }

    public Optional<Arrival> now() {
        return now;
    }

    /** Of the file it was read from, and how many wait behind it. */
    public String name() {
        return queue.isEmpty() ? name : name + " (" + queue.size() + " more behind it)";
    }

    public Into into() {
        return into;
    }

    public void setInto(Into to) {
        into = to;
        session.tell();
    }

    /** What each place is now, in words; empty where nothing can go there. */
    public Optional<String> place(Into of) {
        Project project = session.project();
        boolean one = now.filter(arrival -> arrival.patterns().size() == 1).isPresent();
        return switch (of) {
            case SHOWN -> Optional.of("slot " + Bank.slotKey(chosen.shown().slot()) + chosen.pattern().map(pattern -> ", in place of " + pattern.name()).orElse(", which is empty"));
            case FREE -> Optional.of("the next free " + (one ? "slot" : "slots"));
            case BANK -> project.banks().size() < Project.MAX_BANKS ? Optional.of("a bank of its own") : Optional.empty();
            case CURSOR -> one && chosen.pattern().isPresent() ? bringIn.cursor().map(at -> "at the cursor, " + at + " of " + chosen.pattern().get().name()) : Optional.empty();
        };
    }

    public boolean takesTempo() {
        return takesTempo;
    }

    public void setTakesTempo(boolean to) {
        takesTempo = to;
        session.tell();
    }

    /** Has it taken otherwise; computed beside the window, one change after the other. */
    public void change(Change change) {
        change(change, "");
    }

    private void change(Change change, String says) {
        waiting.add(new Wished(change, says, () -> { }));
        work();
    }

    private void work() {
        if (working || waiting.isEmpty() || now.isEmpty()) {
            return;
        }
        working = true;
        Wished wished = waiting.remove(0);
        Arrival before = now.get();
        session.jobs().beside(() -> {
            try {
                Arrival after = wished.change.of(before);
                return () -> {
                    if (now.filter(still -> still == before).isPresent()) {
                        now = Optional.of(after);
                        session.tell();
                        if (!wished.says.isEmpty()) {
                            session.say(wished.says);
                        }
                    }
                    work();
                    wished.then.run();
                };
            } catch (MidiException cannot) {
                return () -> {
                    session.say(name + ": " + cannot.getMessage());
                    work();
                };
            }
        }, () -> working = false);
    }

    /** Puts it in, as one step. What was changed in the project since it was read is seen to first. */
    public void put() {
        if (working || !waiting.isEmpty()) {
            waiting.add(new Wished(before -> before, "", this::put)); // what was asked for before comes first
            return;
        }
        if (now.isEmpty()) {
            session.say("nothing has been read: drop a MIDI file or a chart here, or choose one");
            return;
        }
        if (!isOf(now.get(), session.project())) {
            Project project = session.project();
            change(before -> before.readFor(project), "the project was changed meanwhile: look at where the notes go now, then put it in");
            return;
        }
        if (now.get().hits() == 0) {
            session.say("nothing would come in: every row is left out");
            return;
        }
        Optional<String> place = place(into);
        if (place.isPresent() && bringIn.into(now.get(), into, takesTempo)) {
            cancel();
        }
    }

    /** Whether rows and numbers are those it was read for. */
    public static boolean isOf(Arrival arrival, Project project) {
        return arrival.open().given().equals(project.given()) && arrival.open().kit() == project.kit();
    }

    /** Drops it; the next that waits takes its place. */
    public void cancel() {
        now = Optional.empty();
        waiting.clear();
        String said = session.message();
        session.tell();
        if (queue.isEmpty()) {
            back.run();
            session.say(said);
        } else {
            Offer next = queue.remove();
            offer(next.file, next.arrival, back);
            Project project = session.project();
            if (!isOf(next.arrival, project)) {
                change(before -> before.readFor(project));
            }
        }
    }

    /** Sends a line elsewhere. */
    public void send(int line, Taking.Target target) {
        change(before -> line < before.lines().size() ? before.with(before.lines().get(line), target) : before);
    }
}
