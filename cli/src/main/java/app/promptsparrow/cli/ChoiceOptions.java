package app.promptsparrow.cli;

import app.promptsparrow.export.Choice;
import app.promptsparrow.project.Bank;
import app.promptsparrow.project.Project;
import app.promptsparrow.project.SlotRef;
import app.promptsparrow.project.Song;
import app.promptsparrow.text.Shown;
import java.util.List;
import java.util.OptionalInt;
import picocli.CommandLine;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Spec;

/** The options that say which music is meant, the same for every command. */
final class ChoiceOptions {

    @Spec(Spec.Target.MIXEE)
    private CommandSpec spec;

    @Option(names = "--bank", paramLabel = "B", description = "Bank: its name, or its number from 1.")
    private String bank;

    @Option(names = "--slot", paramLabel = "N", description = "Slot in the bank, 1 to 10 (0 is the tenth).")
    private Integer slot;

    @Option(names = "--song", paramLabel = "NAME", description = "A song of the project, by name.")
    private String song;

    @Option(names = "--in-order", description = "With --bank and no --slot: its patterns in order as one piece.")
    private boolean inOrder;

    @Option(names = "--repeat", paramLabel = "N", description = "Passes, 1 to 999 (default: until the lanes line up).")
    private Integer repeat;

    OptionalInt repeat() {
        return repeat(spec, repeat);
    }

    /** @param repeat as it was typed; null if it was not */
    static OptionalInt repeat(CommandSpec spec, Integer repeat) {
        if (repeat != null && (repeat < 1 || repeat > 999)) {
            throw new CommandLine.ParameterException(spec.commandLine(), "--repeat is 1 to 999, not " + repeat);
        }
        return repeat == null ? OptionalInt.empty() : OptionalInt.of(repeat);
    }

    Choice choice(Project project) {
        if (song != null && (bank != null || slot != null || inOrder)) {
            throw wrong("--song is a choice of its own: leave out --bank, --slot and --in-order");
        }
        if (inOrder && (bank == null || slot != null)) {
            throw wrong("--in-order is about a whole bank: say which with --bank, and no --slot");
        }
        if (song != null) {
            for (int i = 0; i < project.songs().size(); i++) {
                if (project.songs().get(i).name().equalsIgnoreCase(song)) {
                    return new Choice.OneSong(i);
                }
            }
            throw wrong("there is no song '" + Shown.text(song) + "'; the songs are: " + Shown.list(project.songs().stream().map(Song::name).toList()));
        }
        if (slot != null) {
            int number = slot == 0 ? Bank.SLOTS : slot;
            if (number < 1 || number > Bank.SLOTS) {
                throw wrong("--slot is 1 to 10 (0 is the tenth), not " + slot);
            }
            SlotRef ref = new SlotRef(bank == null ? 0 : bankIndex(project), number - 1);
            if (project.at(ref).isEmpty()) {
                throw wrong("that slot is empty; " + slots(project));
            }
            return new Choice.OnePattern(ref);
        }
        if (bank != null) {
            int index = bankIndex(project);
            return inOrder ? new Choice.BankInOrder(index) : new Choice.EachOfBank(index);
        }
        List<SlotRef> filled = project.filledSlots();
        if (filled.size() != 1) {
            throw wrong("say which pattern with --bank and --slot; " + slots(project));
        }
        return new Choice.OnePattern(filled.get(0));
    }

    private int bankIndex(Project project) {
        for (int i = 0; i < project.banks().size(); i++) {
            if (project.banks().get(i).name().equalsIgnoreCase(bank)) {
                return i;
            }
        }
        if (bank.matches("\\d{1,2}") && Integer.parseInt(bank) >= 1 && Integer.parseInt(bank) <= project.banks().size()) {
            return Integer.parseInt(bank) - 1;
        }
        throw wrong("there is no bank '" + Shown.text(bank) + "'; the banks are: " + Shown.list(project.banks().stream().map(Bank::name).toList()));
    }

    private static String slots(Project project) {
        return "the slots are: " + project.filledSlots().stream().map(ref -> project.banks().get(ref.bank()).name() + " "
                + Bank.slotKey(ref.slot()) + " (" + project.at(ref).map(p -> p.name()).orElse("") + ")")
                .reduce((a, b) -> a + ", " + b).orElse("none");
    }

    private CommandLine.ParameterException wrong(String sentence) {
        return new CommandLine.ParameterException(spec.commandLine(), sentence);
    }
}
