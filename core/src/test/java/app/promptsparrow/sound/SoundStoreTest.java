package app.promptsparrow.sound;

import static org.assertj.core.api.Assertions.assertThat;

import app.promptsparrow.export.WavWriter;
import app.promptsparrow.kit.BuiltInKits;
import app.promptsparrow.kit.SampleSound;
import app.promptsparrow.kit.ShiftedSound;
import app.promptsparrow.kit.Sound;
import app.promptsparrow.sample.SampleBuffer;
import app.promptsparrow.sample.SampleFiles;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** Sounds that are wanted, given, missing and there again, all while they are made. */
class SoundStoreTest {

    private static final int RATE = 48_000;
    private static final SampleSound SAMPLE = sample(1);
    private static final int FRAMES = 480;
    private static final byte[] WAV = wav();

    private final ExecutorService worker = Executors.newSingleThreadExecutor();
    private final CountDownLatch opened = new CountDownLatch(1);
    private final CountDownLatch go = new CountDownLatch(1);

    @AfterEach
    void close() {
        worker.shutdownNow();
    }

    private static SampleSound sample(int number) {
        return new SampleSound(String.format("%064x", number), "Tin " + number, SampleSound.USUAL_ROOT);
    }

    private void finished() throws Exception {
        worker.submit(() -> { }).get(60, TimeUnit.SECONDS);
    }

    /** Of which the first asked for is found missing only when it is let go. */
    private SampleFiles slowlyMissing(Map<String, byte[]> files) {
        return hash -> {
            byte[] there = files.get(hash);
            opened.countDown();
            if (there == null) {
                try {
                    go.await();
                } catch (InterruptedException interrupted) {
                    Thread.currentThread().interrupt();
                }
                throw new IOException("is not there");
            }
            return new ByteArrayInputStream(there);
        };
    }

    private static List<Sound> oneAndTheSameShifted() {
        return List.of(SAMPLE, new ShiftedSound(SAMPLE, 300));
    }

    @ParameterizedTest
    @MethodSource("oneAndTheSameShifted")
    void frames_that_are_given_while_the_file_is_found_missing_stay(Sound wanted) throws Exception {
        SoundStore store = SoundStore.inBackground(RATE, worker, Optional.empty(), slowlyMissing(Map.of()));
        store.want(List.of(wanted));
        opened.await();
        store.give(SAMPLE, SampleBuffer.mono(new float[FRAMES]));
        go.countDown();
        finished();
        assertThat(store.get(SAMPLE).at(100, 0).frames()).isEqualTo(FRAMES);
        assertThat(store.get(wanted).at(100, 0).frames()).isGreaterThan(1);
        assertThat(store.failure(SAMPLE)).isEmpty();
    }

    @ParameterizedTest
    @MethodSource("oneAndTheSameShifted")
    void a_file_that_arrives_while_it_is_found_missing_is_heard(Sound wanted) throws Exception {
        Map<String, byte[]> files = new ConcurrentHashMap<>();
        SoundStore store = SoundStore.inBackground(RATE, worker, Optional.empty(), slowlyMissing(files));
        store.want(List.of(wanted));
        opened.await();
        files.put(SAMPLE.hash(), WAV);
        store.retryFailures();
        go.countDown();
        finished();
        assertThat(store.get(wanted).at(100, 0).frames()).isGreaterThan(1);
        assertThat(store.failure(SAMPLE)).isEmpty();
    }

    @Test
    void whatever_is_wanted_given_and_retried_at_once_everything_wanted_last_is_there_in_the_end() throws Exception {
        Map<String, byte[]> files = new ConcurrentHashMap<>();
        List<Sound> sounds = new ArrayList<>();
        for (int i = 1; i <= 40; i++) {
            sounds.add(sample(i));
            sounds.add(new ShiftedSound(sample(i), 100 * (1 + i % 12)));
        }
        BuiltInKits.deckhand().rows().stream().limit(4).map(row -> row.layers().get(0).sound()).forEach(sounds::add);
        SoundStore store = SoundStore.inBackground(RATE, worker, Optional.empty(), hash -> {
            if (!files.containsKey(hash)) {
                throw new IOException("is not there");
            }
            return new ByteArrayInputStream(files.get(hash));
        });
        List<Thread> hands = new ArrayList<>();
        for (int hand = 0; hand < 4; hand++) {
            Random random = new Random(hand);
            hands.add(new Thread(() -> {
                for (int i = 0; i < 300; i++) {
                    SampleSound one = sample(1 + random.nextInt(40));
                    switch (random.nextInt(4)) {
                        case 0 -> {
                            List<Sound> some = new ArrayList<>(sounds);
                            Collections.shuffle(some, random);
                            store.want(some.subList(0, 20), some.subList(20, 30));
                        }
                        case 1 -> store.give(one, SampleBuffer.mono(new float[FRAMES]));
                        case 2 -> {
                            files.put(one.hash(), WAV);
                            store.retryFailures();
                        }
                        default -> store.bytes();
                    }
                }
            }));
        }
        hands.forEach(Thread::start);
        for (Thread hand : hands) {
            hand.join();
        }
        sounds.stream().filter(SampleSound.class::isInstance).forEach(sound -> files.put(((SampleSound) sound).hash(), WAV));
        store.want(sounds);
        store.retryFailures();
        finished();
        assertThat(store.hasFailures()).isFalse();
        assertThat(sounds.stream().filter(sound -> !store.get(sound).isWhole() || store.get(sound).at(100, 0).frames() <= 1)).isEmpty();
    }

    private static byte[] wav() {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        out.writeBytes(WavWriter.header(FRAMES, RATE, Pcm.Format.INT_16));
        out.writeBytes(new byte[FRAMES * 4]);
        return out.toByteArray();
    }
}
