package app.promptsparrow.project;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.promptsparrow.demo.DemoProject;
import app.promptsparrow.kit.BuiltInKits;
import app.promptsparrow.kit.Family;
import app.promptsparrow.kit.Heard;
import app.promptsparrow.kit.Kit;
import app.promptsparrow.kit.Lean;
import app.promptsparrow.kit.Model;
import app.promptsparrow.kit.Recipe;
import app.promptsparrow.kit.Reverb;
import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.Hit;
import app.promptsparrow.pattern.Lane;
import app.promptsparrow.pattern.PatternId;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;

/** Another kit takes the place of a project's. */
class KitMatchTest {

    private static Project take(Project project, Kit kit) {
        return new KitEdit.TakeKit(kit).apply(project);
    }

    @Test
    void rows_go_on_by_note_then_by_family_and_keep_their_hits_mute_and_lean() {
        Project demo = DemoProject.make();
        RowId clap = demo.kit().rowNamed("Clap").orElseThrow().id();
        demo = demo.withKit(demo.kit().with(clap, row -> row.withHeard(new Heard(true, false))));
        Project taken = take(demo, BuiltInKits.tinShed());
        assertThat(taken.kit().name()).isEqualTo("Tin Shed");
        for (String name : List.of("Kick", "Snare", "Clap", "Closed hat", "Open hat", "Low tom", "Crash", "Rim", "Shaker", "Bell", "Bass")) {
            Row before = demo.kit().rowNamed(name).orElseThrow();
            Row after = taken.kit().rowNamed(name).orElseThrow();
            assertThat(after.id()).as(name).isEqualTo(before.id());
            assertThat(after.layers()).as(name).isEqualTo(BuiltInKits.tinShed().rowNamed(name).orElseThrow().layers());
        }
        assertThat(taken.kit().row(clap).orElseThrow().heard().muted()).isTrue();
        assertThat(taken.kit().row(clap).orElseThrow().lean()).isEqualTo(demo.kit().row(clap).orElseThrow().lean()).isNotEqualTo(Lean.NONE);
        assertThat(taken.banks()).isEqualTo(demo.banks());
        assertThat(taken.songs()).isEqualTo(demo.songs());
    }

    @Test
    void rows_that_match_nothing_stay_below_with_their_hits_and_go_without() {
        Project demo = DemoProject.make(); // borrows a hand drum and sticks, which have hits, and match nothing in Tin Shed
        Project taken = take(demo, BuiltInKits.tinShed());
        assertThat(taken.kit().rows()).extracting(Row::name).endsWith("Low hand drum", "Sticks").hasSize(16);
        Project untitled = take(Project.untitled(demo.kit()), BuiltInKits.tinShed());
        assertThat(untitled.kit().rows()).hasSize(14).extracting(Row::name).doesNotContain("Sticks");
    }

    @Test
    void families_match_in_order_where_notes_do_not_and_new_rows_get_ids_never_given() {
        Project project = Project.untitled(BuiltInKits.deckhand()).withPattern(new PatternId(1), p -> p.withLane(new RowId(6), lane -> Lane.of(Hit.drum(0, 100))));
        Project taken = take(project, BuiltInKits.ropeAndCanvas());
        assertThat(taken.kit().rowNamed("Low hand drum").orElseThrow().id()).as("the first tom").isEqualTo(new RowId(6));
        assertThat(taken.kit().rowNamed("Mid hand drum").orElseThrow().id()).isEqualTo(new RowId(7));
        List<Integer> fresh = taken.kit().rows().stream().map(row -> row.id().value()).filter(id -> id > 14).toList();
        assertThat(fresh).hasSize(2).allMatch(id -> id > project.given().rows());
        Project back = take(taken, BuiltInKits.deckhand());
        assertThat(back.kit().row(new RowId(6)).orElseThrow().name()).isEqualTo("Low tom");
        assertThat(back.at(new SlotRef(0, 0)).orElseThrow().lane(new RowId(6)).hits()).hasSize(1);
    }

