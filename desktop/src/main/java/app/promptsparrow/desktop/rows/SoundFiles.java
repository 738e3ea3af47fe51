package app.promptsparrow.desktop.rows;

import app.promptsparrow.chart.NewRows;
import app.promptsparrow.desktop.session.Chosen;
import app.promptsparrow.desktop.session.Session;
import app.promptsparrow.file.FileProblem;
import app.promptsparrow.file.SampleFolder;
import app.promptsparrow.kit.Family;
import app.promptsparrow.kit.Kit;
import app.promptsparrow.kit.Layer;
import app.promptsparrow.kit.LayerChoice;
import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.kit.Voicing;
import app.promptsparrow.project.KitEdit;
import app.promptsparrow.project.Project;
import app.promptsparrow.sample.SampleBuffer;
import app.promptsparrow.sample.SampleReader;
import app.promptsparrow.sample.SoundFileException;
import app.promptsparrow.sound.SampleAnalysis;
import app.promptsparrow.text.Plural;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * Sound files of one's own: on a row they take the place of its sound, several become its layers in turn; below the rows each is a row
 * of its own. They are kept, decoded and measured on a worker while the beat plays on; what cannot be read is named and changes
 * nothing. Owned by the UI thread; needs no window.
 */
public final class SoundFiles {

    /** Endings by which a folder's sound files are told from others; what they are is told by what they hold. */
    private static final List<String> ENDINGS = List.of(".wav", ".wave", ".aif", ".aiff", ".au", ".snd", ".flac", ".ogg", ".oga", ".mp3");

    private final Session session;
    private final Chosen chosen;
    private final SampleFolder folder;

    public SoundFiles(Session session, Chosen chosen, SampleFolder folder) {
        this.session = session;
        this.chosen = chosen;
        this.folder = folder;
        session.store().onOpen(project -> session.player().sounds().retryFailures()); // it may have brought what another lacked
    }

    /** A file that was read. */
    private record Brought(String name, String hash, SampleAnalysis found) {

        Layer layer(Row row) {
            return found.layer(hash, name, row);
        }
    }

    private interface Then {
        void with(List<Brought> sounds);
    }

    /** Puts files on a row, or below all rows if there is none; a folder stands for the sound files in it. */
    public void bring(List<Path> files, Optional<RowId> onto) {
        if (onto.isPresent()) {
            read(files, Row.MOST_LAYERS, sounds -> putOn(onto.get(), sounds));
        } else {
            int room = Kit.MAX_ROWS - session.project().kit().rows().size();
            if (room == 0) {
                session.say("a kit has at most " + Kit.MAX_ROWS + " rows");
                return;
            }
            read(files, room, this::addRows);
        }
    }

    private void read(List<Path> files, int most, Then then) {
        int rateHz = session.player().sounds().rateHz();
        session.say("reading " + (files.size() == 1 ? files.get(0).getFileName().toString() : Plural.of(files.size(), "file")) + " …");
        session.jobs().beside(() -> {
            List<Path> all = soundFiles(files);
            List<Brought> sounds = new ArrayList<>();
            List<String> refused = new ArrayList<>();
            for (Path file : all.subList(0, Math.min(most, all.size()))) {
                try {
                    SampleBuffer frames = SampleReader.read(file, rateHz, () -> false);
                    sounds.add(new Brought(name(file), folder.put(file), SampleAnalysis.of(frames, rateHz)));
                } catch (SoundFileException problem) {
                    refused.add(file.getFileName() + " " + problem.getMessage());
                } catch (FileProblem problem) {
                    refused.add(problem.getMessage());
                }
            }
            int left = all.size() - Math.min(most, all.size());
            return () -> {
                if (!sounds.isEmpty()) {
                    session.player().sounds().retryFailures();
                    session.guarded(() -> then.with(sounds));
                }
                if (!refused.isEmpty()) {
                    if (sounds.isEmpty()) {
                        session.say("nothing was changed");
                    }
                    session.questions().problem(refused.size() == 1 ? refused.get(0) : refused.get(0) + "; and " + (refused.size() - 1) + " more could not be taken");
                } else if (all.isEmpty()) {
                    session.say("there is no sound file in it");
                } else if (left > 0) {
                    session.say(Plural.of(left, "file") + " left out: there is room for " + most);
                }
            };
        }, () -> { });
    }

