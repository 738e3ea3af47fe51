package app.promptsparrow.score;

import static org.assertj.core.api.Assertions.assertThat;

import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.pattern.PatternId;
import app.promptsparrow.project.Project;
import app.promptsparrow.project.SlotRef;
import app.promptsparrow.project.Song;
import app.promptsparrow.time.Meter;
import app.promptsparrow.time.StepValue;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import org.junit.jupiter.api.Test;

/** Where things are in a song, compared with the song walked through pass by pass and bar by bar. */
class SongMapTest {

    private static final long STEP = StepValue.SIXTEENTH.units();

    @Test
    void bars_passes_and_entries_are_where_a_walk_through_the_song_finds_them() {
        Random random = new Random(8);
        for (int round = 0; round < 200; round++) {
            Project project = Project.untitled();
            for (int slot = 0; slot < 3; slot++) {
                Pattern pattern = Pattern.empty(new PatternId(slot + 1), "P", 1 + random.nextInt(40))
                        .withMeter(random.nextBoolean() ? Optional.of(new Meter(3 + random.nextInt(4), random.nextBoolean() ? 4 : 8)) : Optional.empty());
                project = project.withPattern(new SlotRef(0, slot), Optional.of(pattern));
            }
            List<Song.Entry> entries = new ArrayList<>();
            for (int i = 1 + random.nextInt(5); i > 0; i--) {
                entries.add(Song.Entry.of(new PatternId(1 + random.nextInt(3)), 1 + random.nextInt(4)).withFill(random.nextInt(3) == 0 ? Optional.of(new PatternId(1 + random.nextInt(3))) : Optional.empty()));
            }
            walk(project, new Song("S", entries));
        }
    }

    /** Bars begin with each entry and each fill, and go on through the passes between them. */
    private static void walk(Project project, Song song) {
        SongMap map = SongMap.of(project, song);
        long at = 0;
        long bar = 0;
        for (int entry = 0; entry < song.entries().size(); entry++) {
            assertThat(map.start(entry)).isEqualTo(at);
            assertThat(map.firstBar(entry)).isEqualTo(bar + 1);
            long begun = at;
            for (int pass = 1; pass <= song.entries().get(entry).repeats(); pass++) {
                Pattern pattern = project.pattern(song.entries().get(entry).patternOf(pass)).orElseThrow();
                long barUnits = project.meterOf(pattern).barUnits();
                if (pass > 1 && pass == song.entries().get(entry).repeats() && song.entries().get(entry).fill().isPresent()) {
                    begun = at;
                }
                long end = at + pattern.durationUnits();
                assertThat(map.passStart(entry, pass)).isEqualTo(at);
                assertThat(map.passEnd(entry, pass)).isEqualTo(end);
                for (long step = at; step < end; step += STEP) {
                    if ((step - begun) % barUnits == 0) {
                        bar++;
                        assertThat(map.barStart(bar)).as("bar %d", bar).isEqualTo(step);
                    }
                    assertThat(map.barAt(step)).isEqualTo(bar);
                    assertThat(map.barAt(step + STEP - 1)).isEqualTo(bar);
                    assertThat(map.at(step)).isEqualTo(new SongMap.Place(entry, pass, at));
                }
                at = end;
            }
            assertThat(map.lastBar(entry)).isEqualTo(bar);
        }
        assertThat(map.length()).isEqualTo(at);
        assertThat(map.bars()).isEqualTo(bar);
        assertThat(map.barStart(bar + 1)).isEqualTo(at);
        assertThat(map.at(at + 99)).isEqualTo(map.at(at - 1));
        assertThat(map.at(-5)).isEqualTo(map.at(0));
    }

    @Test
    void the_longest_song_is_mapped_without_being_unrolled() {
        Project project = Project.untitled().withPattern(new SlotRef(0, 0), Optional.of(Pattern.empty(new PatternId(1), "Long", 256).withStep(StepValue.parse("1/1").orElseThrow())));
        SongMap map = SongMap.of(project, new Song("Long", Collections.nCopies(999, Song.Entry.of(new PatternId(1), 999))));
        assertThat(map.bars()).isEqualTo(999L * 999 * 256);
        assertThat(map.barAt(map.length() - 1)).isEqualTo(map.bars());
        assertThat(map.barStart(map.bars())).isEqualTo(map.length() - 16 * STEP);
    }
}
