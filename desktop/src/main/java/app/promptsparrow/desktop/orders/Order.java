package app.promptsparrow.desktop.orders;

import app.promptsparrow.chart.ChartWriter;
import app.promptsparrow.export.AudioOptions;
import app.promptsparrow.export.AudioPlan;
import app.promptsparrow.export.Choice;
import app.promptsparrow.export.MidiPlan;
import app.promptsparrow.export.MissingSounds;
import app.promptsparrow.file.AtomicFile;
import app.promptsparrow.file.FileProblem;
import app.promptsparrow.file.KitFile;
import app.promptsparrow.file.SampleFolder;
import app.promptsparrow.kit.SampleSound;
import app.promptsparrow.midi.MidiOptions;
import app.promptsparrow.paper.Paper;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.project.Project;
import app.promptsparrow.text.Names;
import app.promptsparrow.text.Plural;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.function.BooleanSupplier;
import java.util.function.DoubleConsumer;

/**
 * Something that is written, with all that decides what it will be, so that it can be written again. Immutable.
 *
 * @param name   of the music, for files and people
 * @param repeat passes, or empty for "until the lanes line up"
 */
public record Order(Choice choice, Form form, String name, OptionalInt repeat, MidiOptions midi, AudioOptions audio, Picture picture) {

    /** How a picture is drawn. @param light on light ground; pages always are */
    public record Picture(Paper.Kind kind, boolean light) {
    }

    public static final Picture PAGE = new Picture(Paper.Kind.PDF, true);

    /** An order of anything but a picture. */
    public Order(Choice choice, Form form, String name, OptionalInt repeat, MidiOptions midi, AudioOptions audio) {
        this(choice, form, name, repeat, midi, audio, PAGE);
    }


    /** As what it is written. */
    public enum Form {
        MIDI("MIDI", ".mid"), WAV("WAV", ".wav"), STEMS("stems", ""), CHART("chart text", ".txt"), PICTURE("picture", ""), KIT("kit", KitFile.EXTENSION);

        private final String title;
        private final String ending;

        Form(String title, String ending) {
            this.title = title;
            this.ending = ending;
        }

        public String title() {
            return title;
        }

    }

    /** What became of it. @param says in a sentence; empty if it was cancelled */
    record Done(Optional<String> says) {
    }

    /** Whether it is written into a folder. */
    public boolean isFolder() {
        return form == Form.STEMS || form == Form.MIDI && (choice.isSeveral() || midi.fileARow());
    }

    /** Of its file, with its dot; empty where a folder is written. */
    public String ending() {
        return form == Form.PICTURE ? picture.kind().ending() : form.ending;
    }

    /** The name that is proposed: {@code Wake 92 A minor}. */
    public String proposed(Project project) {
        return form == Form.KIT ? Names.file(project.kit().name()) : Names.file(name + " " + project.tempo().text() + " " + project.key().text());
    }

    /** Worker: writes it. */
    Done write(Project project, Path target, Path open, BooleanSupplier cancelled, DoubleConsumer progress) throws FileProblem {
        AtomicFile.refuseToReplace(target, open);
        return switch (form) {
            case MIDI -> {
                MidiPlan plan = MidiPlan.of(project, choice, repeat, midi);
                plan.write(target);
                yield new Done(Optional.of(plan.sentence()));
            }
            case WAV -> {
                AudioPlan plan = new AudioPlan(project, choice, repeat, audio);
                yield new Done(plan.writeWhole(target, cancelled, progress).map(whole -> whole.meter().text() + without(plan.missing())));
            }
            case STEMS -> {
                AudioPlan plan = new AudioPlan(project, choice, repeat, audio);
                AudioPlan.Stems stems = plan.writeStems(target, cancelled, progress);
                boolean any = !stems.written().isEmpty() || !stems.silent().isEmpty();
                yield new Done(any ? Optional.of(Plural.of(stems.written().size(), "file") + (stems.silent().isEmpty() ? "" : "; not heard, so not written: " + String.join(", ", stems.silent())) + without(plan.missing())) : Optional.empty());
            }
            case KIT -> {
                KitFile.save(project.kit(), target);
                yield new Done(Optional.of(kitSentence(project)));
            }
            case PICTURE -> {
                Paper paper = paper(project);
                paper.write(target);
                yield new Done(Optional.of(paper.sentence()));
            }
            case CHART -> {
                ChartWriter.Result chart = ChartWriter.write(project, charted(project));
                AtomicFile.write(target, out -> out.write(chart.text().getBytes(StandardCharsets.UTF_8)));
                yield new Done(Optional.of(chart.leftUnsaid().isEmpty() ? "all of it" : "a chart cannot say: " + String.join("; ", chart.leftUnsaid())));
            }
        };
    }

