/** The music as the window sees it: what is published to the engine, where it is, what it plays on. */
package app.promptsparrow.desktop.player;

