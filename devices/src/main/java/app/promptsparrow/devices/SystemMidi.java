package app.promptsparrow.devices;

import java.util.ArrayList;
import java.util.List;
import javax.sound.midi.MidiDevice;
import javax.sound.midi.MidiMessage;
import javax.sound.midi.MidiSystem;
import javax.sound.midi.MidiUnavailableException;
import javax.sound.midi.Receiver;
import javax.sound.midi.Sequencer;
import javax.sound.midi.ShortMessage;
import javax.sound.midi.Synthesizer;
import javax.sound.midi.Transmitter;

/** The system's MIDI ports, through the JDK. */
public final class SystemMidi implements MidiPorts {

    /** A time stamp that says more than this has passed is not believed. */
    private static final long OLDEST_MICROS = 500_000;

    @Override
    public List<String> inputs() {
        List<String> names = new ArrayList<>();
        for (MidiDevice.Info info : MidiSystem.getMidiDeviceInfo()) {
            if (!names.contains(info.getName()) && isInput(info)) {
                names.add(info.getName());
            }
        }
        return names;
    }

    private static boolean isInput(MidiDevice.Info info) {
        try {
            MidiDevice device = MidiSystem.getMidiDevice(info);
            return !(device instanceof Sequencer) && !(device instanceof Synthesizer) && device.getMaxTransmitters() != 0;
        } catch (MidiUnavailableException | IllegalArgumentException gone) {
            return false;
        }
    }

    @Override
    public AutoCloseable openInput(String name, MidiSink sink) throws Unavailable {
        for (MidiDevice.Info info : MidiSystem.getMidiDeviceInfo()) {
            if (info.getName().equals(name) && isInput(info)) {
                try {
                    return open(MidiSystem.getMidiDevice(info), sink);
                } catch (MidiUnavailableException | IllegalArgumentException inUse) {
                    throw new Unavailable("the MIDI input '" + name + "' is in use by another program or gone", inUse);
                }
            }
        }
        throw new Unavailable("the MIDI input '" + name + "' is not there", null);
    }

    private static AutoCloseable open(MidiDevice device, MidiSink sink) throws MidiUnavailableException {
        device.open();
        Transmitter transmitter = device.getTransmitter();
        transmitter.setReceiver(new Receiver() {
            @Override
            public void send(MidiMessage message, long timeStamp) {
                if (message instanceof ShortMessage channel && channel.getStatus() < 0xF0) {
                    sink.message(channel.getStatus(), channel.getData1(), channel.getData2(),
                            System.nanoTime() - 1_000 * age(device.getMicrosecondPosition(), timeStamp));
                }
            }

            @Override
            public void close() {
                // the device is closed as a whole
            }
        });
        return device::close;
    }

    /** How long ago a message came, in microseconds; 0 if its time stamp says nothing that can be. */
    static long age(long now, long timeStamp) {
        long age = now - timeStamp;
        return timeStamp < 0 || now < 0 || age < 0 || age > OLDEST_MICROS ? 0 : age;
    }
}
