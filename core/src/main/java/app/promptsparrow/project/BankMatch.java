package app.promptsparrow.project;

import app.promptsparrow.kit.Kit;
import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.Lane;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.pattern.PatternId;
import app.promptsparrow.text.Names;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;

/**
 * A bank of another project in this one: which of its rows is played by which. Immutable.
 *
 * @param become for each row of the other project whose row of this one plays its hits
 * @param added  rows that match nothing and have hits, under ids of this project
 */
record BankMatch(Map<RowId, RowId> become, List<Row> added) {

    static BankMatch of(Project project, Project from, int bank) {
        List<Pattern> patterns = from.banks().get(bank).patterns();
        Map<Row, Optional<Row>> matched = KitMatch.matched(from.kit(), project.kit());
        Map<RowId, RowId> become = new HashMap<>();
        Map<Row, RowId> fresh = new LinkedHashMap<>();
        int next = project.freshRowId().value();
        for (Row row : from.kit().rows()) {
            Optional<Row> here = matched.get(row);
            if (here.isPresent()) {
                become.put(row.id(), here.get().id());
            } else if (patterns.stream().anyMatch(pattern -> !pattern.lane(row.id()).hits().isEmpty())) {
                fresh.put(row, new RowId(next));
                become.put(row.id(), new RowId(next++));
            }
        }
        Set<String> names = KitMatch.names(project.kit());
        List<Row> added = new ArrayList<>();
        fresh.forEach((row, id) -> added.add(row.withId(id).withName(Names.free(row.name(), names)).givingWay(to -> Optional.ofNullable(become.get(to)))));
        return new BankMatch(become, added);
    }

    /** The project with the bank at its end. */
    Project taken(Project project, Project from, int bank) {
        Bank original = from.banks().get(bank);
        if (project.kit().rows().size() + added.size() > Kit.MAX_ROWS) {
            throw new IllegalArgumentException("the bank '" + original.name() + "' would add " + added.size() + " rows; a kit has at most " + Kit.MAX_ROWS);
        }
        List<Row> rows = new ArrayList<>(project.kit().rows());
        rows.addAll(added);
        Project changed = added.isEmpty() ? project : project.withKit(new Kit(project.kit().name(), rows, project.kit().reverb()));
        int at = project.banks().size();
        List<Bank> more = new ArrayList<>(changed.banks());
        more.add(Bank.empty(BankEdit.freeName(project, original.name())).withTint(original.tint()));
        changed = changed.withBanks(more);
        Map<PatternId, PatternId> ids = new HashMap<>();
        for (int slot = 0; slot < Bank.SLOTS; slot++) {
            Optional<Pattern> pattern = original.at(slot);
            if (pattern.isPresent()) {
                PatternId fresh = changed.freshPatternId();
                ids.put(pattern.get().id(), fresh);
                changed = changed.withPattern(new SlotRef(at, slot), Optional.of(pattern.get().withLanes(lanes(pattern.get())).withId(fresh)));
            }
        }
        List<Bank> filled = new ArrayList<>(changed.banks());
        filled.set(at, filled.get(at).withFill(original.fill().map(ids::get)));
        return changed.withBanks(filled);
    }

    private SortedMap<RowId, Lane> lanes(Pattern pattern) {
        SortedMap<RowId, Lane> lanes = new TreeMap<>();
        pattern.lanes().forEach((row, lane) -> {
            if (become.containsKey(row)) {
                lanes.put(become.get(row), lane);
            }
        });
        return lanes;
    }
}
