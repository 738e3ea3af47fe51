/**
 * What will sound and when, in grid time: a {@link app.promptsparrow.score.Score} made from a
 * {@link app.promptsparrow.score.Source}. Nothing is
 * unrolled; a score answers "which notes start between these two positions?" at any position, so that playback, edits
 * while playing and export all read the same thing.
 *
 * <pre>
 *   Source ──Scores──▶ Score: a list of PatternScores (LaneScore per row), each so many passes
 *                     │ emit(from, to)
 *   render thread ◀───┴───▶ MIDI and audio export
 * </pre>
 *
 * Uses {@code time}, {@code kit}, {@code pattern} and {@code project}.
 */
package app.promptsparrow.score;

