package app.promptsparrow.project;

/**
 * A place for a pattern.
 *
 * @param bank from 0
 * @param slot 0 to 9
 */
public record SlotRef(int bank, int slot) {

    public SlotRef {
        if (bank < 0 || bank >= Project.MAX_BANKS || slot < 0 || slot >= Bank.SLOTS) {
            throw new IllegalArgumentException("there is no bank " + (bank + 1) + ", slot " + (slot + 1));
        }
    }
}
