/** What the mouse does, the same everywhere: what is dragged within the window, and how it is given up; files that are dropped. Uses nothing else of ours. */
package app.promptsparrow.desktop.hand;
