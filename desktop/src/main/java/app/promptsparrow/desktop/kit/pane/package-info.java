/**
 * The Kit view: the sounds of all rows on their wires, the shelf of sounds to try, the layers of the chosen row and their controls.
 * Start with {@link app.promptsparrow.desktop.kit.pane.KitPane}; what it shows and asks is in {@code kit.edit}.
 */
package app.promptsparrow.desktop.kit.pane;

