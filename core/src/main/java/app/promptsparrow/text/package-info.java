/** How what was read is shown to people in messages. Depends on nothing else of ours. */
package app.promptsparrow.text;
