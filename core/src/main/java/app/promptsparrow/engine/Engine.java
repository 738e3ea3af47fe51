package app.promptsparrow.engine;

import app.promptsparrow.sound.Limiter;
import java.util.Arrays;

/**
 * The one renderer, for playback, export and audition alike.
 *
 * <p>Threads: {@link #render} belongs to one thread (the render thread, or whoever exports). {@link #publish} and
 * {@link #commands} belong to one other thread; further threads that command have a {@link #newWriter} each; {@link #news} may be read
 * from any. Nothing here starts a thread.
 *
 * <p>Budget: {@link #render} allocates nothing and takes no lock. Output lags what is mixed by {@link #LOOK_AHEAD}
 * frames, in which the limiter looks ahead; frame numbers are those of the output, so that a note at frame 0 is heard at
 * frame 0.
 */
public final class Engine {

    /** Frames that are mixed before the first is handed out. */
    public static final int LOOK_AHEAD = Limiter.AHEAD * Mixer.TICK;

    /** More than devices that anyone plugs in; each is looked at in every block. */
    private static final int MOST_WRITERS = 64;

    /** Ticks that are kept: those that are handed out next and those the limiter looks ahead at. */
    private static final int RING = 128;

    private final int rateHz;
    private final News news;
    private final Mixer mixer;
    private final MasterBus master;
    private final EngineCommands commands;
    /** Replaced whole when one is added. */
    private volatile EngineCommands[] writers;
    private final float[] left = new float[RING * Mixer.TICK];
    private final float[] right = new float[RING * Mixer.TICK];
    private final Click click;
    private final BackingTrack backing = new BackingTrack();
    private final float[] spanLeft = new float[Mixer.SPAN];
    private final float[] spanRight = new float[Mixer.SPAN];
    private volatile Playable published;
    private Playable adopted;
    private long mixedTicks;
    private long seenTicks;
    private long readyTicks;
    private long handedFrames;
    private Thread renderThread;

    public Engine(int rateHz) {
        this(rateHz, new News(true));
    }

    /** One for exports and measuring, whose rows have no meters: nobody would read them, and they cost a quarter of the rest. What it renders is the same to the last bit. */
    public static Engine withoutMeters(int rateHz) {
        return new Engine(rateHz, new News(false));
    }

    private Engine(int rateHz, News news) {
        this.rateHz = rateHz;
        this.news = news;
        master = new MasterBus(rateHz, news);
        mixer = new Mixer(rateHz, news, master);
        click = new Click(rateHz, RING * Mixer.TICK);
        commands = new EngineCommands(click);
        writers = new EngineCommands[] {commands};
    }

    public int rateHz() {
        return rateHz;
    }

    public News news() {
        return news;
    }

    // --- the publishing thread ---

    /** What plays from the next block on. Every number in it was checked when the model's values were made. Sources that play or are queued must be among its sources, else they stop. */
    public void publish(Playable playable) {
        published = playable;
    }

    /** The commands of the thread that publishes. */
    public EngineCommands commands() {
        return commands;
    }

    /** Commands of another thread, with a ring of its own: pads, a MIDI input. Any thread; at most {@value #MOST_WRITERS} in all. */
    public synchronized EngineCommands newWriter() {
        if (writers.length == MOST_WRITERS) {
            throw new IllegalStateException("an engine takes commands of " + MOST_WRITERS + " writers");
        }
        EngineCommands more = new EngineCommands(click);
        EngineCommands[] all = Arrays.copyOf(writers, writers.length + 1);
        all[writers.length] = more;
        writers = all;
        return more;
    }

    /**
     * Gives back what {@link #newWriter} gave; its thread gives no more. Any thread, once what it gave was taken by the render thread or need not
     * be any more.
     */
    public synchronized void giveBack(EngineCommands writer) {
        writers = Arrays.stream(writers).filter(one -> one != writer || one == commands).toArray(EngineCommands[]::new);
    }

    /** Lets a pad strike on from now on while the music plays, or with null no longer. Any thread. @param slot 0 to 31 */
    public void hold(int slot, Hold to) {
        mixer.holds().set(slot, to);
    }

    // --- the rendering thread ---

    private static final Switch[] SWITCHES = Switch.values();

    /** Made once, without a stack trace, since the render thread throws it. */
    private static final RuntimeException NOT_A_NUMBER = new RuntimeException("the mix is not a number", null, false, false) {
        private static final long serialVersionUID = 1;
    };

    /**
     * Renders the next frames. A fault inside gives silence, clears all that sounds and is counted
     * in {@link News#faults}.
     *
     * @param outLeft  filled from 0 to {@code frames}
     */
    public void render(float[] outLeft, float[] outRight, int frames) {
        assert isRenderThread() : "render() belongs to " + renderThread + "; give each thread an engine of its own";
        int done = 0;
        while (done < frames) {
            if (handedFrames == readyTicks * Mixer.TICK) {
                ready((frames - done + Mixer.TICK - 1) / Mixer.TICK);
            }
            int at = (int) (handedFrames % left.length);
            int count = (int) Math.min(Math.min(frames - done, left.length - at), readyTicks * Mixer.TICK - handedFrames);
            System.arraycopy(left, at, outLeft, done, count);
            System.arraycopy(right, at, outRight, done, count);
            click.layOver(outLeft, outRight, done, at, count);
            done += count;
            handedFrames += count;
        }
    }

