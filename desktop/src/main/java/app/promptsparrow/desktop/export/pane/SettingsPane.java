package app.promptsparrow.desktop.export.pane;

import app.promptsparrow.desktop.control.Forms;
import app.promptsparrow.desktop.control.Numbers;
import app.promptsparrow.desktop.control.ValueField;
import app.promptsparrow.desktop.export.edit.ExportPresenter;
import app.promptsparrow.desktop.export.edit.ExportSettings;
import app.promptsparrow.desktop.orders.Order;
import app.promptsparrow.export.AudioOptions;
import app.promptsparrow.paper.Paper;
import app.promptsparrow.sound.Pcm;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import javafx.scene.Node;
import javafx.scene.control.ScrollPane;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;

/** As what music is written, and only the settings that matter for that. */
final class SettingsPane extends VBox {

    private static final double APART = 7;

    private final ExportPresenter presenter;
    private final ExportSettings settings;
    private final List<Choices<?>> choices = new ArrayList<>();
    private final Map<Order.Form, List<Node>> pages = new EnumMap<>(Order.Form.class);
    private final VBox page = new VBox(APART);
    private final ValueField seconds = ValueField.whole("seconds", 1, (int) AudioOptions.MAX_TAIL_SECONDS, 2, "s").compact();
    private final ValueField peak = new ValueField("", -24, 0, 0.5, -1, db -> String.format(Locale.ROOT, "%.1f dB", db), Numbers::number).compact();
    private final ValueField loudness = new ValueField("loudness", -36, -6, 0.1, -14, value -> String.format(Locale.ROOT, "%.1f LUFS", value), Numbers::number).compact();
    private final Choices<Boolean> ground;

    SettingsPane(ExportPresenter presenter) {
        super(10);
        this.presenter = presenter;
        settings = presenter.settings();
        Choices<Order.Form> forms = made(new Choices<>("As what", "export-form", presenter::form, presenter::setForm));
        for (Order.Form form : Order.Form.values()) {
            forms.with(form, form.title());
        }
        Choices<Integer> passes = made(new Choices<>("Passes", "export-passes", settings::passes, settings::setPasses)).with(0, "until the lanes meet");
        ExportSettings.PASSES.forEach(times -> passes.with(times, Integer.toString(times)));
        ground = made(new Choices<>("Ground", "export-ground", settings::lightPicture, settings::setLightPicture)).with(false, "dark").with(true, "light");
        pages.put(Order.Form.MIDI, midi(passes));
        audio(passes);
        pages.put(Order.Form.CHART, List.of(Forms.second("Patterns as text that people and the command line read; see docs/chart.md.")));
        pages.put(Order.Form.PICTURE, List.of(made(new Choices<>("As", "export-picture", settings::pictureKind, settings::setPictureKind))
                .with(Paper.Kind.PDF, "PDF, pages to print").with(Paper.Kind.PNG, "PNG").with(Paper.Kind.SVG, "SVG"), ground,
                Forms.second("The patterns as the grid draws them, with the counts above: to learn from, to teach from.")));
        pages.put(Order.Form.KIT, List.of(Forms.second("The kit with its samples as one file, for other projects; as SFZ it is written in the view Kit.")));
        ScrollPane scroll = new ScrollPane(page);
        scroll.setFitToWidth(true);
        scroll.setMinHeight(60);
        scroll.setMinWidth(0);
        VBox.setVgrow(scroll, Priority.ALWAYS);
        getChildren().addAll(forms, scroll);
    }

    private <T> Choices<T> made(Choices<T> one) {
        choices.add(one);
        return one;
    }

