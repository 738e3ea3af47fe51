package app.promptsparrow.file;

import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.project.Bank;
import app.promptsparrow.project.Project;
import java.util.List;
import java.util.Optional;

/**
 * One pattern with all it needs to sound the same elsewhere: a project that holds nothing else, as compact JSON of the
 * project format. Carried along in MIDI files and on the clipboard.
 */
public final class CarriedPattern {

    private CarriedPattern() {
    }

    public static byte[] write(Project project, Pattern pattern) {
        return ProjectFile.json(project.withBanks(List.of(Bank.empty("Bank 1").with(0, Optional.of(pattern)))).withSongs(List.of()).withChain(List.of()), false);
    }

    /** The project that {@link #write} made, or empty if the bytes are not of its making. */
    public static Optional<Project> read(byte[] json) {
        try {
            return Optional.of(ProjectFile.parse(json)).filter(project -> project.filledSlots().size() == 1);
        } catch (JsonText.Refused wrong) {
            return Optional.empty();
        }
    }
}
