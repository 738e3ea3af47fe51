package app.promptsparrow.file;

import app.promptsparrow.text.Words;
import java.io.IOException;
import java.nio.file.FileVisitOption;
import java.nio.file.FileVisitResult;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.SimpleFileVisitor;
import java.nio.file.attribute.BasicFileAttributes;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumSet;
import java.util.List;
import java.util.Locale;
import java.util.function.BooleanSupplier;
import java.util.function.Predicate;

/**
 * The sound files below some folders, found by words in their names and folders. Links are not followed, so that a folder that links to
 * itself ends; what cannot be read is passed over. Immutable; any thread.
 */
public final class SoundIndex {

    public static final SoundIndex EMPTY = new SoundIndex(List.of(), 0);

    /** More files than that, and folders deeper than that, are not looked at. */
    public static final int MOST_FILES = 100_000;
    private static final int DEEPEST = 16;

    /**
     * A sound file.
     *
     * @param name   without its ending
     * @param folder the name of the folder it lies in
     */
    public record Found(String name, String folder, Path file, String text) {
    }

    private final List<Found> files;
    private final int unread;

    private SoundIndex(List<Found> files, int unread) {
        this.files = List.copyOf(files);
        this.unread = unread;
    }

    /**
     * Looks through folders. Takes about a second for 20,000 files.
     *
     * @param cancelled asked for each file; what was found until then is the answer
     */
    public static SoundIndex of(List<Path> folders, BooleanSupplier cancelled) {
        List<Found> files = new ArrayList<>();
        int[] unread = new int[1];
        for (Path folder : folders) {
            try {
                Files.walkFileTree(folder, EnumSet.noneOf(FileVisitOption.class), DEEPEST, new SimpleFileVisitor<>() {
                    @Override
                    public FileVisitResult visitFile(Path file, BasicFileAttributes attributes) {
                        if (attributes.isRegularFile() && SoundImport.isNamedSound(file)) {
                            files.add(found(folder, file));
                        }
                        return files.size() >= MOST_FILES || cancelled.getAsBoolean() ? FileVisitResult.TERMINATE : FileVisitResult.CONTINUE;
                    }

                    @Override
                    public FileVisitResult visitFileFailed(Path file, IOException problem) {
                        unread[0]++;
                        return FileVisitResult.CONTINUE;
                    }
                });
            } catch (IOException gone) {
                unread[0]++;
            }
        }
        files.sort(Comparator.comparing((Found file) -> file.text).thenComparing(Found::file));
        return new SoundIndex(files, unread[0]);
    }

    private static Found found(Path root, Path file) {
        String name = SoundImport.named(file);
        Path top = root.getFileName() == null ? root : root.getFileName();
        Path within = top.resolve(root.relativize(file.getParent()));
        return new Found(name, within.getFileName().toString(), file, (name + " " + within).toLowerCase(Locale.ROOT));
    }

    public int size() {
        return files.size();
    }

    /** How many files and folders could not be read. */
    public int unread() {
        return unread;
    }

    /**
     * Files whose names and folders hold all of some words, in any order, case ignored; by name.
     *
     * @param words separated by blanks; none finds every file
     * @param most  how many at most
     */
    public List<Found> find(String words, int most) {
        Predicate<String> wanted = Words.allOf(words);
        return files.stream().filter(file -> wanted.test(file.text)).limit(most).toList();
    }
}
