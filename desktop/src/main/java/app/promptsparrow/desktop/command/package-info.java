/**
 * What keys ask for: {@link app.promptsparrow.desktop.command.Command} lines, gathered by
 * {@link app.promptsparrow.desktop.command.CommandList} and bound by the {@link app.promptsparrow.desktop.command.KeyTable}, from which
 * the key sheet and docs/keys.md are made.
 */
package app.promptsparrow.desktop.command;
