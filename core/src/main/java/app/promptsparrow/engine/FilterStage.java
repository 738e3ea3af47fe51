package app.promptsparrow.engine;

import app.promptsparrow.sound.Svf;

/** What gets through: low and high cut, low and high shelf, the dip, in pairs that share a loop. */
final class FilterStage implements Stage {

    private final Svf lowCut = new Svf();
    private final Svf highCut = new Svf();
    private final Svf lowShelf = new Svf();
    private final Svf highShelf = new Svf();
    private final Svf dip = new Svf();
    private final Svf[] active = new Svf[5];
    private final double[] work = new double[Mixer.TICK];

    @Override
    public void take(RowPlan row) {
        lowCut.set(row.lowCut);
        highCut.set(row.highCut);
        lowShelf.set(row.lowShelf);
        highShelf.set(row.highShelf);
        dip.set(row.dip);
    }

    @Override
    public boolean isSettled(RowPlan row) {
        return lowCut.isAt(row.lowCut) && highCut.isAt(row.highCut) && lowShelf.isAt(row.lowShelf) && highShelf.isAt(row.highShelf) && dip.isAt(row.dip);
    }

    @Override
    public void process(RowPlan row, float[] buffer, int from, int to) {
        int count = 0;
        count = glided(lowCut, row.lowCut, count);
        count = glided(highCut, row.highCut, count);
        count = glided(lowShelf, row.lowShelf, count);
        count = glided(highShelf, row.highShelf, count);
        count = glided(dip, row.dip, count);
        for (int tick = from; count > 0 && tick < to; tick += Mixer.TICK) { // their flush of tiny values is a tick's
            Svf.processAll(active, count, buffer, tick, work, Mixer.TICK);
        }
    }

    /** Lets a filter glide and, unless it is neutral, puts it at the end of the active ones; answers how many there are. */
    private int glided(Svf filter, Svf.Setting target, int count) {
        filter.glide(target, Mixer.TICK);
        if (filter.isNeutral()) {
            return count;
        }
        active[count] = filter;
        return count + 1;
    }

    @Override
    public void become(Stage other) {
        FilterStage that = (FilterStage) other;
        lowCut.become(that.lowCut);
        highCut.become(that.highCut);
        lowShelf.become(that.lowShelf);
        highShelf.become(that.highShelf);
        dip.become(that.dip);
    }

    @Override
    public void clear() {
        lowCut.clear();
        highCut.clear();
        lowShelf.clear();
        highShelf.clear();
        dip.clear();
    }
}
