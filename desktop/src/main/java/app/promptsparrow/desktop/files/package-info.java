/** Files of projects: opened, saved, told apart from what others do with them; patterns brought in from other files. */
package app.promptsparrow.desktop.files;

