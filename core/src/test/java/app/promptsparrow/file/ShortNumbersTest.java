package app.promptsparrow.file;

import static org.assertj.core.api.Assertions.assertThat;

import app.promptsparrow.demo.DemoProject;
import app.promptsparrow.kit.BuiltInKits;
import app.promptsparrow.kit.Kit;
import app.promptsparrow.project.Project;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;

/** What a project file says in numbers is what whoever set it would write: {@code 2.9} and not {@code 2.9000000000000004}. */
class ShortNumbersTest {

    private static final Pattern LONG = Pattern.compile("-?\\d+\\.\\d{7,}");

    @Test
    void the_built_in_kits_are_written_short() {
        Project demo = DemoProject.make();
        for (Kit kit : BuiltInKits.all()) {
            assertThat(new String(ProjectFile.json(demo.withKit(kit), false), StandardCharsets.UTF_8)).as(kit.name()).doesNotContainPattern(LONG);
        }
    }

    @Test
    void the_schema_is_of_the_format_that_is_written() throws Exception {
        assertThat(Files.readString(Path.of("../docs/project.schema.json"))).contains("\"title\": \"project.json of a .sparrow file, format " + ProjectJson.FORMAT + "\"");
    }
}
