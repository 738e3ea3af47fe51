/** Playing by hand: the click, recording, the pads. Owned by the UI thread; needs no window. */
package app.promptsparrow.desktop.live;

