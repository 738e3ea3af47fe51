package app.promptsparrow.engine;

/** A soft bend, x/√(1 + x²), pushed up to eightfold, that leaves a peak of 0.7 where it is. */
final class DriveStage implements Stage {

    private float drive;

    @Override
    public void take(RowPlan row) {
        drive = row.drive;
    }

    @Override
    public boolean isSettled(RowPlan row) {
        return drive == row.drive;
    }

    @Override
    public void process(RowPlan row, float[] buffer, int from, int to) {
        drive = Stage.glide(drive, row.drive);
        if (drive > 0) {
            saturate(buffer, from, to);
        }
    }

    private void saturate(float[] buffer, int from, int to) {
        float push = 1 + 7 * drive;
        float at = push * 0.7f;
        float back = (float) (0.7 / (at / Math.sqrt(1 + at * at)));
        for (int i = from; i < to; i++) {
            float x = buffer[i] * push;
            buffer[i] = x / (float) Math.sqrt(1 + x * x) * back;
        }
    }

    @Override
    public void become(Stage other) {
        drive = ((DriveStage) other).drive;
    }

    @Override
    public void clear() {
        // keeps nothing of what sounded
    }
}
