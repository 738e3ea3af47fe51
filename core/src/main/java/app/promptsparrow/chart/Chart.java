package app.promptsparrow.chart;

import app.promptsparrow.kit.Kit;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.project.Bank;
import app.promptsparrow.project.Key;
import app.promptsparrow.project.Project;
import app.promptsparrow.time.Tempo;
import java.util.List;
import java.util.Optional;

/**
 * What a chart says. Immutable.
 *
 * @param kit      the kit it was read against, with the rows it added at the end
 * @param patterns with ids from 1 on
 */
public record Chart(Optional<Tempo> tempo, Optional<Key> key, Kit kit, List<Pattern> patterns) {

    public Chart {
        patterns = List.copyOf(patterns);
    }

    /** A project with these patterns in its banks, ten to a bank; its tempo and key are the chart's. */
    public Project toProject(String name) {
        Project project = Project.untitled(kit).withName(name).withBanks(Bank.holding(patterns));
        return project.withTempo(tempo.orElse(project.tempo())).withKey(key.orElse(project.key()));
    }
}
