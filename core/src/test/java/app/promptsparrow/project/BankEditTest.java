package app.promptsparrow.project;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.promptsparrow.kit.BuiltInKits;
import app.promptsparrow.kit.Family;
import app.promptsparrow.kit.Kit;
import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.Hit;
import app.promptsparrow.pattern.Lane;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.pattern.PatternId;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

/** Banks, slots and the chain. */
class BankEditTest {

    private static final PatternId ONE = new PatternId(1);
    private static final PatternId TWO = new PatternId(2);
    private final Project project = new BankEdit.AddBank("Second").apply(Project.untitled()
            .withPattern(new SlotRef(0, 3), Optional.of(Pattern.empty(TWO, "Two", 8).withLane(new RowId(2), lane -> Lane.of(Hit.drum(4, 96)))))
            .withChain(List.of(ONE, ONE, TWO)));

    private static Optional<PatternId> id(Project project, int bank, int slot) {
        return project.at(new SlotRef(bank, slot)).map(Pattern::id);
    }

    @Test
    void a_pattern_moves_copies_and_swaps_and_the_chain_follows_it() {
        Project moved = new BankEdit.MoveSlot("", new SlotRef(0, 3), new SlotRef(1, 9)).apply(project);
        assertThat(id(moved, 1, 9)).contains(TWO);
        assertThat(id(moved, 0, 3)).isEmpty();
        assertThat(moved.chain()).containsExactly(ONE, ONE, TWO);
        Project copied = new BankEdit.CopySlot("", new SlotRef(0, 3), new SlotRef(0, 0)).apply(project);
        assertThat(id(copied, 0, 0)).contains(new PatternId(3));
        assertThat(copied.at(new SlotRef(0, 0)).orElseThrow().lanes()).isEqualTo(project.at(new SlotRef(0, 3)).orElseThrow().lanes());
        assertThat(copied.chain()).as("without what it replaced").containsExactly(TWO);
        Project swapped = new BankEdit.SwapSlots("", new SlotRef(0, 0), new SlotRef(0, 3)).apply(project);
        assertThat(id(swapped, 0, 0)).contains(TWO);
        assertThat(id(swapped, 0, 3)).contains(ONE);
        assertThat(new BankEdit.MoveSlot("", new SlotRef(0, 0), new SlotRef(0, 0)).apply(project)).isEqualTo(project);
    }

    @Test
    void a_fill_belongs_to_its_bank_and_is_forgotten_when_it_leaves_it() {
        Project filled = new BankEdit.SetFill("", 0, Optional.of(TWO)).apply(project);
        assertThat(filled.banks().get(0).fill()).contains(TWO);
        assertThat(new BankEdit.MoveSlot("", new SlotRef(0, 3), new SlotRef(0, 5)).apply(filled).banks().get(0).fill()).as("within the bank").contains(TWO);
        assertThat(new BankEdit.MoveSlot("", new SlotRef(0, 3), new SlotRef(1, 5)).apply(filled).banks().get(0).fill()).isEmpty();
        assertThat(new BankEdit.SetFill("", 1, Optional.of(TWO)).apply(project).banks().get(1).fill()).as("not one of its patterns").isEmpty();
    }

