/**
 * The JavaFX application. Start with {@link app.promptsparrow.desktop.SparrowApp}. The UI thread owns the
 * {@code store} (what is edited) and the {@code play} front of the engine (what is heard); {@code frame} is the window
 * around the views, {@code beat} the grid.
 */
package app.promptsparrow.desktop;
