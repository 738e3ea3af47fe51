/** How numbers and what was read are shown to people in messages. Depends on nothing else of ours. */
package app.promptsparrow.text;

