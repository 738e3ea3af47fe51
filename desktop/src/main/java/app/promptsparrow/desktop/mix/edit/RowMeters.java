package app.promptsparrow.desktop.mix.edit;

import app.promptsparrow.desktop.player.Player;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.sound.Decibels;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * How loud each row is now: its peak, which falls back evenly, the root of its mean power over {@value #RMS_MS} ms, the highest of the
 * last 1.5 s, and a mark that stays once it reached full scale. Owned by the UI thread; needs no window.
 */
public final class RowMeters {

    public static final double SILENT_DB = -90;

    private static final int RMS_MS = 300;
    private static final long HOLD_NS = 1_500_000_000L;
    private static final double FALL_DB_A_SECOND = 40;
    private static final int KEPT = 64;

    /** One row's meter. */
    public static final class Meter {
        private double peakDb = SILENT_DB;
        private double rmsDb = SILENT_DB;
        private double heldDb = SILENT_DB;
        private long heldUntilNs;
        private boolean clipped;
        private final long[] frames = new long[KEPT];
        private final double[] powers = new double[KEPT];
        private int count;

        public double peakDb() {
            return peakDb;
        }

        public double rmsDb() {
            return rmsDb;
        }

        public double heldDb() {
            return heldDb;
        }

        public boolean clipped() {
            return clipped;
        }

        private void peak(float peak, double fall, long timeNs) {
            double db = db(peak);
            peakDb = Math.max(db, Math.max(SILENT_DB, peakDb - fall));
            if (db >= heldDb || timeNs >= heldUntilNs) {
                heldDb = db;
                heldUntilNs = timeNs + HOLD_NS;
            }
            clipped |= peak >= 1;
        }

        private void power(double power, long frame, int rateHz) {
            if (count > 0 && frames[(count - 1) % KEPT] == frame) {
                return;
            }
            frames[count % KEPT] = frame;
            powers[count % KEPT] = power;
            count++;
            int oldest = Math.max(0, count - KEPT);
            for (int i = count - 2; i >= oldest; i--) {
                if (frame - frames[i % KEPT] >= (long) RMS_MS * rateHz / 1_000 || i == oldest) {
                    double mean = (power - powers[i % KEPT]) / (2.0 * (frame - frames[i % KEPT]));
                    rmsDb = db(Math.sqrt(Math.max(0, mean)));
                    return;
                }
            }
        }
    }

    private final Map<RowId, Meter> meters = new HashMap<>();
    private long lastNs;

    static double db(double size) {
        return Decibels.of(size, SILENT_DB);
    }

    /** Once a pulse. */
    void pulse(Player player, List<RowId> rows, long timeNs) {
        double fall = Math.min(1, (timeNs - lastNs) / 1e9) * FALL_DB_A_SECOND;
        lastNs = timeNs;
        long frame = player.mixedFrames();
        for (RowId row : rows) {
            Meter meter = meters.computeIfAbsent(row, id -> new Meter());
            meter.peak(player.takeRowPeak(row), fall, timeNs);
            meter.power(player.rowPower(row), frame, player.rateHz());
        }
        if (meters.size() > 4 * rows.size()) {
            meters.keySet().retainAll(rows);
        }
    }

    public Meter of(RowId row) {
        return meters.computeIfAbsent(row, id -> new Meter());
    }

    /** Puts out the marks of what reached full scale. */
    void forgetClips() {
        meters.values().forEach(meter -> meter.clipped = false);
    }
}
