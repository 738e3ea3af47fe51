package app.promptsparrow.desktop.song;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import app.promptsparrow.demo.DemoProject;
import app.promptsparrow.desktop.WindowUnderTest;
import app.promptsparrow.desktop.player.Player;
import app.promptsparrow.desktop.session.Playing;
import app.promptsparrow.engine.Switch;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.pattern.PatternId;
import app.promptsparrow.project.BankEdit;
import app.promptsparrow.project.PatternEdit;
import app.promptsparrow.project.Project;
import app.promptsparrow.project.ProjectEdit;
import app.promptsparrow.project.Rest;
import app.promptsparrow.project.SlotRef;
import app.promptsparrow.project.Song;
import app.promptsparrow.project.SongId;
import app.promptsparrow.score.SongMap;
import app.promptsparrow.score.Source;
import app.promptsparrow.time.GridTime;
import app.promptsparrow.time.Tempo;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.Callable;
import java.util.stream.Collectors;
import javafx.geometry.Bounds;
import javafx.geometry.Point2D;
import javafx.scene.Node;
import javafx.scene.control.ListView;
import javafx.scene.input.KeyCode;
import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;
import org.testfx.util.WaitForAsyncUtils;

/** Songs built, changed and played in the real window, on the demo. */
class SongWindowTest extends WindowUnderTest {

    private static final Project DEMO = DemoProject.make();
    private static final double ENTRY_Y = 60;

    private void openSong(FxRobot robot, Project project) throws Exception {
        interact(() -> store.open(project, Optional.empty()));
        until(() -> player.isReady());
        robot.push(KeyCode.ALT, KeyCode.DIGIT4);
        until(() -> robot.lookup("#song-blocks").tryQuery().isPresent());
        settle();
    }

    private static Project withSong(Song.Entry... entries) {
        return DEMO.withSongs(List.of(new Song("Ferry", List.of(entries))));
    }

    private static PatternId id(String name) {
        return DEMO.banks().stream().flatMap(bank -> bank.patterns().stream()).filter(pattern -> pattern.name().equals(name)).findFirst().map(Pattern::id).orElseThrow();
    }

    private Song song() {
        return store.project().songs().get(store.project().songs().size() - 1);
    }

    private static <T> T fx(Callable<T> asked) {
        return WaitForAsyncUtils.waitForAsyncFx(10_000, asked);
    }

    private Player.Now now() {
        return fx(player::now);
    }

    /** Where a share of the song's length is on the screen. The song fills all but the end of the view, if it is no shorter than 16 bars. */
    private Point2D at(FxRobot robot, String pane, double share, double y) {
        Node node = robot.lookup(pane).query();
        Bounds bounds = node.localToScreen(node.getBoundsInLocal());
        double length = store.project().songs().isEmpty() ? 0 : SongMap.of(store.project(), song()).length();
        double whole = Math.max(length * 1.04, 16 * 4 * GridTime.QUARTER);
        return new Point2D(bounds.getMinX() + bounds.getWidth() * share * length / whole, bounds.getMinY() + y);
    }

    /** A share of the song where a share of an entry is. */
    private double share(int entry, double inEntry) {
        SongMap map = SongMap.of(store.project(), song());
        return (map.start(entry) + inEntry * (map.end(entry) - map.start(entry))) / map.length();
    }

    private Point2D onBlock(FxRobot robot, int entry, double inEntry) {
        return at(robot, "#song-blocks", share(entry, inEntry), ENTRY_Y);
    }

    private Point2D onRail(FxRobot robot, RowId row, int entry, double inEntry) {
        Bounds head = robot.lookup("#row-" + row.value()).query().localToScreen(robot.lookup("#row-" + row.value()).query().getBoundsInLocal());
        return new Point2D(at(robot, "#song-rails", share(entry, inEntry), 0).getX(), head.getCenterY());
    }

    private String written(Song song) {
        return song.entries().stream().map(entry -> store.project().pattern(entry.pattern()).orElseThrow().name() + " " + entry.repeats() + entry.fill().map(fill -> " fill " + store.project().pattern(fill).orElseThrow().name()).orElse(""))
                .collect(Collectors.joining(", "));
    }

    private void dropSlot(FxRobot robot, String bank, String slot) {
        robot.clickOn(bank);
        settle();
        drag(robot, middle(robot, slot), at(robot, "#song-blocks", 1.02, ENTRY_Y));
    }

