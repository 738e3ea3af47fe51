/** Colours by role and the fonts; the style sheets beside it are the only place where a colour is written. */
package app.promptsparrow.desktop.theme;

