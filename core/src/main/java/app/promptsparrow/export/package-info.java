/**
 * Taking the music away: what is chosen becomes a plan, and the plan both says in a sentence what will be written and
 * writes it. Window and command line call the same plans. Start with {@link app.promptsparrow.export.Choice} and
 * {@link app.promptsparrow.export.MidiPlan}, {@link app.promptsparrow.export.AudioPlan}.
 */
package app.promptsparrow.export;

