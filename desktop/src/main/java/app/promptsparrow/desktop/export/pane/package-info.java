/** The nodes of the Export view. */
package app.promptsparrow.desktop.export.pane;

