/** Says in the window why something cannot be heard, with the press that mends it. Needs no window. Uses {@code session}. */
package app.promptsparrow.desktop.explain;
