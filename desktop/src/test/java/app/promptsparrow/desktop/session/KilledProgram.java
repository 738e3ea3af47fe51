package app.promptsparrow.desktop.session;

import app.promptsparrow.file.Journal;
import app.promptsparrow.file.ProjectFile;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.Hit;
import app.promptsparrow.pattern.PatternId;
import app.promptsparrow.project.Edit;
import app.promptsparrow.project.PatternEdit;
import app.promptsparrow.project.Project;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.concurrent.Executors;
import java.util.concurrent.locks.LockSupport;

/** Edits and saves without end, telling each edit's number, until it is killed. */
public final class KilledProgram {

    private static final PatternId FIRST = new PatternId(1);

    private KilledProgram() {
    }

    public static void main(String[] arguments) throws Exception {
        Path folder = Path.of(arguments[0]);
        Path file = folder.resolve("work.sparrow");
        Random random = new Random(Long.parseLong(arguments[1]));
        ProjectStore store = new ProjectStore(Project.untitled());
        JournalKeeper keeper = new JournalKeeper(store, new Journal(folder.resolve("journal")), Executors.newSingleThreadScheduledExecutor());
        List<Journal.Found> found = Journal.find(folder.resolve("journal"));
        if (!found.isEmpty()) {
            Journal.Recovered recovered = Journal.recover(found.get(0));
            store.recover(recovered.project(), recovered.base(), recovered.file());
            keeper.writeNow(() -> Journal.discard(found.get(0)));
        } else if (Files.exists(file)) {
            ProjectFile.Opened opened = ProjectFile.openVersion(file);
            store.open(opened.project(), Optional.of(opened.version()));
        }
        int number = number(store.project());
        System.out.println("ready " + number);
        while (true) {
            number++;
            store.apply(new Edit.Together("edit", List.of(new PatternEdit.RenamePattern(FIRST, "Edit " + number),
                    new PatternEdit.EditHits("hit", FIRST, new RowId(1 + random.nextInt(14)), Set.of(), List.of(Hit.drum(random.nextInt(16), 1 + random.nextInt(127)))))));
            System.out.println(number);
            if (random.nextInt(40) == 0) {
                Project now = store.project();
                store.wasSaved(now, ProjectFile.save(now, file));
            }
            LockSupport.parkNanos(random.nextInt(8_000_000));
        }
    }

    /** The number of the last edit that a project holds. */
    static int number(Project project) {
        String name = project.pattern(FIRST).orElseThrow().name();
        return name.startsWith("Edit ") ? Integer.parseInt(name.substring(5)) : 0;
    }
}