    /** Any thread: what will be written, in a sentence, computed as it is when it is written. */
    public String sentence(Project project) {
        return switch (form) {
            case MIDI -> MidiPlan.of(project, choice, repeat, midi).sentence();
            case WAV, STEMS -> audioSentence(project) + without(MissingSounds.notThere(project.kit(), SampleFolder.usual()));
            case PICTURE -> paper(project).sentence();
            case KIT -> kitSentence(project) + ", whatever is chosen at the left";
            case CHART -> {
                ChartWriter.Result chart = ChartWriter.write(project, charted(project));
                yield Plural.of(charted(project).size(), "pattern") + " as text" + (chart.leftUnsaid().isEmpty() ? "" : "; a chart cannot say: " + String.join("; ", chart.leftUnsaid()));
            }
        };
    }

    private String audioSentence(Project project) {
        Choice.Piece piece = choice.pieces(project, repeat, false).get(0);
        double seconds = project.tempo().toSeconds(piece.score().length());
        double mebibytes = seconds * audio.rateHz() * 2 * audio.format().bytes() / (1 << 20);
        String tail = audio.ending() instanceof AudioOptions.Ending.Loop ? ", what rings on laid over its begin so that it goes round"
                : audio.ending() instanceof AudioOptions.Ending.After after ? " and a tail of " + after.seconds() + " s" : " and what rings on";
        String lasts = project.tempo().minutes(piece.score().length()) + tail;
        if (form == Form.WAV) {
            return String.format(Locale.ROOT, "1 file, %s, about %.1f MiB%s%s", lasts, mebibytes, audio.level().text(), audio.limiter() ? ", through the limiter" : ", without the limiter");
        }
        List<String> stems = new AudioPlan(project, choice, repeat, audio).stemNames();
        String reverb = !audio.reverbStem() ? "" : stems.contains(AudioPlan.REVERB) ? "; the reverb is one of them" : "; nothing is sent to the reverb, so it is none of them";
        return String.format(Locale.ROOT, "%s of %s, about %.1f MiB, without the limiter, so that they add up%s; what is silent is not written", Plural.of(stems.size(), "file"), lasts, mebibytes * stems.size(), reverb);
    }

    private static String kitSentence(Project project) {
        long samples = project.kit().rows().stream().flatMap(row -> row.layers().stream()).filter(layer -> layer.sound() instanceof SampleSound).count();
        return "the kit " + project.kit().name() + ", " + Plural.of(project.kit().rows().size(), "row") + (samples == 0 ? "" : ", with " + Plural.of((int) samples, "sample"))
                + without(MissingSounds.notThere(project.kit(), SampleFolder.usual()));
    }

    private static String without(List<String> missing) {
        return missing.isEmpty() ? "" : "; " + String.join("; ", missing);
    }

    private Paper paper(Project project) {
        return new Paper(project, choice.patterns(project), picture.kind(), picture.light());
    }

    private List<Pattern> charted(Project project) {
        if (choice instanceof Choice.OneSong || choice instanceof Choice.AsPlayed) {
            throw new IllegalArgumentException("a chart is of a pattern or of a bank's patterns, not of a song");
        }
        return choice.patterns(project);
    }
}