    @Test
    void the_demos_song_is_built_with_the_mouse_from_an_empty_one(FxRobot robot) throws Exception {
        openSong(robot, DEMO.withSongs(List.of()));
        assertThat(text(robot, "#song-choice")).isEqualTo("No song yet");
        for (Song.Entry entry : DEMO.songs().get(0).entries()) {
            SlotRef slot = DEMO.slotOf(entry.pattern()).orElseThrow();
            dropSlot(robot, "#bank-" + (slot.bank() + 1), "#slot-" + (slot.slot() + 1));
            int index = song().entries().size() - 1;
            Point2D end = at(robot, "#song-blocks", 1, ENTRY_Y).subtract(2, 0);
            double one = (end.getX() - at(robot, "#song-blocks", share(index, 0), ENTRY_Y).getX()) * (entry.repeats() - 1);
            drag(robot, end, end.add(one, 0));
            if (entry.fill().isPresent()) {
                robot.clickOn("#entry-fill-choice");
                settle();
                robot.clickOn("#fill-" + entry.fill().get().value());
                settle();
            }
        }
        assertThat(written(song())).isEqualTo(written(DEMO.songs().get(0)));
        for (int i = 0; i < DEMO.songs().get(0).entries().size(); i++) {
            for (Rest rest : DEMO.songs().get(0).entries().get(i).rests()) {
                Point2D from = onRail(robot, rest.row(), i, 0.1);
                drag(robot, from, from.add(10, 0));
            }
        }
        assertThat(song().entries()).isEqualTo(DEMO.songs().get(0).entries());
    }

    @Test
    void the_demos_song_is_built_by_keys_alone(FxRobot robot) throws Exception {
        openSong(robot, DEMO.withSongs(List.of()));
        for (Song.Entry entry : DEMO.songs().get(0).entries()) {
            SlotRef slot = DEMO.slotOf(entry.pattern()).orElseThrow();
            for (int i = 0; i < DEMO.banks().size(); i++) {
                robot.push(KeyCode.CONTROL, KeyCode.PAGE_UP);
            }
            for (int i = 0; i < DEMO.banks().size() && presenter.chosen().shown().bank() != slot.bank(); i++) {
                robot.push(KeyCode.CONTROL, KeyCode.PAGE_DOWN);
                settle();
            }
            robot.push(KeyCode.getKeyCode(Integer.toString(slot.slot() + 1)));
            robot.push(KeyCode.ENTER);
            settle();
            for (int i = 1; i < entry.repeats(); i++) {
                robot.push(KeyCode.EQUALS);
            }
            int index = song().entries().size() - 1;
            for (int i = 0; i < 5 && !song().entries().get(index).fill().equals(entry.fill()); i++) {
                robot.push(KeyCode.F);
                settle();
            }
            for (Rest rest : entry.rests()) {
                while (!fx(() -> presenter.chosen().row().id()).equals(rest.row())) {
                    robot.push(KeyCode.DOWN);
                    settle();
                }
                robot.push(KeyCode.COMMA);
                robot.push(KeyCode.SHIFT, KeyCode.R);
            }
            settle();
        }
        assertThat(song().entries()).isEqualTo(DEMO.songs().get(0).entries());
        robot.push(KeyCode.HOME);
        robot.push(KeyCode.SHIFT, KeyCode.RIGHT);
        robot.push(KeyCode.CONTROL, KeyCode.D);
        settle();
        assertThat(written(song())).startsWith("Engine idle 2, Slack rope 2, Slack rope 2, Wake");
        robot.push(KeyCode.DELETE);
        robot.push(KeyCode.SHIFT, KeyCode.LEFT);
        settle();
        assertThat(song().entries()).extracting(Song.Entry::pattern).startsWith(id("Engine idle"));
        robot.push(KeyCode.CONTROL, KeyCode.DIGIT2);
        settle();
        assertThat(robot.lookup("#song-entries").<ListView<String>>query().getItems().get(0)).startsWith("1  Engine idle × 2");
    }

