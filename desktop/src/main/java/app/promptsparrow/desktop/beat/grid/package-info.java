/** The grid as plain values: where things lie, what is to be drawn, what a press means. Without JavaFX. */
package app.promptsparrow.desktop.beat.grid;

