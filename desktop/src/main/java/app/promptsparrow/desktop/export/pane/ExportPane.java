package app.promptsparrow.desktop.export.pane;

import app.promptsparrow.desktop.control.FileDrop;
import app.promptsparrow.desktop.control.Forms;
import app.promptsparrow.desktop.control.Numbers;
import app.promptsparrow.desktop.control.Styles;
import app.promptsparrow.desktop.control.Tips;
import app.promptsparrow.desktop.control.ValueField;
import app.promptsparrow.desktop.export.edit.ExportPresenter;
import app.promptsparrow.desktop.orders.Order;
import app.promptsparrow.desktop.page.PagesPane;
import app.promptsparrow.desktop.slots.Arriving;
import app.promptsparrow.desktop.slots.BringIn;
import app.promptsparrow.desktop.slots.Miniature;
import app.promptsparrow.desktop.theme.Theme;
import app.promptsparrow.export.AudioOptions;
import app.promptsparrow.paper.Paper;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.sound.Pcm;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.scene.AccessibleRole;
import javafx.scene.Node;
import javafx.scene.canvas.Canvas;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.ToggleButton;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;

/** Export: what, as what, how, and a sentence that says what that will be; a card to drag out, what comes in, what was written last. */
final class ExportPane extends BorderPane {

    private static final double LEFT = 290;
    private static final double PICTURE = 76;
    private static final double APART = 10;

    private final ExportPresenter presenter;
    private final Map<ExportPresenter.What, ToggleButton> whats = new EnumMap<>(ExportPresenter.What.class);
    private final Map<ExportPresenter.What, Label> facts = new EnumMap<>(ExportPresenter.What.class);
    private final Choices<Order.Form> forms;
    private final List<Choices<?>> settings = new ArrayList<>();
    private final Map<Order.Form, VBox> pages = new EnumMap<>(Order.Form.class);
    private final VBox page = new VBox();
    private Choices<Boolean> ground;
    private final List<Node> onlyWhole = new ArrayList<>();
    private final List<Node> onlyStems = new ArrayList<>();
    private final ValueField seconds = ValueField.whole("seconds", 1, (int) AudioOptions.MAX_TAIL_SECONDS, 2, "s").compact();
    private final ValueField peak = new ValueField("", -24, 0, 0.5, -1, db -> String.format(Locale.ROOT, "%.1f dB", db), Numbers::number).compact();
    private final ValueField loudness = new ValueField("loudness", -36, -6, 0.1, -14, value -> String.format(Locale.ROOT, "%.1f LUFS", value), Numbers::number).compact();
    private final Label sentence = Forms.strong("");
    private final Button write = new Button("write …");
    private final Choices<Integer> passes;
    private final Canvas picture = new Canvas(LEFT - 24, PICTURE);
    private Theme theme;
    private final DragCard card;
    private final WrittenPane written;
    private final Arriving arriving;
    private final ArrivalPane arrivalPane;
    private final VBox left;
    private final VBox out;
    private final VBox in;
    private boolean dirty = true;

