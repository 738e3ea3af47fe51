/** Controls that every view uses. */
package app.promptsparrow.desktop.control;

