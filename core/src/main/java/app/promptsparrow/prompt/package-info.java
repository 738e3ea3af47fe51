/**
 * The prompt line: what a drummer would say, turned into hits of one pattern. {@link app.promptsparrow.prompt.PromptReader}
 * reads it by the grammar in {@code docs/prompt.md}. Uses {@code chart} for cells and what stands above it.
 */
package app.promptsparrow.prompt;

