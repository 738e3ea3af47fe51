package app.promptsparrow.file;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;

/**
 * A file with the fingerprint of what was read from it or written to it: whether it is still the same can be told later.
 * Immutable.
 *
 * @param sha256 in hex
 */
public record FileVersion(Path file, String sha256) {

    /** What has become of a file meanwhile. */
    public enum Now { SAME, CHANGED, GONE }

    /** A file as it is now. */
    public static FileVersion of(Path file) throws FileProblem {
        try {
            return new FileVersion(file, fingerprint(file));
        } catch (IOException problem) {
            throw FileProblem.of(file, "read", problem);
        }
    }

    /** Compares with what lies there now; what cannot be read any more counts as gone. Reads the whole file. */
    public Now now() {
        try {
            return fingerprint(file).equals(sha256) ? Now.SAME : Now.CHANGED;
        } catch (IOException unreadable) {
            return Now.GONE;
        }
    }

    static MessageDigest digest() {
        try {
            return MessageDigest.getInstance("SHA-256");
        } catch (NoSuchAlgorithmException impossible) {
            throw new IllegalStateException(impossible); // every Java has SHA-256
        }
    }

    static String hex(MessageDigest digest) {
        return HexFormat.of().formatHex(digest.digest());
    }

    private static String fingerprint(Path file) throws IOException {
        MessageDigest digest = digest();
        byte[] buffer = new byte[1 << 16];
        try (InputStream in = Files.newInputStream(file)) {
            for (int read = in.read(buffer); read >= 0; read = in.read(buffer)) {
                digest.update(buffer, 0, read);
            }
        }
        return hex(digest);
    }
}
