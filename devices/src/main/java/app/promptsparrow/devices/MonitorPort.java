package app.promptsparrow.devices;

import java.util.ArrayList;
import java.util.List;

/**
 * The stand-in for a MIDI receiver, beside the ports of the system: keeps what comes and when, for whoever wants to see it. Safe on any
 * thread.
 */
public final class MonitorPort implements MidiPorts {

    public static final String NAME = "port monitor";
    private static final int KEPT = 4_096;

    /** A message that came. */
    public record Message(int status, int data1, int data2, long timeNs) {
    }

    private final MidiPorts others;
    private final Message[] messages = new Message[KEPT];
    private long count;

    /** @param others the ports there are besides */
    public MonitorPort(MidiPorts others) {
        this.others = others;
    }

    @Override
    public List<String> inputs() {
        return others.inputs();
    }

    @Override
    public AutoCloseable openInput(String name, MidiSink sink) throws Unavailable {
        return others.openInput(name, sink);
    }

    @Override
    public List<String> outputs() {
        List<String> names = new ArrayList<>(List.of(NAME));
        names.addAll(others.outputs());
        return names;
    }

    @Override
    public MidiPort openOutput(String name) throws Unavailable {
        return !name.equals(NAME) ? others.openOutput(name) : new MidiPort() {
            @Override
            public void send(int status, int data1, int data2) {
                keep(new Message(status, data1, data2, System.nanoTime()));
            }

            @Override
            public void close() {
                // nothing is held
            }
        };
    }

    private synchronized void keep(Message message) {
        messages[(int) (count++ % KEPT)] = message;
    }

    /** How many messages came so far. */
    public synchronized long count() {
        return count;
    }

    /** The messages from a number on that are still kept, the oldest first. */
    public synchronized List<Message> since(long from) {
        List<Message> some = new ArrayList<>();
        for (long at = Math.max(from, count - KEPT); at < count; at++) {
            some.add(messages[(int) (at % KEPT)]);
        }
        return some;
    }
}
