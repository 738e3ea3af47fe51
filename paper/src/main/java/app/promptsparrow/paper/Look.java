package app.promptsparrow.paper;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Colours by role and the fonts, for the window and for paper alike: style sheets are the only place where a colour is written. */
public final class Look {

    public static final String DARK = "dusk";
    public static final String LIGHT = "dawn";
    private static final Pattern ROLE = Pattern.compile("-sparrow-([a-z-]+):\\s*#([0-9A-Fa-f]{6})");

    private Look() {
    }

    /** The roles of a theme, each as eight bits of red, green and blue. */
    public static Map<String, Integer> roles(String theme) {
        Map<String, Integer> roles = new HashMap<>();
        try (InputStream in = Look.class.getResourceAsStream("/app/promptsparrow/look/" + theme + ".css")) {
            Matcher matcher = ROLE.matcher(new String(in.readAllBytes(), StandardCharsets.UTF_8));
            while (matcher.find()) {
                roles.put(matcher.group(1), Integer.parseInt(matcher.group(2), 16));
            }
        } catch (IOException problem) {
            throw new UncheckedIOException(problem);
        }
        return roles;
    }

    /** A font file that ships with the program; to be closed. @param name such as {@code IBMPlexSans-Regular} */
    public static InputStream font(String name) {
        return Look.class.getResourceAsStream("/app/promptsparrow/look/" + name + ".ttf");
    }
}
