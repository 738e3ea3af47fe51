/** The nodes for playing by hand: how it records, the pads. */
package app.promptsparrow.desktop.live.pane;

