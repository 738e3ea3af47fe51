package app.promptsparrow.desktop.beat.pane;

import app.promptsparrow.desktop.beat.edit.BeatPresenter;
import app.promptsparrow.desktop.rows.RowHeadsPane;
import app.promptsparrow.kit.RowId;

/** How the row heads let rows be heard in the Beat view, and what a row's hits are there. */
record BeatHearing(BeatPresenter presenter) implements RowHeadsPane.Hearing {

    @Override
    public void strike(RowId row, int velocity) {
        presenter.auditions().row(row, velocity);
    }

    @Override
    public void chosen() {
        presenter.auditions().cursor();
    }

    @Override
    public void selectAll() {
        presenter.selecting().all(true);
    }
}