    /**
     * @param arriving what was read and waits to be taken
     * @param files    takes what is brought in
     */
    ExportPane(ExportPresenter presenter, Arriving arriving, BringIn.Files files, Theme theme) {
        this.arriving = arriving;
        arrivalPane = new ArrivalPane(arriving, theme);
        this.theme = theme;
        this.presenter = presenter;
        card = new DragCard(presenter);
        written = new WrittenPane(presenter);
        getStyleClass().add("beat");
        setFocusTraversable(true);
        setAccessibleRole(AccessibleRole.PARENT);
        setAccessibleText("Export");
        passes = new Choices<>("Passes", "export-passes", presenter::passes, presenter::setPasses).with(0, "until the lanes meet");
        ExportPresenter.PASSES.forEach(times -> passes.with(times, Integer.toString(times)));
        forms = new Choices<>("As what", "export-form", presenter::form, presenter::setForm);
        for (Order.Form form : Order.Form.values()) {
            forms.with(form, form.title());
        }
        pages();
        VBox whatPanel = panel(what());
        VBox.setVgrow(whatPanel, Priority.ALWAYS);
        left = new VBox(10, whatPanel, panel(card));
        left.setMinWidth(LEFT);
        left.setMaxWidth(LEFT);
        ScrollPane settings = new ScrollPane(page);
        settings.setFitToWidth(true);
        settings.setMinHeight(60);
        settings.setMinWidth(0);
        VBox.setVgrow(settings, Priority.ALWAYS);
        out = panel(new VBox(10, forms, settings, sentence, buttons()));
        in = panel(arrivalPane);
        VBox.setVgrow(out, Priority.ALWAYS);
        VBox.setVgrow(in, Priority.ALWAYS);
        VBox right = new VBox(10, out, in, panel(in(files)));
        HBox.setHgrow(right, Priority.ALWAYS);
        HBox both = new HBox(10, left, right);
        VBox.setVgrow(both, Priority.ALWAYS);
        Label title = new Label("Export");
        title.getStyleClass().add("pattern-title");
        HBox head = new HBox(8, title, Forms.second("take it away"));
        head.setAlignment(Pos.CENTER_LEFT);
        head.setPadding(new Insets(4, 0, 4, 10));
        VBox centre = new VBox(4, head, both);
        VBox.setMargin(both, new Insets(0, 0, 0, 10));
        setCenter(centre);
        setRight(written);
        setMargin(written, new Insets(0, 0, 0, 10));
        written.setMinWidth(PagesPane.WIDTH);
        written.setMaxWidth(PagesPane.WIDTH);
        presenter.session().onChange(() -> dirty = true);
        setOnMousePressed(event -> requestFocus());
    }

    private static Region grow() {
        Region gap = new Region();
        VBox.setVgrow(gap, Priority.ALWAYS);
        return gap;
    }

    private static VBox panel(Node content) {
        VBox panel = new VBox(content);
        VBox.setVgrow(content, Priority.ALWAYS);
        panel.getStyleClass().add("backing");
        panel.setPadding(new Insets(12));
        return panel;
    }

    private VBox what() {
        VBox box = new VBox(3, Forms.strong("What"));
        for (ExportPresenter.What what : ExportPresenter.What.values()) {
            Label title = Forms.strong(what.title());
            Label fact = Forms.second("");
            VBox content = new VBox(1, title, fact);
            ToggleButton button = new ToggleButton();
            button.setGraphic(content);
            button.setId("export-what-" + what.ordinal());
            button.setAccessibleText(what.title());
            button.getStyleClass().setAll("slot");
            button.setStyle("-fx-padding: 3 10;");
            button.setAlignment(Pos.CENTER_LEFT);
            button.setMaxWidth(Double.MAX_VALUE);
            button.setOnAction(event -> presenter.setWhat(what));
            whats.put(what, button);
            facts.put(what, fact);
            box.getChildren().add(button);
        }
        StackPane small = new StackPane(picture);
        small.setAlignment(Pos.BOTTOM_LEFT);
        small.setMinHeight(0);
        picture.visibleProperty().bind(small.heightProperty().greaterThanOrEqualTo(PICTURE)); // a low window has no room for it
        picture.setManaged(false);
        VBox.setVgrow(small, Priority.ALWAYS);
        box.getChildren().add(small);
        VBox.setVgrow(box, Priority.ALWAYS);
        return box;
    }

