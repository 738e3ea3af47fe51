package app.promptsparrow.project;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.promptsparrow.demo.DemoProject;
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
import org.junit.jupiter.api.Test;

class ProjectTest {

    private static final RowId KICK = new RowId(1);

    @Test
    void an_id_is_never_given_out_again_once_its_pattern_is_gone() {
        Project project = Project.untitled();
        Pattern second = Pattern.empty(project.freshPatternId(), "Second", 16);
        SlotRef slot = new SlotRef(0, 1);
        Project with = project.withPattern(slot, Optional.of(second));
        Project without = with.withPattern(slot, Optional.empty());
        assertThat(without.freshPatternId()).isEqualTo(new PatternId(3));
        assertThat(without.given()).isEqualTo(with.given());
        assertThatThrownBy(() -> with.withPattern(new SlotRef(0, 2), Optional.of(second))).hasMessageContaining("pattern id 2 is given twice");
    }

    @Test
    void a_rows_id_is_never_given_out_again_and_its_hits_and_rests_go_with_it() {
        Project demo = DemoProject.make();
        Row last = Row.drum(demo.freshRowId().value(), "Chain", Family.PERCUSSION, 70, demo.kit().rows().get(0).layers().get(0).sound());
        Project with = new KitEdit.AddRow(last).apply(demo);
        Pattern pattern = with.at(DemoProject.FIRST_SHOWN).orElseThrow();
        with = with.withPattern(pattern.id(), p -> p.withLane(last.id(), lane -> Lane.of(Hit.drum(3, 90))));
        with = with.withSongs(List.of(new Song("S", List.of(new Song.Entry(pattern.id(), 2, Optional.empty(), List.of(Rest.whole(last.id()), Rest.whole(KICK)))))));
        Project without = new KitEdit.RemoveRow("Remove", last.id()).apply(with);
        assertThat(without.kit().row(last.id())).isEmpty();
        assertThat(without.at(DemoProject.FIRST_SHOWN).orElseThrow().lanes()).doesNotContainKey(last.id());
        assertThat(without.songs().get(0).entries().get(0).rests()).containsExactly(Rest.whole(KICK));
        assertThat(without.freshRowId().value()).isEqualTo(last.id().value() + 1);
        Project one = Project.untitled(new Kit("One", List.of(demo.kit().rows().get(0)), demo.kit().reverb()));
        assertThatThrownBy(() -> new KitEdit.RemoveRow("Remove", KICK).apply(one)).hasMessageContaining("at least one row");
    }

    @Test
    void rows_move_and_are_named_and_get_a_family() {
        Project project = Project.untitled();
        assertThat(new KitEdit.MoveRow("Move", KICK, 2).apply(project).kit().rows()).extracting(Row::name).startsWith("Snare", "Clap", "Kick");
        assertThat(new KitEdit.MoveRow("Move", KICK, 99).apply(project).kit().rows().get(13).name()).isEqualTo("Kick");
        assertThat(new KitEdit.RenameRow(KICK, "Boot").apply(project).kit().row(KICK).orElseThrow().name()).isEqualTo("Boot");
        assertThatThrownBy(() -> new KitEdit.RenameRow(KICK, "snare").apply(project)).hasMessageContaining("stands twice");
        assertThat(new KitEdit.SetFamily(KICK, Family.TOM).apply(project).kit().row(KICK).orElseThrow().family()).isEqualTo(Family.TOM);
    }

    @Test
    void touches_belong_to_the_project_and_are_undone_with_it() {
        History history = new History(Project.untitled());
        history.apply(new ProjectEdit.SetTouches("Ghost is 40", history.project().touches().with(0, 40)));
        assertThat(history.project().touches().velocities()).containsExactly(40, 64, 96, 120);
        history.undo();
        assertThat(history.project().touches()).isEqualTo(Touches.USUAL);
        assertThatThrownBy(() -> Touches.USUAL.with(1, 128)).hasMessageContaining("1 to 127, not 128");
        assertThatThrownBy(() -> new Touches(List.of(1, 2, 3))).hasMessageContaining("4 touches, not 3");
    }

    @Test
    void keys_are_spelled_with_the_flats_or_sharps_of_their_signature() {
        Key eFlatMinor = Key.parse("Eb minor").orElseThrow();
        assertThat(eFlatMinor.text()).isEqualTo("Eb minor");
        assertThat(List.of(39, 41, 42, 44, 46).stream().map(note -> NoteNames.of(note, eFlatMinor))).containsExactly("Eb2", "F2", "Gb2", "Ab2", "Bb2");
        assertThat(eFlatMinor.fifths()).isEqualTo(-6);
        Key eMajor = Key.parse("E major").orElseThrow();
        assertThat(NoteNames.of(44, eMajor)).isEqualTo("G#2");
        assertThat(eMajor.fifths()).isEqualTo(4);
        assertThat(Key.A_MINOR.fifths()).isZero();
        assertThat(Key.parse("Gb major").orElseThrow().text()).isEqualTo("F# major");
        for (int root = 0; root < 12; root++) {
            for (Key.Scale scale : Key.Scale.values()) {
                Key key = new Key(root, scale);
                assertThat(Key.parse(key.text())).contains(key);
                assertThat(key.fifths()).isBetween(-6, 6);
            }
        }
    }
}