    @Test
    void blocks_are_moved_copied_split_and_joined(FxRobot robot) throws Exception {
        openSong(robot, withSong(Song.Entry.of(id("Fog"), 2), Song.Entry.of(id("Gulls"), 2), Song.Entry.of(id("Landing"), 2)));
        drag(robot, onBlock(robot, 2, 0.5), onBlock(robot, 0, 0.1));
        assertThat(written(song())).isEqualTo("Landing 2, Fog 2, Gulls 2");
        robot.press(KeyCode.CONTROL);
        drag(robot, onBlock(robot, 0, 0.5), at(robot, "#song-blocks", 1.02, ENTRY_Y));
        robot.release(KeyCode.CONTROL);
        assertThat(written(song())).isEqualTo("Landing 2, Fog 2, Gulls 2, Landing 2");
        robot.clickOn(onBlock(robot, 2, 0.75));
        settle();
        robot.clickOn("#entry-split-press");
        settle();
        assertThat(written(song())).isEqualTo("Landing 2, Fog 2, Gulls 1, Gulls 1, Landing 2");
        robot.clickOn("#tab-song");
        settle();
        robot.clickOn("#song-join");
        settle();
        assertThat(song().entries()).hasSize(4);
        interact(() -> store.undo());
        interact(() -> store.undo());
        assertThat(written(song())).isEqualTo("Landing 2, Fog 2, Gulls 2, Landing 2");
    }

    @Test
    void a_banks_name_is_dropped_in_and_bars_are_put_in_again_or_given_to_another_pattern(FxRobot robot) throws Exception {
        openSong(robot, withSong(Song.Entry.of(id("Gulls"), 2)));
        drag(robot, middle(robot, "#bank-2"), at(robot, "#song-blocks", 1.02, ENTRY_Y));
        assertThat(written(song())).isEqualTo("Gulls 2, Wake 1, Wake, open hat 1, Gulls 1, Fog 1, Wake fill 1");
        robot.clickOn(onBlock(robot, 0, 0.2));
        settle();
        robot.push(KeyCode.SHIFT, KeyCode.D);
        settle();
        assertThat(written(song())).startsWith("Gulls 2, Gulls 2, Wake 1");
        interact(() -> presenter.slots().choose(DEMO.slotOf(id("Wake fill")).orElseThrow(), true));
        robot.clickOn(onBlock(robot, 2, 0.5));
        settle();
        robot.push(KeyCode.SHIFT, KeyCode.V);
        settle();
        assertThat(written(song())).startsWith("Gulls 2, Gulls 2, Wake fill 1, Wake, open hat 1");
        interact(() -> presenter.slots().choose(DEMO.slotOf(id("Twelve steps")).orElseThrow(), true));
        robot.push(KeyCode.SHIFT, KeyCode.V);
        settle();
        assertThat(session.message()).contains("does not fit into these bars a whole number of times");
    }

    @Test
    void a_press_on_a_rail_lets_a_row_rest_and_a_drag_in_the_passes_it_touches(FxRobot robot) throws Exception {
        openSong(robot, withSong(Song.Entry.of(id("Gulls"), 1), Song.Entry.of(id("Wake"), 4)));
        RowId kick = DEMO.kit().rowNamed("Kick").orElseThrow().id();
        robot.clickOn(onRail(robot, kick, 1, 0.6));
        settle();
        assertThat(song().entries().get(1).rests()).containsExactly(Rest.whole(kick));
        robot.clickOn(onRail(robot, kick, 1, 0.6));
        settle();
        assertThat(song().entries().get(1).rests()).isEmpty();
        drag(robot, onRail(robot, kick, 1, 0.3), onRail(robot, kick, 1, 0.7));
        assertThat(song().entries().get(1).rests()).containsExactly(new Rest(kick, 2, 3));
        assertThat(text(robot, "#entry-rests")).isEqualTo("Kick in passes 2 to 3");
        interact(() -> store.undo());
        assertThat(song().entries().get(1).rests()).as("a drag is one step").isEmpty();
    }

    @Test
    void a_song_plays_from_any_bar_stops_at_its_end_or_goes_round_and_edits_keep_its_place(FxRobot robot) throws Exception {
        openSong(robot, withSong(Song.Entry.of(id("Wake"), 2), Song.Entry.of(id("Gulls"), 1)));
        interact(() -> store.apply(new ProjectEdit.SetTempo(new Tempo(300_000))));
        SongMap map = SongMap.of(store.project(), song());
        robot.clickOn(at(robot, "#song-blocks", share(1, 0.02), 15));
        until(() -> now().inSong() > map.start(1));
        assertThat(text(robot, "#plays")).isEqualTo("plays: song Ferry");
        assertThat(now().pattern()).isEqualTo(id("Gulls"));
        interact(() -> presenter.playing().stop());
        interact(() -> presenter.playing().songFrom(0));
        until(() -> now().inSong() > 2 * GridTime.QUARTER);
        // another entry behind it, a row that rests: heard on in its place
        long before = now().inSong();
        long beforeNs = System.nanoTime();
        robot.push(KeyCode.END);
        robot.push(KeyCode.EQUALS);
        robot.push(KeyCode.R);
        settle();
        double expected = before + (System.nanoTime() - beforeNs) / 60e9 * 300 * GridTime.QUARTER;
        assertThat((double) now().inSong()).isCloseTo(expected, within(1.0 * GridTime.QUARTER));
        interact(() -> presenter.playing().songFrom(SongMap.of(store.project(), song()).length() - GridTime.QUARTER));
        until(() -> now().playing());
        until(() -> !now().playing());
        robot.push(KeyCode.G);
        settle();
        assertThat(song().round()).isTrue();
        interact(() -> presenter.playing().songFrom(SongMap.of(store.project(), song()).length() - GridTime.QUARTER));
        until(() -> now().playing() && now().inSong() < 2 * GridTime.QUARTER && now().inSource() > 4 * GridTime.QUARTER);
        // in its second round it becomes longer: it goes on where it is
        long place = now().inSong();
        robot.push(KeyCode.EQUALS);
        until(() -> now().inSong() > place && now().inSong() < place + 8 * GridTime.QUARTER); // once it is heard
    }

