package app.promptsparrow.engine;

import app.promptsparrow.sound.Drive;

/** Saturation, see {@link Drive}. */
final class DriveStage implements Stage {

    private final Drive drive;

    DriveStage(int rateHz) {
        drive = new Drive(Mixer.TICK, rateHz);
    }

    @Override
    public void take(RowPlan row) {
        drive.set(row.drive);
    }

    @Override
    public boolean isSettled(RowPlan row) {
        return drive.isAt(row.drive);
    }

    @Override
    public void process(RowPlan row, float[] buffer, int from, int to) {
        int tick = from;
        while (tick < to && drive.process(row.drive, buffer, tick)) {
            tick += Mixer.TICK;
        }
    }

    @Override
    public void become(Stage other) {
        drive.become(((DriveStage) other).drive);
    }

    @Override
    public void clear() {
        drive.clear();
    }
}
