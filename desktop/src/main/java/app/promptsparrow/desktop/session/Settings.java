package app.promptsparrow.desktop.session;

import app.promptsparrow.desktop.theme.Theme;
import app.promptsparrow.engine.Switch;
import app.promptsparrow.file.AtomicFile;
import app.promptsparrow.file.FileProblem;
import app.promptsparrow.file.Folders;
import app.promptsparrow.project.NoteNames;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.InvalidPathException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Properties;
import java.util.Set;
import java.util.concurrent.Executor;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.function.Consumer;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.slf4j.LoggerFactory;

/**
 * What is remembered from one start to the next, in the XDG configuration folder. Never fails: what cannot be read is forgotten.
 * Written atomically by the executor it is given, once for all that was set until then; what another running copy of the program has
 * set meanwhile stays. Safe on any thread.
 */
public final class Settings {

    private static final Pattern WHOLE = Pattern.compile("-?\\d{1,6}");
    private static final int MOST_RECENT = 10;

    private final Executor writer;
    private final AtomicBoolean due = new AtomicBoolean();

    private final Path file;
    private final Properties values = new Properties();
    /** What was changed here and is not in the file yet, in order. */
    private final List<Consumer<Properties>> changes = new ArrayList<>();

    /** Written at once, on the calling thread. */
    public Settings(Path file) {
        this(file, Runnable::run);
    }

    public Settings(Path file, Executor writer) {
        this.file = file;
        this.writer = writer;
        values.putAll(read());
    }

    private Properties read() {
        Properties there = new Properties();
        if (Files.isRegularFile(file)) {
            try (InputStream in = Files.newInputStream(file)) {
                there.load(in);
            } catch (IOException | IllegalArgumentException unreadable) {
                LoggerFactory.getLogger(Settings.class).warn("settings in {} cannot be read and are forgotten", file, unreadable);
                there.clear();
            }
        }
        return there;
    }

    /** The usual place. */
    public static Path usualFile() {
        return Folders.config().resolve("settings.properties");
    }

    public Theme theme() {
        return "dawn".equals(values.getProperty("theme")) ? Theme.DAWN : Theme.DUSK;
    }

    public void setTheme(Theme theme) {
        set("theme", theme.name().toLowerCase(Locale.ROOT));
    }

    /** A key that was changed, by the id of its command. */
    public Optional<String> key(String id) {
        return id.isEmpty() ? Optional.empty() : Optional.ofNullable(values.getProperty("key." + id));
    }

    /** Remembers a changed key, or with null forgets it. */
    public void setKey(String id, String name) {
        if (name == null) {
            change(all -> all.remove("key." + id));
        } else {
            set("key." + id, name);
        }
    }

    /** The project files that were opened or saved last, the newest first. */
    public List<Path> recent() {
        return paths("recent.");
    }

    public void addRecent(Path opened) {
        addTo("recent.", opened);
    }

    private void addTo(String key, Path newest) {
        change(all -> {
            List<Path> paths = new ArrayList<>(paths(all, key));
            paths.remove(newest);
            paths.add(0, newest);
            setPaths(all, key, paths.subList(0, Math.min(MOST_RECENT, paths.size())));
        });
    }

    /** The kit files that were opened or saved last, the newest first. */
    public List<Path> kitFiles() {
        return paths("kit.");
    }

    public void addKitFile(Path file) {
        addTo("kit.", file);
    }

    /** When a pattern that is chosen while music plays takes over. */
    public Switch nextAt() {
        String value = values.getProperty("next-at", "");
        return Arrays.stream(Switch.values()).filter(how -> how.name().equals(value)).findFirst().orElse(Switch.PASS_END);
    }

    public void setNextAt(Switch how) {
        set("next-at", how.name());
    }

    /** A whole number that was set, such as that of the count-in's bars, brought into its range whatever the file says. */
    public int number(String name, int least, int most, int usual) {
        String value = values.getProperty(name, "");
        return Math.max(least, Math.min(most, WHOLE.matcher(value).matches() ? Integer.parseInt(value) : usual));
    }

    public void setNumber(String name, int to) {
        set(name, Integer.toString(to));
    }

