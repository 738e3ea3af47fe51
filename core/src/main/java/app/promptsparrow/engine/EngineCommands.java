package app.promptsparrow.engine;

import app.promptsparrow.kit.RowId;
import app.promptsparrow.sound.ClickSound;

/**
 * What one thread asks of the render thread, by a ring of its own. Each belongs to one thread. Every command answers false, and is
 * not done, if the ring is full.
 */
public final class EngineCommands {

    /** The furthest that a struck pitch may lie from 0: the highest MIDI note and the widest offset. */
    public static final int MAX_CENTS = 12_700 + 2_400;

    private final Click click;
    private final CommandRing ring = new CommandRing();

    EngineCommands(Click click) {
        this.click = click;
    }

    CommandRing ring() {
        return ring;
    }

    /** Plays a published source from one of its positions. Answers false if the command ring is full. */
    public boolean play(long sourceId, long positionUnits) {
        return ring.offer(CommandRing.PLAY, sourceId, positionUnits);
    }

    public boolean stop() {
        return ring.offer(CommandRing.STOP, 0, 0);
    }

    /** Lets a published source follow the one that plays, replacing what was queued. */
    public boolean queue(long sourceId, Switch how) {
        return ring.offer(CommandRing.QUEUE, sourceId, how.ordinal());
    }

    public boolean unqueue() {
        return ring.offer(CommandRing.UNQUEUE, 0, 0);
    }

    /**
     * Lets the metronome click on the beats of what plays, or with null no longer.
     *
     * @param gain 1 is full scale
     */
    public boolean click(ClickSound sound, float gain) {
        if (sound != null) {
            click.prepare(sound);
        }
        return ring.offer(CommandRing.CLICK, sound == null ? -1 : sound.ordinal(), Float.floatToRawIntBits(gain));
    }

    /**
     * Strikes a row at once, apart from the music.
     *
     * @param velocity 1 to 127
     * @param cents    drum: pitch offset; bass: MIDI note times 100; at most {@value #MAX_CENTS} up or down
     */
    public boolean audition(RowId row, int velocity, int cents) {
        return struck(CommandRing.AUDITION, row, velocity, cents);
    }

    /** The same, until the hand lets it {@linkplain #release go}: a row whose notes have an end sounds as long. */
    public boolean press(RowId row, int velocity, int cents) {
        return struck(CommandRing.PRESS, row, velocity, cents);
    }

    /** The hand lets go what it pressed. @param cents as it was pressed */
    public boolean release(RowId row, int cents) {
        return ring.offer(CommandRing.RELEASE, row.value(), cents);
    }

    private boolean struck(int how, RowId row, int velocity, int cents) {
        if (velocity < 1 || velocity > 127) {
            throw new IllegalArgumentException("a velocity is 1 to 127, not " + velocity);
        }
        if (Math.abs((long) cents) > MAX_CENTS) {
            throw new IllegalArgumentException("a pitch is at most " + MAX_CENTS + " cents, not " + cents);
        }
        return ring.offer(how, row.value(), (long) velocity << 32 | cents & 0xFFFFFFFFL);
    }
}
