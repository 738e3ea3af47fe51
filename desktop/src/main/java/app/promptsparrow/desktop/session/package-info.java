/**
 * What every view gets, and what it gives: the {@link app.promptsparrow.desktop.session.Session}, what is chosen in all of them
 * ({@link app.promptsparrow.desktop.session.Chosen}). The open project lives in its {@link app.promptsparrow.desktop.session.ProjectStore}, the music in its
 * {@link app.promptsparrow.desktop.player.Player}. Owned by the UI thread, but for what says otherwise.
 */
package app.promptsparrow.desktop.session;

