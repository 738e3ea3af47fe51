/** What the Kit view shows and changes, and the sounds that can be tried. Needs no window. */
package app.promptsparrow.desktop.kit.edit;