    private List<Node> midi(Node passes) {
        Choices<Integer> resolution = made(new Choices<>("Resolution", "export-ppq", settings::resolution, settings::setResolution));
        ExportSettings.RESOLUTIONS.forEach(ppq -> resolution.with(ppq, ppq + " a quarter"));
        return List.of(passes,
                made(new Choices<>("Lead-in", "export-lead-in", settings::leadIn, settings::setLeadIn)).with(0, "none").with(1, "1 bar").with(2, "2 bars"),
                made(new Choices<>("Tracks", "export-tracks", settings::tracks, settings::setTracks)).with(true, "a track a row").with(false, "one track"),
                made(new Choices<>("Files", "export-files", settings::fileARow, settings::setFileARow)).with(false, "one for all rows").with(true, "one a row"),
                resolution,
                made(new Choices<>("Feel", "export-feel", settings::straight, settings::setStraight)).with(false, "as it sounds").with(true, "straight"),
                made(new Choices<>("Muted rows", "export-muted", settings::withMuted, settings::setWithMuted)).with(false, "left out").with(true, "written"),
                made(new Choices<>("Slides", "export-slides", settings::portamento, settings::setPortamento)).with(false, "overlapping notes").with(true, "and portamento controllers"));
    }

    /** Stems never go through the limiter and keep their levels, so that they add up; only they can have the reverb apart. */
    private void audio(Node passes) {
        Choices<Integer> rate = made(new Choices<>("Rate", "export-rate", settings::rate, settings::setRate));
        ExportSettings.RATES.forEach(hz -> rate.with(hz, (hz % 1_000 == 0 ? "" + hz / 1_000 : "" + hz / 1_000.0) + " kHz"));
        Choices<Pcm.Format> depth = made(new Choices<>("Depth", "export-depth", settings::depth, settings::setDepth))
                .with(Pcm.Format.INT_16, "16 bit").with(Pcm.Format.INT_24, "24 bit").with(Pcm.Format.FLOAT_32, "32 bit float");
        Choices<ExportSettings.Tail> tail = made(new Choices<>("Tail", "export-tail", settings::tail, settings::setTail));
        for (ExportSettings.Tail kind : ExportSettings.Tail.values()) {
            tail.with(kind, kind.title());
        }
        Choices<AudioOptions.Level.Kind> level = made(new Choices<>("Level", "export-level", settings::levelKind, settings::setLevelKind))
                .with(AudioOptions.Level.Kind.AS_IT_IS, "as it is").with(AudioOptions.Level.Kind.PEAK, "true peak at").with(AudioOptions.Level.Kind.LOUDNESS, "as loud as");
        Choices<Boolean> limiter = made(new Choices<>("Limiter", "export-limiter", settings::limiter, settings::setLimiter)).with(true, "on").with(false, "off");
        Choices<Boolean> reverb = made(new Choices<>("Reverb", "export-reverb", settings::reverbStem, settings::setReverbStem)).with(false, "in each stem").with(true, "a stem of its own");
        tail.and(seconds);
        level.and(peak, loudness);
        seconds.textField().setId("export-seconds");
        peak.textField().setId("export-peak");
        loudness.textField().setId("export-loudness");
        seconds.onAsk((to, gesture) -> settings.setTailSeconds((int) Math.round(to)));
        peak.onAsk((to, gesture) -> settings.setLevelValue(to));
        loudness.onAsk((to, gesture) -> settings.setLevelValue(to));
        pages.put(Order.Form.WAV, List.of(passes, rate, depth, tail, level, limiter));
        pages.put(Order.Form.STEMS, List.of(passes, rate, depth, tail, reverb));
    }

    void update() {
        choices.forEach(Choices::update);
        List<Node> content = pages.get(presenter.form());
        if (!page.getChildren().equals(content)) {
            page.getChildren().setAll(content);
        }
        boolean toPeak = settings.levelKind() == AudioOptions.Level.Kind.PEAK;
        boolean toLoudness = settings.levelKind() == AudioOptions.Level.Kind.LOUDNESS;
        Forms.showIf(settings.pictureKind() != Paper.Kind.PDF, ground);
        Forms.showIf(settings.tail() == ExportSettings.Tail.AFTER, seconds);
        Forms.showIf(toPeak, peak);
        Forms.showIf(toLoudness, loudness);
        seconds.show(settings.tailSeconds());
        if (toPeak) {
            peak.show(settings.levelValue());
        }
        if (toLoudness) {
            loudness.show(settings.levelValue());
        }
    }
}
