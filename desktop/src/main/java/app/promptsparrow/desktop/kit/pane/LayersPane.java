package app.promptsparrow.desktop.kit.pane;

import app.promptsparrow.desktop.control.Forms;
import app.promptsparrow.desktop.control.InPlace;
import app.promptsparrow.desktop.control.Numbers;
import app.promptsparrow.desktop.control.Styles;
import app.promptsparrow.desktop.control.Tips;
import app.promptsparrow.desktop.control.ValueField;
import app.promptsparrow.desktop.hand.FileDrop;
import app.promptsparrow.desktop.kit.edit.KitPresenter;
import app.promptsparrow.desktop.rows.RowFields;
import app.promptsparrow.desktop.theme.Theme;
import app.promptsparrow.kit.Heard;
import app.promptsparrow.kit.Layer;
import app.promptsparrow.kit.LayerChoice;
import app.promptsparrow.kit.Recipe;
import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.kit.SampleSound;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ToggleButton;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;

/** The layers of the chosen row: how they are chosen, and each with its waveform, its part that is played, level and tune. */
final class LayersPane extends VBox {

    /** So long the rows above stay where they are when another one is chosen: a hand that presses twice would else press two of them. */
    private static final long STILL_NS = 500_000_000;

    private final KitPresenter presenter;
    private final Label title = Forms.strong("");
    private final Map<LayerChoice, ToggleButton> choices = new EnumMap<>(LayerChoice.class);
    private final Button add = new Button("+ layer");
    private final Button draw;
    private final VBox list = new VBox(6);
    private final List<Line> lines = new ArrayList<>();
    private Theme theme;
    private Optional<RowId> shown = Optional.empty();
    private int shownLayers;
    /** From when on the list may take another height, see {@link #STILL_NS}. */
    private long stillUntilNs = System.nanoTime();
    private boolean waits;

    LayersPane(KitPresenter presenter, Theme theme) {
        super(8);
        this.presenter = presenter;
        this.theme = theme;
        getStyleClass().add("inspector");
        setId("layers");
        HBox head = new HBox(6, title, Forms.second("layers"));
        head.setAlignment(Pos.CENTER_LEFT);
        title.setMinWidth(Region.USE_PREF_SIZE);
        for (LayerChoice choice : LayerChoice.values()) {
            ToggleButton button = new ToggleButton(choice.title());
            button.setId("layers-" + choice.name().toLowerCase(Locale.ROOT).replace('_', '-'));
            button.setMinWidth(Region.USE_PREF_SIZE);
            button.setOnAction(event -> {
                button.setSelected(true);
                presenter.setChoice(choice);
            });
            choices.put(choice, button);
            head.getChildren().add(button);
        }
        Tips.on(choices.get(LayerChoice.TOGETHER), "Every hit sounds all layers");
        Tips.on(choices.get(LayerChoice.BY_VELOCITY), "A hit sounds the layers whose velocities it lies in");
        Tips.on(choices.get(LayerChoice.IN_TURN), "Each hit sounds the next layer");
        Tips.on(choices.get(LayerChoice.BY_CHANCE), "Each hit sounds one of the layers, the same again when the beat is played again");
        add.setId("add-layer");
        add.setMinWidth(Region.USE_PREF_SIZE);
        add.setOnAction(event -> presenter.addLayer());
        Tips.on(add, "Another sound on this row, at first the same as the chosen one");
        draw = Forms.push("draw anew", "draw-chance", presenter::drawChance);
        draw.setMinWidth(Region.USE_PREF_SIZE);
        Tips.on(draw, "Other layers by chance, in all rows that choose so, and from now on the same again");
        head.getChildren().addAll(add, draw);
        list.setMinHeight(Region.USE_PREF_SIZE);
        getChildren().addAll(head, list);
    }

    void setTheme(Theme to) {
        theme = to;
    }