    @Test
    void a_name_that_stands_twice_gets_a_number_and_too_many_rows_are_refused() {
        List<Row> many = new ArrayList<>();
        for (int id = 1; id <= 40; id++) {
            many.add(Row.drum(id, "Row " + id, Family.OTHER, 80 + id % 40, Recipe.of(Model.BELL)));
        }
        Project project = Project.untitled(new Kit("Many", many, Reverb.USUAL));
        for (Row row : many) {
            project = project.withPattern(new PatternId(1), p -> p.withLane(row.id(), lane -> Lane.of(Hit.drum(0, 100))));
        }
        Project full = project;
        assertThatThrownBy(() -> take(full, BuiltInKits.deckhand())).hasMessageContaining("40 with hits would stay below").hasMessageContaining("at most 48");
        Project added = new KitEdit.AddRows("Add", BuiltInKits.deckhand().rows().subList(0, 1)).apply(DemoProject.make());
        assertThat(added.kit().rows().get(16).name()).isEqualTo("Kick 2");
        assertThat(added.kit().rows().get(16).id().value()).isGreaterThan(DemoProject.make().given().rows());
    }

    @Test
    void a_row_that_goes_takes_its_rests_along() {
        Project demo = DemoProject.make();
        RowId ride = demo.kit().rowNamed("Ride").orElseThrow().id();
        Song.Entry entry = demo.songs().get(0).entries().get(0);
        Project resting = demo.withSongs(List.of(new Song("Song", List.of(new Song.Entry(entry.pattern(), 1, java.util.Optional.empty(), List.of(Rest.whole(ride)))))));
        Project empty = resting;
        for (var bank : demo.banks()) {
            for (var pattern : bank.patterns()) {
                empty = empty.withPattern(pattern.id(), p -> p.withLane(ride, lane -> Lane.EMPTY));
            }
        }
        Kit without = new Kit("One", BuiltInKits.deckhand().rows().subList(0, 1), Reverb.USUAL);
        Project taken = take(empty, without);
        assertThat(taken.kit().row(ride)).isEmpty();
        assertThat(taken.songs().get(0).entries().get(0).rests()).isEmpty();
    }

    @Test
    void what_is_asked_for_goes_on_as_asked_and_the_rest_is_matched_without_it() {
        Project demo = DemoProject.make();
        Kit kit = BuiltInKits.tinShed();
        Row kick = kit.rowNamed("Kick").orElseThrow();
        Row rim = kit.rowNamed("Rim").orElseThrow();
        Row snare = demo.kit().rowNamed("Snare").orElseThrow();
        Project taken = new KitEdit.TakeKit(kit, Map.of(kick.id(), Optional.of(snare.id()), rim.id(), Optional.empty())).apply(demo);
        assertThat(taken.kit().rowNamed("Kick").orElseThrow().id()).as("plays what the snare played").isEqualTo(snare.id());
        assertThat(demo.kit().row(taken.kit().rowNamed("Rim").orElseThrow().id())).as("a row of its own").isEmpty();
        assertThat(taken.kit().rowNamed("Snare").orElseThrow().id()).as("matches what is left").isNotEqualTo(snare.id());
        assertThat(KitMatch.of(demo, kit, Map.of(kick.id(), Optional.of(snare.id()))).kept()).extracting(Row::name).as("its hits stay").contains("Kick");
    }

    @Test
    void what_cannot_be_asked_for_is_matched_like_the_rest() {
        Project demo = DemoProject.make();
        Kit kit = BuiltInKits.tinShed();
        RowId kick = kit.rowNamed("Kick").orElseThrow().id();
        RowId snare = kit.rowNamed("Snare").orElseThrow().id();
        RowId bass = demo.kit().rowNamed("Bass").orElseThrow().id();
        Project plain = take(demo, kit);
        assertThat(new KitEdit.TakeKit(kit, Map.of(kick, Optional.of(bass))).apply(demo)).as("of the other kind").isEqualTo(plain);
        assertThat(new KitEdit.TakeKit(kit, Map.of(kick, Optional.of(new RowId(4_000)))).apply(demo)).as("gone").isEqualTo(plain);
        RowId first = demo.kit().rowNamed("Kick").orElseThrow().id();
        assertThat(new KitEdit.TakeKit(kit, Map.of(kick, Optional.of(first), snare, Optional.of(first))).apply(demo)).as("twice").isEqualTo(plain);
    }
}
