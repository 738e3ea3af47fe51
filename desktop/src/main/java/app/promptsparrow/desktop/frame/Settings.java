package app.promptsparrow.desktop.frame;

import app.promptsparrow.desktop.theme.Theme;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Properties;
import java.util.stream.Collectors;
import org.slf4j.LoggerFactory;

/** What is remembered from one start to the next, in the XDG configuration folder. Never fails: what cannot be read is forgotten. */
public final class Settings {

    private final Path file;
    private final Properties values = new Properties();

    public Settings(Path file) {
        this.file = file;
        if (Files.isRegularFile(file)) {
            try (InputStream in = Files.newInputStream(file)) {
                values.load(in);
            } catch (IOException | IllegalArgumentException unreadable) {
                LoggerFactory.getLogger(Settings.class).warn("settings in {} cannot be read and are forgotten", file, unreadable);
            }
        }
    }

    /** The usual place. */
    public static Path usualFile() {
        String xdg = System.getenv("XDG_CONFIG_HOME");
        Path base = xdg == null || xdg.isBlank() ? Path.of(System.getProperty("user.home"), ".config") : Path.of(xdg);
        return base.resolve("prompt-sparrow").resolve("settings.properties");
    }

    public Theme theme() {
        return "dawn".equals(values.getProperty("theme")) ? Theme.DAWN : Theme.DUSK;
    }

    public void setTheme(Theme theme) {
        set("theme", theme.name().toLowerCase(Locale.ROOT));
    }

    /** A key that was changed, by the id of its command. */
    Optional<String> key(String id) {
        return id.isEmpty() ? Optional.empty() : Optional.ofNullable(values.getProperty("key." + id));
    }

    /** Remembers a changed key, or with null forgets it. */
    void setKey(String id, String name) {
        if (name == null) {
            values.remove("key." + id);
            store();
        } else {
            set("key." + id, name);
        }
    }

    /** The velocities of the named touches; empty if they never were redefined or are nonsense. */
    List<Integer> touches() {
        String text = values.getProperty("touches", "");
        return text.matches("\\d{1,3}(,\\d{1,3}){3}") ? Arrays.stream(text.split(",")).map(Integer::valueOf).toList() : List.of();
    }

    void setTouches(List<Integer> velocities) {
        set("touches", velocities.stream().map(String::valueOf).collect(Collectors.joining(",")));
    }

    Optional<Path> folder() {
        return Optional.ofNullable(values.getProperty("folder")).map(Path::of);
    }

    void setFolder(Path folder) {
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
        values.setProperty(key, value);
        store();
    }

    private void store() {
        try {
            Files.createDirectories(file.getParent());
            try (OutputStream out = Files.newOutputStream(file)) {
                values.store(out, "Prompt Sparrow");
            }
        } catch (IOException notKept) {
            LoggerFactory.getLogger(Settings.class).warn("settings cannot be written to {}", file, notKept);
        }
    }
}
