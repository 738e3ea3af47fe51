/**
 * Turns a score into sound. Start with {@link app.promptsparrow.engine.Engine}, the front for other threads, and
 * {@link app.promptsparrow.engine.Mixer}, which makes the next {@value app.promptsparrow.engine.Mixer#TICK} frames.
 *
 * <pre>
 *   store ──publish──▶ Playable (volatile, swapped whole) ─┐
 *   writers ─commands─▶ CommandRing, one each ─────────────┤
 *                                                          ▼            render thread
 *        Sequencer ─▶ Voices ─▶ Strips (Stages) ─▶ MasterBus (reverb, level, limiter) ─▶ block
 *                              │
 *   views ◀── News (may lose, counts what it lost) ◀───────┘
 * </pre>
 *
 * <p>Everything is made in ticks of 32 frames counted from the first frame, whatever size of block is asked for. That is
 * why playback and export are equal sample for sample: a block is a piece of the same tape.
 *
 * <p>The render thread allocates nothing, locks nothing and does no I/O here. Uses {@code score}, {@code sound} and
 * {@code kit}.
 */
package app.promptsparrow.engine;

