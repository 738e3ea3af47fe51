package app.promptsparrow.desktop.rows;

import app.promptsparrow.chart.NewRows;
import app.promptsparrow.desktop.arrivals.Arrivals;
import app.promptsparrow.desktop.session.Chosen;
import app.promptsparrow.desktop.session.Questions;
import app.promptsparrow.desktop.session.Session;
import app.promptsparrow.file.SampleFolder;
import app.promptsparrow.file.SoundImport;
import app.promptsparrow.kit.Family;
import app.promptsparrow.kit.Kit;
import app.promptsparrow.kit.Layer;
import app.promptsparrow.kit.LayerChoice;
import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.kit.Voicing;
import app.promptsparrow.project.KitEdit;
import app.promptsparrow.text.Names;
import app.promptsparrow.text.Plural;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;

/**
 * Sound files of one's own: on a row they take the place of its sound, several become its layers in turn; below the rows each is a row
 * of its own. They are kept, decoded and measured on a worker while the beat plays on; what cannot be read is named and changes
 * nothing. Owned by the UI thread; needs no window.
 */
public final class SoundFiles {

    private final Session session;
    private final Chosen chosen;
    private final SampleFolder folder;

    public SoundFiles(Session session, Chosen chosen, SampleFolder folder) {
        this.session = session;
        this.chosen = chosen;
        this.folder = folder;
        session.store().onOpen(project -> session.player().sounds().retryFailures()); // it may have brought what another lacked
    }

    /** Puts files on a row, or below all rows if there is none; a folder stands for the sound files in it. */
    public void bring(List<Path> files, Optional<RowId> onto) {
        if (onto.isPresent()) {
            Arrivals.begin(files, Row.MOST_LAYERS, session, folder, new OnRow(onto.get(), 0, false));
            return;
        }
        if (files.size() == 1 && Files.isDirectory(files.get(0))) {
            Path sounds = files.get(0);
            session.questions().ask("The sounds in " + sounds.getFileName() + ": a kit of their own, or rows below the others?",
                    List.of(new Questions.Answer("A kit", () -> bringAsKit(sounds)), new Questions.Answer("Rows below", () -> bringBelow(files)), Questions.Answer.none("Cancel")));
        } else {
            bringBelow(files);
        }
    }

    private void bringBelow(List<Path> files) {
        int room = Kit.MAX_ROWS - session.project().kit().rows().size();
        if (room == 0) {
            session.say("a kit has at most " + Kit.MAX_ROWS + " rows");
        } else {
            Arrivals.begin(files, room, session, folder, new Below());
        }
    }

    /** Makes a kit of the sound files in a folder, which takes the place of the project's. */
    public void bringAsKit(Path sounds) {
        Arrivals.begin(List.of(sounds), Kit.MAX_ROWS, session, folder, new AsKit(SoundImport.named(sounds)));
    }

    /** Puts a file on one layer of a row, which keeps its velocities; more files become layers below it. */
    public void bringOnLayer(List<Path> files, RowId id, int index) {
        int free = Row.MOST_LAYERS - session.project().kit().row(id).map(row -> row.layers().size()).orElse(0);
        Arrivals.begin(files, 1 + free, session, folder, new OnRow(id, index, true));
    }

    /** What was done to a sound as it came, which its layer shows and takes back. */
    private static String told(Layer layer) {
        return String.format(Locale.ROOT, " · level matched by %+.1f dB%s", layer.levelDb(),
                layer.span().startUs() == 0 ? "" : String.format(Locale.ROOT, ", %.0f ms of silence before it left out", layer.span().startUs() / 1_000.0));
    }

    /** Sounds become the layers of a row, or take the place of one of them; one undoable step. */
    private final class OnRow implements Arrivals.Sink {
        private final Object gesture = new Object();
        private final RowId id;
        private final int at;
        private final boolean keepsOthers;
        private String name;
        private Layer first;
        private int count;

        OnRow(RowId id, int at, boolean keepsOthers) {
            this.id = id;
            this.at = at;
            this.keepsOthers = keepsOthers;
        }

        @Override
        public void take(List<SoundImport> sounds) {
            Row row = session.project().kit().row(id).orElseThrow(() -> new IllegalArgumentException("the row is gone meanwhile"));
            for (SoundImport sound : sounds) {
                Layer layer = sound.layer(row);
                if (count == 0) {
                    name = sound.name();
                    first = layer;
                }
                row = keepsOthers ? withLayer(row, layer) : withLayers(row, layer);
                count++;
            }
            session.apply(new KitEdit.SetRow("Put " + name + (keepsOthers ? " on a layer of " : " on ") + row.name(), row), gesture);
        }

