/**
 * The JavaFX application. Start with {@link app.promptsparrow.desktop.SparrowApp}, which opens the window, and
 * {@link app.promptsparrow.desktop.Assembly}, which puts together what is in it.
 */
package app.promptsparrow.desktop;

