/**
 * Pure signal processing on arrays: synthesis of recipes, filters, reverb, limiter, the bass voice. Nothing here knows
 * of time in beats, of threads or of projects. Start with {@link app.promptsparrow.sound.DrumSynth} for sounds that are
 * rendered beforehand and {@link app.promptsparrow.sound.BassVoice} for the one live voice. Uses {@code kit} for the
 * descriptions only.
 */
package app.promptsparrow.sound;

