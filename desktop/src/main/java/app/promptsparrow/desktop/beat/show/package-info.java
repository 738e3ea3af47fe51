/** What the Beat view shows and where the hand is in it: cursor, selection, outlines, words. Without JavaFX. */
package app.promptsparrow.desktop.beat.show;

