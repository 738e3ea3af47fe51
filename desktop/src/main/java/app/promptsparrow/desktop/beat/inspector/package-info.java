/** What is chosen, in numbers, on the pages at the right of the Beat view. */
package app.promptsparrow.desktop.beat.inspector;

