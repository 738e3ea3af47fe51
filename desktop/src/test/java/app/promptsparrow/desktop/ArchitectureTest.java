package app.promptsparrow.desktop;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.Architectures.layeredArchitecture;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;
import static org.assertj.core.api.Assertions.assertThat;

import com.tngtech.archunit.base.DescribedPredicate;
import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import com.tngtech.archunit.lang.ArchRule;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Set;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

/** Each package uses only those above it in the list of {@code docs/architecture.md}; views know nothing of each other or of the frame. */
@AnalyzeClasses(packages = "app.promptsparrow.desktop", importOptions = ImportOption.DoNotIncludeTests.class)
class ArchitectureTest {

    private static final List<String> ORDER = List.of("theme", "hand", "control", "page", "command", "player", "session", "view", "orders", "explain", "strip", "arrivals", "rows", "slots", "files", "live", "live.pane",
            "beat.show", "beat.edit", "beat.grid", "beat.paint", "beat.inspector", "beat.pane", "kit.edit", "kit.pane", "mix.edit", "mix.pane", "song.edit", "song.pane", "export.edit", "export.pane");

    private static final int MOST_FILES = 15;

    @ArchTest
    static final ArchRule packages_use_only_those_above_them = order();

    @ArchTest
    static final ArchRule there_are_no_cycles = slices().matching("app.promptsparrow.desktop.(**)").should().beFreeOfCycles();

    @ArchTest
    static final ArchRule the_frame_knows_views_only_as_views = noClasses().that().resideInAPackage("..desktop.frame..")
            .should().dependOnClassesThat().resideInAnyPackage("..desktop.beat..", "..desktop.kit..", "..desktop.mix..", "..desktop.song..", "..desktop.export..");

    @ArchTest
    static final ArchRule no_view_knows_another = noClasses().that().resideInAPackage("..desktop.kit..").should().dependOnClassesThat()
            .resideInAnyPackage("..desktop.beat..", "..desktop.mix..", "..desktop.song..");

    @ArchTest
    static final ArchRule the_mix_knows_no_other_view = noClasses().that().resideInAPackage("..desktop.mix..").should().dependOnClassesThat()
            .resideInAnyPackage("..desktop.beat..", "..desktop.kit..", "..desktop.song..");

    @ArchTest
    static final ArchRule the_song_knows_no_other_view = noClasses().that().resideInAPackage("..desktop.song..").should().dependOnClassesThat()
            .resideInAnyPackage("..desktop.beat..", "..desktop.kit..", "..desktop.mix..");

    @ArchTest
    static final ArchRule the_export_knows_no_other_view = noClasses().that().resideInAPackage("..desktop.export..").should().dependOnClassesThat()
            .resideInAnyPackage("..desktop.beat..", "..desktop.kit..", "..desktop.mix..", "..desktop.song..");

    @ArchTest
    static final ArchRule nothing_but_the_assembly_knows_the_frame = noClasses().that().resideOutsideOfPackages("app.promptsparrow.desktop", "..desktop.frame..")
            .should().dependOnClassesThat().resideInAPackage("..desktop.frame..");

    @ArchTest
    static final ArchRule what_is_shown_and_edited_needs_no_window = noClasses().that().resideInAnyPackage("..desktop.beat.show..", "..desktop.beat.edit..", "..desktop.beat.grid..", "..desktop.kit.edit..", "..desktop.strip..", "..desktop.mix.edit..", "..desktop.song.edit..", "..desktop.live")
            .should().dependOnClassesThat().resideInAPackage("javafx..");

    /** Refusals are told there; what tries whether an edit fits may ask the store. */
    @ArchTest
    static final ArchRule edits_are_applied_by_the_session_alone = noClasses().that().resideOutsideOfPackage("..desktop.session..").and().doNotHaveFullyQualifiedName("app.promptsparrow.desktop.rows.SoundFiles$AsKit")
            .should().callMethodWhere(DescribedPredicate.describe("an edit goes to the store", call -> call.getTargetOwner().getSimpleName().equals("ProjectStore")
                    && Set.of("apply", "replace", "record", "tryOut").contains(call.getName())));

    private static ArchRule order() {
        var layers = layeredArchitecture().consideringOnlyDependenciesInLayers();
        for (String name : ORDER) {
            layers = layers.layer(name).definedBy("app.promptsparrow.desktop." + name);
        }
        for (int i = 0; i < ORDER.size(); i++) {
            List<String> below = ORDER.subList(i + 1, ORDER.size());
            layers = below.isEmpty() ? layers.whereLayer(ORDER.get(i)).mayNotBeAccessedByAnyLayer()
                    : layers.whereLayer(ORDER.get(i)).mayOnlyBeAccessedByLayers(below.toArray(String[]::new));
        }
        return layers;
    }

    @Test
    void no_package_has_more_files_than_a_reader_takes_in() throws IOException {
        try (Stream<Path> folders = Files.walk(Path.of("src", "main", "java")).filter(Files::isDirectory)) {
            for (Path folder : (Iterable<Path>) folders::iterator) {
                try (Stream<Path> files = Files.list(folder).filter(Files::isRegularFile)) {
                    assertThat(files.count()).as(folder.toString()).isLessThanOrEqualTo(MOST_FILES);
                }
            }
        }
    }
}
