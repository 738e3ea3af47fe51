/** The values of a row's strip, how each is shown, typed and moved, for one row and for several. Needs no window. Uses {@code session}. */
package app.promptsparrow.desktop.strip;