    void update() {
        Row row = presenter.chosen().row();
        title.setText(row.name());
        boolean live = row.layers().get(0).sound().isLive();
        choices.forEach((choice, button) -> {
            button.setSelected(choice == row.voicing().choice());
            button.setDisable(live);
        });
        Forms.showIf(row.voicing().choice() == LayerChoice.BY_CHANCE && !live, draw);
        add.setDisable(live || row.layers().size() == Row.MOST_LAYERS);
        // Room for two if any row has so many, whichever is chosen, so that the rows above do not go up and down all the time.
        boolean some = presenter.session().project().kit().rows().stream().anyMatch(each -> each.layers().size() > 1);
        int room = room(row, Math.max(row.layers().size(), some ? 2 : 1));
        while (lines.size() < room) {
            lines.add(new Line(lines.size()));
        }
        if (list.getChildren().size() != room) {
            list.getChildren().setAll(lines.subList(0, room));
        }
        for (int i = 0; i < room; i++) {
            boolean there = i < row.layers().size();
            lines.get(i).setVisible(there);
            if (there) {
                lines.get(i).update(row, row.layers().get(i));
            }
        }
    }

    /** How many layers there is room for now: those that are wanted, or those before if another row was only just chosen. */
    private int room(Row row, int wanted) {
        boolean other = shown.isPresent() && !shown.get().equals(row.id());
        if (other) {
            stillUntilNs = System.nanoTime() + STILL_NS;
        } else if (row.layers().size() != shownLayers) {
            stillUntilNs = System.nanoTime(); // it got or lost one, which is to be seen
        }
        shown = Optional.of(row.id());
        shownLayers = row.layers().size();
        int before = list.getChildren().size();
        waits = before > 0 && wanted != before && isStill();
        return waits ? before : wanted;
    }

    private boolean isStill() {
        return System.nanoTime() < stillUntilNs || InPlace.isOpen(getScene());
    }

    /** Once a pulse: takes the height it has waited for. */
    void pulse() {
        if (waits && !isStill()) {
            update();
        }
    }

    /** One layer. */
    private final class Line extends HBox {
        private final int index;
        private final Label name = new Label();
        private final ValueField from;
        private final ValueField to;
        private final HBox range;
        private final ToggleButton mute = new ToggleButton("M");
        private final ToggleButton solo = new ToggleButton("S");
        private final Button remove = new Button("×");
        private final WaveformPane waveform;
        private final ValueField level;
        private final ValueField tune;
        private final ToggleButton reversed = new ToggleButton("reversed");
        private final ToggleButton kept = new ToggleButton("keep length");

