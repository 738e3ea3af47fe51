package app.promptsparrow.project;

import app.promptsparrow.kit.SampleSound;
import app.promptsparrow.text.Names;
import app.promptsparrow.text.Ranges;
import java.util.Optional;

/**
 * An audio file that is played under patterns and songs, to judge the beat in context. Immutable.
 *
 * @param file     where it is, as the system writes it; it stays there unless it is kept in the project
 * @param kept     SHA-256 of the file if the project holds it as well, 64 hexadecimal digits
 * @param offset   frames of {@value #OFFSET_HZ} a second from the start of what plays until the file begins; below 0 the file's
 *                 beginning is left out
 * @param levelDb  {@value #LEAST_DB} to {@value #MOST_DB}
 * @param heard    whether it is played
 * @param exported whether it is in exported audio
 */
public record Backing(String file, Optional<String> kept, long offset, double levelDb, boolean heard, boolean exported) {

    public static final int OFFSET_HZ = 48_000;
    public static final int MOST_SECONDS = 1_800;
    public static final double LEAST_DB = -60;
    public static final double MOST_DB = 12;
    /** What a file is brought in with: a finished recording is louder than a beat. */
    public static final double USUAL_DB = -8;

    private static final long MOST_OFFSET = (long) MOST_SECONDS * OFFSET_HZ;
    private static final int LONGEST_PATH = 4_096;

    public Backing {
        if (file.isBlank() || file.length() > LONGEST_PATH) {
            throw new IllegalArgumentException("a backing's file is named by 1 to " + LONGEST_PATH + " characters");
        }
        kept.ifPresent(hash -> {
            if (!SampleSound.isHash(hash)) {
                throw new IllegalArgumentException("a kept backing is known by 64 hexadecimal digits");
            }
        });
        Ranges.check("a backing's start in frames", offset, -MOST_OFFSET, MOST_OFFSET);
        Ranges.check("a backing's level in dB", levelDb, LEAST_DB, MOST_DB);
    }

    /** A file from its beginning, heard and not exported. */
    public static Backing of(String file) {
        return new Backing(file, Optional.empty(), 0, USUAL_DB, true, false);
    }

    /** What it is called. */
    public String name() {
        String name = file.substring(Math.max(file.lastIndexOf('/'), file.lastIndexOf('\\')) + 1);
        return Names.of(name, file);
    }

    public Backing withFile(String to) {
        return new Backing(to, Optional.empty(), offset, levelDb, heard, exported);
    }

    public Backing withKept(Optional<String> hash) {
        return new Backing(file, hash, offset, levelDb, heard, exported);
    }

    public Backing withOffset(long to) {
        return new Backing(file, kept, Math.max(-MOST_OFFSET, Math.min(MOST_OFFSET, to)), levelDb, heard, exported);
    }

    public Backing withLevelDb(double to) {
        return new Backing(file, kept, offset, to, heard, exported);
    }

    public Backing withHeard(boolean to) {
        return new Backing(file, kept, offset, levelDb, to, exported);
    }

    public Backing withExported(boolean to) {
        return new Backing(file, kept, offset, levelDb, heard, to);
    }
}
