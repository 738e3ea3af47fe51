/** Pages of numbers and choices under tabs, as they stand at the right of a view. Uses {@code control}. */
package app.promptsparrow.desktop.page;

