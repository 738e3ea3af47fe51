/** The nodes of the Beat view; {@link app.promptsparrow.desktop.beat.pane.BeatView} puts them together. */
package app.promptsparrow.desktop.beat.pane;
