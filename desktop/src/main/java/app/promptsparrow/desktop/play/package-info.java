/** The window's front of the engine: publishes what the store holds and tells where the music is. */
package app.promptsparrow.desktop.play;