    private boolean isRenderThread() {
        renderThread = renderThread == null ? Thread.currentThread() : renderThread;
        return renderThread == Thread.currentThread();
    }

    /** Mixes ahead and brings the next ticks under the ceiling: as many as are wanted, but no more than fit. */
    private void ready(int wanted) {
        long to = readyTicks + Math.min(wanted, RING - Limiter.AHEAD - 1);
        try {
            mixUpTo(to + Limiter.AHEAD);
            for (; readyTicks < to; readyTicks++) {
                finishTick();
            }
        } catch (RuntimeException | Error fault) {
            silence(to);
            news.fault(fault);
        }
    }

    private void mixUpTo(long tick) {
        takeNews();
        while (mixedTicks < tick) {
            int at = (int) (mixedTicks % RING);
            int ticks = mixer.mix(spanLeft, spanRight, (int) Math.min(tick - mixedTicks, RING - at));
            if (!isFinite(spanLeft, ticks * Mixer.TICK) || !isFinite(spanRight, ticks * Mixer.TICK)) {
                throw NOT_A_NUMBER;
            }
            backing.mix(mixer.sequencer(), adopted == null ? null : adopted.backing(), mixedTicks * Mixer.TICK, spanLeft, spanRight, ticks * Mixer.TICK);
            System.arraycopy(spanLeft, 0, left, at * Mixer.TICK, ticks * Mixer.TICK);
            System.arraycopy(spanRight, 0, right, at * Mixer.TICK, ticks * Mixer.TICK);
            click.mix(mixer.sequencer(), mixedTicks * Mixer.TICK, ticks * Mixer.TICK);
            mixedTicks += ticks;
        }
    }

    /** What is neither a number nor finite stays so in the sum, whatever is added. */
    private static boolean isFinite(float[] values, int count) {
        float a = 0;
        float b = 0;
        float c = 0;
        float d = 0;
        for (int i = 0; i < count; i += 4) { // four sums, so that none waits for the one before; ticks are multiples of four
            a += values[i] * 0;
            b += values[i + 1] * 0;
            c += values[i + 2] * 0;
            d += values[i + 3] * 0;
        }
        return a + b + c + d == 0;
    }

    /** Lets the limiter see the ticks ahead, up to the last it needs, and apply what they allow to the next one. */
    private void finishTick() {
        for (; seenTicks <= readyTicks + Limiter.AHEAD && seenTicks < mixedTicks; seenTicks++) {
            master.see(left, right, (int) (seenTicks % RING) * Mixer.TICK);
        }
        int at = (int) (readyTicks % RING) * Mixer.TICK;
        master.finish(left, right, at, readyTicks * Mixer.TICK);
    }

    /**
     * After a fault: nothing is heard of the ticks that were wanted or mixed ahead, all that sounded is cleared, and the music
     * goes on behind them.
     */
    private void silence(long toTick) {
        mixedTicks = Math.max(mixedTicks, toTick);
        for (long tick = readyTicks; tick < mixedTicks; tick++) {
            int at = (int) (tick % RING) * Mixer.TICK;
            Arrays.fill(left, at, at + Mixer.TICK, 0);
            Arrays.fill(right, at, at + Mixer.TICK, 0);
            click.clear(at, Mixer.TICK);
        }
        for (; seenTicks < toTick; seenTicks++) {
            master.see(left, right, (int) (seenTicks % RING) * Mixer.TICK);
        }
        readyTicks = toTick;
        mixer.clear(mixedTicks * Mixer.TICK);
        backing.clear();
    }

    private void takeNews() {
        Playable newest = published;
        if (newest != adopted) {
            adopted = newest;
            mixer.adopt(newest);
        }
        for (EngineCommands writer : writers) {
            take(writer.ring());
        }
    }

    private void take(CommandRing ring) {
        while (ring.hasNext()) {
            int kind = (int) ring.field(0);
            long first = ring.field(1);
            long second = ring.field(2);
            ring.advance(); // first, so that one that fails is not met again
            switch (kind) {
                case CommandRing.PLAY -> mixer.play(first, second);
                case CommandRing.STOP -> mixer.stop();
                case CommandRing.QUEUE -> mixer.queue(first, SWITCHES[(int) second]);
                case CommandRing.UNQUEUE -> mixer.unqueue();
                case CommandRing.CLICK -> click.set((int) first, Float.intBitsToFloat((int) second));
                case CommandRing.AUDITION -> mixer.audition((int) first, (int) (second >> 32), (int) second);
                case CommandRing.PRESS -> mixer.press((int) first, (int) (second >> 32), (int) second);
                case CommandRing.RELEASE -> mixer.release((int) first, (int) second);
                default -> throw new IllegalStateException("unknown command");
            }
        }
    }

    /** Rendering thread: whether nothing sounds or plays any more, apart from the last {@link #LOOK_AHEAD} frames. */
    public boolean isSilent() {
        return mixer.isSilent() && backing.isSilent();
    }

    /** Rendering thread: the number of frames handed out so far. */
    public long handedFrames() {
        return handedFrames;
    }
}
