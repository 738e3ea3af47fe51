/** What the Beat view changes: hits, lanes, patterns. {@link app.promptsparrow.desktop.beat.edit.BeatPresenter} puts it together. Without JavaFX. */
package app.promptsparrow.desktop.beat.edit;

