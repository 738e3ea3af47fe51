/** The heads of the rows, their order and heights: the same nodes in every view. */
package app.promptsparrow.desktop.rows;

