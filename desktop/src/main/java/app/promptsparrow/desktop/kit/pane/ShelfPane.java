package app.promptsparrow.desktop.kit.pane;

import app.promptsparrow.desktop.control.DirectScroll;
import app.promptsparrow.desktop.control.Forms;
import app.promptsparrow.desktop.control.Icons;
import app.promptsparrow.desktop.control.Menus;
import app.promptsparrow.desktop.control.Styles;
import app.promptsparrow.desktop.control.Tips;
import app.promptsparrow.desktop.kit.edit.KitPresenter;
import app.promptsparrow.desktop.kit.edit.Shelf;
import app.promptsparrow.desktop.theme.Theme;
import app.promptsparrow.sound.Outline;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import javafx.geometry.Pos;
import javafx.scene.canvas.Canvas;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.MenuButton;
import javafx.scene.control.MenuItem;
import javafx.scene.control.TextField;
import javafx.scene.control.ToggleButton;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import org.kordamp.ikonli.feather.Feather;

/** The shelf of sounds for the chosen row: arrow keys put each on it while the beat plays. */
final class ShelfPane extends VBox {

    private static final double LONGEST_NAME = 140;
    private static final int PICTURE_WIDTH = 32;
    private static final int PICTURE_HEIGHT = 14;

    private final KitPresenter presenter;
    private final Shelf shelf;
    private final TextField search = new TextField();
    private final Map<Shelf.Filter, ToggleButton> filters = new EnumMap<>(Shelf.Filter.class);
    private final Label count = Forms.second("");
    private final VBox list = new VBox(1);
    private final DirectScroll scroll = new DirectScroll();
    private Theme theme;
    private List<Shelf.Entry> shown = List.of();
    private final List<Line> lines = new ArrayList<>();

    /** A place on the shelf, for whatever sound stands there. */
    private final class Line extends HBox {
        private final Label name = new Label();
        private final Label from = Forms.second("");
        private final ToggleButton favourite = new ToggleButton("", Icons.of(Feather.HEART, "shelf-heart"));
        private final Canvas picture = new Canvas(PICTURE_WIDTH, PICTURE_HEIGHT);
        private final Label length = Forms.second("");
        private Shelf.Entry entry;
        private boolean drawn;

        Line(int index) {
            super(5);
            setAlignment(Pos.CENTER_LEFT);
            getStyleClass().add("shelf-line");
            setId("sound-" + index);
            name.setMinWidth(Region.USE_PREF_SIZE);
            name.setMaxWidth(LONGEST_NAME);
            from.setWrapText(false);
            from.setMinWidth(0);
            Region gap = new Region();
            HBox.setHgrow(gap, Priority.ALWAYS);
            favourite.getStyleClass().add("shelf-favourite");
            favourite.setMinWidth(Region.USE_PREF_SIZE);
            favourite.setFocusTraversable(false);
            Tips.on(favourite, "A favourite or not");
            favourite.setOnAction(event -> shelf.toggleFavourite(entry));
            length.setWrapText(false);
            length.setMinWidth(44);
            length.setAlignment(Pos.CENTER_RIGHT);
            getChildren().addAll(name, from, gap, picture, length, favourite);
            setOnMousePressed(event -> {
                shelf.attempt(index);
                if (event.getClickCount() == 2) {
                    shelf.keep();
                }
            });
        }

        void show(Shelf.Entry to) {
            if (entry != to) {
                entry = to;
                name.setText(to.name());
                from.setText(to.from());
                favourite.setAccessibleText("Favourite: " + to.name() + " of " + to.from());
                forgetPicture();
            }
            favourite.setSelected(shelf.isFavourite(to));
        }

        void forgetPicture() {
            drawn = false;
            length.setText("");
            picture.getGraphicsContext2D().clearRect(0, 0, PICTURE_WIDTH, PICTURE_HEIGHT);
        }

        /** Draws its outline if its sound is there now. Answers whether it did. */
        boolean drawNow() {
            Optional<Outline> outline = drawn ? Optional.empty() : shelf.outline(entry);
            outline.ifPresent(of -> {
                drawn = true;
                length.setText(OutlinesPane.lengthText(of.lengthMs()));
                GraphicsContext g = picture.getGraphicsContext2D();
                g.setFill(theme.family(entry.family()));
                float most = 1e-6f;
                for (float level : of.levels()) {
                    most = Math.max(most, level);
                }
                for (int x = 0; x < PICTURE_WIDTH; x++) {
                    double height = Math.sqrt(of.levels()[x * Outline.BINS / PICTURE_WIDTH] / most) * PICTURE_HEIGHT;
                    g.fillRect(x, PICTURE_HEIGHT - height, 1, height);
                }
            });
            return outline.isPresent();
        }
    }

