/** The nodes of the Mix view. */
package app.promptsparrow.desktop.mix.pane;
