/** The two themes: style sheets by role, and the same colours for painters. */
package app.promptsparrow.desktop.theme;
