package app.promptsparrow.desktop.live;

import app.promptsparrow.desktop.session.Chosen;
import app.promptsparrow.desktop.session.Session;
import app.promptsparrow.devices.MidiPorts;
import app.promptsparrow.devices.MidiSink;
import app.promptsparrow.engine.EngineCommands;
import app.promptsparrow.kit.MidiOut;
import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.text.Plural;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.Executor;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.atomic.AtomicLong;
import org.slf4j.LoggerFactory;

/**
 * Plays rows by what MIDI inputs send. A note is struck on the port's own thread, so that it is heard with the next block, and handed
 * to the {@link Recorder} on the UI thread with its time. Which note is which row stands in a table that is replaced whole.
 */
public final class HandIn implements AutoCloseable {

    /** What the port's thread needs to know. Immutable. */
    private record Table(Map<Integer, Row> drums, Map<Integer, Row> bassByChannel, Row chosen, int fixedVelocity, boolean erasing) {

        /** The row that a note plays, or null. */
        Row row(int channel, int note) {
            Row bass = bassByChannel.get(channel);
            if (channel != MidiOut.DRUM_CHANNEL && bass != null) {
                return bass;
            }
            return channel != MidiOut.DRUM_CHANNEL && chosen.isBass() ? chosen : drums.get(note);
        }
    }

    /** An input that is listened to. */
    private record Opened(AutoCloseable port, Optional<Input> input) {

        /** While it is being opened. */
        private static final Opened SOON = new Opened(() -> { }, Optional.empty());
    }

    /** A note that is held on a row. */
    private record Down(RowId row, int cents) {
    }

    /** Notes that wait for the UI thread at most: what two seconds of a quick hand make, many times over. */
    private static final int MOST_WAITING = 4_096;

    private final Session session;
    private final Chosen chosen;
    private final Recorder recorder;
    private final ClockIn clock;
    private final Controllers controllers;
    private final MidiPorts ports;
    private final Executor ui;
    private final Executor worker;
    private final Map<String, Opened> open = new HashMap<>();
    /** Messages that belong to no row, and notes for which there was no room. */
    private final AtomicLong unused = new AtomicLong();
    private final AtomicInteger waiting = new AtomicInteger();
    private volatile Table table;
    private boolean due;
    private boolean closed;

    /**
     * @param worker opens and closes ports
     * @param ui     runs on the UI thread
     */
    public HandIn(Session session, Chosen chosen, Recorder recorder, ClockIn clock, Controllers controllers, MidiPorts ports, Executor worker, Executor ui) {
        this.session = session;
        this.chosen = chosen;
        this.recorder = recorder;
        this.clock = clock;
        this.controllers = controllers;
        this.ports = ports;
        this.ui = ui;
        this.worker = worker;
        session.onChange(this::tellSoon);
        tell();
    }

    /** Once all that listen to the change have taken note of it: which row is chosen may not hold before. */
    private void tellSoon() {
        if (!due) {
            due = true;
            ui.execute(this::tell);
        }
    }

    private void tell() {
        due = false;
        Map<Integer, Row> drums = new HashMap<>();
        Map<Integer, Row> bass = new HashMap<>();
        for (Row row : session.project().kit().rows()) {
            if (row.isBass()) {
                bass.putIfAbsent(row.midi().channel(), row);
            } else {
                drums.putIfAbsent(row.midi().note(), row);
            }
        }
        table = new Table(drums, bass, chosen.row(), recorder.fixedVelocity().orElse(0), recorder.isErasing());
    }

    /** Looks which inputs there are: new ones are opened, those that are gone closed. Once every two seconds; never waits. */
    public void look() {
        worker.execute(() -> {
            List<String> there = ports.inputs();
            ui.execute(() -> keep(there));
        });
    }

    private void keep(List<String> there) {
        for (String name : List.copyOf(open.keySet())) {
            if (!there.contains(name)) {
                close(open.remove(name));
                session.say("the MIDI input '" + name + "' is gone");
            }
        }
        for (String name : there) {
            if (!open.containsKey(name)) {
                open.put(name, Opened.SOON);
                worker.execute(() -> open(name));
            }
        }
    }

