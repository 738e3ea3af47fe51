/**
 * Standard MIDI Files. {@link app.promptsparrow.midi.MidiExport} turns a score into a file,
 * {@link app.promptsparrow.midi.SmfWriter} writes its bytes. Uses {@code score} and everything above it.
 */
package app.promptsparrow.midi;

