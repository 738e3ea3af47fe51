package app.promptsparrow.desktop.live;

import app.promptsparrow.devices.MidiPort;
import app.promptsparrow.devices.MidiSink;
import app.promptsparrow.devices.MonitorPort;
import app.promptsparrow.project.Key;
import app.promptsparrow.project.NoteNames;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/** What the port monitor has received, in words: notes with the time since the one before, and how steady the clock is. */
public final class Heard {

    private static final int LINES = 200;
    private static final int CLOCKS = 24;
    /** Clocks from which tempo and jitter are told. */
    private static final int FEWEST = 2 * CLOCKS;

    private final List<String> lines = new ArrayList<>();
    private final List<Long> clocks = new ArrayList<>();
    private long taken;
    private long firstNs = -1;
    private long noteNs = -1;

    /** Takes what came since the last call; answers whether anything did. */
    public boolean take(MonitorPort from, Key key, int middleC) {
        List<MonitorPort.Message> fresh = from.since(taken);
        taken = from.count();
        fresh.forEach(message -> add(message, key, middleC));
        while (lines.size() > LINES) {
            lines.remove(0);
        }
        return !fresh.isEmpty();
    }

    private void add(MonitorPort.Message message, Key key, int middleC) {
        firstNs = firstNs < 0 ? message.timeNs() : firstNs;
        String at = String.format(Locale.ROOT, "%9.3f s   ", (message.timeNs() - firstNs) * 1e-9);
        int kind = message.status() & 0xF0;
        if (message.status() == MidiPort.CLOCK) {
            clocks.add(message.timeNs());
            if (clocks.size() > 4 * CLOCKS) {
                clocks.remove(0);
            }
        } else if (message.status() >= 0xF0) {
            clocks.clear();
            lines.add(at + switch (message.status()) {
                case MidiPort.START -> "start";
                case MidiPort.CONTINUE -> "continue";
                case MidiPort.STOP -> "stop";
                case MidiPort.SONG_POSITION -> "position: sixteenth " + (message.data1() + (message.data2() << 7));
                default -> String.format(Locale.ROOT, "%02x", message.status());
            });
        } else if (kind == MidiSink.NOTE_ON || kind == MidiSink.NOTE_OFF) {
            boolean on = kind == MidiSink.NOTE_ON && message.data2() > 0;
            String since = !on || noteNs < 0 ? "" : String.format(Locale.ROOT, "   %+.1f ms", (message.timeNs() - noteNs) * 1e-6);
            noteNs = on ? message.timeNs() : noteNs;
            lines.add(at + "channel " + ((message.status() & 0x0F) + 1) + "   " + NoteNames.of(message.data1(), key, middleC) + " (" + message.data1() + ")   "
                    + (on ? "on, velocity " + message.data2() : "off") + since);
        }
    }

    /** The last lines, the newest at the end. */
    public List<String> lines() {
        return List.copyOf(lines);
    }

    /** Tempo and jitter of the clock, such as {@code clock 92.0 BPM, jitter 0.4 ms}; empty while too few have come. */
    public Optional<String> clock() {
        if (clocks.size() < FEWEST) {
            return Optional.empty();
        }
        double each = (double) (clocks.get(clocks.size() - 1) - clocks.get(0)) / (clocks.size() - 1);
        double[] off = new double[clocks.size() - 1];
        for (int i = 0; i < off.length; i++) {
            off[i] = Math.abs(clocks.get(i + 1) - clocks.get(i) - each);
        }
        Arrays.sort(off);
        return Optional.of(String.format(Locale.ROOT, "clock %.1f BPM, jitter %.1f ms", 60e9 / (each * CLOCKS), off[(int) (off.length * 0.95)] * 1e-6));
    }
}
