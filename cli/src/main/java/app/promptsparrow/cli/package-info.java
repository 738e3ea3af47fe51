/** The command line: scripts, batch export, tests. Calls the same plans as the window and opens none. */
package app.promptsparrow.cli;

