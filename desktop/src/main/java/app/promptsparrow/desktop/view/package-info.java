/** The views as the frame knows them. */
package app.promptsparrow.desktop.view;

