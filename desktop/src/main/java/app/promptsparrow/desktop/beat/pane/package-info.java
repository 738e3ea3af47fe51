/** The nodes of the Beat view; {@code BeatPane} puts them together, {@link app.promptsparrow.desktop.beat.pane.BeatView} is what the
 * frame knows of it. */
package app.promptsparrow.desktop.beat.pane;