    private void open(String name) {
        Input input = new Input(name);
        try {
            AutoCloseable port = ports.openInput(name, input);
            ui.execute(() -> opened(name, new Opened(port, Optional.of(input))));
        } catch (MidiPorts.Unavailable inUse) {
            session.player().giveBack(input.commands);
            LoggerFactory.getLogger(HandIn.class).info("{}", inUse.getMessage());
            ui.execute(() -> open.remove(name)); // tried again with the next look
        }
    }

    /** One that has gone meanwhile is closed again. */
    private void opened(String name, Opened now) {
        if (closed || !open.containsKey(name)) {
            close(now);
        } else {
            open.put(name, now);
        }
    }

    /** The inputs that are listened to. */
    public List<String> inputs() {
        return open.keySet().stream().sorted().toList();
    }

    /** Port thread: takes what an input sends. */
    private final class Input implements MidiSink {
        private final String name;
        /** Its own: each port has a thread of its own. */
        private final EngineCommands commands = session.player().newWriter();
        private final Set<Down> down = ConcurrentHashMap.newKeySet();

        Input(String name) {
            this.name = name;
        }

        @Override
        public void message(int status, int data1, int data2, long timeNs) {
            if (!controllers.take(name, status, data1, data2)) {
                play(status, data1, data2, timeNs, down, commands);
            }
        }

        /** UI thread: it is gone, and will not say that its notes are let go. */
        void letGo() {
            down.forEach(note -> recorder.silence(note.row, note.cents));
            session.player().giveBack(commands);
        }

        @Override
        public void clock(int status, int sixteenths, long timeNs) {
            hand(MOST_WAITING, () -> clock.message(name, status, sixteenths, timeNs));
        }
    }

    private void play(int status, int note, int velocity, long timeNs, Set<Down> down, EngineCommands commands) {
        int kind = status & 0xF0;
        boolean on = kind == MidiSink.NOTE_ON && velocity > 0;
        if (!on && kind != MidiSink.NOTE_OFF && kind != MidiSink.NOTE_ON) {
            return; // pedals and wheels play no row
        }
        Table now = table;
        Row row = now.row((status & 0x0F) + 1, note);
        if (row == null) {
            unused.incrementAndGet();
            return;
        }
        RowId id = row.id();
        Down key = new Down(id, Recorder.cents(row, note));
        if (!on) {
            down.remove(key);
            boolean silenced = commands.release(id, key.cents);
            hand(Integer.MAX_VALUE, () -> { // always: a note that is not let go would sound on
                if (!silenced) {
                    recorder.silence(id, key.cents);
                }
                recorder.release(id, note, timeNs);
            });
            return;
        }
        int given = now.fixedVelocity > 0 ? now.fixedVelocity : velocity;
        boolean heard = now.erasing || commands.press(id, given, key.cents);
        down.add(key);
        boolean told = hand(MOST_WAITING, () -> recorder.played(id, given, note, timeNs));
        if (!heard || !told) {
            unused.incrementAndGet();
        }
    }

    /** Hands on to the UI thread, unless so many wait already that more would only pile up. */
    private boolean hand(int most, Runnable what) {
        if (waiting.get() >= most) {
            return false;
        }
        waiting.incrementAndGet();
        ui.execute(() -> {
            waiting.decrementAndGet();
            what.run();
        });
        return true;
    }

    /** What is listened to, and how much of what came was of no use, in words. */
    public String describe() {
        long lost = unused();
        return "listens to " + String.join(", ", inputs()) + (lost == 0 ? "" : " · " + Plural.of((int) Math.min(Integer.MAX_VALUE, lost), "note") + " belonged to no row or came too fast");
    }

    /** How many notes belonged to no row or found no room. Any thread. */
    public long unused() {
        return unused.get();
    }

    /** Its notes are let go here, the port is closed by a worker: a device that hangs holds nobody up. */
    private void close(Opened opened) {
        opened.input.ifPresent(Input::letGo);
        worker.execute(() -> closePort(opened));
    }

    private static void closePort(Opened opened) {
        try {
            opened.port.close();
        } catch (Exception gone) {
            LoggerFactory.getLogger(HandIn.class).info("a MIDI input could not be closed", gone);
        }
    }

    @Override
    public void close() {
        closed = true;
        new ArrayList<>(open.values()).forEach(this::close);
        open.clear();
    }
}
