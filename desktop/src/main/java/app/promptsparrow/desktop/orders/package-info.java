/** What is written for other programs: orders, those in work, those done; the same for the menu, keys and the Export view. Owned by the UI thread. */
package app.promptsparrow.desktop.orders;

