package app.promptsparrow.desktop.beat.show;

import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.Hit;
import app.promptsparrow.pattern.PatternId;
import app.promptsparrow.project.Edit;
import app.promptsparrow.project.Project;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * Hits that are shown in outline before they are planted: what the prompt line or a paste would give.
 *
 * @param result the project as it would be
 * @param rows   the hits that would be new, by row; the others of these rows would go
 */
public record Preview(Project result, Map<RowId, Set<Integer>> rows) {

    /** What an edit would plant in a pattern. */
    public static Preview of(Project before, PatternId pattern, Edit edit, Set<RowId> rows) {
        Project after = edit.apply(before);
        Map<RowId, Set<Integer>> planted = new HashMap<>();
        for (RowId row : rows) {
            planted.put(row, after.pattern(pattern).orElseThrow().lane(row).hits().stream()
                    .filter(hit -> !before.pattern(pattern).orElseThrow().lane(row).at(hit.step()).equals(Optional.of(hit)))
                    .map(Hit::step).collect(Collectors.toSet()));
        }
        return new Preview(after, planted);
    }
}
