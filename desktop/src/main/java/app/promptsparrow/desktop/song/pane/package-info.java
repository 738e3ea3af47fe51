/** The nodes of the Song view. */
package app.promptsparrow.desktop.song.pane;

