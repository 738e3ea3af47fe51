package app.promptsparrow.sample;

import java.io.IOException;
import java.io.InputStream;

/** Where the files of samples are, by what is in them. Any thread. */
@FunctionalInterface
public interface SampleFiles {

    /** None at all. */
    SampleFiles NONE = hash -> {
        throw new IOException("is not there");
    };

    /**
     * The file of a hash, from its start; whoever asks closes it.
     *
     * @throws IOException if it is not there or cannot be read
     */
    InputStream open(String hash) throws IOException;
}
