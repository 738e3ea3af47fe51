package app.promptsparrow.desktop.orders;

import app.promptsparrow.desktop.session.Session;
import app.promptsparrow.export.Percent;
import app.promptsparrow.file.FileProblem;
import app.promptsparrow.file.FileVersion;
import app.promptsparrow.project.Project;
import java.nio.file.Path;
import java.time.LocalTime;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.function.Consumer;
import javafx.application.Platform;

/** Takes orders, works them off one after the other while the music plays on, and remembers them. Owned by the UI thread. */
public final class Orders {

    private static final int REMEMBERED = 8;

    /** Something that was written. */
    public record Written(Order order, Path target, LocalTime at, String says) {
    }

    /** Something that is being written or waits for it. */
    public static final class Work {
        private final Order order;
        private final Path target;
        private final AtomicBoolean stop;
        private int percent;
        private Runnable start;
        private boolean running;
        private long begunNs;

        private Work(Order order, Path target, AtomicBoolean stop) {
            this.order = order;
            this.target = target;
            this.stop = stop;
        }

        public Path target() {
            return target;
        }

        public int percent() {
            return percent;
        }

        /** Whether its turn has come. */
        public boolean isRunning() {
            return running;
        }

        /** How long it will still take, in seconds; empty as long as that cannot be told. */
        public Optional<Long> secondsLeft() {
            double seconds = (System.nanoTime() - begunNs) / 1e9;
            return percent < 5 ? Optional.empty() : Optional.of(Math.round(seconds * (100 - percent) / percent));
        }

    }

    private final Session session;
    private final List<Work> work = new ArrayList<>();
    private final List<Written> written = new ArrayList<>();

    public Orders(Session session) {
        this.session = session;
    }

    /** What is being written, in the order in which it was asked for. */
    public List<Work> work() {
        return List.copyOf(work);
    }

    /** What was written last, the newest first. */
    public List<Written> written() {
        return List.copyOf(written);
    }

    /** Asks where to, and writes it there. */
    public void ask(Order order) {
        Project project = session.project();
        session.jobs().beside(() -> {
            String sentence = order.sentence(project);
            return () -> {
                String title = "Export " + order.form().title() + ": " + sentence;
                if (order.isFolder()) {
                    session.questions().folder(title).ifPresent(to -> write(order, to));
                } else {
                    session.questions().fileToSave(title, order.proposed(project), order.ending(), to -> write(order, to));
                }
            };
        }, () -> { });
    }

    /** Writes what was written last once more, as the project is now, to where it was. */
    public void again() {
        written.stream().findFirst().ifPresentOrElse(last -> write(last.order, last.target), () -> session.say("nothing has been written yet: choose what in the view Export, or press Ctrl+E for this pattern as MIDI"));
    }

    public void again(Written one) {
        write(one.order, one.target);
    }

    public void write(Order order, Path target) {
        write(order, target, wrote -> {
            written.removeIf(one -> one.target.equals(target));
            written.add(0, new Written(order, target, LocalTime.now(), wrote));
            while (written.size() > REMEMBERED) {
                written.remove(written.size() - 1);
            }
            session.tell();
            session.say("wrote " + target.getFileName() + ": " + wrote);
        });
    }

    /** Writes it where only this program looks, to be dragged out. */
    public Work prepare(Order order, Path target, Runnable then) {
        return write(order, target, wrote -> {
            session.tell();
            then.run();
        });
    }

    private Work write(Order order, Path target, Consumer<String> then) {
        Project project = session.project();
        Path open = session.store().file().map(FileVersion::file).orElse(null);
        Work one = new Work(order, target, session.jobs().begun());
        work.add(one);
        session.tell();
        one.start = () -> session.jobs().exporting(() -> {
            Order.Done done = one.stop.get() ? new Order.Done(Optional.empty()) : written(one, project, open);
            return () -> done.says().ifPresentOrElse(then, () -> session.say("cancelled, nothing written"));
        }, () -> {
            session.jobs().ended(one.stop);
            work.remove(one);
            session.tell();
            next();
        });
        next();
        return one;
    }

    /** Ends it, or takes it out of the queue. */
    public void cancel(Work one) {
        one.stop.set(true);
        if (!one.running && work.remove(one)) {
            session.jobs().ended(one.stop);
            session.tell();
            session.say("cancelled, nothing written");
        }
    }

    /** One after the other, so that the music has a core to itself. */
    private void next() {
        if (work.stream().noneMatch(one -> one.running) && !work.isEmpty()) {
            Work first = work.get(0);
            first.running = true;
            first.begunNs = System.nanoTime();
            first.start.run();
        }
    }

    private Order.Done written(Work one, Project project, Path open) throws FileProblem {
        return one.order.write(project, one.target, open, one.stop::get, Percent.each(percent -> Platform.runLater(() -> {
            one.percent = percent;
            session.say("writing " + one.target.getFileName() + ": " + percent + " % · Escape cancels");
        })));
    }
}
