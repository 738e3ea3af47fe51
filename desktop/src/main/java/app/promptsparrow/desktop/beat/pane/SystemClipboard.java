package app.promptsparrow.desktop.beat.pane;

import app.promptsparrow.desktop.beat.edit.HitClipboard;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import javafx.scene.input.Clipboard;
import javafx.scene.input.ClipboardContent;
import javafx.scene.input.DataFormat;

/** The system's clipboard, which carries hits to other windows of ours and as text to other programs. */
public final class SystemClipboard implements HitClipboard.Carrier {

    private static final DataFormat OURS = new DataFormat("application/x-prompt-sparrow-hits");

    @Override
    public void put(String ours, String text, Optional<Path> file) {
        ClipboardContent content = new ClipboardContent();
        content.put(OURS, ours);
        content.putString(text);
        file.ifPresent(one -> content.putFiles(List.of(one.toFile())));
        Clipboard.getSystemClipboard().setContent(content);
    }

    @Override
    public Optional<String> ours() {
        return Optional.ofNullable((String) Clipboard.getSystemClipboard().getContent(OURS));
    }

    @Override
    public Optional<String> text() {
        return Optional.ofNullable(Clipboard.getSystemClipboard().getString());
    }
}
