/** The Song view without a window: what it shows, where it is in time, what it changes. */
package app.promptsparrow.desktop.song.edit;