    private void pages() {
        Choices<Integer> leadIn = new Choices<>("Lead-in", "export-lead-in", presenter::leadIn, presenter::setLeadIn).with(0, "none").with(1, "1 bar").with(2, "2 bars");
        Choices<Boolean> tracks = new Choices<>("Tracks", "export-tracks", presenter::tracks, presenter::setTracks).with(true, "a track a row").with(false, "one track");
        Choices<Integer> resolution = new Choices<>("Resolution", "export-ppq", presenter::resolution, presenter::setResolution);
        ExportPresenter.RESOLUTIONS.forEach(ppq -> resolution.with(ppq, ppq + " a quarter"));
        Choices<Boolean> feel = new Choices<>("Feel", "export-feel", presenter::straight, presenter::setStraight).with(false, "as it sounds").with(true, "straight");
        Choices<Boolean> muted = new Choices<>("Muted rows", "export-muted", presenter::withMuted, presenter::setWithMuted).with(false, "left out").with(true, "written");
        Choices<Boolean> slides = new Choices<>("Slides", "export-slides", presenter::portamento, presenter::setPortamento).with(false, "overlapping notes").with(true, "and portamento controllers");
        Choices<Boolean> files = new Choices<>("Files", "export-files", presenter::fileARow, presenter::setFileARow).with(false, "one for all rows").with(true, "one a row");
        pages.put(Order.Form.MIDI, new VBox(7, leadIn, tracks, files, resolution, feel, muted, slides));
        Choices<Integer> rate = new Choices<>("Rate", "export-rate", presenter::rate, presenter::setRate);
        ExportPresenter.RATES.forEach(hz -> rate.with(hz, (hz % 1_000 == 0 ? "" + hz / 1_000 : "" + hz / 1_000.0) + " kHz"));
        Choices<Pcm.Format> depth = new Choices<>("Depth", "export-depth", presenter::depth, presenter::setDepth)
                .with(Pcm.Format.INT_16, "16 bit").with(Pcm.Format.INT_24, "24 bit").with(Pcm.Format.FLOAT_32, "32 bit float");
        Choices<ExportPresenter.Tail> tail = new Choices<>("Tail", "export-tail", presenter::tail, presenter::setTail);
        for (ExportPresenter.Tail kind : ExportPresenter.Tail.values()) {
            tail.with(kind, kind.title());
        }
        tail.and(seconds);
        Choices<AudioOptions.Level.Kind> level = new Choices<>("Level", "export-level", presenter::levelKind, presenter::setLevelKind)
                .with(AudioOptions.Level.Kind.AS_IT_IS, "as it is").with(AudioOptions.Level.Kind.PEAK, "true peak at").with(AudioOptions.Level.Kind.LOUDNESS, "as loud as");
        level.and(peak, loudness);
        Choices<Boolean> limiter = new Choices<>("Limiter", "export-limiter", presenter::limiter, presenter::setLimiter).with(true, "on").with(false, "off");
        Choices<Boolean> reverb = new Choices<>("Reverb", "export-reverb", presenter::reverbStem, presenter::setReverbStem).with(false, "in each stem").with(true, "a stem of its own");
        seconds.textField().setId("export-seconds");
        peak.textField().setId("export-peak");
        loudness.textField().setId("export-loudness");
        seconds.onAsk((to, gesture) -> presenter.setTailSeconds((int) Math.round(to)));
        peak.onAsk((to, gesture) -> presenter.setLevelValue(to));
        loudness.onAsk((to, gesture) -> presenter.setLevelValue(to));
        onlyWhole.addAll(List.of(level, limiter));
        onlyStems.add(reverb);
        pages.put(Order.Form.WAV, new VBox(7, rate, depth, tail, level, limiter, reverb));
        settings.addAll(List.of(forms, passes, leadIn, tracks, files, resolution, feel, muted, slides, rate, depth, tail, level, limiter, reverb));
        pages.put(Order.Form.STEMS, null); // the same as WAV, but for the limiter
        pages.put(Order.Form.CHART, new VBox(7, Forms.second("Patterns as text that people and the command line read; see docs/chart.md.")));
        Choices<Paper.Kind> kind = new Choices<>("As", "export-picture", presenter::pictureKind, presenter::setPictureKind)
                .with(Paper.Kind.PDF, "PDF, pages to print").with(Paper.Kind.PNG, "PNG").with(Paper.Kind.SVG, "SVG");
        ground = new Choices<>("Ground", "export-ground", presenter::lightPicture, presenter::setLightPicture).with(false, "dark").with(true, "light");
        pages.put(Order.Form.PICTURE, new VBox(7, kind, ground, Forms.second("The patterns as the grid draws them, with the counts above: to learn from, to teach from.")));
        settings.addAll(List.of(kind, ground));
        pages.put(Order.Form.KIT, new VBox(7, Forms.second("The kit with its samples as one file, for other projects; as SFZ it is written in the view Kit.")));
        page.setSpacing(7);
    }

    private HBox buttons() {
        sentence.setWrapText(true);
        sentence.setId("export-sentence");
        write.setId("export-write");
        write.getStyleClass().add("default-press");
        write.setMinWidth(Region.USE_PREF_SIZE);
        write.setOnAction(event -> presenter.write());
        Button again = new Button("again as last time");
        again.setId("export-again");
        again.setMinWidth(Region.USE_PREF_SIZE);
        again.setOnAction(event -> presenter.orders().again());
        Tips.on(again, "Writes what was written last once more, as it is now, to where it was (Ctrl+Shift+E)");
        return new HBox(6, write, again);
    }