    private static List<Path> soundFiles(List<Path> dropped) {
        List<Path> files = new ArrayList<>();
        for (Path path : dropped) {
            if (!Files.isDirectory(path)) {
                files.add(path);
                continue;
            }
            try (Stream<Path> inside = Files.list(path)) {
                inside.filter(file -> ENDINGS.stream().anyMatch(ending -> file.toString().toLowerCase(Locale.ROOT).endsWith(ending))).sorted().forEach(files::add);
            } catch (IOException unreadable) {
                files.add(path); // and is refused with a reason when it is read
            }
        }
        return files;
    }

    /** A file's name without its ending. */
    private static String name(Path file) {
        String name = file.getFileName().toString().replaceAll("\\p{Cntrl}", "_");
        int dot = name.lastIndexOf('.');
        String bare = dot > 0 ? name.substring(0, dot) : name;
        return bare.isBlank() ? "sound" : bare.substring(0, Math.min(Row.MAX_NAME, bare.length()));
    }

    /** Puts a file on one layer of a row, which keeps its velocities; more files become layers below it. */
    public void bringOnLayer(List<Path> files, RowId id, int index) {
        int free = Row.MOST_LAYERS - session.project().kit().row(id).map(row -> row.layers().size()).orElse(0);
        read(files, 1 + free, sounds -> {
            Row row = there(id);
            List<Layer> layers = new ArrayList<>(row.layers());
            int at = Math.min(index, layers.size() - 1);
            Layer before = layers.remove(at);
            List<Layer> added = new ArrayList<>(layers(row, sounds));
            added.set(0, added.get(0).withVelocities(before.from(), before.to()).withHeard(before.heard()));
            layers.addAll(at, added);
            session.apply(new KitEdit.SetRow("Put " + sounds.get(0).name + " on a layer of " + row.name(), row.withLayers(layers)));
            session.say(sounds.get(0).name + " is layer " + (at + 1) + " of " + row.name() + told(added.get(0)));
        });
    }

    private Row there(RowId id) {
        return session.project().kit().row(id).orElseThrow(() -> new IllegalArgumentException("the row is gone meanwhile"));
    }

    private static List<Layer> layers(Row row, List<Brought> sounds) {
        return sounds.stream().map(sound -> sound.layer(row)).toList();
    }

    private void putOn(RowId id, List<Brought> sounds) {
        Row row = there(id);
        List<Layer> layers = layers(row, sounds);
        Row changed = row.withLayers(layers).withVoicing(row.voicing().withChoice(layers.size() > 1 ? LayerChoice.IN_TURN : LayerChoice.TOGETHER));
        session.apply(new KitEdit.SetRow("Put " + sounds.get(0).name + " on " + row.name(), changed));
        chosen.chooseRow(id);
        session.say(sounds.get(0).name + " is on " + row.name() + told(layers.get(0)));
    }

    /** What was done to a sound as it came, which its layer shows and takes back. */
    private static String told(Layer layer) {
        return String.format(Locale.ROOT, " · level matched by %+.1f dB%s", layer.levelDb(),
                layer.span().startUs() == 0 ? "" : String.format(Locale.ROOT, ", %.0f ms of silence before it left out", layer.span().startUs() / 1_000.0));
    }

    private void addRows(List<Brought> sounds) {
        List<Row> rows = new ArrayList<>();
        Project grown = session.project();
        for (Brought sound : sounds) {
            Kit kit = grown.kit();
            Row row = NewRows.of(Family.ofName(sound.name).orElse(sound.found.family()), sound.name, kit, grown.freshRowId().value());
            Voicing voicing = row.voicing();
            if (row.family() == Family.HAT && voicing.chokeGroup() == 0) {
                voicing = voicing.withChokeGroup(hatGroup(kit));
            }
            rows.add(row.withLayers(List.of(sound.layer(row))).withVoicing(voicing));
            grown = new KitEdit.AddRows("", rows.subList(rows.size() - 1, rows.size())).apply(grown); // so that the next takes other notes
        }
        Kit kit = session.project().kit();
        int before = kit.rows().size();
        session.apply(new KitEdit.AddRows("Add " + (rows.size() == 1 ? rows.get(0).name() : Plural.of(rows.size(), "row")), rows));
        chosen.chooseRow(session.project().kit().rows().get(before).id());
        session.say(Plural.of(rows.size(), "row") + " more" + (rows.size() == 1 ? ": " + rows.get(0).name() + told(rows.get(0).layers().get(0)) : ""));
    }

    /** The group in which the kit's hats choke each other. */
    private static int hatGroup(Kit kit) {
        return kit.rows().stream().filter(row -> row.family() == Family.HAT).mapToInt(row -> row.voicing().chokeGroup()).filter(group -> group > 0).findFirst().orElse(1);
    }
}
