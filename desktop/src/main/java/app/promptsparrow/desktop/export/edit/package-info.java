/** The Export view without a window: what is written, as what, how, and what that will be. */
package app.promptsparrow.desktop.export.edit;

