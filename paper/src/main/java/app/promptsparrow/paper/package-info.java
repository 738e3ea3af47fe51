/**
 * Patterns on paper: as pictures and as pages, in our own drawing, without a window. Start with {@link app.promptsparrow.paper.Paper}; what is drawn is
 * {@link app.promptsparrow.paper.PatternDrawing}, what draws it a {@link app.promptsparrow.paper.Pen}.
 */
package app.promptsparrow.paper;
