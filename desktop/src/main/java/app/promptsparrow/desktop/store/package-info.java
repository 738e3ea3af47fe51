/** What is being edited, and where it is saved. Owned by the UI thread; has no views and needs no window. */
package app.promptsparrow.desktop.store;