    @Test
    void bars_loop_and_pattern_and_song_follow_each_other_at_the_next_bar(FxRobot robot) throws Exception {
        openSong(robot, withSong(Song.Entry.of(id("Gulls"), 2), Song.Entry.of(id("Wake"), 2)));
        interact(() -> store.apply(new ProjectEdit.SetTempo(new Tempo(400_000))));
        SongMap map = SongMap.of(store.project(), song());
        drag(robot, at(robot, "#song-blocks", share(1, 0.02), 15), at(robot, "#song-blocks", share(1, 0.48), 15));
        assertThat(fx(() -> presenter.playing().songLoop())).contains(new Source.OfSong.Span(map.start(1), map.passEnd(1, 1)));
        robot.clickOn("#play");
        until(() -> now().playing());
        assertThat(now().source()).as("what is played is what the status line says").isInstanceOf(Source.Loop.class);
        robot.clickOn("#plays");
        settle();
        robot.clickOn("#plays-song");
        until(() -> now().source() instanceof Source.OfSong);
        until(() -> now().inSong() >= map.start(1));
        for (int i = 0; i < 20; i++) {
            Thread.sleep(60);
            assertThat(now().inSong()).as("round and round").isBetween(map.start(1), map.passEnd(1, 1));
        }
        robot.push(KeyCode.CONTROL, KeyCode.L);
        settle();
        until(() -> now().inSong() > map.passEnd(1, 1));
        robot.push(KeyCode.DIGIT3);
        settle();
        assertThat(now().source()).as("looking at a pattern does not leave the song").isInstanceOf(Source.OfSong.class);
        interact(() -> presenter.playing().choose(Playing.What.PATTERN));
        until(() -> now().source() instanceof Source.Loop);
        interact(() -> presenter.playing().stop());
    }

    @Test
    void what_was_played_becomes_a_song_with_its_fill_and_names_what_has_changed_since(FxRobot robot) throws Exception {
        openSong(robot, new BankEdit.SetFill("", DemoProject.FIRST_SHOWN.bank(), Optional.of(id("Wake fill"))).apply(DEMO));
        interact(() -> {
            presenter.slots().choose(DEMO.slotOf(id("Gulls")).orElseThrow(), true);
            store.apply(new ProjectEdit.SetTempo(new Tempo(400_000)));
            presenter.playing().choose(Playing.What.PATTERN);
            presenter.playing().playOrStop();
        });
        long pass = store.project().pattern(id("Gulls")).orElseThrow().durationUnits();
        until(() -> now().playing() && now().position() > pass + pass / 2);
        interact(() -> presenter.playing().fill());
        until(() -> id("Wake fill").equals(now().pattern()));
        until(() -> id("Gulls").equals(now().pattern()) && now().position() % pass > pass / 2);
        interact(() -> presenter.slots().choose(DEMO.slotOf(id("Wake")).orElseThrow(), false));
        until(() -> id("Wake").equals(now().pattern()) && now().position() > 0);
        long wake = store.project().pattern(id("Wake")).orElseThrow().durationUnits();
        until(() -> now().position() > wake * 0.9);
        interact(() -> presenter.playing().stop());
        settle();
        interact(() -> store.apply(new PatternEdit.RenamePattern(id("Wake"), "Wake 2")));
        robot.clickOn("#song-played");
        settle();
        assertThat(written(song())).isEqualTo("Gulls 3 fill Wake fill, Gulls 1, Wake 2 1");
        assertThat(session.message()).contains("what was played is a song now").contains("changed since: Wake 2");
    }

