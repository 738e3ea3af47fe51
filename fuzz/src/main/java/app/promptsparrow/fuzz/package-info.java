/** Every reader fed with generated and damaged input, led by what code it reaches; not part of the product. Start with {@link app.promptsparrow.fuzz.Readers}; run by {@code tools/fuzz}. */
package app.promptsparrow.fuzz;

