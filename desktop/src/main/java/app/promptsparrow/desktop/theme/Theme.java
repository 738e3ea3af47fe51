package app.promptsparrow.desktop.theme;

import app.promptsparrow.kit.Family;
import app.promptsparrow.paper.Look;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import javafx.scene.paint.Color;
import javafx.scene.text.Font;

/** A theme: its style sheets and its colours by role. The style sheet is the only place where a colour is written. */
public enum Theme {
    DUSK("Dusk", Look.DARK), DAWN("Dawn", Look.LIGHT);

    private final String title;
    private final String file;
    private final Map<String, Color> roles = new HashMap<>();
    private final Map<Family, Color> families = new EnumMap<>(Family.class);

    Theme(String title, String file) {
        this.title = title;
        this.file = file;
        Look.roles(file).forEach((role, rgb) -> roles.put(role, Color.rgb(rgb >> 16, rgb >> 8 & 0xFF, rgb & 0xFF)));
        for (Family family : Family.values()) {
            families.put(family, color(role(family)));
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
        try (InputStream in = Look.font(font)) {
            Font.loadFont(in, 12);
        } catch (IOException problem) {
            throw new UncheckedIOException(problem);
        }
    }

    public String title() {
        return title;
    }

    public List<String> styleSheets() {
        return List.of(Theme.class.getResource(file + ".css").toExternalForm(),
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
        return families.get(family);
    }

    /** The role of a family's tint. */
    public static String role(Family family) {
        return family.name().toLowerCase(Locale.ROOT);
    }

    public Theme other() {
        return this == DUSK ? DAWN : DUSK;
    }
}
