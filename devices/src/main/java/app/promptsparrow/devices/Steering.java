package app.promptsparrow.devices;

/**
 * Which tempo brings the music to the place of a clock that it follows, and keeps it there: the clock's own, and for as long as the
 * music lies behind or ahead a little more or less. One new tempo a quarter note at most. Belongs to one thread.
 */
public final class Steering {

    /** How much of what is missing is made up for in the next quarter note: quick, and with the output's delay it does not swing. */
    private static final double GAIN = 0.35;
    private static final double MOST = 0.10;
    /** Tempos that differ less are the same: 5 thousandths of a beat a minute. */
    private static final double SAME_BPM = 0.005;

    private double bpm;
    private double behind;
    private int asked;
    private double lastBehind;
    private long quarter = Long.MIN_VALUE;

    /** The music begins at the clock's place. */
    public void begin() {
        quarter = Long.MIN_VALUE;
        behind = 0;
        asked = 0;
        lastBehind = 0;
    }

    /**
     * Asked several times a quarter note.
     *
     * @param clockBpm      what the clock tells
     * @param clockQuarters where it is
     * @param heardQuarters where the music is that is heard at that moment
     * @return the tempo from now on, or 0 if it is to stay
     */
    public double steer(double clockBpm, double clockQuarters, double heardQuarters) {
        behind += clockQuarters - heardQuarters;
        asked++;
        long now = (long) Math.floor(clockQuarters);
        if (now == quarter) {
            return 0;
        }
        quarter = now;
        lastBehind = behind / asked;
        behind = 0;
        asked = 0;
        double wished = clockBpm * (1 + Math.max(-MOST, Math.min(MOST, GAIN * lastBehind)));
        if (Math.abs(wished - bpm) < SAME_BPM) {
            return 0;
        }
        bpm = wished;
        return wished;
    }

    /** By how many quarter notes the music lay behind the clock in the last one. */
    public double behind() {
        return lastBehind;
    }
}
