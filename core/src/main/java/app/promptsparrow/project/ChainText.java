package app.promptsparrow.project;

import app.promptsparrow.pattern.PatternId;
import app.promptsparrow.text.Shown;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.StringJoiner;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * A chain as it is shown and typed, seen from a bank: {@code 1 1 1 2} are slots of that bank, as its keys count them,
 * {@code 3.2} is slot 2 of the third bank. {@code 1x3} may be typed for {@code 1 1 1}.
 */
public final class ChainText {

    private static final Pattern ELEMENT = Pattern.compile("(?:(\\d{1,2})\\.)?(\\d)(?:x(\\d{1,3}))?");

    private ChainText() {
    }

    /** @param bank that is shown, from 0 */
    public static String print(Project project, List<PatternId> chain, int bank) {
        StringJoiner text = new StringJoiner(" ");
        chain.forEach(id -> text.add(project.slotOf(id).map(slot -> element(slot, bank)).orElse("?")));
        return text.toString();
    }

    private static String element(SlotRef slot, int bank) {
        return (slot.bank() == bank ? "" : slot.bank() + 1 + ".") + Bank.slotKey(slot.slot());
    }

    /**
     * Reads what {@link #print} gives; an empty text is no chain.
     *
     * @throws IllegalArgumentException with a sentence that names the element that is wrong
     */
    public static List<PatternId> read(Project project, String text, int bank) {
        List<PatternId> chain = new ArrayList<>();
        for (String word : text.trim().split("[\\s,]+")) {
            if (word.isEmpty()) {
                continue;
            }
            Matcher element = ELEMENT.matcher(word);
            if (!element.matches()) {
                throw new IllegalArgumentException("a chain is slots such as 1 1 1 2, or 3.2 for slot 2 of bank 3, not '" + Shown.text(word) + "'");
            }
            int of = element.group(1) == null ? bank : Integer.parseInt(element.group(1)) - 1;
            int slot = (Integer.parseInt(element.group(2)) + Bank.SLOTS - 1) % Bank.SLOTS;
            if (of < 0 || of >= project.banks().size()) {
                throw new IllegalArgumentException("there is no bank " + (of + 1) + " for '" + word + "'");
            }
            Optional<PatternId> id = project.at(new SlotRef(of, slot)).map(app.promptsparrow.pattern.Pattern::id);
            int times = element.group(3) == null ? 1 : Integer.parseInt(element.group(3));
            for (int i = 0; i < times; i++) {
                chain.add(id.orElseThrow(() -> new IllegalArgumentException("slot " + Bank.slotKey(slot) + " of bank '" + project.banks().get(of).name() + "' is empty")));
            }
            if (chain.size() > Project.MAX_CHAIN) {
                throw new IllegalArgumentException("a chain has at most " + Project.MAX_CHAIN + " patterns");
            }
        }
        return chain;
    }
}
