package app.promptsparrow.export;

import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.Hit;
import app.promptsparrow.pattern.Lane;
import app.promptsparrow.pattern.LineUp;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.project.Bank;
import app.promptsparrow.project.Project;
import app.promptsparrow.project.SlotRef;
import app.promptsparrow.project.Song;
import app.promptsparrow.project.SongEdit;
import app.promptsparrow.score.Score;
import app.promptsparrow.score.Scores;
import app.promptsparrow.score.Source;
import app.promptsparrow.time.Swing;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.OptionalLong;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.stream.Stream;

/** What is exported: a pattern, each pattern of a bank, a bank's patterns in order, or a song. Immutable. */
public sealed interface Choice {

    /** One pattern. */
    record OnePattern(SlotRef slot) implements Choice {
    }

    /** Every pattern of a bank, a file each. */
    record EachOfBank(int bank) implements Choice {
    }

    /** Every pattern of every bank, a file each. */
    record EachOfAll() implements Choice {
    }

    /** The patterns of a bank in order as one piece. */
    record BankInOrder(int bank) implements Choice {
    }

    /** A song of the project, from 0. */
    record OneSong(int song) implements Choice {
    }

    /** A song that is none of the project: what was played. @param pieces of patterns, that the project has not either */
    record AsPlayed(Song song, List<Pattern> pieces) implements Choice {

        private Project with(Project project) {
            return new SongEdit.AddPlayed("", song, pieces).apply(project);
        }
    }

    /**
     * One piece of music to be written to one file.
     *
     * @param name    for the file and for people
     * @param pattern the pattern it is, with the swing and timing it has in the project; empty for several in order
     */
    record Piece(String name, Project project, Score score, Optional<Pattern> pattern) {
    }

    /**
     * The pieces of this choice.
     *
     * @param repeat   passes of a pattern, or of the whole song; empty for "until the lanes line up"
     * @param straight without swing and timing
     * @throws IllegalArgumentException with a sentence when there is nothing there, or no end
     */
    default List<Piece> pieces(Project whole, OptionalInt repeat, boolean straight) {
        Project project = straight ? straightened(whole) : whole;
        if (this instanceof OnePattern one) {
            Pattern pattern = project.at(one.slot).orElseThrow(() -> new IllegalArgumentException("bank "
                    + (one.slot.bank() + 1) + ", slot " + (one.slot.slot() + 1) + " is empty"));
            return List.of(piece(project, pattern, repeat));
        }
        if (this instanceof EachOfBank each) {
            List<Piece> pieces = new ArrayList<>();
            for (Pattern pattern : bank(project, each.bank).patterns()) {
                pieces.add(piece(project, pattern, repeat));
            }
            return nonEmpty(pieces, each.bank);
        }
        if (this instanceof EachOfAll) {
            List<Piece> pieces = new ArrayList<>();
            for (Bank bank : project.banks()) {
                for (Pattern pattern : bank.patterns()) {
                    Piece piece = piece(project, pattern, repeat);
                    pieces.add(new Piece(bank.name() + " " + piece.name, piece.project, piece.score, piece.pattern));
                }
            }
            if (pieces.isEmpty()) {
                throw new IllegalArgumentException("the project holds no pattern");
            }
            return pieces;
        }
        if (this instanceof BankInOrder order) {
            Bank bank = bank(project, order.bank);
            nonEmpty(bank.patterns(), order.bank);
            return List.of(songPiece(project, Song.ofBank(bank), repeat));
        }
        if (this instanceof AsPlayed played) {
            Project with = played.with(project);
            return List.of(songPiece(with, with.songs().get(with.songs().size() - 1), repeat));
        }
        int index = ((OneSong) this).song;
        if (index < 0 || index >= project.songs().size()) {
            throw new IllegalArgumentException("the project has no song number " + (index + 1));
        }
        return List.of(songPiece(project, project.songs().get(index), repeat));
    }

    /**
     * The patterns it is made of, each once, in order.
     *
     * @throws IllegalArgumentException with a sentence when there is nothing there
     */
    default List<Pattern> patterns(Project open) {
        Project project = this instanceof AsPlayed played ? played.with(open) : open;
        List<Pattern> patterns = this instanceof OnePattern one ? project.at(one.slot).stream().toList()
                : this instanceof EachOfBank each ? bank(project, each.bank).patterns()
                : this instanceof BankInOrder order ? bank(project, order.bank).patterns()
                : this instanceof EachOfAll ? project.banks().stream().flatMap(bank -> bank.patterns().stream()).toList()
                : song(project).entries().stream().flatMap(entry -> Stream.concat(Stream.of(entry.pattern()), entry.fill().stream()))
                        .distinct().flatMap(id -> project.pattern(id).stream()).toList();
        if (patterns.isEmpty()) {
            throw new IllegalArgumentException("there is no pattern in it");
        }
        return patterns;
    }

    private Song song(Project project) {
        return project.songs().get(this instanceof OneSong one ? one.song : project.songs().size() - 1);
    }

    private static Bank bank(Project project, int index) {
        if (index < 0 || index >= project.banks().size()) {
            throw new IllegalArgumentException("the project has no bank " + (index + 1));
        }
        return project.banks().get(index);
    }

    private static <T> List<T> nonEmpty(List<T> list, int bank) {
        if (list.isEmpty()) {
            throw new IllegalArgumentException("bank " + (bank + 1) + " holds no pattern");
        }
        return list;
    }

    private static Piece piece(Project project, Pattern pattern, OptionalInt repeat) {
        long passes;
        if (repeat.isPresent()) {
            passes = repeat.getAsInt();
        } else {
            OptionalLong lineUp = LineUp.of(pattern, project.meterOf(pattern));
            passes = lineUp.orElseThrow(() -> new IllegalArgumentException("the lanes of '" + pattern.name()
                    + "' do not meet within " + LineUp.MAX_BARS + " bars; choose how often it repeats, or change the length of "
                    + LineUp.costliest(pattern).stream().limit(2).map(row -> project.kit().row(row)
                    .map(r -> r.name()).orElse("a lane")).reduce((a, b) -> a + " or " + b).orElse("a lane"))) / pattern.durationUnits();
        }
        return new Piece(pattern.name(), project, new Scores().of(project, new Source.Passes(pattern.id(), passes)), Optional.of(pattern));
    }

    private static Piece songPiece(Project project, Song song, OptionalInt repeat) {
        return new Piece(song.name(), project, new Scores().of(project, new Source.WholeSong(song, repeat.orElse(1))), Optional.empty());
    }

    /** Whether it is written as several files, into a folder. */
    default boolean isSeveral() {
        return this instanceof EachOfBank || this instanceof EachOfAll;
    }

    /** The project without any swing and timing. */
    private static Project straightened(Project project) {
        Project straight = project.withSwing(Swing.STRAIGHT);
        for (SlotRef slot : project.filledSlots()) {
            Pattern pattern = project.at(slot).orElseThrow();
            SortedMap<RowId, Lane> lanes = new TreeMap<>();
            pattern.lanes().forEach((row, lane) -> lanes.put(row, lane.withSwing(Optional.empty())
                    .withHits(lane.hits().stream().map((Hit hit) -> hit.withTiming(0)).toList())));
            straight = straight.withPattern(slot, Optional.of(pattern.withSwing(Optional.empty()).withLanes(lanes)));
        }
        return straight;
    }
}
