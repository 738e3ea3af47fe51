/**
 * Exact musical time. Positions and lengths are whole {@link app.promptsparrow.time.GridTime units}; nothing here rounds
 * without saying so. Start with {@link app.promptsparrow.time.GridTime}. Depends on nothing else of ours.
 */
package app.promptsparrow.time;

