/**
 * The window around the views: rail, transport, status line, file actions, keys. Start with
 * {@link app.promptsparrow.desktop.frame.MainView}.
 */
package app.promptsparrow.desktop.frame;

