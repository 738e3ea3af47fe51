package app.promptsparrow.cli;

import app.promptsparrow.file.FileProblem;
import app.promptsparrow.file.Folders;
import app.promptsparrow.file.SampleFolder;
import app.promptsparrow.kit.Row;
import app.promptsparrow.mix.RowLevels;
import app.promptsparrow.pattern.LineUp;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.project.Bank;
import app.promptsparrow.project.Project;
import app.promptsparrow.project.SlotRef;
import app.promptsparrow.project.Song;
import app.promptsparrow.score.Scores;
import app.promptsparrow.score.Source;
import app.promptsparrow.sound.SoundDisk;
import app.promptsparrow.sound.SoundStore;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.SerializationFeature;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

/** {@code info FILE}: what is inside, as JSON. */
@Command(name = "info", mixinStandardHelpOptions = true, description = "Tells as JSON what is in a project.")
final class InfoCommand implements Callable<Integer> {

    private static final int RATE_HZ = 48_000;

    @Spec
    private CommandSpec spec;

    @Parameters(paramLabel = "FILE", description = "A .sparrow project.")
    private Path file;

    @Option(names = "--levels", description = "Also how loud each row is, over all patterns once: peak, loudness (LUFS), and its lows below 200 Hz, mids and highs above 2 kHz in dB of its whole.")
    private boolean levels;

    @Override
    public Integer call() throws FileProblem, IOException {
        Project project = Projects.open(spec, file);
        Map<String, Object> info = new LinkedHashMap<>();
        info.put("name", project.name());
        info.put("tempo", project.tempo().bpm());
        info.put("meter", project.meter().text());
        info.put("swing", project.swing().text());
        info.put("key", project.key().text());
        info.put("kit", project.kit().name());
        info.put("rows", project.kit().rows().stream().map(Row::name).toList());
        List<Object> patterns = new ArrayList<>();
        for (SlotRef slot : project.filledSlots()) {
            patterns.add(describe(project, slot, project.at(slot).orElseThrow()));
        }
        info.put("patterns", patterns);
        info.put("songs", project.songs().stream().map(song -> Map.of("name", song.name(), "entries", song.entries().size())).toList());
        if (levels) {
            info.put("levels", levels(project));
        }
        spec.commandLine().getOut().println(new ObjectMapper().enable(SerializationFeature.INDENT_OUTPUT).writeValueAsString(info));
        return 0;
    }

    /** Every pattern once, in order, before the limiter. */
    private static List<Object> levels(Project project) {
        List<Song.Entry> entries = project.filledSlots().stream().map(slot -> project.at(slot).orElseThrow())
                .map(pattern -> Song.Entry.of(pattern.id(), 1)).toList();
        SoundStore sounds = SoundStore.onDemand(RATE_HZ, new SoundDisk(Folders.sounds()), SampleFolder.usual());
        List<Object> told = new ArrayList<>();
        for (RowLevels row : RowLevels.of(project, new Scores().of(project, new Source.WholeSong(new Song("all", entries), 1)), sounds, () -> false).orElseThrow()) {
            Map<String, Object> one = new LinkedHashMap<>();
            one.put("row", row.row().name());
            one.put("peak", tenths(row.peakDb()));
            one.put("loudness", tenths(row.loudness()));
            one.put("lows", tenths(row.lowDb()));
            one.put("mids", tenths(row.midDb()));
            one.put("highs", tenths(row.highDb()));
            told.add(one);
        }
        return told;
    }

    private static double tenths(double value) {
        return Math.rint(value * 10) / 10;
    }

    private static Map<String, Object> describe(Project project, SlotRef slot, Pattern pattern) {
        Map<String, Object> info = new LinkedHashMap<>();
        info.put("bank", project.banks().get(slot.bank()).name());
        info.put("slot", Bank.slotKey(slot.slot()));
        info.put("name", pattern.name());
        info.put("length", pattern.length());
        info.put("step", pattern.step().text());
        info.put("meter", project.meterOf(pattern).text());
        info.put("hits", pattern.lanes().values().stream().mapToInt(lane -> lane.hits().size()).sum());
        LineUp.of(pattern, project.meterOf(pattern)).ifPresentOrElse(
                units -> info.put("lineUp", LineUp.text(units, project.meterOf(pattern))),
                () -> info.put("lineUp", "does not meet within " + LineUp.MAX_BARS + " bars"));
        return info;
    }
}
