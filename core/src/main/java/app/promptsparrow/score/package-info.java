/**
 * What will sound and when, in grid time: a {@link app.promptsparrow.score.Score} made from patterns. Nothing is
 * unrolled; a score answers "which notes start between these two positions?" at any position, so that playback, edits
 * while playing and export all read the same thing.
 *
 * <pre>
 *   Pattern ──ScoreCompiler──▶ PatternScore (LaneScore per row) ──▶ Score (one pattern, a chain, a song)
 *                                                                     │ emit(from, to)
 *                                                   render thread ◀───┴───▶ MIDI and audio export
 * </pre>
 *
 * Uses {@code time}, {@code kit}, {@code pattern} and {@code project}.
 */
package app.promptsparrow.score;
