package app.promptsparrow.desktop.live;

import app.promptsparrow.desktop.session.Session;
import app.promptsparrow.devices.MidiPort;
import app.promptsparrow.devices.MidiPorts;
import app.promptsparrow.devices.NotesOut;
import app.promptsparrow.kit.Row;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.Executor;
import org.slf4j.LoggerFactory;

/**
 * What is heard, sent to a MIDI output that is chosen and remembered by name; opened again when it comes back. Owned by the UI thread.
 */
public final class HandOut implements AutoCloseable {

    private final Session session;
    private final MidiPorts ports;
    private final Executor worker;
    private final Executor ui;
    /** Made and started when an output is first chosen. */
    private Optional<NotesOut> out = Optional.empty();
    private Optional<String> open = Optional.empty();
    private List<String> there = List.of();

    /**
     * @param worker opens ports
     * @param ui     runs on the UI thread
     */
    public HandOut(Session session, MidiPorts ports, Executor worker, Executor ui) {
        this.session = session;
        this.ports = ports;
        this.worker = worker;
        this.ui = ui;
        session.onChange(this::tellRows);
    }

    /** The output that was chosen, if any; it need not be there now. */
    public Optional<String> chosen() {
        return Optional.of(session.settings().text("midi.out", "")).filter(name -> !name.isEmpty());
    }

    /** The outputs that were there at the last look. */
    public List<String> outputs() {
        return there;
    }

    public boolean sendsClock() {
        return session.settings().number("midi.clock", 0, 1, 0) == 1;
    }

    public void setSendsClock(boolean to) {
        session.settings().setNumber("midi.clock", to ? 1 : 0);
        out.ifPresent(sending -> sending.sendClock(to));
        session.tell();
    }

    /** Sends to an output from now on, or to none. */
    public void choose(Optional<String> name) {
        session.settings().setText("midi.out", name.orElse(""));
        open = Optional.empty();
        out.ifPresent(sending -> sending.connect(null));
        look();
        session.tell();
    }

    /** Looks which outputs there are, and opens the chosen one if it is not. Every two seconds; never waits. */
    public void look() {
        worker.execute(() -> {
            List<String> names = ports.outputs();
            ui.execute(() -> keep(names));
        });
    }

    private void keep(List<String> names) {
        out.flatMap(NotesOut::takeFault).ifPresent(fault -> {
            LoggerFactory.getLogger(HandOut.class).error("a fault while sending MIDI", fault);
            session.say("a fault of the program cost a MIDI message; the log has the details, and sending goes on");
        });
        if (!names.equals(there)) {
            there = names;
            session.tell();
        }
        Optional<String> wished = chosen();
        if (open.isPresent() && !names.contains(open.get())) {
            session.say("the MIDI output '" + open.get() + "' is gone; it is used again when it is back");
            open = Optional.empty();
            out.ifPresent(sending -> sending.connect(null));
        }
        if (wished.isPresent() && open.isEmpty() && names.contains(wished.get())) {
            open = wished; // meanwhile
            worker.execute(() -> open(wished.get()));
        }
    }

    private void open(String name) {
        try {
            MidiPort port = ports.openOutput(name);
            ui.execute(() -> connect(name, port));
        } catch (MidiPorts.Unavailable inUse) {
            ui.execute(() -> {
                open = Optional.empty(); // tried again with the next look
                session.say(inUse.getMessage());
            });
        }
    }

    private void connect(String name, MidiPort port) {
        if (!chosen().equals(Optional.of(name))) {
            port.close(); // another one was chosen meanwhile
            return;
        }
        if (out.isEmpty()) {
            out = Optional.of(session.player().notesOut().start());
            out.get().sendClock(sendsClock());
        }
        tellRows();
        out.get().connect(port);
    }

    private void tellRows() {
        out.ifPresent(sending -> {
            NotesOut.Row[] rows = new NotesOut.Row[session.project().kit().highestRowId() + 1];
            for (Row row : session.project().kit().rows()) {
                rows[row.id().value()] = new NotesOut.Row(row.midi().channel(), row.midi().note(), row.isBass(), session.project().kit().isHeard(row));
            }
            sending.rows(rows);
        });
    }

    @Override
    public void close() {
        out.ifPresent(NotesOut::close);
    }
}
