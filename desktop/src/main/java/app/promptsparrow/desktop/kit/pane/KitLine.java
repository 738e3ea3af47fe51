package app.promptsparrow.desktop.kit.pane;

import app.promptsparrow.desktop.control.Forms;
import app.promptsparrow.desktop.control.InPlace;
import app.promptsparrow.desktop.control.Menus;
import app.promptsparrow.desktop.control.Tips;
import app.promptsparrow.desktop.kit.edit.KitPresenter;
import app.promptsparrow.desktop.rows.KitChoice;
import app.promptsparrow.desktop.rows.Kits;
import app.promptsparrow.kit.BuiltInKits;
import app.promptsparrow.kit.Kit;
import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.project.KitEdit;
import app.promptsparrow.project.KitMatch;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.Menu;
import javafx.scene.control.MenuButton;
import javafx.scene.control.MenuItem;
import javafx.scene.control.RadioMenuItem;
import javafx.scene.control.SeparatorMenuItem;
import javafx.scene.control.ToggleButton;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;

/** The kit's name and what can be done with all of it: step to another, hear all of it, take rows of another. */
final class KitLine extends HBox {

    static final double HEIGHT = 36;
    /** In less there is no room for the longest words. */
    private static final double NARROW = 800;
    private static final double LONGEST_NAME = 72;

    private final KitPresenter presenter;
    /** Shown whole as long as it is no longer than that; the facts beside it give way first. */
    private final Label name = new Label() {
        @Override
        protected double computeMinWidth(double height) {
            return Math.min(LONGEST_NAME, computePrefWidth(height));
        }
    };
    private final Label facts = Forms.second("");
    private final ToggleButton favourite = new ToggleButton("favourite");
    private final ToggleButton hearAll = new ToggleButton("hear all");
    private final MenuButton rows = new MenuButton("rows from another kit");
    /** Offered when a kit has just been taken. */
    private final MenuButton goOn = new MenuButton("how rows go on");

    KitLine(KitPresenter presenter) {
        super(8);
        this.presenter = presenter;
        setAlignment(Pos.CENTER_LEFT);
        setMinHeight(HEIGHT);
        setMaxHeight(HEIGHT);
        name.getStyleClass().add("pattern-title");
        name.setId("kit-title");
        Tips.on(name, "Press twice to rename the kit");
        name.setOnMouseClicked(event -> {
            if (event.getClickCount() == 2) {
                InPlace.edit(name, presenter.session().project().kit().name(), to -> presenter.session().apply(new KitEdit.RenameKit(to)));
            }
        });
        facts.setWrapText(false);
        facts.setMinWidth(0);
        Region gap = new Region();
        HBox.setHgrow(gap, Priority.ALWAYS);
        favourite.setId("kit-favourite");
        favourite.getStyleClass().add("small-choice");
        Tips.on(favourite, "Favourites come first when you step");
        favourite.setOnAction(event -> current(true));
        hearAll.setId("hear-all");
        hearAll.setOnAction(event -> {
            presenter.hearAll();
            update();
        });
        Tips.on(hearAll, "Every row in turn, named as it sounds; again to stop");
        rows.setId("rows-from");
        Tips.on(rows, "Rows of another kit, with their sounds");
        widthProperty().addListener((observable, was, width) -> rows.setText(width.doubleValue() < NARROW ? "rows from …" : "rows from another kit"));
        rows.setMinWidth(Region.USE_PREF_SIZE);
        rows.setOnShowing(event -> fill());
        rows.getItems().add(new Menu("")); // without an item it would not open to be filled
        goOn.setId("kit-match");
        goOn.setMinWidth(Region.USE_PREF_SIZE);
        goOn.setOnShowing(event -> fill(presenter.kits().match()));
        goOn.getItems().add(new Menu(""));
        Tips.on(goOn, "Which row of this kit plays what which row played; each can go on as another");
        MenuButton files = new MenuButton("file");
        files.setId("kit-file");
        files.getItems().addAll(KitChoice.fileItems(presenter.kits()));
        files.getItems().add(Menus.item("kit-of-folder", "Make a kit of a folder of sounds …", presenter.rowEditor()::makeKitOfFolder));
        Tips.on(files, "Save this kit with its sounds, or open one that was saved");
        for (Region region : List.of(favourite, hearAll, files)) {
            region.setMinWidth(Region.USE_PREF_SIZE);
        }
        // what comes and goes stands before the buttons that step, so that they stay under a hand that presses again
        getChildren().addAll(name, facts, gap, goOn, favourite, step("‹", "kit-previous", -1, "The kit before (Alt+Page Up)"), step("›", "kit-next", 1, "The next kit (Alt+Page Down)"),
                hearAll, rows, files);
    }

