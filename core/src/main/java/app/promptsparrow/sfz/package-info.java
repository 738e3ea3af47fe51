/**
 * SFZ, the open text format for sample kits, in and out. A region is one sample with what is said of it; regions on one key become a
 * row with layers. Start with {@link app.promptsparrow.sfz.SfzReader}.
 */
package app.promptsparrow.sfz;

