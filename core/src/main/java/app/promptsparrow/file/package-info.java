/**
 * Files of our own and how files are read and written safely: limits, clear refusals, atomic writing. Start with
 * {@link app.promptsparrow.file.ProjectFile}. The formats are described in {@code docs/formats.md}.
 */
package app.promptsparrow.file;