    private VBox in(BringIn.Files files) {
        Button midi = Forms.push("MIDI …", "bring-midi", files::midi);
        Button chart = Forms.push("chart …", "bring-chart", files::chart);
        Button banks = Forms.push("banks of a project …", "bring-banks", files::banks);
        Button kit = Forms.push("kit or sound …", "bring-sound", files::sound);
        for (Button button : List.of(midi, chart, banks, kit)) {
            HBox.setHgrow(button, Priority.NEVER);
        }
        HBox head = new HBox(8, Forms.strong("Bring in"), Forms.second("drop MIDI, a chart, a project, a kit or sounds here or on the grid"));
        head.setAlignment(Pos.CENTER_LEFT);
        VBox box = new VBox(8, head, new HBox(6, midi, chart, banks, kit));
        box.setId("bring-in");
        FileDrop.on(box, (dropped, event) -> dropped.forEach(files::take));
        return box;
    }

    void focusFirst() {
        whats.get(presenter.what()).requestFocus();
    }

    /** Once a pulse. */
    void pulse() {
        presenter.pulse();
        if (dirty) {
            dirty = false;
            update();
        }
        card.pulse();
        written.pulse();
    }

    private void update() {
        for (ExportPresenter.What what : ExportPresenter.What.values()) {
            boolean chosen = what == presenter.what();
            whats.get(what).setSelected(chosen);
            Styles.toggle(whats.get(what), "shown", chosen);
            facts.get(what).setText(presenter.facts(what));
        }
        settings.forEach(Choices::update);
        Order.Form form = presenter.form();
        VBox shown = pages.get(form == Order.Form.STEMS ? Order.Form.WAV : form);
        boolean audio = form == Order.Form.WAV || form == Order.Form.STEMS;
        List<Node> content = form == Order.Form.CHART || form == Order.Form.PICTURE || form == Order.Form.KIT ? List.of(shown) : List.of(passes, shown);
        if (!page.getChildren().equals(content)) {
            page.getChildren().setAll(content);
        }
        Forms.showIf(presenter.pictureKind() != Paper.Kind.PDF, ground);
        if (audio) {
            Forms.showIf(form == Order.Form.WAV, onlyWhole.toArray(Node[]::new)); // stems never go through the limiter
            Forms.showIf(form == Order.Form.STEMS, onlyStems.toArray(Node[]::new));
            Forms.showIf(presenter.tail() == ExportPresenter.Tail.AFTER, seconds);
            Forms.showIf(presenter.levelKind() == AudioOptions.Level.Kind.PEAK, peak);
            Forms.showIf(presenter.levelKind() == AudioOptions.Level.Kind.LOUDNESS, loudness);
            seconds.show(presenter.tailSeconds());
            peak.show(presenter.levelKind() == AudioOptions.Level.Kind.PEAK ? presenter.levelValue() : -1);
            loudness.show(presenter.levelKind() == AudioOptions.Level.Kind.LOUDNESS ? presenter.levelValue() : -14);
        }
        Forms.showIf(arriving.now().isEmpty(), out, left); // what comes in needs the room, and what goes out has time
        Forms.showIf(arriving.now().isPresent(), in);
        arrivalPane.update();
        sentence.setText(presenter.sentence());
        write.setDisable(!presenter.isPossible());
        write.setText(presenter.order().filter(Order::isFolder).isPresent() ? "write into a folder …" : "write …");
        card.update();
        written.update();
        draw();
    }

    /** What is written, as small as a card: its patterns side by side, as many as can be told apart. */
    private void draw() {
        GraphicsContext g = picture.getGraphicsContext2D();
        g.clearRect(0, 0, picture.getWidth(), PICTURE);
        List<Pattern> patterns = presenter.patterns();
        double each = (picture.getWidth() + APART) / Math.max(1, patterns.size());
        for (int i = 0; i < patterns.size(); i++) {
            Miniature.draw(g, presenter.session().project(), patterns.get(i), theme, i * each, 4, each - APART, PICTURE - 8, Set.of());
        }
    }

    void setTheme(Theme to) {
        theme = to;
        arrivalPane.setTheme(to);
        dirty = true;
    }
}
