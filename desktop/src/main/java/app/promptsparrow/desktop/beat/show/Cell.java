package app.promptsparrow.desktop.beat.show;

import app.promptsparrow.kit.RowId;

/** A step of a row: a place on the grid. */
public record Cell(RowId row, int step) {
}
