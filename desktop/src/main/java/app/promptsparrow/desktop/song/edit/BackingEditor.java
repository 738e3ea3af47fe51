package app.promptsparrow.desktop.song.edit;

import app.promptsparrow.desktop.player.BackingLoader;
import app.promptsparrow.desktop.session.Playing;
import app.promptsparrow.desktop.session.Session;
import app.promptsparrow.file.BackingFile;
import app.promptsparrow.file.FileProblem;
import app.promptsparrow.file.SampleFolder;
import app.promptsparrow.project.Backing;
import app.promptsparrow.project.ProjectEdit;
import app.promptsparrow.score.SongMap;
import app.promptsparrow.text.Minutes;
import java.nio.file.Path;
import java.util.Locale;
import java.util.Optional;
import java.util.function.UnaryOperator;

/** The recording under the music: which, from where, how loud. Owned by the UI thread; needs no window. */
public final class BackingEditor {

    private final Session session;
    private final Playing playing;

    public BackingEditor(Session session, Playing playing) {
        this.session = session;
        this.playing = playing;
        loader().onChange(this::tell);
    }

    private BackingLoader loader() {
        return session.player().backing();
    }

    public Optional<Backing> backing() {
        return session.project().backing();
    }

    public BackingLoader.State state() {
        return loader().state();
    }

    private void tell() {
        session.tell();
        BackingLoader.State state = state();
        state.problem().ifPresent(session::say);
        state.frames().ifPresent(frames -> session.say(backing().map(Backing::name).orElse("it") + " is heard under patterns and songs now, " + length() + " long; drag it along to shift it"));
    }

    private String length() {
        return state().frames().map(frames -> Minutes.of(frames.frames() / session.player().rateHz())).orElse("");
    }

    /** Takes a file, in the place and with the level of the one before. */
    public void take(Path file) {
        String name = file.toAbsolutePath().toString();
        session.apply(new ProjectEdit.SetBacking("Backing " + file.getFileName(), Optional.of(backing().map(of -> of.withFile(name)).orElseGet(() -> Backing.of(name)))));
    }

    /** Asks for one. */
    public void choose() {
        session.questions().fileToImport("Take an audio file as backing", "").ifPresent(this::take);
    }

    public void remove() {
        backing().ifPresent(of -> session.apply(new ProjectEdit.SetBacking("Remove the backing", Optional.empty())));
    }

    /** Reads it again. */
    public void again() {
        loader().again(backing());
    }

    private void change(String name, UnaryOperator<Backing> change, Object gesture) {
        backing().ifPresent(of -> session.guarded(() -> {
            Backing changed = change.apply(of);
            if (!changed.equals(of)) {
                session.apply(new ProjectEdit.SetBacking(name, Optional.of(changed)), gesture);
            }
        }));
    }

    public void setLevelDb(double to, Object gesture) {
        change("Level of the backing", of -> of.withLevelDb(to), gesture);
    }

    public void toggleHeard() {
        change("Hear the backing or not", of -> of.withHeard(!of.heard()), null);
    }

    public void toggleExported() {
        change("Export the backing or not", of -> of.withExported(!of.exported()), null);
    }

    /** Takes the file into the project, or leaves it where it is. */
    public void toggleKept() {
        Optional<Backing> of = backing();
        if (of.isEmpty()) {
            return;
        }
        if (of.get().kept().isPresent()) {
            change("Leave the backing where it is", one -> one.withKept(Optional.empty()), null);
            return;
        }
        Session.Here here = session.here();
        session.jobs().beside(() -> {
            try {
                Backing kept = BackingFile.keep(of.get(), SampleFolder.usual());
                return here.take(kept.name(), () -> change("Keep the backing in the project", one -> one.file().equals(kept.file()) ? one.withKept(kept.kept()) : one, null));
            } catch (FileProblem gone) {
                return () -> session.say(gone.getMessage());
            }
        }, () -> { });
    }

    // --- its place ---

    /** Where it begins, in units from the start of what plays, at the tempo of now. */
    public long start() {
        return units(backing().map(Backing::offset).orElse(0L));
    }

    /** Where it ends, as far as is known. */
    public long end() {
        long frames = state().frames().map(there -> (long) there.frames() * Backing.OFFSET_HZ / session.player().rateHz()).orElse(0L);
        return units(backing().map(Backing::offset).orElse(0L) + frames);
    }

    private long units(long frames) {
        return session.project().tempo().firstUnitAt(frames + 1, Backing.OFFSET_HZ) - 1; // the last that falls on the frame: a bar's first if it begins there
    }

    private long frame(long units) {
        return session.project().tempo().toFrame(units, Backing.OFFSET_HZ);
    }

    /** Lets it begin at a place; at the nearest bar unless freely. */
    public void startAt(long units, boolean freely, Object gesture) {
        long at = freely ? units : nearestBar(units);
        change("Shift the backing", of -> of.withOffset(frame(at)), gesture);
    }

    /** Sets it in seconds from the start. */
    public void setOffsetSeconds(double seconds, Object gesture) {
        change("Shift the backing", of -> of.withOffset(Math.round(seconds * Backing.OFFSET_HZ)), gesture);
    }

    private long nearestBar(long units) {
        long bar = session.project().meter().barUnits();
        Optional<SongMap> map = playing.songMap().filter(there -> units >= 0 && units < there.length());
        if (map.isEmpty()) {
            return Math.round((double) units / bar) * bar;
        }
        long before = map.get().barStart(map.get().barAt(units));
        long after = map.get().barStart(map.get().barAt(units) + 1);
        return units - before < after - units ? before : after;
    }

    /** {@code −8.0 dB · starts bar 3}. */
    public String facts() {
        if (backing().isEmpty()) {
            return "";
        }
        Backing of = backing().get();
        BackingLoader.State state = state();
        if (state.problem().isPresent()) {
            return state.problem().get();
        }
        String level = String.format(Locale.ROOT, "%.1f dB", of.levelDb());
        if (state.reading()) {
            return level + " · reading " + Math.round(state.share() * 100) + " %";
        }
        String place = of.offset() == 0 ? "starts with the music" : of.offset() < 0 ? String.format(Locale.ROOT, "without its first %.2f s", -of.offset() / (double) Backing.OFFSET_HZ)
                : playing.songMap().filter(map -> start() < map.length() && frame(map.barStart(map.barAt(start()))) == of.offset()).map(map -> "starts bar " + map.barAt(start()))
                        .orElseGet(() -> String.format(Locale.ROOT, "starts at %.2f s", of.offset() / (double) Backing.OFFSET_HZ));
        return level + " · " + place + " · " + length();
    }
}