    @Test
    void banks_move_duplicate_empty_and_go() {
        Project filled = new BankEdit.SetFill("", 0, Optional.of(TWO)).apply(new BankEdit.TintBank("", 0, Optional.of(Tint.MOSS)).apply(project));
        Project twice = new BankEdit.DuplicateBank("", 0, "Again").apply(filled);
        assertThat(twice.banks()).extracting(Bank::name).containsExactly("Bank 1", "Again", "Second");
        assertThat(twice.banks().get(1).patterns()).extracting(p -> p.id().value()).containsExactly(3, 4);
        assertThat(twice.banks().get(1).fill()).contains(new PatternId(4));
        assertThat(twice.banks().get(1).tint()).contains(Tint.MOSS);
        assertThat(new BankEdit.MoveBank("", 0, 2).apply(twice).banks()).extracting(Bank::name).containsExactly("Again", "Second", "Bank 1");
        Project cleared = new BankEdit.ClearBank("", 0).apply(twice);
        assertThat(cleared.banks().get(0).patterns()).isEmpty();
        assertThat(cleared.chain()).isEmpty();
        assertThat(new BankEdit.DeleteBank("", 0).apply(twice).banks()).extracting(Bank::name).containsExactly("Again", "Second");
        Project none = new BankEdit.DeleteBank("", 0).apply(new BankEdit.DeleteBank("", 0).apply(project));
        assertThat(none.banks()).as("there is always one").hasSize(1);
    }

    @Test
    void a_bank_of_another_project_comes_with_its_rows_matched_and_those_that_match_nothing_below() {
        Row odd = Row.drum(20, "Winch", Family.OTHER, 3, BuiltInKits.deckhand().rows().get(0).layers().get(0).sound());
        Project other = Project.untitled(BuiltInKits.tinShed());
        other = other.withKit(new Kit("Shed", Stream.concat(other.kit().rows().stream(), Stream.of(odd)).toList(), other.kit().reverb()));
        RowId kick = other.kit().rows().stream().filter(row -> row.midi().note() == 36).findFirst().orElseThrow().id();
        other = other.withPattern(ONE, p -> p.withName("Shed one").withLane(kick, lane -> Lane.of(Hit.drum(3, 77))).withLane(new RowId(20), lane -> Lane.of(Hit.drum(1, 64))));
        Project taken = new BankEdit.TakeBank("", new BankEdit.SetFill("", 0, Optional.of(ONE)).apply(other), 0).apply(project);
        Pattern pattern = taken.at(new SlotRef(2, 0)).orElseThrow();
        assertThat(taken.banks().get(2).name()).as("a name of its own").isEqualTo("Bank 2");
        assertThat(taken.banks().get(2).fill()).contains(pattern.id());
        RowId ourKick = project.kit().rows().stream().filter(row -> row.midi().note() == 36).findFirst().orElseThrow().id();
        assertThat(pattern.lane(ourKick).hits()).containsExactly(Hit.drum(3, 77));
        Row added = taken.kit().rows().get(taken.kit().rows().size() - 1);
        assertThat(added.name()).isEqualTo("Winch");
        assertThat(taken.kit().rows()).hasSize(project.kit().rows().size() + 1);
        assertThat(pattern.lane(added.id()).hits()).containsExactly(Hit.drum(1, 64));
        assertThat(taken.kit().rows().subList(0, project.kit().rows().size())).isEqualTo(project.kit().rows());
    }

    @Test
    void a_chain_is_printed_and_read_as_slots_and_refused_by_its_element() {
        assertThat(ChainText.print(project, project.chain(), 0)).isEqualTo("1 1 4");
        assertThat(ChainText.print(project, project.chain(), 1)).isEqualTo("1.1 1.1 1.4");
        assertThat(ChainText.read(project, " 1 1, 4  1x2 ", 0)).containsExactly(ONE, ONE, TWO, ONE, ONE);
        assertThat(ChainText.read(project, "1.1 1.4", 1)).containsExactly(ONE, TWO);
        assertThat(ChainText.read(project, "", 0)).isEmpty();
        assertThatThrownBy(() -> ChainText.read(project, "1 2", 0)).hasMessageContaining("slot 2").hasMessageContaining("empty");
        assertThatThrownBy(() -> ChainText.read(project, "1 cat", 0)).hasMessageContaining("'cat'");
        assertThatThrownBy(() -> ChainText.read(project, "9.1", 0)).hasMessageContaining("no bank 9");
        assertThatThrownBy(() -> ChainText.read(project, "1x999 1", 0)).hasMessageContaining("999");
    }
}
