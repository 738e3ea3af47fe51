/**
 * What is played: hits on lanes, lanes in a pattern. Start with {@link app.promptsparrow.pattern.Pattern}. Uses
 * {@code time} and {@code kit}.
 */
package app.promptsparrow.pattern;