    private Button step(String text, String id, int by, String tip) {
        Button button = new Button(text);
        button.setId(id);
        button.setMinWidth(Region.USE_PREF_SIZE);
        Tips.on(button, tip);
        button.setOnAction(event -> presenter.kits().step(by));
        return button;
    }

    private void current(boolean toggle) {
        Kits kits = presenter.kits();
        Kit kit = kits.all().get(kits.index());
        if (toggle) {
            kits.setFavourite(kit, favourite.isSelected());
        }
        favourite.setSelected(kits.isFavourite(kit));
    }

    /** A menu a kit, made when it is first asked for; a row comes with its sound, and goes by an undo. */
    private void fill() {
        rows.getItems().clear();
        for (Kit kit : BuiltInKits.all()) {
            Menu menu = new Menu(kit.name());
            menu.setId("rows-from-" + slug(kit.name()));
            menu.getItems().add(Menus.item("row-all", "all " + kit.rows().size() + " rows", () -> add(kit, kit.rows())));
            for (Row row : kit.rows()) {
                menu.getItems().add(Menus.item("row-" + slug(row.name()), row.name(), () -> add(kit, List.of(row))));
            }
            rows.getItems().add(menu);
        }
    }

    /** A line for every row of the kit that was taken, then those that stay below and those that go. */
    private void fill(KitMatch match) {
        List<MenuItem> lines = new ArrayList<>();
        List<Row> before = presenter.kits().rowsBefore();
        Set<RowId> stays = new HashSet<>();
        match.taken().forEach((row, as) -> {
            Menu line = new Menu(row.name() + "  ←  " + as.map(Row::name).orElse("none: a row of its own"));
            line.setId("match-" + slug(row.name()));
            line.setMnemonicParsing(false);
            before.stream().filter(old -> old.kind() == row.kind()).forEach(old -> line.getItems().add(choice(row, Optional.of(old), as)));
            line.getItems().add(choice(row, Optional.empty(), as));
            as.ifPresent(old -> stays.add(old.id()));
            lines.add(line);
        });
        lines.add(new SeparatorMenuItem());
        for (Row row : match.kept()) {
            lines.add(told(row.name() + " has hits and stays below"));
            stays.add(row.id());
        }
        before.stream().filter(row -> !stays.contains(row.id())).forEach(row -> lines.add(told(row.name() + " has no hits and goes")));
        goOn.getItems().setAll(lines);
    }

    private RadioMenuItem choice(Row row, Optional<Row> old, Optional<Row> now) {
        RadioMenuItem item = new RadioMenuItem(old.map(Row::name).orElse("none: a row of its own"));
        item.setId(slug(row.name()) + "-as-" + slug(old.map(Row::name).orElse("none")));
        item.setMnemonicParsing(false);
        item.setSelected(old.equals(now));
        item.setOnAction(event -> presenter.kits().goOnAs(row, old.map(Row::id)));
        return item;
    }

    private static MenuItem told(String text) {
        MenuItem item = new MenuItem(text);
        item.setMnemonicParsing(false);
        item.setDisable(true);
        item.getStyleClass().add("told"); // read, not pressed
        return item;
    }

    private static String slug(String name) {
        return name.toLowerCase(Locale.ROOT).replace(' ', '-');
    }

    private void add(Kit from, List<Row> added) {
        int before = presenter.session().project().kit().rows().size();
        if (presenter.session().apply(new KitEdit.AddRows("Add " + (added.size() == 1 ? added.get(0).name() : added.size() + " rows") + " of " + from.name(), added))) {
            presenter.chosen().chooseRow(presenter.session().project().kit().rows().get(before).id());
            presenter.hearChosen();
        }
    }

    void update() {
        Kit kit = presenter.session().project().kit();
        Kits kits = presenter.kits();
        name.setText(kit.name());
        facts.setText("kit " + (kits.index() + 1) + " of " + kits.all().size() + " · " + Kits.facts(kit));
        hearAll.setSelected(presenter.isHearingAll());
        boolean taken = kits.isTaken();
        goOn.setVisible(taken);
        goOn.setManaged(taken);
        current(false);
    }
}
