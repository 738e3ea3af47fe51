package app.promptsparrow.desktop.arrivals;

import app.promptsparrow.export.WavWriter;
import app.promptsparrow.file.FileProblem;
import app.promptsparrow.file.Folders;
import app.promptsparrow.file.SampleFolder;
import app.promptsparrow.file.SoundImport;
import app.promptsparrow.sound.Pcm;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Random;
import java.util.concurrent.Executor;
import java.util.concurrent.RejectedExecutionException;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.atomic.AtomicLong;
import javafx.animation.Animation;
import javafx.animation.KeyFrame;
import javafx.animation.Timeline;
import javafx.util.Duration;
import org.slf4j.LoggerFactory;

/**
 * Practice in reading sounds. What reads them is compiled by reading some, and until then a file takes many times as long; so soon after
 * the start a worker reads one of the program's own, again and again, in the very way in which others come in, and the first folder
 * that is dropped is there as soon as the second. It makes way for real ones, which are practice as well. Any thread.
 */
public final class Practice {

    /** The program's: what is compiled is compiled for all of it. */
    static final Practice SHARED = new Practice(Folders.practice());

    /** After so many files the compiler has been given most of what it will make fast. */
    private static final int FLUENT = 8;
    /** After so many it has made it. */
    private static final int FILES = 30;
    /** The window is left alone at first, which has much to be compiled itself. */
    private static final Duration REST = Duration.seconds(2);
    /** Between two files, for the compiler, which stands behind the workers. */
    private static final Duration PAUSE = Duration.millis(100);
    /** Between the last real file and the next of these. */
    private static final long MAKES_WAY_NS = 2_000_000_000;

    private static final int FILE_HZ = 96_000;
    private static final int FRAMES = FILE_HZ;
    private static final double TONE_HZ = 500;

    private final Path folder;
    private final AtomicInteger filesRead = new AtomicInteger();
    private final AtomicBoolean over = new AtomicBoolean();
    /** A worker is at it, which alone touches {@link #written}. */
    private final AtomicBoolean reading = new AtomicBoolean();
    private final AtomicLong madeWayNs = new AtomicLong(System.nanoTime() - MAKES_WAY_NS);
    private boolean written;

    /** @param folder where its sound lies, the same from one start to the next */
    Practice(Path folder) {
        this.folder = folder;
    }

    /** Begins a while from now; on the UI thread. */
    public static void soon(Executor worker, int rateHz) {
        Timeline timeline = new Timeline();
        timeline.getKeyFrames().add(new KeyFrame(PAUSE, event -> {
            if (!SHARED.goOn(worker, rateHz)) {
                timeline.stop();
            }
        }));
        timeline.setDelay(REST);
        timeline.setCycleCount(Animation.INDEFINITE);
        timeline.play();
    }

    /** Has a worker read the sound once more, unless it still does or has others to read; answers whether there is more to practise. */
    boolean goOn(Executor worker, int rateHz) {
        if (!over.get() && System.nanoTime() - madeWayNs.get() >= MAKES_WAY_NS && reading.compareAndSet(false, true)) {
            try {
                worker.execute(() -> {
                    readOwn(rateHz);
                    reading.set(false);
                });
            } catch (RejectedExecutionException closing) {
                over.set(true);
            }
        }
        return !over.get();
    }

    private void readOwn(int rateHz) {
        try {
            Path sound = folder.resolve("practice.wav");
            if (!written) {
                Files.createDirectories(folder);
                write(sound);
                written = true;
            }
            SoundImport.read(sound, new SampleFolder(folder), rateHz, () -> false);
            count();
        } catch (IOException | FileProblem | RuntimeException ended) {
            LoggerFactory.getLogger(Practice.class).debug("practice ended", ended);
            over.set(true);
        }
    }

    /** Real files are there to be read. */
    void makeWay() {
        madeWayNs.set(System.nanoTime());
    }

    /** A real file was read to its end. */
    void hasRead() {
        makeWay();
        count();
    }

    private void count() {
        if (filesRead.incrementAndGet() >= FILES) {
            over.set(true);
        }
    }

    /** Whether two workers read faster than one; before that the second only takes the processor from the compiler. */
    boolean isFluent() {
        return filesRead.get() >= FLUENT;
    }

    /** Noise on one side and a tone on the other, both falling: it has to be listened to for as long as any. */
    private static void write(Path file) throws IOException {
        float[] left = new float[FRAMES];
        float[] right = new float[FRAMES];
        Random random = new Random(1);
        for (int i = 0; i < FRAMES; i++) {
            double level = 0.5 * Math.exp(-2.0 * i / FILE_HZ);
            left[i] = (float) (level * (2 * random.nextDouble() - 1));
            right[i] = (float) (level * Math.sin(2 * Math.PI * TONE_HZ * i / FILE_HZ));
        }
        try (OutputStream out = Files.newOutputStream(file)) {
            WavWriter.write(out, left, right, FILE_HZ, Pcm.Format.INT_24);
        }
    }
}
