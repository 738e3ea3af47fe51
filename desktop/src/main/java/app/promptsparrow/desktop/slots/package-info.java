/** Banks and their slots: shown above the views in which patterns are chosen. */
package app.promptsparrow.desktop.slots;

