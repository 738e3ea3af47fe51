/** What the Mix view shows of the mix and asks of the store: meters, the folded master, where rows meet. Needs no window. Uses {@code rows}. */
package app.promptsparrow.desktop.mix.edit;