        Line(int index) {
            super(10);
            this.index = index;
            setAlignment(Pos.CENTER_LEFT);
            setId("layer-" + index);
            getStyleClass().add("layer-line");
            waveform = new WaveformPane(presenter, index);
            name.getStyleClass().add("row-name");
            name.setMinWidth(0);
            from = ValueField.whole("vel.", 1, 127, 1, "").compact();
            to = ValueField.whole("to", 1, 127, 127, "").compact();
            range = new HBox(2, from, to);
            for (ValueField end : List.of(from, to)) {
                end.textField().setPrefColumnCount(3);
            }
            from.textField().setId("layer-" + index + "-from");
            to.textField().setId("layer-" + index + "-to");
            from.onAsk(() -> presenter.layerOf(index), (of, value, gesture) -> presenter.changeLayer(of, "Set velocities", one -> one.withVelocities((int) Math.round(value), Math.max(one.to(), (int) Math.round(value))), gesture));
            to.onAsk(() -> presenter.layerOf(index), (of, value, gesture) -> presenter.changeLayer(of, "Set velocities", one -> one.withVelocities(Math.min(one.from(), (int) Math.round(value)), (int) Math.round(value)), gesture));
            for (ToggleButton button : List.of(mute, solo)) {
                button.getStyleClass().add("row-switch");
                button.setMinWidth(Region.USE_PREF_SIZE);
                button.setFocusTraversable(false);
            }
            mute.setOnAction(event -> heard(new Heard(mute.isSelected(), solo.isSelected())));
            solo.setOnAction(event -> heard(new Heard(mute.isSelected(), solo.isSelected())));
            remove.getStyleClass().add("row-switch");
            remove.setId("layer-" + index + "-remove");
            remove.setFocusTraversable(false);
            Tips.on(remove, "Remove this layer");
            remove.setOnAction(event -> presenter.removeLayer(index));
            Region gap = new Region();
            HBox.setHgrow(gap, Priority.ALWAYS);
            HBox top = new HBox(2, name, gap, mute, solo, remove);
            top.setAlignment(Pos.CENTER_LEFT);
            reversed.getStyleClass().add("small-choice");
            reversed.setId("layer-" + index + "-reversed");
            reversed.setMinWidth(Region.USE_PREF_SIZE);
            Tips.on(reversed, "Played from its end to its start");
            reversed.setOnAction(event -> presenter.changeLayer(index, "Reverse layer", one -> one.withSpan(one.span().withReversed(reversed.isSelected()))));
            VBox head = new VBox(2, top, new HBox(6, reversed, range));
            head.setMinWidth(188);
            head.setMaxWidth(188);
            head.setOnMousePressed(event -> presenter.chooseLayer(index));
            HBox.setHgrow(waveform, Priority.ALWAYS);
            level = ValueField.decibels("level", Layer.LEAST_DB, Layer.MOST_DB).compact();
            level.textField().setId("layer-" + index + "-level");
            level.onAsk(() -> presenter.layerOf(index), (of, value, gesture) -> presenter.changeLayer(of, "Set layer level", one -> one.withLevelDb(Math.rint(value * 10) / 10), gesture));
            tune = new ValueField("tune", -24, 24, 1, 0, RowFields::tuneText, Numbers::number).compact();
            tune.textField().setId("layer-" + index + "-tune");
            tune.onAsk(() -> presenter.layerOf(index), (of, value, gesture) -> presenter.changeLayer(of, "Tune layer", one -> one.withTune(one.tune().withCents((int) Math.round(value * 100))), gesture));
            kept.getStyleClass().add("small-choice");
            kept.setId("layer-" + index + "-kept");
            kept.setMinWidth(Region.USE_PREF_SIZE);
            Tips.on(kept, RowFields.TUNE_KEPT);
            kept.setOnAction(event -> presenter.changeLayer(index, "Keep length", one -> one.withTune(one.tune().withLengthKept(kept.isSelected()))));
            VBox values = new VBox(0, level, tune);
            values.setMinWidth(128);
            values.setMaxWidth(128);
            values.setAlignment(Pos.CENTER_RIGHT);
            VBox switches = new VBox(kept);
            switches.setAlignment(Pos.BOTTOM_RIGHT);
            getChildren().addAll(head, waveform, values, switches);
            FileDrop.on(this, (files, event) -> presenter.rowEditor().bringOnLayer(files, index));
        }

        private void heard(Heard to) {
            presenter.changeLayer(index, to.muted() ? "Mute layer" : to.soloed() ? "Solo layer" : "Hear layer", one -> one.withHeard(to));
        }

        void update(Row row, Layer layer) {
            boolean live = layer.sound().isLive();
            name.setText((index + 1) + "  " + (layer.sound() instanceof SampleSound sample ? sample.name() : ((Recipe) layer.sound()).model().title()));
            from.show(layer.from());
            to.show(layer.to());
            Forms.showIf(row.voicing().choice() == LayerChoice.BY_VELOCITY && !live, range);
            mute.setSelected(layer.heard().muted());
            solo.setSelected(layer.heard().soloed());
            mute.setAccessibleText("Mute layer " + (index + 1));
            solo.setAccessibleText("Solo layer " + (index + 1));
            Forms.showIf(row.layers().size() > 1, remove);
            level.show(layer.levelDb());
            tune.show(layer.tune().cents() / 100.0);
            reversed.setSelected(layer.span().reversed());
            kept.setSelected(layer.tune().keepsLength());
            Forms.showIf(!live, reversed, kept);
            Styles.toggle(this, "chosen", index == presenter.layerIndex() && row.layers().size() > 1);
            waveform.update(row, layer, theme);
        }
    }
}