    /** A text that was set. */
    public String text(String name, String usual) {
        return values.getProperty(name, usual);
    }

    public void setText(String name, String to) {
        set(name, to);
    }

    /** How middle C is called on the screen: the octave's number, 3 to 5. */
    public int middleC() {
        String value = values.getProperty("middle-c", "");
        return value.matches("[345]") ? Integer.parseInt(value) : NoteNames.USUAL_MIDDLE_C;
    }

    public void setMiddleC(int octave) {
        set("middle-c", Integer.toString(octave));
    }

    /** Folders of sounds on this computer. */
    public List<Path> soundFolders() {
        return paths("sounds.");
    }

    public void setSoundFolders(List<Path> folders) {
        change(all -> setPaths(all, "sounds.", folders));
    }

    private List<Path> paths(String key) {
        return paths(values, key);
    }

    private static List<Path> paths(Properties all, String key) {
        List<Path> paths = new ArrayList<>();
        for (int i = 0; all.getProperty(key + i) != null; i++) {
            path(all.getProperty(key + i)).ifPresent(paths::add);
        }
        return paths;
    }

    private static Optional<Path> path(String kept) {
        try {
            return Optional.of(Path.of(kept));
        } catch (InvalidPathException nonsense) {
            return Optional.empty();
        }
    }

    private static void setPaths(Properties all, String key, List<Path> paths) {
        for (int i = 0; i < paths.size(); i++) {
            all.setProperty(key + i, paths.get(i).toString());
        }
        for (int i = paths.size(); all.remove(key + i) != null;) {
            i++;
        }
    }

    /** Whether something was made a favourite. @param kind such as {@code kit} */
    public boolean isFavourite(String kind, String name) {
        return values.containsKey("favourite." + kind + "." + name);
    }

    /** All that were made favourites, as a value that changes with them. */
    public Set<String> favourites() {
        return values.stringPropertyNames().stream().filter(name -> name.startsWith("favourite.")).collect(Collectors.toUnmodifiableSet());
    }

    public void setFavourite(String kind, String name, boolean to) {
        if (to) {
            set("favourite." + kind + "." + name, "yes");
        } else {
            change(all -> all.remove("favourite." + kind + "." + name));
        }
    }

    public Optional<Path> folder() {
        return Optional.ofNullable(values.getProperty("folder")).flatMap(Settings::path);
    }

    public void setFolder(Path folder) {
        set("folder", folder.toString());
    }

    /** The window's place as x, y, width, height; empty if it never was remembered or is nonsense. */
    public Optional<double[]> window() {
        String[] parts = values.getProperty("window", "").split(",");
        if (parts.length != 4) {
            return Optional.empty();
        }
        double[] place = new double[4];
        for (int i = 0; i < 4; i++) {
            try {
                place[i] = Double.parseDouble(parts[i]);
            } catch (NumberFormatException nonsense) {
                return Optional.empty();
            }
        }
        return place[2] < 200 || place[3] < 200 || place[2] > 20_000 || place[3] > 20_000 ? Optional.empty() : Optional.of(place);
    }

    public void setWindow(double x, double y, double width, double height) {
        set("window", x + "," + y + "," + width + "," + height);
    }

    private void set(String key, String value) {
        change(all -> all.setProperty(key, value));
    }

    private void change(Consumer<Properties> what) {
        synchronized (changes) {
            what.accept(values);
            changes.add(what);
        }
        if (due.compareAndSet(false, true)) {
            writer.execute(this::write);
        }
    }

    /** Makes the changes to what the file holds by now. */
    private void write() {
        due.set(false);
        synchronized (changes) {
            Properties there = read();
            changes.forEach(change -> change.accept(there));
            try {
                Files.createDirectories(file.getParent());
                AtomicFile.write(file, out -> there.store(out, "Prompt Sparrow"));
                changes.clear();
                values.clear();
                values.putAll(there);
            } catch (IOException | FileProblem notKept) {
                LoggerFactory.getLogger(Settings.class).warn("settings cannot be written to {}", file, notKept); // with the next change it is tried again
            }
        }
    }
}
