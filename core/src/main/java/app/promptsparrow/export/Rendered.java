package app.promptsparrow.export;

import app.promptsparrow.file.AtomicFile;
import app.promptsparrow.file.Unfinished;
import app.promptsparrow.sound.Pcm;
import app.promptsparrow.sound.PieceMeter;
import java.io.BufferedOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.Arrays;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.function.BooleanSupplier;
import java.util.function.DoubleConsumer;

/** Music that was rendered and is not a file yet: 32-bit float frames beside where they will be written. Owned by one thread; gone when closed. */
final class Rendered implements AutoCloseable {

    static final int FRAME_BYTES = 8;
    private static final int BLOCK = 4_096;

    private final Path data;
    private final FileChannel channel;
    private final long frames;
    private final long musicFrames;
    private final PieceMeter meter;
    private final ByteBuffer block = ByteBuffer.allocate(BLOCK * FRAME_BYTES).order(ByteOrder.LITTLE_ENDIAN);

    private Rendered(Path data, long frames, long musicFrames, PieceMeter meter) throws IOException {
        this.data = data;
        this.channel = FileChannel.open(data, StandardOpenOption.READ);
        this.frames = frames;
        this.musicFrames = musicFrames;
        this.meter = meter;
    }

    /**
     * Renders. Empty, leaving nothing behind, if it was cancelled.
     *
     * @param target beside which the frames are kept
     * @param silent up to which level the end counts as having died away
     */
    static Optional<Rendered> render(OfflineRender render, Path target, int rateHz, OptionalDouble tailSeconds, float silent, BooleanSupplier cancelled, DoubleConsumer progress) throws IOException {
        Path data = temporary(target);
        boolean whole = false;
        try {
            PieceMeter meter = new PieceMeter(rateHz);
            byte[] bytes = new byte[OfflineRender.BLOCK * FRAME_BYTES];
            long frames;
            try (OutputStream out = new BufferedOutputStream(Files.newOutputStream(data, StandardOpenOption.CREATE, StandardOpenOption.WRITE), 1 << 16)) {
                frames = render.render(tailSeconds, silent, (left, right, count) -> {
                    meter.add(left, right, count);
                    Pcm.encode(left, right, count, Pcm.Format.FLOAT_32, bytes);
                    out.write(bytes, 0, count * FRAME_BYTES);
                }, cancelled, progress);
            }
            whole = frames >= 0;
            return whole ? Optional.of(new Rendered(data, frames, Math.min(frames, render.musicFrames()), meter)) : Optional.empty();
        } finally {
            if (!whole) {
                Unfinished.drop(data);
            }
        }
    }

    private static Path temporary(Path target) throws IOException {
        if (!AtomicFile.isStream(target)) {
            return AtomicFile.beside(target);
        }
        Path file = Files.createTempFile("sparrow", ".part");
        Unfinished.begin(file);
        return file;
    }

    /** All of them, with what rings on. */
    long frames() {
        return frames;
    }

    /** Until the end of the last pass. */
    long musicFrames() {
        return musicFrames;
    }

    PieceMeter meter() {
        return meter;
    }

    /** Frames from anywhere; silence behind the last. */
    void read(long at, float[] left, float[] right, int count) throws IOException {
        for (int done = 0; done < count;) {
            int most = (int) Math.max(0, Math.min(Math.min(BLOCK, count - done), frames - at - done));
            if (most == 0) {
                Arrays.fill(left, done, count, 0);
                Arrays.fill(right, done, count, 0);
                return;
            }
            block.clear().limit(most * FRAME_BYTES);
            while (block.hasRemaining() && channel.read(block, (at + done) * FRAME_BYTES + block.position()) >= 0) {
                // until the block is full
            }
            for (int i = 0; i < most; i++) {
                left[done + i] = block.getFloat(i * FRAME_BYTES);
                right[done + i] = block.getFloat(i * FRAME_BYTES + 4);
            }
            done += most;
        }
    }

    @Override
    public void close() {
        try {
            channel.close();
        } catch (IOException kept) {
            // it was only read from: nothing is lost
        }
        Unfinished.drop(data);
    }
}