    ShelfPane(KitPresenter presenter, Shelf shelf, Theme theme) {
        super(8);
        this.theme = theme;
        this.presenter = presenter;
        this.shelf = shelf;
        getStyleClass().add("inspector");
        setId("shelf");
        setMinWidth(200);
        setPrefWidth(320);
        setMaxWidth(320);
        Label title = Forms.strong("Sounds");
        Label how = Forms.second("← → try · Enter keeps · Escape puts back");
        how.setWrapText(false);
        how.setMinWidth(0);
        title.setMinWidth(Region.USE_PREF_SIZE);
        HBox head = new HBox(10, title, how);
        head.setAlignment(Pos.BASELINE_LEFT);
        search.setId("shelf-search");
        search.setPromptText("find a sound, such as: rope bell");
        search.setAccessibleText("Find a sound");
        search.textProperty().addListener((observable, was, is) -> shelf.search(is));
        search.addEventHandler(KeyEvent.KEY_PRESSED, event -> {
            if (event.getCode() == KeyCode.DOWN || event.getCode() == KeyCode.UP) {
                shelf.step(event.getCode() == KeyCode.DOWN ? 1 : -1);
                event.consume();
            } else if (event.getCode() == KeyCode.ESCAPE && !search.getText().isEmpty()) {
                search.clear();
            }
        });
        HBox choices = new HBox(4);
        for (Shelf.Filter filter : Shelf.Filter.values()) {
            ToggleButton choice = Forms.choice("", () -> shelf.setFilter(filter));
            choice.setId("shelf-" + filter.name().toLowerCase(Locale.ROOT));
            filters.put(filter, choice);
            choices.getChildren().add(choice);
        }
        scroll.setContent(list);
        VBox.setVgrow(scroll, Priority.ALWAYS);
        Button file = Forms.push("a sound file …", "shelf-file", presenter.rowEditor()::bringOntoChosen);
        Tips.on(file, "Put a WAV, AIFF, AU, FLAC, Ogg Vorbis or MP3 file on the row; files can also be dropped on a row, or below the last one");
        MenuButton folders = new MenuButton("my folders");
        folders.setId("shelf-folders");
        folders.setStyle("-fx-padding: 0 2;"); // as high as the button beside it
        folders.setMinWidth(Region.USE_PREF_SIZE);
        Tips.on(folders, "Folders of sounds on this computer, to find and try sounds in; a folder can also be dropped here");
        folders.getItems().add(new MenuItem("")); // without an item it would not open to be filled
        folders.setOnShowing(event -> folders.getItems().setAll(folderItems()));
        HBox own = new HBox(8, file, folders);
        own.setAlignment(Pos.CENTER_LEFT);
        HBox.setHgrow(file, Priority.NEVER);
        getChildren().addAll(head, search, choices, count, scroll, own);
    }

    private List<MenuItem> folderItems() {
        List<MenuItem> items = new ArrayList<>();
        items.add(Menus.item("folder-add", "Add a folder …", () -> {
            shelf.setFilter(Shelf.Filter.OWN);
            shelf.own().ask();
        }));
        items.add(Menus.item("folder-look", "Look through them again", shelf.own()::look));
        for (Path folder : shelf.own().folders()) {
            items.add(Menus.item("folder-forget", "Forget " + folder, () -> shelf.own().remove(folder)));
        }
        return items;
    }

    /** A folder stays on the shelf; files go to the chosen row. */
    void drop(List<Path> files) {
        List<Path> folders = files.stream().filter(Files::isDirectory).toList();
        if (folders.isEmpty()) {
            presenter.rowEditor().bring(files, Optional.of(presenter.chosen().row().id()));
        } else {
            shelf.setFilter(Shelf.Filter.OWN);
            folders.forEach(shelf.own()::add);
        }
    }

    void setTheme(Theme to) {
        theme = to;
        lines.forEach(Line::forgetPicture);
    }

    /** Once a pulse: one outline more, so that none waits for all. */
    void pulse() {
        for (int i = 0; i < shown.size(); i++) {
            if (lines.get(i).drawNow()) {
                return;
            }
        }
    }

    void focusSearch() {
        search.requestFocus();
    }

    void update() {
        List<Shelf.Entry> entries = shelf.entries();
        String family = presenter.chosen().row().family().title();
        filters.get(Shelf.Filter.FAMILY).setText(family.equals("bass") ? "basses" : family.equals("percussion") || family.equals("other") ? family : family + "s");
        filters.get(Shelf.Filter.ALL).setText("all");
        filters.get(Shelf.Filter.FAVOURITES).setText("favourites");
        filters.forEach((filter, choice) -> choice.setSelected(filter == shelf.filter()));
        filters.get(Shelf.Filter.OWN).setText("mine");
        count.setText(entries.isEmpty() ? nothing() : entries.size() + (entries.size() == 1 ? " sound" : " sounds")
                + (entries.size() >= Shelf.MOST_FILES ? "; more words find fewer" : ""));
        if (!entries.equals(shown)) {
            shown = entries;
            while (lines.size() < entries.size()) {
                lines.add(new Line(lines.size()));
            }
            list.getChildren().setAll(lines.subList(0, entries.size()));
        }
        int now = shelf.index();
        for (int i = 0; i < entries.size(); i++) {
            lines.get(i).show(entries.get(i));
            Styles.toggle(lines.get(i), "chosen", i == now);
        }
        if (now >= 0) {
            scroll.reveal(lines.get(now));
        }
    }

    private String nothing() {
        return switch (shelf.filter()) {
            case FAVOURITES -> "no favourite yet: press the heart of a sound";
            case OWN -> shelf.own().folders().isEmpty() ? "drop a folder of sounds here, or add one below" : "no sound in your folders is called so";
            default -> "nothing is called so";
        };
    }
}
