package app.promptsparrow.desktop.arrivals;

import app.promptsparrow.desktop.session.Session;
import app.promptsparrow.file.FileProblem;
import app.promptsparrow.file.SampleFolder;
import app.promptsparrow.file.SoundImport;
import app.promptsparrow.text.Plural;
import app.promptsparrow.text.Shown;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.atomic.AtomicInteger;
import org.slf4j.LoggerFactory;

/**
 * Sound files on their way in: read beside each other on workers while the beat plays on, and handed on in the order in which they
 * were given, those that are there together, every so often. Escape ends it; what has arrived stays. Owned by the UI
 * thread.
 */
public final class Arrivals {

    /** How often they are handed on at most, since each time the window is painted and the music takes a new kit. */
    private static final long HAND_ON_NS = 800_000_000;

    /** What becomes of a sound. */
    public interface Sink {
        /** The next ones, at least one, on the UI thread. */
        void take(List<SoundImport> sounds);

        /** All that could be read are there. */
        void done();
    }

    private final Session session;
    private final Session.Here here;
    private final SampleFolder folder;
    private final Sink sink;
    private final AtomicBoolean stop;
    private final List<Path> files;
    private final List<Path> leftOut;
    /** By file: not there yet (null), refused or cancelled (empty), or read. */
    private final List<Optional<SoundImport>> read = new ArrayList<>();
    /** What is to be told of files that did not come in, or not whole. */
    private final List<String> refused = new ArrayList<>();
    private final List<String> came = new ArrayList<>();
    private final AtomicInteger begun = new AtomicInteger();
    /** Once that is faster; more are never, since other work is not to wait behind a whole folder. */
    private final AtomicBoolean twoAtOnce = new AtomicBoolean();
    private long handedOnNs = System.nanoTime();
    private int arrived;
    private int handedOn;
    private int taken;

    private Arrivals(List<Path> files, List<Path> leftOut, AtomicBoolean stop, Session session, Session.Here here, SampleFolder folder, Sink sink) {
        this.files = files;
        this.leftOut = leftOut;
        this.session = session;
        this.here = here;
        this.folder = folder;
        this.sink = sink;
        this.stop = stop;
        files.forEach(file -> read.add(null));
    }

    /** Begins to read files, at most so many; a folder stands for the sound files in it. */
    public static void begin(List<Path> dropped, int most, Session session, SampleFolder folder, Sink sink) {
        session.say("reading " + name(dropped) + " …");
        Practice.SHARED.makeWay();
        AtomicBoolean stop = session.jobs().begun();
        Session.Here here = session.here();
        session.jobs().beside(() -> {
            List<Path> all = SoundImport.files(dropped);
            return here.take(name(dropped), () -> {
                if (all.isEmpty()) {
                    session.say("there is no sound file in it");
                    return;
                }
                session.jobs().goesOn(stop);
                List<Path> files = List.copyOf(all.subList(0, Math.min(most, all.size())));
                Arrivals arrivals = new Arrivals(files, List.copyOf(all.subList(files.size(), all.size())), stop, session, here, folder, sink);
                arrivals.readNext();
            });
        }, () -> session.jobs().ended(stop));
    }

    private static String name(List<Path> dropped) {
        return dropped.size() == 1 ? String.valueOf(dropped.get(0).getFileName()) : Plural.of(dropped.size(), "file");
    }

    /** Any thread: a worker goes on by itself, however busy the window is. */
    private void readNext() {
        if (Practice.SHARED.isFluent() && twoAtOnce.compareAndSet(false, true)) {
            readNext();
        }
        int index = begun.getAndIncrement();
        if (index >= files.size()) {
            return;
        }
        session.jobs().beside(() -> {
            Optional<SoundImport> sound = Optional.empty();
            String refusal = "";
            Path file = files.get(index);
            try {
                if (!stop.get()) {
                    sound = Optional.of(SoundImport.read(file, folder, session.player().sounds().rateHz(), stop::get));
                    Practice.SHARED.hasRead();
                }
            } catch (FileProblem problem) {
                refusal = stop.get() ? "" : problem.getMessage();
            } catch (RuntimeException | OutOfMemoryError fault) {
                LoggerFactory.getLogger(Arrivals.class).error("a fault while reading {}", file, fault);
                refusal = file.getFileName() + (fault instanceof OutOfMemoryError ? " needs more memory than the program has" : " could not be taken; the log has the details");
            }
            readNext();
            return arrival(index, sound, refusal);
        }, () -> { });
    }

    private Runnable arrival(int index, Optional<SoundImport> sound, String refusal) {
        return () -> {
            if (!here.isOpen()) {
                drop();
                return;
            }
            read.set(index, sound);
            arrived++;
            if (!refusal.isEmpty()) {
                refused.add(refusal);
            }
            sound.flatMap(SoundImport::lacks).ifPresent(lacks -> refused.add(files.get(index).getFileName() + " " + lacks));
            if (arrived == files.size() || System.nanoTime() - handedOnNs >= HAND_ON_NS) {
                handOn();
            }
        };
    }

    /** Another project is open by now. */
    private void drop() {
        if (!stop.getAndSet(true)) {
            session.jobs().ended(stop);
            here.dropped(Plural.of(files.size() - handedOn, "sound"));
        }
    }

    private void handOn() {
        List<SoundImport> next = new ArrayList<>();
        while (handedOn < files.size() && read.get(handedOn) != null) {
            read.set(handedOn++, Optional.empty()).ifPresent(next::add); // nothing is kept that was handed on
        }
        if (!next.isEmpty()) {
            next.forEach(sound -> session.player().sounds().give(sound.sound(), sound.frames()));
            taken += next.size();
            next.forEach(sound -> came.add(sound.name()));
            session.guarded(() -> sink.take(next));
        }
        handedOnNs = System.nanoTime();
        if (arrived == files.size()) {
            end();
        } else if (!stop.get()) {
            session.say(taken + " of " + Plural.of(files.size(), "sound") + (taken == 1 ? " is" : " are") + " there · Escape ends it");
        }
    }

    private void end() {
        session.jobs().ended(stop);
        if (taken > 0) {
            session.guarded(sink::done);
        }
        if (stop.get()) {
            session.say("ended: " + taken + " of " + Plural.of(files.size(), "sound") + " are there");
        } else if (!refused.isEmpty() || !leftOut.isEmpty() && came.size() + leftOut.size() > 1) {
            if (taken == 0) {
                session.say("nothing was changed");
            }
            account();
        }
    }

    /** Tells of each file by its name what became of it. */
    private void account() {
        List<String> all = new ArrayList<>(refused);
        if (!leftOut.isEmpty()) {
            all.add("left out, since there is room for " + files.size() + ": " + Shown.list(leftOut.stream().map(file -> file.getFileName().toString()).toList()));
        }
        if (!came.isEmpty() && files.size() + leftOut.size() > 1) {
            all.add("taken: " + Shown.list(came));
        }
        session.questions().problem(String.join("; ", all));
    }
}
