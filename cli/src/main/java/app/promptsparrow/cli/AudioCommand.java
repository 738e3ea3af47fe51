package app.promptsparrow.cli;

import app.promptsparrow.export.AudioOptions;
import app.promptsparrow.export.AudioPlan;
import app.promptsparrow.export.Choice;
import app.promptsparrow.file.AtomicFile;
import app.promptsparrow.file.Endings;
import app.promptsparrow.file.FileProblem;
import app.promptsparrow.project.Project;
import app.promptsparrow.sound.Pcm;
import app.promptsparrow.text.Plural;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.ParameterException;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

/** {@code audio FILE OUT}: a pattern or a song as WAV. */
@Command(name = "audio", mixinStandardHelpOptions = true, description = "Renders a pattern or a song as WAV.")
final class AudioCommand implements Callable<Integer> {

    @Spec
    private CommandSpec spec;

    @Parameters(index = "0", paramLabel = "FILE", description = "A .sparrow project.")
    private Path file;

    @Parameters(index = "1", paramLabel = "OUT", description = "The .wav file, or - for standard output.")
    private Path out;

    @Mixin
    private ChoiceOptions which;

    @Option(names = "--rate", paramLabel = "HZ", description = "44100, 48000, 88200 or 96000 (default: 48000).")
    private int rate = 48_000;

    @Option(names = "--bits", paramLabel = "16|24|32f", description = "16, 24 or 32f (default: 24).")
    private String bits = "24";

    @Option(names = "--stems", paramLabel = "DIR", description = "Also each row that is heard on its own, into a folder; all of one length.")
    private Path stems;

    @Option(names = "--tail", paramLabel = "SECONDS", description = "Exactly so long after the last pass (default: until it has died away, at most 10 s).")
    private Double tail;

    @Option(names = "--loop", description = "What rings on after the last pass is laid over the begin, so that the file goes round without a seam.")
    private boolean loop;

    @Option(names = "--peak", paramLabel = "DB", description = "Its true peak at so many dB of full scale, -24 to 0 (default: as it is).")
    private Double peak;

    @Option(names = "--loudness", paramLabel = "LUFS", description = "As loud as that, -36 to -6 LUFS (default: as it is).")
    private Double loudness;

    @Option(names = "--reverb-stem", description = "With --stems: each row dry, and the reverb as a stem of its own.")
    private boolean reverbStem;

    @Option(names = "--no-limiter", description = "The whole piece without the limiter, as the stems always are: they add up to it.")
    private boolean noLimiter;

    @Mixin
    private Output.Form form;

    @Override
    public Integer call() throws FileProblem {
        Pcm.Format format = switch (bits) {
            case "16" -> Pcm.Format.INT_16;
            case "24" -> Pcm.Format.INT_24;
            case "32f" -> Pcm.Format.FLOAT_32;
            default -> throw new ParameterException(spec.commandLine(), "--bits is 16, 24 or 32f, not " + bits);
        };
        AudioOptions options = options(format);
        Output output = Output.to(spec, form, out, Endings.WAV, file);
        AtomicFile.refuseFolder(output.path());
        Project project = Projects.open(spec, file);
        Choice choice = which.choice(project);
        if (choice instanceof Choice.EachOfBank each) {
            choice = new Choice.BankInOrder(each.bank());
        }
        AudioPlan plan = new AudioPlan(project, choice, which.repeat(), options);
        List<String> missing = plan.missing();
        output.without(missing);
        Optional<AudioPlan.Stems> written = stems == null ? Optional.empty() : Optional.of(plan.writeStems(stems, () -> false, output.progress("rendering stems")));
        AudioPlan.Whole whole = plan.writeWhole(output.path(), () -> false, output.progress("rendering")).orElseThrow();
        output.wrote(output.path());
        output.fact("frames", whole.frames());
        output.fact("loudness", Math.rint(whole.meter().loudness() * 100) / 100);
        output.fact("truePeak", Math.rint(whole.meter().truePeakDb() * 100) / 100);
        output.say(String.format(Locale.ROOT, "%s: %d frames, %.1f s, %d Hz, %s, %s", out, whole.frames(), (double) whole.frames() / rate, rate,
                bits.equals("32f") ? "32 bit float" : bits + " bit", whole.meter().text()) + (noLimiter ? ", without the limiter" : "") + (missing.isEmpty() ? "" : "; " + String.join("; ", missing)));
        written.ifPresent(rows -> {
            rows.written().forEach(output::wrote);
            output.say(Plural.of(rows.written().size(), "stem") + " in " + stems + ", without the limiter"
                    + (rows.silent().isEmpty() ? "" : "; silent, so not written: " + String.join(", ", rows.silent())));
        });
        output.done();
        return missing.isEmpty() ? 0 : 1;
    }

    private AudioOptions options(Pcm.Format format) {
        if (reverbStem && stems == null) {
            throw new ParameterException(spec.commandLine(), "--reverb-stem is about stems: say with --stems where they go");
        }
        if (loop && tail != null || peak != null && loudness != null) {
            throw new ParameterException(spec.commandLine(), loop && tail != null ? "--loop and --tail exclude each other" : "--peak and --loudness exclude each other");
        }
        try {
            AudioOptions options = AudioOptions.of(rate, format, tail == null ? OptionalDouble.empty() : OptionalDouble.of(tail), !noLimiter).withReverbStem(reverbStem);
            options = loop ? options.withEnding(new AudioOptions.Ending.Loop()) : options;
            return peak != null ? options.withLevel(new AudioOptions.Level(AudioOptions.Level.Kind.PEAK, peak))
                    : loudness != null ? options.withLevel(new AudioOptions.Level(AudioOptions.Level.Kind.LOUDNESS, loudness)) : options;
        } catch (IllegalArgumentException wrong) {
            throw new ParameterException(spec.commandLine(), wrong.getMessage());
        }
    }
}
