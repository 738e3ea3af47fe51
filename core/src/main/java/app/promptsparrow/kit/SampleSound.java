package app.promptsparrow.kit;

import app.promptsparrow.text.Names;
import app.promptsparrow.text.Ranges;
import java.util.Objects;

/**
 * A sound from a file: a description, not frames. The file itself is known by what is in it, so that it is kept once however often it
 * is used and whatever it is called. Immutable.
 *
 * @param hash      SHA-256 of the file, 64 hexadecimal digits in lower case
 * @param name      as it is shown
 * @param rootCents the pitch at which it plays as it is on a bass row, a MIDI note times 100, 0 to 12,700
 */
public record SampleSound(String hash, String name, int rootCents) implements Sound {

    /** Middle C, for sounds without a pitch of their own. */
    public static final int USUAL_ROOT = 6_000;
    private static final int HASH_LENGTH = 64;

    public SampleSound {
        Objects.requireNonNull(name, "name");
        if (!isHash(hash)) {
            throw new IllegalArgumentException("a sample is known by 64 hexadecimal digits");
        }
        Names.check("a sample's name", name);
        Ranges.check("a root note in cents", rootCents, 0, 12_700);
    }

    /** Whether a text can be by what a file is known: its SHA-256, 64 hexadecimal digits in lower case. */
    public static boolean isHash(String text) {
        return text.length() == HASH_LENGTH && text.chars().allMatch(c -> c >= '0' && c <= '9' || c >= 'a' && c <= 'f');
    }

    @Override
    public boolean isLive() {
        return false;
    }

    @Override
    public SampleSound frames() {
        return new SampleSound(hash, "sample", USUAL_ROOT);
    }

    public SampleSound withRootCents(int cents) {
        return new SampleSound(hash, name, cents);
    }
}
