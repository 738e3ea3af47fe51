package app.promptsparrow.desktop.rows;

import app.promptsparrow.chart.NewRows;
import app.promptsparrow.desktop.session.Chosen;
import app.promptsparrow.desktop.session.Session;
import app.promptsparrow.file.SampleFolder;
import app.promptsparrow.kit.Family;
import app.promptsparrow.kit.Kit;
import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.project.Edit;
import app.promptsparrow.project.KitEdit;
import app.promptsparrow.project.PatternEdit;
import app.promptsparrow.sfz.KitFiles;
import app.promptsparrow.text.Plural;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.function.Predicate;
import java.util.stream.Collectors;

/** What can be done to the rows of the kit: add, remove, move, name. Each is one undoable step. Owned by the UI thread. */
public final class RowEditor {

    private final Session session;
    private final Chosen chosen;
    private final SoundFiles sounds;
    private Consumer<Path> kitOpener = file -> { };
    private Predicate<Path> patternTaker = file -> false;

    public RowEditor(Session session, Chosen chosen) {
        this.session = session;
        this.chosen = chosen;
        sounds = new SoundFiles(session, chosen, SampleFolder.usual());
    }

    public void rename(RowId row, String to) {
        session.apply(new KitEdit.RenameRow(row, to));
    }

    public void setFamily(RowId row, Family family) {
        session.apply(new KitEdit.SetFamily(row, family));
    }

    /** Mutes the chosen row, or lets it be heard. */
    public void toggleMuted() {
        session.apply(new KitEdit.SetMuted(chosen.row().id(), !chosen.row().heard().muted()));
    }

    /** Soloes the chosen row, or no longer. */
    public void toggleSoloed() {
        session.apply(new KitEdit.SetSoloed(chosen.row().id(), !chosen.row().heard().soloed()));
    }

    /** Puts a row at another place among all rows, from 0. */
    void moveTo(RowId row, int index) {
        Kit kit = session.project().kit();
        int to = Math.max(0, Math.min(kit.rows().size() - 1, index));
        if (to != kit.indexOf(row)) {
            session.apply(new KitEdit.MoveRow("Move row " + chosen.rowName(row), row, to));
        }
    }

    /** Moves the chosen row up or down by one. */
    public void move(int by) {
        RowId row = chosen.row().id();
        moveTo(row, session.project().kit().indexOf(row) + by);
    }

    /** Adds a row of a family below the chosen one, with the family's usual sound, and chooses it. */
    public void add(Family family) {
        Kit kit = session.project().kit();
        if (kit.rows().size() == Kit.MAX_ROWS) {
            session.say("a kit has at most " + Kit.MAX_ROWS + " rows");
            return;
        }
        String title = family.title().substring(0, 1).toUpperCase(Locale.ROOT) + family.title().substring(1);
        String name = title;
        for (int number = 2; kit.rowNamed(name).isPresent(); number++) {
            name = title + " " + number;
        }
        Row row = NewRows.named(name, kit, session.project().freshRowId().value()).orElseThrow();
        List<Edit> edits = new ArrayList<>(List.of(new KitEdit.AddRow(row),
                new KitEdit.MoveRow("", row.id(), kit.indexOf(chosen.row().id()) + 1)));
        session.apply(new Edit.Together("Add row " + name, edits));
        chosen.chooseRow(row.id());
    }

    /** Who opens a kit file that is let go among the rows. */
    public void onKit(Consumer<Path> opener) {
        kitOpener = opener;
    }

    /** @param taker takes a file that holds patterns, and answers whether it does */
    public void onPatterns(Predicate<Path> taker) {
        patternTaker = taker;
    }

    /** Puts sound files on a row, or below all rows if there is none, see {@link SoundFiles}; a kit file takes the place of the kit. */
    public void bring(List<Path> files, Optional<RowId> onto) {
        Optional<Path> kit = files.stream().filter(file -> KitFiles.isKit(file.toString())).findFirst();
        if (kit.isPresent()) {
            kitOpener.accept(kit.get());
            return;
        }
        List<Path> others = files.stream().filter(file -> !patternTaker.test(file)).toList();
        if (!others.isEmpty()) {
            sounds.bring(others, onto);
        }
    }

    /** Puts sound files on a layer of the chosen row. */
    public void bringOnLayer(List<Path> files, int index) {
        sounds.bringOnLayer(files, chosen.row().id(), index);
    }

    /** Asks for a sound file and puts it on the chosen row. */
    public void bringOntoChosen() {
        session.questions().fileToImport("Take a sound", "").ifPresent(file -> bring(List.of(file), Optional.of(chosen.row().id())));
    }

    /** Asks for a folder and makes a kit of the sound files in it. */
    public void makeKitOfFolder() {
        session.questions().folder("A folder of sounds").ifPresent(sounds::bringAsKit);
    }

    /** Takes the chosen row out of the kit, with its hits in every pattern. */
    public void remove() {
        Row row = chosen.row();
        long patterns = session.project().banks().stream().flatMap(bank -> bank.patterns().stream())
                .filter(pattern -> !pattern.lane(row.id()).hits().isEmpty()).count();
        session.apply(new KitEdit.RemoveRow("Remove row " + row.name(), row.id()));
        if (session.project().kit().row(row.id()).isEmpty()) {
            session.say(row.name() + " is gone" + (patterns == 0 ? "" : ", with its hits in " + Plural.of(patterns, "pattern")) + "; undo brings it back");
        }
    }

    /** Removes the chosen row's hits from the shown pattern. */
    public void clear() {
        RowId row = chosen.row().id();
        chosen.pattern().filter(p -> !p.lane(row).hits().isEmpty()).ifPresent(p -> session.apply(new PatternEdit.EditHits(
                "Clear " + chosen.rowName(row), p.id(), row, p.lane(row).hits().stream().map(hit -> hit.step()).collect(Collectors.toSet()), List.of())));
    }
}
