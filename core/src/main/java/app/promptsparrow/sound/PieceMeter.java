package app.promptsparrow.sound;

import java.util.Locale;

/** Measures a piece as it is rendered: how loud it is as a whole, and how high it reaches between its frames. Owned by one thread. */
public final class PieceMeter {

    private static final int MOST = 4_096;

    private final Loudness.Whole loudness;
    private final TruePeak left = new TruePeak(MOST);
    private final TruePeak right = new TruePeak(MOST);
    private float peak;
    private float highest;

    public PieceMeter(int rateHz) {
        loudness = new Loudness.Whole(rateHz);
    }

    /** The next frames, at most 4,096. */
    public void add(float[] l, float[] r, int count) {
        for (int i = 0; i < count; i++) {
            loudness.add(l[i], r[i]);
        }
        float peakLeft = Peaks.of(l, 0, count);
        float peakRight = Peaks.of(r, 0, count);
        peak = Math.max(peak, Math.max(peakLeft, peakRight));
        highest = Math.max(highest, peak);
        highest = Math.max(highest, Math.max(left.between(l, 0, count, peakLeft, highest), right.between(r, 0, count, peakRight, highest)));
    }

    /** In LUFS (ITU-R BS.1770-4); –70 if nothing is louder. */
    public double loudness() {
        return loudness.integrated();
    }

    /** The greatest size of a frame; 1 is full scale. */
    public float peak() {
        return peak;
    }

    /** The true peak in dB of full scale; –120 for silence. */
    public double truePeakDb() {
        return Decibels.of(highest, Decibels.SILENT);
    }

    /** Both in words. */
    public String text() {
        return String.format(Locale.ROOT, "%.1f LUFS, true peak %+.1f dB", loudness(), truePeakDb());
    }
}
