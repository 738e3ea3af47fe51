/**
 * Frames that can be played, and how sound files become them: {@link app.promptsparrow.sample.SampleBuffer} first. Knows nothing of
 * rows, of threads or of projects; uses {@code text} only.
 */
package app.promptsparrow.sample;

