package app.promptsparrow.desktop.beat;

import app.promptsparrow.desktop.control.ValueField;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.control.ToggleButton;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;

/** Tools for many hits: where they work, then steps, velocities, timing and chance. */
final class ToolsPage extends InspectorPage {

    private static final String[] SCOPES = {"selection", "lane", "pattern"};

    private final ToggleButton[] scopes = new ToggleButton[SCOPES.length];
    private Label scopeNote;
    private ValueField chance;
    private int strength = 100;
    private int amount = 20;
    private int first = 40;
    private int last = 110;
    private int share = 80;

    ToolsPage(BeatPresenter presenter) {
        super(presenter);
    }

    @Override
    void build() {
        ToolBox tools = presenter.tools();
        HBox scopeLine = new HBox(4);
        for (int i = 0; i < SCOPES.length; i++) {
            ToolBox.Scope scope = ToolBox.Scope.values()[i];
            scopes[i] = choice(SCOPES[i], () -> tools.setScope(scope));
            scopes[i].setId("scope-" + SCOPES[i]);
            scopeLine.getChildren().add(scopes[i]);
        }
        scopeNote = second("");
        TextField figure = new TextField("96 58 80 58");
        figure.setId("figure");
        figure.setAccessibleText("Velocity figure");
        HBox.setHgrow(figure, Priority.ALWAYS);
        figure.setOnAction(event -> tools.figure(figure.getText()));
        chance = ValueField.whole("Number", 0, 999_999, 1, "").compact();
        chance.textField().setPrefColumnCount(4);
        chance.textField().setAccessibleText("Chance number");
        chance.textField().setId("chance-number");
        chance.onAsk((value, gesture) -> tools.setChanceNumber(Math.round(value)));
        getChildren().addAll(scopeLine, scopeNote,
                row(push("‹ Rotate", () -> tools.rotate(-1)), push("Rotate ›", () -> tools.rotate(1))),
                row(push("Reverse", tools::reverse), push("Spread evenly", tools::spread)),
                row(push("Half speed", tools::halfSpeed), push("Double speed", tools::doubleSpeed)),
                row(push("Double", tools::duplicate), push("Clear", tools::clear), push("Chop", presenter.editor()::chop)),
                gap(), second("Velocities"),
                row(figure, push("Figure", () -> tools.figure(figure.getText()))),
                pair(number("From", 1, 127, first, "", v -> first = v), number("to", 1, 127, last, "", v -> last = v), push("Ramp", () -> tools.ramp(first, last))),
                pair(number("Scale to", 10, 200, share, " %", v -> share = v), push("Scale", () -> tools.scale(share))),
                row(push("Invert", tools::invert), push("All firm", tools::reset)),
                gap(), second("Timing"),
                pair(number("Strength", 0, 100, strength, " %", v -> strength = v), push("Quantize", () -> tools.quantize(strength))),
                gap(), second("Chance: the same number, the same result"),
                pair(chance, push("Next", () -> tools.setChanceNumber(tools.chanceNumber() + 1))),
                number("Amount", 1, 100, amount, " %", v -> amount = v),
                row(push("Humanize", () -> tools.humanize(amount)), push("Thin out", () -> tools.thinOut(amount)), push("Vary", () -> tools.vary(amount))));
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
        HBox line = row(nodes);
        for (Node node : nodes) {
            HBox.setHgrow(node, Priority.ALWAYS);
        }
        return line;
    }

    @Override
    void update() {
        ToolBox tools = presenter.tools();
        for (int i = 0; i < SCOPES.length; i++) {
            scopes[i].setSelected(tools.wishedScope().ordinal() == i);
        }
        scopeNote.setText(switch (tools.scope()) {
            case SELECTION -> "Works on " + BeatPresenter.hits(presenter.selection().size());
            case LANE -> "Works on the lane of " + presenter.row().name();
            case PATTERN -> "Works on every lane of the pattern";
        });
        chance.show(tools.chanceNumber());
    }
}
