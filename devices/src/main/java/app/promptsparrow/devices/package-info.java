/**
 * Outside devices and the stand-ins that ship with the program. {@link app.promptsparrow.devices.AudioOutput} is what
 * finished sound is written to: a sound card, or a clock where there is none. {@link app.promptsparrow.devices.Playback}
 * is the render thread. Uses the core; nothing in the core knows of this package.
 */
package app.promptsparrow.devices;
