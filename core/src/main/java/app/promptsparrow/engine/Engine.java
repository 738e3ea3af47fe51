package app.promptsparrow.engine;

import app.promptsparrow.kit.RowId;
import app.promptsparrow.sound.Limiter;

/**
 * The one renderer, for playback, export and audition alike.
 *
 * <p>Threads: {@link #render} belongs to one thread (the render thread, or whoever exports). {@link #publish} and the
 * commands belong to one other thread; {@link #news} may be read from any. Nothing here starts a thread.
 *
 * <p>Budget: {@link #render} allocates nothing and takes no lock. Output lags what is mixed by {@link #LOOK_AHEAD}
 * frames, in which the limiter looks ahead; frame numbers are those of the output, so that a note at frame 0 is heard at
 * frame 0.
 */
public final class Engine {

    /** Frames that are mixed before the first is handed out. */
    public static final int LOOK_AHEAD = Limiter.AHEAD * Mixer.TICK;

    private static final int RING = Limiter.AHEAD + 1;

    private final int rateHz;
    private final News news = new News();
    private final Mixer mixer;
    private final Limiter limiter;
    private final CommandRing commands = new CommandRing();
    private final float[][] left = new float[RING][Mixer.TICK];
    private final float[][] right = new float[RING][Mixer.TICK];
    private volatile Playable published;
    private Playable adopted;
    private long mixedTicks;
    private long handedFrames;
    private Thread renderThread;

    public Engine(int rateHz) {
        this.rateHz = rateHz;
        mixer = new Mixer(rateHz, news);
        limiter = new Limiter(rateHz, Mixer.TICK);
    }

    public int rateHz() {
        return rateHz;
    }

    public News news() {
        return news;
    }

    // --- the publishing thread ---

    /** What plays from the next block on. Sources that play or are queued must be among its sources, else they stop. */
    public void publish(Playable playable) {
        published = playable;
    }

    /** Plays a published source from one of its positions. Answers false if the command ring is full. */
    public boolean play(long sourceId, long positionUnits) {
        return commands.offer(CommandRing.PLAY, sourceId, positionUnits);
    }

    public boolean stop() {
        return commands.offer(CommandRing.STOP, 0, 0);
    }

    /** Lets a published source follow the one that plays, replacing what was queued. */
    public boolean queue(long sourceId, Switch how) {
        return commands.offer(CommandRing.QUEUE, sourceId, how.ordinal());
    }

    public boolean unqueue() {
        return commands.offer(CommandRing.UNQUEUE, 0, 0);
    }

    /**
     * Strikes a row at once, apart from the music.
     *
     * @param cents drum: pitch offset; bass: MIDI note times 100
     */
    public boolean audition(RowId row, int velocity, int cents) {
        return commands.offer(CommandRing.AUDITION, row.value(), (long) velocity << 32 | cents & 0xFFFFFFFFL);
    }

    // --- the rendering thread ---

    private static final Switch[] SWITCHES = Switch.values();

    /**
     * Renders the next frames. A fault inside gives silence and is counted in {@link News#faults}.
     *
     * @param outLeft  filled from 0 to {@code frames}
     */
    public void render(float[] outLeft, float[] outRight, int frames) {
        assert isRenderThread() : "render() belongs to " + renderThread + "; give each thread an engine of its own";
        int done = 0;
        while (done < frames) {
            int inTick = (int) (handedFrames % Mixer.TICK);
            if (inTick == 0) {
                nextTick();
            }
            int ring = (int) (handedFrames / Mixer.TICK % RING);
            int count = Math.min(frames - done, Mixer.TICK - inTick);
            System.arraycopy(left[ring], inTick, outLeft, done, count);
            System.arraycopy(right[ring], inTick, outRight, done, count);
            done += count;
            handedFrames += count;
        }
    }

    private boolean isRenderThread() {
        renderThread = renderThread == null ? Thread.currentThread() : renderThread;
        return renderThread == Thread.currentThread();
    }

    /** Mixes ahead and brings the tick that is handed out next under the ceiling. */
    private void nextTick() {
        long tick = handedFrames / Mixer.TICK;
        int out = (int) (tick % RING);
        try {
            while (mixedTicks <= tick + Limiter.AHEAD) {
                int ring = (int) (mixedTicks % RING);
                takeNews();
                mixer.tick(left[ring], right[ring]);
                limiter.see(left[ring], right[ring], Mixer.TICK);
                mixedTicks++;
            }
            if (mixer.limits()) {
                limiter.apply(left[out], right[out], Mixer.TICK);
            }
            meter(left[out], Playable.SLOTS);
            meter(right[out], Playable.SLOTS + 1);
        } catch (RuntimeException | AssertionError fault) {
            java.util.Arrays.fill(left[out], 0);
            java.util.Arrays.fill(right[out], 0);
            mixedTicks = Math.max(mixedTicks, tick + RING);
            news.fault();
        }
    }

    private void meter(float[] buffer, int index) {
        float peak = 0;
        for (float value : buffer) {
            float size = Math.abs(value);
            peak = size > peak ? size : peak;
        }
        news.peak(index, peak);
    }

    private void takeNews() {
        Playable newest = published;
        if (newest != adopted) {
            adopted = newest;
            mixer.adopt(newest);
        }
        while (commands.hasNext()) {
            long first = commands.field(1);
            long second = commands.field(2);
            switch ((int) commands.field(0)) {
                case CommandRing.PLAY -> mixer.play(first, second);
                case CommandRing.STOP -> mixer.stop();
                case CommandRing.QUEUE -> mixer.queue(first, SWITCHES[(int) second]);
                case CommandRing.UNQUEUE -> mixer.unqueue();
                case CommandRing.AUDITION -> mixer.audition((int) first, (int) (second >> 32), (int) second);
                default -> throw new IllegalStateException("unknown command");
            }
            commands.advance();
        }
    }

    /** Rendering thread: whether nothing sounds or plays any more, apart from the last {@link #LOOK_AHEAD} frames. */
    public boolean isSilent() {
        return mixer.isSilent();
    }

    /** Rendering thread: the number of frames handed out so far. */
    public long handedFrames() {
        return handedFrames;
    }
}
