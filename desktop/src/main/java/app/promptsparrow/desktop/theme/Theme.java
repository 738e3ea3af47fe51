package app.promptsparrow.desktop.theme;

import app.promptsparrow.kit.Family;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import javafx.scene.paint.Color;
import javafx.scene.text.Font;

/** A theme: its style sheets and its colours by role. The style sheet is the only place where a colour is written. */
public enum Theme {
    DUSK("Dusk"), DAWN("Dawn");

    private final String title;
    private final Map<String, Color> roles = new HashMap<>();

    Theme(String title) {
        this.title = title;
        try (InputStream in = Theme.class.getResourceAsStream(file())) {
            Matcher matcher = Pattern.compile("-sparrow-([a-z-]+):\\s*(#[0-9A-Fa-f]{6})").matcher(new String(in.readAllBytes(), StandardCharsets.UTF_8));
            while (matcher.find()) {
                roles.put(matcher.group(1), Color.web(matcher.group(2)));
            }
        } catch (IOException problem) {
            throw new UncheckedIOException(problem);
        }
    }

    /** Loads the font of most texts; once, before the first window. */
    public static void loadFont() {
        load("IBMPlexSans-Regular");
    }

    /** Loads the heavier weights; once, before the first control that has one. */
    public static void loadHeavierFonts() {
        load("IBMPlexSans-Medium");
        load("IBMPlexSans-SemiBold");
    }

    /** Loads the font of charts, whose characters have one width; when a chart is first shown. */
    public static void loadChartFont() {
        load("JetBrainsMono-Regular");
    }

    private static void load(String font) {
        try (InputStream in = Theme.class.getResourceAsStream("/app/promptsparrow/desktop/fonts/" + font + ".ttf")) {
            Font.loadFont(in, 12);
        } catch (IOException problem) {
            throw new UncheckedIOException(problem);
        }
    }

    private String file() {
        return name().toLowerCase(Locale.ROOT) + ".css";
    }

    public String title() {
        return title;
    }

    public List<String> styleSheets() {
        return List.of(Theme.class.getResource(file()).toExternalForm(),
                Theme.class.getResource("sparrow.css").toExternalForm());
    }

    /** A colour by its role, such as {@code wire}; a role that no style sheet has is a fault of the program. */
    public Color color(String role) {
        Color color = roles.get(role);
        if (color == null) {
            throw new IllegalArgumentException("no theme has the role '" + role + "'");
        }
        return color;
    }

    /** A colour as eight bits each of red, green and blue. */
    public static int rgb(Color color) {
        return (int) Math.round(color.getRed() * 255) << 16 | (int) Math.round(color.getGreen() * 255) << 8 | (int) Math.round(color.getBlue() * 255);
    }

    public Color family(Family family) {
        return color(role(family));
    }

    /** The role of a family's tint. */
    public static String role(Family family) {
        return family.name().toLowerCase(Locale.ROOT);
    }

    public Theme other() {
        return this == DUSK ? DAWN : DUSK;
    }
}
