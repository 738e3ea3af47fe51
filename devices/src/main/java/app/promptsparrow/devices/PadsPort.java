package app.promptsparrow.devices;

import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.CopyOnWriteArrayList;

/**
 * The stand-in for a pad controller, beside the ports of the system: whoever has the practice pads in hand sends by it what a real
 * input would. Safe on any thread.
 */
public final class PadsPort implements MidiPorts {

    public static final String NAME = "practice pads";

    private final MidiPorts others;
    private final List<MidiSink> sinks = new CopyOnWriteArrayList<>();

    /** @param others the ports there are besides */
    public PadsPort(MidiPorts others) {
        this.others = others;
    }

    @Override
    public List<String> inputs() {
        List<String> names = new ArrayList<>(List.of(NAME));
        names.addAll(others.inputs());
        return names;
    }

    @Override
    public AutoCloseable openInput(String name, MidiSink sink) throws Unavailable {
        if (!name.equals(NAME)) {
            return others.openInput(name, sink);
        }
        sinks.add(sink);
        return () -> sinks.remove(sink);
    }

    @Override
    public List<String> outputs() {
        return others.outputs();
    }

    @Override
    public MidiPort openOutput(String name) throws Unavailable {
        return others.openOutput(name);
    }

    /** @param velocity 0 lets the note go */
    public void note(int channel, int note, int velocity) {
        int status = (velocity > 0 ? MidiSink.NOTE_ON : MidiSink.NOTE_OFF) | channel - 1;
        long now = System.nanoTime();
        sinks.forEach(sink -> sink.message(status, note, velocity, now));
    }
}
