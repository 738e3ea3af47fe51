/** Says why something cannot be heard, and what mends it. Pure functions on a project and on what is told of the moment. Uses {@code mix} and what is above it. */
package app.promptsparrow.explain;
