package app.promptsparrow.file;

import java.io.IOException;
import java.io.InputStream;
import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.CodingErrorAction;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;

/** Reads UTF-8 texts of at most 1 MiB. */
public final class TextFile {

    public static final int MAX_BYTES = 1 << 20;

    private TextFile() {
    }

    public static String read(Path file) throws FileProblem {
        if (Files.isDirectory(file)) {
            throw new FileProblem(file, "is a folder, not a text");
        }
        try (InputStream in = Files.newInputStream(file)) {
            byte[] bytes = in.readNBytes(MAX_BYTES + 1);
            if (bytes.length > MAX_BYTES) {
                throw new FileProblem(file, "is longer than 1 MiB, which is more than a chart can need");
            }
            String text = StandardCharsets.UTF_8.newDecoder().onMalformedInput(CodingErrorAction.REPORT)
                    .decode(ByteBuffer.wrap(bytes)).toString();
            return text.startsWith("\uFEFF") ? text.substring(1) : text;
        } catch (CharacterCodingException notText) {
            throw new FileProblem(file, "is no text in UTF-8", notText);
        } catch (IOException problem) {
            throw FileProblem.of(file, "read", problem);
        }
    }
}
