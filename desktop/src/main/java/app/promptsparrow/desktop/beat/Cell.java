package app.promptsparrow.desktop.beat;

import app.promptsparrow.kit.RowId;

/** A step of a row: a place on the grid. */
record Cell(RowId row, int step) {
}
