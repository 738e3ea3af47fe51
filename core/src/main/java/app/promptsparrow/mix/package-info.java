/**
 * What a mix is made of: how loud each row is, which row makes a step loud, where rows are as strong as each other in the same band, and
 * what mends it. Pure functions on projects and rendered sounds, for workers; the window and the command line call the same. Uses
 * {@code engine} and what is above it.
 */
package app.promptsparrow.mix;
