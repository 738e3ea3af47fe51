package app.promptsparrow.bench;

import app.promptsparrow.export.Choice;
import app.promptsparrow.midi.MidiExport;
import app.promptsparrow.midi.MidiOptions;
import app.promptsparrow.project.Project;
import app.promptsparrow.project.SlotRef;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.Map;
import java.util.OptionalInt;
import javax.sound.midi.InvalidMidiDataException;
import javax.sound.midi.MidiSystem;
import javax.sound.midi.MidiUnavailableException;
import javax.sound.midi.Receiver;
import javax.sound.midi.Sequence;
import javax.sound.midi.ShortMessage;
import javax.sound.midi.Synthesizer;
import javax.sound.midi.Track;
import javax.sound.sampled.AudioFormat;
import javax.sound.sampled.AudioInputStream;

/** The JDK's own software synthesizer, given the notes that we export. */
final class SynthBench {

    private final Sequence sequence;
    private final int microsPerQuarter;
    private final int rateHz;
    private final double seconds;

    /** @param passes how often the project's only pattern is played */
    SynthBench(Project project, int passes, int rateHz, double seconds) {
        this.rateHz = rateHz;
        this.seconds = seconds;
        microsPerQuarter = project.tempo().microsPerQuarter();
        Choice.Piece piece = new Choice.OnePattern(new SlotRef(0, 0)).pieces(project, OptionalInt.of(passes), false).get(0);
        try {
            sequence = MidiSystem.getSequence(new ByteArrayInputStream(MidiExport.write(piece.project(), piece.score(), MidiOptions.USUAL, null).bytes()));
        } catch (InvalidMidiDataException | IOException ourFault) {
            throw new IllegalStateException(ourFault);
        }
    }

    /** A synthesizer with its sounds loaded and its notes sent; what is answered renders them. */
    Runnable ready() {
        try {
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
            return () -> render(synthesizer, stream);
        } catch (MidiUnavailableException | ReflectiveOperationException unavailable) {
            throw new IllegalStateException("this Java does not let its synthesizer render into a stream", unavailable);
        }
    }

    private void render(Synthesizer synthesizer, AudioInputStream stream) {
        byte[] buffer = new byte[4_096 * 4];
        try {
            for (long frames = (long) (seconds * rateHz); frames > 0;) {
                int read = stream.read(buffer);
                if (read <= 0) {
                    break;
                }
                frames -= read / 4;
            }
        } catch (IOException broken) {
            throw new UncheckedIOException(broken);
        }
        synthesizer.close();
    }
}
