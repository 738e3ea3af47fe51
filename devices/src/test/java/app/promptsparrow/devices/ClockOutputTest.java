package app.promptsparrow.devices;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.locks.LockSupport;
import org.junit.jupiter.api.Test;

/** What stands in for a card and for a receiver, while several threads look at it. */
class ClockOutputTest {

    private static final int RATE = 48_000;

    @Test
    void what_is_heard_never_goes_back_and_is_never_ahead_of_what_was_written() throws Exception {
        ClockOutput clock = new ClockOutput(RATE, 256);
        AtomicBoolean done = new AtomicBoolean();
        AtomicInteger back = new AtomicInteger();
        AtomicInteger ahead = new AtomicInteger();
        List<Thread> readers = new ArrayList<>();
        long all = 400 * 64;
        for (int reader = 0; reader < 2; reader++) {
            readers.add(new Thread(() -> {
                for (long before = 0, heard = 0; !done.get(); before = heard) {
                    heard = clock.heardFrames();
                    back.addAndGet(heard < before ? 1 : 0);
                    ahead.addAndGet(heard > all ? 1 : 0);
                }
            }));
        }
        readers.forEach(Thread::start);
        int late = 0;
        for (int block = 0; block < 400; block++) {
            late += clock.write(new byte[64 * AudioOutput.FRAME_BYTES], 64 * AudioOutput.FRAME_BYTES) ? 1 : 0;
            if (block % 20 == 0) {
                LockSupport.parkNanos(12_000_000); // late: a card would have had a gap
            }
        }
        done.set(true);
        for (Thread reader : readers) {
            reader.join();
        }
        assertThat(late).isPositive();
        assertThat(back.get()).isZero();
        assertThat(ahead.get()).isZero();
    }

    @Test
    void the_monitor_keeps_the_messages_of_every_thread_in_order_while_others_read() throws Exception {
        MonitorPort monitor = new MonitorPort(MidiPorts.NONE);
        List<Thread> senders = new ArrayList<>();
        for (int sender = 0; sender < 3; sender++) {
            MidiPort port = monitor.openOutput(MonitorPort.NAME);
            int channel = sender;
            senders.add(new Thread(() -> {
                for (int i = 0; i < 128 * 128; i++) {
                    port.send(0x90 | channel, i / 128, i % 128);
                }
            }));
        }
        senders.forEach(Thread::start);
        int wrong = 0;
        boolean over;
        do {
            over = senders.stream().noneMatch(Thread::isAlive);
            int[] last = {-1, -1, -1};
            for (MonitorPort.Message message : monitor.since(0)) {
                int number = 128 * message.data1() + message.data2();
                int channel = message.status() & 0x0F;
                wrong += number <= last[channel] ? 1 : 0;
                last[channel] = number;
            }
        } while (!over);
        assertThat(monitor.count()).isEqualTo(3 * 128 * 128);
        assertThat(wrong).isZero();
    }
}
