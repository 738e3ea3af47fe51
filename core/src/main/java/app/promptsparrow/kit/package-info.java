/**
 * The sounds of a project and how they are mixed, as descriptions: nothing here makes a sound. Start with
 * {@link app.promptsparrow.kit.Kit} and {@link app.promptsparrow.kit.Row}. Uses {@code time} only.
 */
package app.promptsparrow.kit;

