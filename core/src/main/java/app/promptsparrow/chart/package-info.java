/**
 * Chart text: patterns written with one line a row, for people. {@link app.promptsparrow.chart.ChartReader} reads it by
 * the grammar in {@code docs/chart.md}, {@link app.promptsparrow.chart.ChartWriter} writes it. The law between them:
 * read(write(read(text))) = read(text). Uses {@code time}, {@code kit}, {@code pattern} and {@code project}.
 */
package app.promptsparrow.chart;