    @Test
    void a_pattern_that_was_left_at_a_bar_line_is_as_long_in_the_song_as_it_was_played(FxRobot robot) throws Exception {
        openSong(robot, DEMO);
        interact(() -> {
            presenter.slots().choose(DEMO.slotOf(id("Wake")).orElseThrow(), true);
            store.apply(new ProjectEdit.SetTempo(new Tempo(160_000)));
            presenter.playing().choose(Playing.What.PATTERN);
            presenter.playing().setNextAt(Switch.NEXT_BAR);
            presenter.playing().playOrStop();
        });
        Pattern wake = store.project().pattern(id("Wake")).orElseThrow();
        long bar = store.project().meterOf(wake).barUnits();
        assertThat(wake.durationUnits()).isGreaterThan(bar);
        until(() -> now().playing() && now().position() > bar / 2);
        interact(() -> presenter.slots().choose(DEMO.slotOf(id("Gulls")).orElseThrow(), false));
        until(() -> id("Gulls").equals(now().pattern()) && now().position() > 0);
        long gulls = store.project().pattern(id("Gulls")).orElseThrow().durationUnits();
        until(() -> now().position() > gulls * 0.9);
        interact(() -> presenter.playing().stop());
        settle();
        Project before = store.project();
        robot.clickOn("#song-played");
        settle();
        assertThat(written(song())).isEqualTo("Wake, bar 1 1, Gulls 1");
        assertThat(session.message()).contains("1 piece of patterns played in part in the bank " + song().name());
        assertThat(SongMap.of(store.project(), song()).start(1)).as("bar-true").isEqualTo(bar);
        robot.push(KeyCode.CONTROL, KeyCode.Z);
        settle();
        assertThat(store.project()).isEqualTo(before);
    }

    @Test
    void a_chain_a_bank_and_a_song_become_each_other(FxRobot robot) throws Exception {
        openSong(robot, DEMO.withSongs(List.of()).withChain(List.of(id("Fog"), id("Fog"), id("Fog"))));
        robot.push(KeyCode.SHIFT, KeyCode.C);
        settle();
        assertThat(written(song())).isEqualTo("Fog 3");
        robot.clickOn("#tab-song");
        settle();
        robot.clickOn("#song-pattern");
        settle();
        assertThat(session.message()).contains("is the pattern");
        Pattern whole = store.project().banks().stream().flatMap(bank -> bank.patterns().stream()).filter(p -> p.name().startsWith("Chain")).findFirst().orElseThrow();
        assertThat(whole.durationUnits()).isEqualTo(SongMap.of(store.project(), song()).length());
        robot.clickOn("#song-of-bank");
        settle();
        assertThat(song().entries()).hasSize(store.project().banks().get(presenter.chosen().shown().bank()).patterns().size());
        robot.clickOn("#song-duplicate");
        settle();
        assertThat(store.project().songs()).hasSize(3);
        robot.clickOn("#song-delete");
        settle();
        assertThat(store.project().songs()).hasSize(2);
        assertThat(store.project().songs()).extracting(Song::id).as("the demo gave out the first").containsExactly(new SongId(2), new SongId(3));
    }

    @Test
    void the_longest_song_is_shown_edited_and_played_from_anywhere(FxRobot robot) throws Exception {
        Song longest = new Song("Long", Collections.nCopies(999, Song.Entry.of(id("Gulls"), 999)));
        openSong(robot, DEMO.withSongs(List.of(longest)));
        SongMap map = SongMap.of(store.project(), longest);
        robot.push(KeyCode.END);
        robot.push(KeyCode.MINUS);
        settle();
        assertThat(song().entries().get(998).repeats()).isEqualTo(998);
        interact(() -> presenter.playing().songFrom(map.start(700) + GridTime.QUARTER));
        until(() -> now().inSong() > map.start(700));
        assertThat(now().position()).isLessThan(8 * GridTime.QUARTER);
        for (int i = 0; i < 25; i++) {
            robot.push(KeyCode.CONTROL, KeyCode.EQUALS);
        }
        settle();
        robot.clickOn(at(robot, "#song-blocks", 0.5, ENTRY_Y));
        settle();
        assertThat(text(robot, "#entry-title")).isEqualTo("Gulls");
        robot.push(KeyCode.ENTER);
        settle();
        assertThat(song().entries()).as("no more fit").hasSize(999);
        assertThat(session.message()).contains("at most 999 entries");
        interact(() -> presenter.playing().stop());
    }
}
