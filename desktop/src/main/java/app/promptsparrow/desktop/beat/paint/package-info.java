/** The grid as pixels: rows in tiles that are painted by hand, from the scene of {@code beat.grid}. */
package app.promptsparrow.desktop.beat.paint;

