package app.promptsparrow.desktop.orders;

import app.promptsparrow.desktop.session.Session;
import app.promptsparrow.export.AudioOptions;
import app.promptsparrow.export.Choice;
import app.promptsparrow.export.MidiPlan;
import app.promptsparrow.file.FileProblem;
import app.promptsparrow.file.Folders;
import app.promptsparrow.midi.MidiOptions;
import app.promptsparrow.project.Project;
import app.promptsparrow.project.SlotRef;
import app.promptsparrow.project.Song;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;
import java.util.OptionalInt;
import org.slf4j.LoggerFactory;

/**
 * Music as finished files that are dragged out of the window or lie on the clipboard: MIDI at once, WAV made first, as the one switch says. They lie where
 * other programs can keep their paths. Owned by the UI thread.
 */
public final class DragFiles {

    private static final String MIDI = ".mid";
    private static final String AUDIO = "drag.audio";

    /** A file that was made, and of what. */
    private record Made(Order order, Project project, Path file) {
    }

    private final Session session;
    private final Orders orders;
    private Optional<Made> made = Optional.empty();
    private Optional<Made> making = Optional.empty();
    private Orders.Work work;

    public DragFiles(Session session, Orders orders) {
        this.session = session;
        this.orders = orders;
    }

    /** Whether WAV goes out instead of MIDI; the same for all that is dragged, and remembered. */
    public boolean audio() {
        return session.settings().number(AUDIO, 0, 1, 0) == 1;
    }

    public void setAudio(boolean to) {
        session.settings().setNumber(AUDIO, to ? 1 : 0);
        session.tell();
    }

    /** A slot's pattern, until its lanes meet. */
    public static Order ofSlot(Project project, SlotRef slot) {
        return new Order(new Choice.OnePattern(slot), Order.Form.MIDI, project.at(slot).orElseThrow().name(), OptionalInt.empty(), MidiOptions.USUAL, AudioOptions.USUAL);
    }

    public static Order ofSong(Project project, Song song) {
        return new Order(new Choice.OneSong(project.songs().indexOf(song)), Order.Form.MIDI, song.name(), OptionalInt.empty(), MidiOptions.USUAL, AudioOptions.USUAL);
    }

    /** An order as one file of the form that goes out. */
    private Order one(Order order) {
        return new Order(order.choice(), audio() ? Order.Form.WAV : Order.Form.MIDI, order.name(), order.repeat(), order.midi().inOneFile(), order.audio());
    }

    /** What the file is called. */
    public String name(Order order) {
        Order one = one(order);
        return one.proposed(session.project()) + one.ending();
    }

    /** What is still to be done before it can be dragged; empty if it can. */
    public String state(Order order) {
        if (!audio() || isMade(order)) {
            return "";
        }
        return work != null && orders.work().contains(work) ? "making the file: " + work.percent() + " %" : "press it: the file is made first";
    }

    private boolean isMade(Order order) {
        return made.filter(file -> file.order.equals(one(order)) && file.project == session.project() && Files.isRegularFile(file.file)).isPresent();
    }

    /** Makes the audio file that will be dragged, if it is audio that goes out and it is not made yet. */
    public void prepare(Order order) {
        Order one = one(order);
        Project project = session.project();
        boolean busy = making.filter(file -> file.order.equals(one) && file.project == project).isPresent() && work != null && orders.work().contains(work);
        if (!audio() || isMade(order) || busy) {
            return;
        }
        folder().map(folder -> new Made(one, project, folder.resolve(name(order)))).ifPresent(file -> {
            if (work != null) {
                orders.cancel(work);
            }
            making = Optional.of(file);
            work = orders.prepare(one, file.file, () -> {
                made = Optional.of(file);
                session.say(file.file.getFileName() + " is ready: drag it out");
            });
        });
    }

    /** The file to be dragged, if there is one; a MIDI file is made at once. */
    public Optional<Path> ready(Order order) {
        return !audio() ? midi(order) : isMade(order) ? made.map(Made::file) : Optional.empty();
    }

    /** The file to be dragged. Empty if it has to be made first, which begins and is said. */
    public Optional<Path> file(Order order) {
        Optional<Path> ready = ready(order);
        if (ready.isPresent() || !audio()) {
            return ready;
        }
        prepare(order);
        session.say(name(order) + " is being made: drag it again in a moment");
        return Optional.empty();
    }

    /** A MIDI file, whatever the switch says. */
    public Optional<Path> midi(Order order) {
        return folder().flatMap(folder -> {
            Path target = folder.resolve(order.proposed(session.project()) + MIDI);
            try {
                MidiPlan.of(session.project(), order.choice(), order.repeat(), order.midi().inOneFile()).write(target);
                return Optional.of(target);
            } catch (FileProblem | IllegalArgumentException cannot) {
                session.say(cannot.getMessage());
                return Optional.empty();
            }
        });
    }

    private static Optional<Path> folder() {
        try {
            return Optional.of(Files.createDirectories(Folders.dragged()));
        } catch (IOException none) {
            LoggerFactory.getLogger(DragFiles.class).warn("no folder for what is dragged", none);
            return Optional.empty();
        }
    }
}
