package app.promptsparrow.devices;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.WeakHashMap;
import java.util.function.Predicate;
import javax.sound.midi.InvalidMidiDataException;
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

    /** What a device can, as seen from here: send to the program, receive from it. */
    private record Can(boolean send, boolean receive) {
    }

    private final Map<MidiDevice.Info, Can> known = new WeakHashMap<>();

    @Override
    public List<String> inputs() {
        return names(Can::send);
    }

    @Override
    public List<String> outputs() {
        return names(Can::receive);
    }

    private List<String> names(Predicate<Can> which) {
        List<String> names = new ArrayList<>();
        for (MidiDevice.Info info : MidiSystem.getMidiDeviceInfo()) {
            if (!names.contains(info.getName()) && which.test(can(info))) {
                names.add(info.getName());
            }
        }
        return names;
    }

    /** Asked once of each device, since asking makes one: the JDK's own synthesizer, which is no port, is made of megabytes. */
    private synchronized Can can(MidiDevice.Info info) {
        return known.computeIfAbsent(info, fresh -> {
            try {
                MidiDevice device = MidiSystem.getMidiDevice(fresh);
                boolean port = !(device instanceof Sequencer) && !(device instanceof Synthesizer);
                return new Can(port && device.getMaxTransmitters() != 0, port && device.getMaxReceivers() != 0);
            } catch (MidiUnavailableException | IllegalArgumentException gone) {
                return new Can(false, false);
            }
        });
    }

    @Override
    public MidiPort openOutput(String name) throws Unavailable {
        for (MidiDevice.Info info : MidiSystem.getMidiDeviceInfo()) {
            if (info.getName().equals(name) && can(info).receive) {
                try {
                    return opened(MidiSystem.getMidiDevice(info));
                } catch (MidiUnavailableException | IllegalArgumentException inUse) {
                    throw new Unavailable("the MIDI output '" + name + "' is in use by another program or gone", inUse);
                }
            }
        }
        throw new Unavailable("the MIDI output '" + name + "' is not there", null);
    }

    private static MidiPort opened(MidiDevice device) throws MidiUnavailableException {
        device.open();
        Receiver receiver = device.getReceiver();
        return new MidiPort() {
            @Override
            public void send(int status, int data1, int data2) {
                try {
                    receiver.send(new ShortMessage(status, data1, data2), -1); // at once: not all ports keep to time stamps
                } catch (InvalidMidiDataException | IllegalStateException gone) {
                    // a port that has gone swallows it
                }
            }

            @Override
            public void close() {
                device.close();
            }
        };
    }

    @Override
    public AutoCloseable openInput(String name, MidiSink sink) throws Unavailable {
        for (MidiDevice.Info info : MidiSystem.getMidiDeviceInfo()) {
            if (info.getName().equals(name) && can(info).send) {
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
                if (message instanceof ShortMessage told) {
                    long timeNs = System.nanoTime() - 1_000 * age(device.getMicrosecondPosition(), timeStamp);
                    if (told.getStatus() < 0xF0) {
                        sink.message(told.getStatus(), told.getData1(), told.getData2(), timeNs);
                    } else {
                        sink.clock(told.getStatus(), told.getStatus() == MidiPort.SONG_POSITION ? told.getData1() | told.getData2() << 7 : 0, timeNs);
                    }
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
