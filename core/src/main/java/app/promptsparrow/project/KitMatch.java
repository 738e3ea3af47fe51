package app.promptsparrow.project;

import app.promptsparrow.kit.Family;
import app.promptsparrow.kit.Kit;
import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.text.Names;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.BiPredicate;
import java.util.stream.Collectors;

/**
 * Another kit in the place of a project's: which row goes on as which. A row of the new kit takes the identity of the row it matches
 * (by MIDI note and kind, else by family and kind, in order), so that lanes, guide row and rests go on. Sound, strip, MIDI, choke and
 * order are the new kit's; mute, solo and lean stay. Rows that match nothing and have hits stay below. Immutable.
 *
 * @param taken for each row of the new kit the row that it goes on as, or empty; in the new kit's order
 * @param kept  rows of the old kit that match nothing and have hits
 */
public record KitMatch(Map<Row, Optional<Row>> taken, List<Row> kept) {

    /** What would go on as what if a project took another kit. */
    public static KitMatch of(Project project, Kit kit) {
        return of(project, kit, Map.of());
    }

    /**
     * The same where some of it is asked for.
     *
     * @param asked for rows of the new kit the row that they are to go on as, or empty for a row of its own; what cannot be (a row that
     *              is gone or of the other kind, or that is asked for twice) is matched like the others
     */
    public static KitMatch of(Project project, Kit kit, Map<RowId, Optional<RowId>> asked) {
        Map<Row, Optional<Row>> taken = matched(kit, project.kit(), asked);
        Set<RowId> matched = taken.values().stream().flatMap(Optional::stream).map(Row::id).collect(Collectors.toSet());
        List<Row> kept = project.kit().rows().stream().filter(row -> !matched.contains(row.id()) && hasHits(project, row.id())).toList();
        return new KitMatch(taken, kept);
    }

    /** For each row of a kit, in its order, the row of another that it matches, if any; each matches one. */
    static Map<Row, Optional<Row>> matched(Kit kit, Kit with) {
        return matched(kit, with, Map.of());
    }

    private static Map<Row, Optional<Row>> matched(Kit kit, Kit with, Map<RowId, Optional<RowId>> asked) {
        Map<Row, Optional<Row>> taken = new LinkedHashMap<>();
        Set<RowId> matched = new HashSet<>();
        Set<Row> alone = new HashSet<>();
        for (Row row : kit.rows()) {
            Optional<RowId> wanted = asked.getOrDefault(row.id(), Optional.empty());
            taken.put(row, wanted.flatMap(with::row).filter(old -> old.kind() == row.kind() && matched.add(old.id())));
            if (asked.containsKey(row.id()) && wanted.isEmpty()) {
                alone.add(row);
            }
        }
        match(with, taken, alone, matched, (fresh, old) -> fresh.midi().note() == old.midi().note());
        match(with, taken, alone, matched, (fresh, old) -> fresh.family() == old.family() && fresh.family() != Family.OTHER);
        return taken;
    }

    private static void match(Kit with, Map<Row, Optional<Row>> taken, Set<Row> alone, Set<RowId> matched, BiPredicate<Row, Row> alike) {
        for (Map.Entry<Row, Optional<Row>> entry : taken.entrySet()) {
            if (entry.getValue().isEmpty() && !alone.contains(entry.getKey())) {
                entry.setValue(with.rows().stream().filter(old -> old.kind() == entry.getKey().kind() && !matched.contains(old.id()))
                        .filter(old -> alike.test(entry.getKey(), old)).findFirst());
                entry.getValue().ifPresent(old -> matched.add(old.id()));
            }
        }
    }

    private static boolean hasHits(Project project, RowId row) {
        return project.banks().stream().flatMap(bank -> bank.patterns().stream()).anyMatch(pattern -> !pattern.lane(row).hits().isEmpty());
    }

    /**
     * The kit that the project has then.
     *
     * @throws IllegalArgumentException with a sentence if there are more rows than a kit can have
     */
    Kit kit(Project project, Kit kit) {
        if (taken.size() + kept.size() > Kit.MAX_ROWS) {
            throw new IllegalArgumentException("'" + kit.name() + "' has " + taken.size() + " rows and " + kept.size()
                    + " with hits would stay below; a kit has at most " + Kit.MAX_ROWS);
        }
        List<Row> rows = new ArrayList<>();
        Map<RowId, RowId> become = new HashMap<>();
        Set<String> names = new HashSet<>();
        int fresh = project.freshRowId().value();
        for (Map.Entry<Row, Optional<Row>> entry : taken.entrySet()) {
            Row row = entry.getKey();
            names.add(Names.key(row.name()));
            Row here = entry.getValue().map(old -> row.withId(old.id()).withHeard(old.heard()).withLean(old.lean())).orElse(null);
            here = here == null ? row.withId(new RowId(fresh++)) : here;
            become.put(row.id(), here.id());
            rows.add(here);
        }
        rows.replaceAll(row -> row.givingWay(to -> Optional.ofNullable(become.get(to))));
        Set<RowId> there = rows.stream().map(Row::id).collect(Collectors.toSet());
        kept.forEach(row -> there.add(row.id()));
        for (Row row : kept) {
            rows.add(row.withName(Names.free(row.name(), names)).givingWay(to -> Optional.of(to).filter(there::contains)));
        }
        return new Kit(kit.name(), rows, kit.reverb());
    }

    /** The names of a kit's rows, as they are compared. */
    public static Set<String> names(Kit kit) {
        return Names.keys(kit.rows().stream().map(Row::name).toList());
    }
}
