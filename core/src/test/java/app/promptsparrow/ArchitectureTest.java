package app.promptsparrow;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.Architectures.layeredArchitecture;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;

import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import com.tngtech.archunit.lang.ArchRule;
import java.util.List;

/** Each package uses only those above it in the list of {@code docs/architecture.md}; none knows of windows or devices. */
@AnalyzeClasses(packages = "app.promptsparrow", importOptions = ImportOption.DoNotIncludeTests.class)
class ArchitectureTest {

    private static final List<String> ORDER = List.of("text", "time", "kit", "pattern", "project", "score", "sample", "sound", "engine",
            "mix", "explain", "chart", "prompt", "midi", "file", "export", "sfz", "demo");

    @ArchTest
    static final ArchRule packages_use_only_those_above_them = order();

    @ArchTest
    static final ArchRule there_are_no_cycles = slices().matching("app.promptsparrow.(*)..").should().beFreeOfCycles();

    /** Sound files are read with it; cards are for {@code devices}. */
    @ArchTest
    static final ArchRule only_the_reader_of_samples_uses_the_jdks_sound = noClasses().that().resideOutsideOfPackage("..sample..")
            .should().dependOnClassesThat().resideInAPackage("javax.sound.sampled..");

    @ArchTest
    static final ArchRule the_core_has_no_interface_code = noClasses().should().dependOnClassesThat()
            .resideInAnyPackage("javafx..", "java.awt..", "javax.swing..");

    private static ArchRule order() {
        var layers = layeredArchitecture().consideringOnlyDependenciesInLayers();
        for (String name : ORDER) {
            layers = layers.layer(name).definedBy("app.promptsparrow." + name + "..");
        }
        for (int i = 0; i < ORDER.size(); i++) {
            List<String> below = ORDER.subList(i + 1, ORDER.size());
            layers = below.isEmpty() ? layers.whereLayer(ORDER.get(i)).mayNotBeAccessedByAnyLayer()
                    : layers.whereLayer(ORDER.get(i)).mayOnlyBeAccessedByLayers(below.toArray(String[]::new));
        }
        return layers;
    }
}
