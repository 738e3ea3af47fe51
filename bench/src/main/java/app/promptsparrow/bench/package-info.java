/** Measurements with their floors, apart from the tests. Start with {@link app.promptsparrow.bench.Bench}. */
package app.promptsparrow.bench;
