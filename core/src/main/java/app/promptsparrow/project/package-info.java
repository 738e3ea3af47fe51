/**
 * A whole project as one immutable value, the edits that change it, and the history that undoes them. Start with
 * {@link app.promptsparrow.project.Project}, {@link app.promptsparrow.project.Edit} and
 * {@link app.promptsparrow.project.History}. Uses {@code time}, {@code kit} and {@code pattern}.
 */
package app.promptsparrow.project;

