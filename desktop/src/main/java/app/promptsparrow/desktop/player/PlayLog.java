package app.promptsparrow.desktop.player;

import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.pattern.PatternId;
import app.promptsparrow.project.Project;
import app.promptsparrow.project.Song;
import app.promptsparrow.project.SongId;
import app.promptsparrow.score.Source;
import app.promptsparrow.time.GridTime;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * What was played since play was pressed last, pass by pass, for the last half hour: the switches, the elements of chains, the fills.
 * It can become a song. Owned by the UI thread.
 */
public final class PlayLog {

    private static final long KEPT_NS = 30L * 60 * 1_000_000_000;
    /** What a pass may lack at its end and still have been played whole: it is looked at once a pulse. */
    private static final long SLACK = GridTime.QUARTER / 2;

    /** Passes of one pattern. @param before as it was then */
    private record Run(Pattern before, boolean fill, int passes, boolean cut, long endNs) {
    }

    private final Deque<Run> runs = new ArrayDeque<>();
    private boolean playing;
    private Source source;
    private int part;
    private Pattern pattern;
    private boolean fill;
    private long heard;
    private long last;

    /** What was played, as a song. @param cut how many passes were left before their end, and are whole in it @param changed names of patterns that are no longer as they were played @param gone how many passes are of patterns that are no longer there */
    public record Taken(Song song, int cut, List<String> changed, int gone) {
    }

    /** Once a pulse. */
    public void note(Player.Now now, Project project, long timeNs) {
        if (!now.playing()) {
            close(timeNs);
            playing = false;
            return;
        }
        if (!playing) {
            playing = true;
            runs.clear();
        }
        if (now.position() < 0) {
            return; // counted in
        }
        boolean same = pattern != null && now.source().equals(source) && now.part() == part && now.pattern().equals(pattern.id());
        if (!same) {
            close(timeNs);
            project.pattern(now.pattern()).ifPresent(there -> begin(now, project, there));
        } else {
            heard += Math.max(0, now.inSource() - last);
        }
        last = now.inSource();
    }

    private void begin(Player.Now now, Project project, Pattern of) {
        source = now.source();
        part = now.part();
        pattern = of;
        fill = source instanceof Source.Lead lead && part < lead.once().size() && project.banks().stream().anyMatch(bank -> bank.fill().equals(Optional.of(of.id())));
        long inPass = now.position() % of.durationUnits();
        heard = inPass < SLACK ? inPass : 0; // a pulse late, or in the middle: at the same place
    }

    private void close(long timeNs) {
        if (pattern != null) {
            long pass = pattern.durationUnits();
            long passes = heard / pass;
            long rest = heard % pass;
            boolean begun = rest >= Math.min(pass / 2, pass - SLACK);
            if (passes + (begun ? 1 : 0) > 0) {
                runs.add(new Run(pattern, fill, (int) Math.min(Song.MAX_REPEATS, passes + (begun ? 1 : 0)), begun && pass - rest > SLACK, timeNs));
            }
        }
        pattern = null;
        while (!runs.isEmpty() && timeNs - runs.peek().endNs > KEPT_NS) {
            runs.poll();
        }
    }

    /** What was played, with the patterns as they are now; empty if nothing was. */
    public Optional<Taken> take(Project project, SongId id, String name, long timeNs) {
        if (playing) { // what plays now counts as well, and goes on being counted
            Pattern now = pattern;
            close(timeNs);
            pattern = now;
            heard = 0;
        }
        List<Song.Entry> entries = new ArrayList<>();
        Map<PatternId, String> changed = new LinkedHashMap<>();
        int cut = 0;
        int gone = 0;
        for (Run run : runs) {
            Optional<Pattern> now = project.pattern(run.before.id());
            if (now.isEmpty()) {
                gone += run.passes;
                continue;
            }
            cut += run.cut ? 1 : 0;
            if (now.get() != run.before && !now.get().equals(run.before)) {
                changed.put(now.get().id(), now.get().name());
            }
            Song.Entry before = entries.isEmpty() ? null : entries.get(entries.size() - 1);
            if (run.fill && run.passes == 1 && before != null && before.fill().isEmpty() && before.repeats() < Song.MAX_REPEATS) {
                entries.set(entries.size() - 1, before.withRepeats(before.repeats() + 1).withFill(Optional.of(run.before.id())));
            } else if (entries.size() < Song.MAX_ENTRIES) {
                entries.add(Song.Entry.of(run.before.id(), run.passes));
            }
        }
        return entries.isEmpty() ? Optional.empty() : Optional.of(new Taken(new Song(id, name, false, entries).joined(project::isLoose), cut, List.copyOf(changed.values()), gone));
    }
}