        private Row withLayer(Row row, Layer layer) {
            List<Layer> layers = new ArrayList<>(row.layers());
            int place = Math.min(at + count, layers.size());
            if (count == 0) {
                place = Math.min(at, layers.size() - 1);
                Layer before = layers.remove(place);
                layers.add(place, layer.withVelocities(before.from(), before.to()).withHeard(before.heard()));
            } else {
                layers.add(place, layer);
            }
            return row.withLayers(layers);
        }

        private Row withLayers(Row row, Layer layer) {
            List<Layer> layers = new ArrayList<>(count == 0 ? List.of() : row.layers());
            layers.add(layer);
            return row.withLayers(layers).withVoicing(row.voicing().withChoice(layers.size() > 1 ? LayerChoice.IN_TURN : LayerChoice.TOGETHER));
        }

        @Override
        public void done() {
            chosen.chooseRow(id);
            session.say(name + (keepsOthers ? " is layer " + (at + 1) + " of " : " is on ") + chosen.rowName(id) + told(first));
        }
    }

    /** Each sound is a row of its own below the others; one undoable step. */
    private final class Below implements Arrivals.Sink {
        private final Object gesture = new Object();
        private Row first;
        private int count;

        @Override
        public void take(List<SoundImport> sounds) {
            List<Row> here = session.project().kit().rows();
            List<Row> all = new ArrayList<>(here);
            int fresh = session.project().freshRowId().value();
            for (SoundImport sound : sounds) {
                all.add(row(sound, all, fresh++));
            }
            List<Row> more = all.subList(here.size(), Math.min(all.size(), Kit.MAX_ROWS)); // others may have been added meanwhile
            if (more.isEmpty()) {
                return;
            }
            session.apply(new KitEdit.AddRows("Add " + (count + more.size() == 1 ? more.get(0).name() : Plural.of(count + more.size(), "row")), more), gesture);
            if (count == 0) {
                first = session.project().kit().rows().get(here.size());
                chosen.chooseRow(first.id());
            }
            count += more.size();
        }

        @Override
        public void done() {
            session.say((count == 0 ? "a kit has at most " + Kit.MAX_ROWS + " rows" : Plural.of(count, "row") + " more") + (count == 1 ? ": " + first.name() + told(first.layers().get(0)) : ""));
        }
    }

    /** The sounds are a kit that takes the place of the project's, in one undoable step; rows with hits that match none stay below. */
    private final class AsKit implements Arrivals.Sink {
        private final Object gesture = new Object();
        private final String name;
        private final Set<String> names = new HashSet<>();
        private Kit kit;
        private int leftOut;

        AsKit(String name) {
            this.name = name;
        }

        @Override
        public void take(List<SoundImport> sounds) {
            if (!taken(sounds)) { // of those that are too many some may match rows that are there
                sounds.forEach(sound -> leftOut += taken(List.of(sound)) ? 0 : 1);
            }
        }

        private boolean taken(List<SoundImport> sounds) {
            List<Row> rows = new ArrayList<>(kit == null ? List.of() : kit.rows());
            Set<String> used = new HashSet<>(names);
            for (SoundImport sound : sounds) {
                Row row = row(sound, rows, rows.size() + 1);
                rows.add(row.withName(Names.free(row.name(), used)));
            }
            Kit larger = new Kit(name, rows, session.project().kit().reverb());
            try {
                session.store().tryOut(new KitEdit.TakeKit(larger), gesture);
            } catch (IllegalArgumentException full) {
                return false;
            }
            kit = larger;
            names.addAll(used);
            return true;
        }

        @Override
        public void done() {
            session.say((kit == null ? "nothing was changed" : name + ": " + Kits.facts(kit)) + (leftOut == 0 ? "" : "; " + Plural.of(leftOut, "sound") + " left out, for rows with hits stay and a kit has at most " + Kit.MAX_ROWS));
        }
    }

    /** A row for a sound, by its name or else by ear. */
    private static Row row(SoundImport sound, List<Row> others, int id) {
        Row row = NewRows.of(Family.ofName(sound.name()).orElse(sound.found().family()), sound.name(), others, id);
        Voicing voicing = row.voicing();
        if (row.family() == Family.HAT && voicing.chokeGroup() == 0) {
            voicing = voicing.withChokeGroup(hatGroup(others));
        }
        return row.withLayers(List.of(sound.layer(row))).withVoicing(voicing);
    }

    /** The group in which the kit's hats choke each other. */
    private static int hatGroup(List<Row> rows) {
        return rows.stream().filter(row -> row.family() == Family.HAT).mapToInt(row -> row.voicing().chokeGroup()).filter(group -> group > 0).findFirst().orElse(1);
    }
}
