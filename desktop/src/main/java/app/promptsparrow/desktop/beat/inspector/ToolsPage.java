package app.promptsparrow.desktop.beat.inspector;

import app.promptsparrow.desktop.beat.edit.BeatPresenter;
import app.promptsparrow.desktop.beat.edit.ToolBox;
import app.promptsparrow.desktop.control.Fields;
import app.promptsparrow.desktop.control.Forms;
import app.promptsparrow.desktop.control.Tips;
import app.promptsparrow.desktop.control.ValueField;
import app.promptsparrow.text.Plural;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.control.ToggleButton;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;

/** Tools for many hits: where they work, then steps, velocities, timing and chance. */
final class ToolsPage extends InspectorPage {

    private static final String[] SCOPES = {"selection", "row", "pattern"};

    private final ToggleButton[] scopes = new ToggleButton[SCOPES.length];
    private Label scopeNote;
    private ValueField chance;
    private boolean bySteps = true;
    private int strength = 100;
    private int amount = 20;
    private int first = 40;
    private int last = 110;
    private int share = 80;

    ToolsPage(BeatPresenter presenter) {
        super(presenter);
    }

    @Override
    protected void build() {
        ToolBox tools = presenter.tools();
        HBox scopeLine = new HBox(4);
        for (int i = 0; i < SCOPES.length; i++) {
            ToolBox.Scope scope = ToolBox.Scope.values()[i];
            scopes[i] = Forms.choice(SCOPES[i], () -> tools.setScope(scope));
            scopes[i].setId("scope-" + SCOPES[i]);
            scopeLine.getChildren().add(scopes[i]);
        }
        scopeNote = Forms.second("");
        TextField figure = new TextField("96 58 80 58");
        figure.setId("figure");
        figure.setAccessibleText("Velocity figure");
        HBox.setHgrow(figure, Priority.ALWAYS);
        Fields.selectOnEntry(figure);
        Tips.on(figure, "A velocity figure is velocities that repeat: 96 58 80 58 gives the first step 96, the next 58, and so on. By hit they count hits.");
        figure.setOnAction(event -> tools.figure(figure.getText(), bySteps));
        chance = ValueField.whole("Number", 0, 999_999, 1, "").compact();
        chance.textField().setPrefColumnCount(4);
        chance.textField().setAccessibleText("Chance number");
        chance.textField().setId("chance-number");
        chance.onAsk((value, gesture) -> tools.setChanceNumber(Math.round(value)));
        getChildren().addAll(scopeLine, scopeNote,
                Forms.row(Forms.push("‹ Rotate", "tool-rotate-back", () -> tools.rotate(-1)), Forms.push("Rotate ›", "tool-rotate-on", () -> tools.rotate(1))),
                Forms.row(Forms.push("Reverse", "tool-reverse", tools::reverse), Forms.push("Spread evenly", "tool-spread", tools::spread)),
                Forms.row(Forms.push("Half speed", "tool-half-speed", tools::halfSpeed), Forms.push("Double speed", "tool-double-speed", tools::doubleSpeed)),
                Forms.row(Forms.push("Double", "tool-double", tools::duplicate), Forms.push("Clear", "tool-clear", tools::clear), Forms.push("Chop", "tool-chop", presenter.editor()::chop)),
                Forms.gap(), Forms.line("Velocity figure, by", figureBy()),
                Forms.row(figure, Forms.push("Apply", "tool-figure", () -> tools.figure(figure.getText(), bySteps))),
                pair(number("From", 1, 127, first, "", v -> first = v), number("to", 1, 127, last, "", v -> last = v), Forms.push("Ramp", "tool-ramp", () -> tools.ramp(first, last))),
                pair(number("Scale to", 10, 200, share, " %", v -> share = v), Forms.push("Scale", "tool-scale", () -> tools.scale(share))),
                Forms.row(Forms.push("Invert", "tool-invert", tools::invert), Forms.push("All firm", "tool-reset", tools::reset)),
                Forms.gap(), Forms.second("Timing"),
                pair(number("Strength", 0, 100, strength, " %", v -> strength = v), Forms.push("Quantize", "tool-quantize", () -> tools.quantize(strength))),
                Forms.gap(), Forms.second("Chance: a number gives one result"),
                pair(chance, Forms.push("Next", "tool-next-chance", () -> tools.setChanceNumber(tools.chanceNumber() + 1))),
                number("Amount", 1, 100, amount, " %", v -> amount = v),
                Forms.row(Forms.push("Humanize", "tool-humanize", () -> tools.humanize(amount)), Forms.push("Thin out", "tool-thin-out", () -> tools.thinOut(amount)), Forms.push("Vary", "tool-vary", () -> tools.vary(amount))));
    }

    /** Whether a figure counts steps or hits. */
    private HBox figureBy() {
        ToggleButton[] by = new ToggleButton[2];
        for (int i = 0; i < by.length; i++) {
            boolean steps = i == 0;
            by[i] = Forms.choice(steps ? "step" : "hit", () -> {
                bySteps = steps;
                by[0].setSelected(steps);
                by[1].setSelected(!steps);
            });
            by[i].setId(steps ? "figure-by-step" : "figure-by-hit");
        }
        by[0].setSelected(true);
        return Forms.row(by);
    }

    private interface Keep {
        void value(int value);
    }

    /** A small number that belongs to a tool and is kept by this page. */
    private static ValueField number(String title, int min, int max, int usual, String unit, Keep keep) {
        ValueField field = ValueField.whole(title, min, max, usual, unit).compact();
        field.textField().setPrefColumnCount(2);
        field.show(usual);
        field.onAsk((value, gesture) -> {
            keep.value((int) Math.round(value));
            field.show(value);
        });
        return field;
    }

    private static HBox pair(Node... nodes) {
        HBox line = Forms.row(nodes);
        for (Node node : nodes) {
            HBox.setHgrow(node, Priority.ALWAYS);
        }
        return line;
    }

    @Override
    protected void update() {
        ToolBox tools = presenter.tools();
        for (int i = 0; i < SCOPES.length; i++) {
            scopes[i].setSelected(tools.wishedScope().ordinal() == i);
        }
        scopeNote.setText(switch (tools.scope()) {
            case SELECTION -> "Works on " + Plural.of(presenter.hand().selection().size(), "hit");
            case LANE -> "Works on " + presenter.chosen().row().name() + ", the chosen row";
            case PATTERN -> "Works on every row of the pattern";
        });
        chance.show(tools.chanceNumber());
    }
}
