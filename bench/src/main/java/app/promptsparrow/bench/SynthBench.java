package app.promptsparrow.bench;

import app.promptsparrow.export.Choice;
import app.promptsparrow.midi.MidiExport;
import app.promptsparrow.midi.MidiOptions;
import app.promptsparrow.project.Project;
import app.promptsparrow.project.SlotRef;
import java.io.ByteArrayInputStream;
import java.lang.management.ManagementFactory;
import java.util.Map;
import java.util.OptionalInt;
import javax.sound.midi.MidiSystem;
import javax.sound.midi.Receiver;
import javax.sound.midi.Sequence;
import javax.sound.midi.ShortMessage;
import javax.sound.midi.Synthesizer;
import javax.sound.midi.Track;
import javax.sound.sampled.AudioFormat;
import javax.sound.sampled.AudioInputStream;

/** What the JDK's own software synthesizer needs for the notes that we export. */
final class SynthBench {

    private SynthBench() {
    }

    /**
     * CPU nanoseconds for rendering the project's only pattern so many times; loading the sounds is left out.
     *
     * @return a negative number if this Java does not let its synthesizer render into a stream
     */
    static double nanos(Project project, int passes, int rateHz, double seconds, int rounds) {
        try {
            Choice.Piece piece = new Choice.OnePattern(new SlotRef(0, 0)).pieces(project, OptionalInt.of(passes), false).get(0);
            byte[] file = MidiExport.write(piece.project(), piece.score(), MidiOptions.USUAL, null).bytes();
            Sequence sequence = MidiSystem.getSequence(new ByteArrayInputStream(file));
            double[] times = new double[rounds];
            for (int round = -1; round < rounds; round++) {
                double nanos = render(sequence, project.tempo().microsPerQuarter(), rateHz, seconds);
                if (round >= 0) {
                    times[round] = nanos;
                }
            }
            return Bench.median(times);
        } catch (Exception unavailable) {
            System.err.println("P1-synth: " + unavailable);
            return -1;
        }
    }

    private static double render(Sequence sequence, int microsPerQuarter, int rateHz, double seconds) throws Exception {
        Synthesizer synthesizer = MidiSystem.getSynthesizer();
        AudioFormat format = new AudioFormat(rateHz, 16, 2, true, false);
        AudioInputStream stream = (AudioInputStream) synthesizer.getClass().getMethod("openStream", AudioFormat.class, Map.class)
                .invoke(synthesizer, format, Map.of());
        Receiver receiver = synthesizer.getReceiver();
        for (Track track : sequence.getTracks()) {
            for (int i = 0; i < track.size(); i++) {
                if (track.get(i).getMessage() instanceof ShortMessage message) {
                    receiver.send(message, track.get(i).getTick() * microsPerQuarter / sequence.getResolution());
                }
            }
        }
        byte[] buffer = new byte[4_096 * 4];
        var threads = ManagementFactory.getThreadMXBean();
        long begun = threads.getCurrentThreadCpuTime();
        for (long frames = (long) (seconds * rateHz); frames > 0;) {
            int read = stream.read(buffer);
            if (read <= 0) {
                break;
            }
            frames -= read / 4;
        }
        double nanos = threads.getCurrentThreadCpuTime() - begun;
        synthesizer.close();
        return nanos;
    }
}
