package app.promptsparrow.desktop.rows;

import app.promptsparrow.desktop.control.Clusters;
import app.promptsparrow.desktop.control.InPlace;
import app.promptsparrow.desktop.control.Styles;
import app.promptsparrow.desktop.control.Tips;
import app.promptsparrow.desktop.hand.Drag;
import app.promptsparrow.desktop.hand.FileDrop;
import app.promptsparrow.desktop.session.Chosen;
import app.promptsparrow.desktop.session.Session;
import app.promptsparrow.desktop.theme.Theme;
import app.promptsparrow.kit.Family;
import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.project.KitEdit;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import javafx.css.PseudoClass;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.ContextMenu;
import javafx.scene.control.Label;
import javafx.scene.control.ToggleButton;
import javafx.scene.input.MouseButton;
import javafx.scene.input.MouseEvent;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Pane;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;

/** The heads of the rows, the same in every view: family mark, name, lane length, mute, solo. */
public final class RowHeadsPane extends Pane {

    public static final double WIDTH = 196;
    /** How long a hit that is heard stays lit, here and where else its row is shown. */
    public static final long LIT_NS = 120_000_000;

    /** How far the light around a mark reaches beyond it. */
    private static final double HALO = 3;

    /** Below this height of a row its mark is smaller, so that marks do not touch. */
    private static final double ROOMY = 25;

    /** How rows are heard, and what else a view lets a row do to what it shows of it. */
    public interface Hearing {

        /** Strikes a row as its next hit would sound. */
        void strike(RowId row, int velocity);

        /** Strikes the chosen row, or what the cursor is on. */
        void chosen();

        /** Selects what the chosen row has in this view. */
        void selectAll();
    }

    private static final class Head {
        private final HBox box = new HBox();
        private final Button mark = new Button();
        private final Label name = new Label();
        private final Label lane = new Label();
        private final ToggleButton mute = new ToggleButton("M");
        private final ToggleButton solo = new ToggleButton("S");
        private final Region choice = new Region();
        private final Region halo = new Region();
        private final Pane glow = new Pane(halo);
        private final Label notes = new Label();
        private final VBox ladder = new VBox(4);
        private final HBox names = new HBox(5, name);
        private final VBox middle = new VBox(3, names);
        private Shown shown;
        private long litUntilNs;

        /** By fading alone, which changes no bounds, since it happens many times a second. */
        public void light(boolean on) {
            double size = mark.getWidth() * mark.getScaleX() + 2 * HALO;
            halo.resizeRelocate(mark.getLayoutX() + (mark.getWidth() - size) / 2, mark.getLayoutY() + (mark.getHeight() - size) / 2, size, size);
            glow.setOpacity(on ? 1 : 0);
        }
    }

    private final Session session;
    private final Chosen chosen;
    private final RowsInView rowsInView;
    private final RowEditor rowEditor;
    private final Hearing hearing;
    /** Where a head that is dragged would go. */
    private final Region mark = new Region();
    private final VBox column = new VBox();
    private ContextMenu menu;
    private int dropAt = -1;
    private final Map<RowId, Head> heads = new HashMap<>();
    private List<RowId> order = List.of();

    public RowHeadsPane(Session session, Chosen chosen, RowsInView rowsInView, RowEditor rowEditor, Hearing hearing) {
        this.session = session;
        this.chosen = chosen;
        this.rowsInView = rowsInView;
        this.rowEditor = rowEditor;
        this.hearing = hearing;
        setMinWidth(WIDTH);
        setPrefWidth(WIDTH);
        setMaxWidth(WIDTH);
        mark.getStyleClass().add("row-drop");
        mark.setManaged(false); // placed while a head is dragged
        mark.setVisible(false);
        mark.setMouseTransparent(true);
        column.setMinWidth(WIDTH);
        column.setMaxWidth(WIDTH);
        column.setPrefWidth(WIDTH);
        getChildren().addAll(column, mark);
        FileDrop.on(this, (files, event) -> rowEditor.bring(files, Optional.empty())); // below the last head
    }

    /** Brings the heads to what the project says, with the heights of the grid's rows. */
    public void update(Function<RowId, Optional<RowPlace>> places) {
        List<Row> rows = rowsInView.rows();
        List<RowId> ids = rows.stream().map(Row::id).toList();
        if (!ids.equals(order)) {
            order = ids;
            heads.keySet().retainAll(Set.copyOf(ids));
            Clusters.arrange(column.getChildren(), ids.stream().map(id -> head(id).box).toList());
        }
        for (Row row : rows) {
            update(head(row.id()), row, places.apply(row.id()));
        }
    }

    private Head head(RowId id) {
        return heads.computeIfAbsent(id, this::make);
    }

    private Head make(RowId id) {
        Head head = new Head();
        head.box.getStyleClass().add("row-head");
        head.box.setId("row-" + id.value());
        head.mark.getStyleClass().setAll("button", "family-mark");
        head.mark.setFocusTraversable(false);
        head.mark.setOnMousePressed(event -> {
            // Harder towards its top.
            hearing.strike(id, (int) Math.round(120 - 80 * event.getY() / 18));
            chosen.chooseRow(id);
        });
        Tips.on(head.mark, "Press to hear it, harder towards the top");
        head.name.getStyleClass().add("row-name");
        head.lane.getStyleClass().add("second");
        Tips.on(head.lane, () -> chosen.pattern().filter(p -> !laneText(p, id).isEmpty()).map(p -> LaneText.tip(p, id, session.project().meterOf(p))).orElse(""));
        head.mute.getStyleClass().add("row-switch");
        head.solo.getStyleClass().add("row-switch");
        Tips.on(head.mute, "Mute");
        Tips.on(head.solo, "Solo");
        head.mute.setFocusTraversable(false);
        head.solo.setFocusTraversable(false);
        head.mute.setOnAction(event -> session.apply(new KitEdit.SetMuted(id, head.mute.isSelected())));
        head.solo.setOnAction(event -> session.apply(new KitEdit.SetSoloed(id, head.solo.isSelected())));
        head.name.setMinWidth(0);
        head.lane.setMinWidth(Region.USE_PREF_SIZE);
        head.mute.setMinWidth(Region.USE_PREF_SIZE);
        head.solo.setMinWidth(Region.USE_PREF_SIZE);
        HBox switches = new HBox(2, head.mute, head.solo);
        switches.setAlignment(Pos.CENTER);
        switches.setMaxHeight(18);
        head.notes.getStyleClass().add("second");
        head.halo.getStyleClass().add("row-halo");
        head.halo.setManaged(false);
        head.choice.getStyleClass().add("row-choice");
        head.glow.getStyleClass().add("row-glow");
        for (Region ground : List.of(head.choice, head.glow)) {
            ground.setManaged(false); // placed by update(), not by the layout
            ground.setMouseTransparent(true);
            ground.setOpacity(0);
        }
        head.names.setAlignment(Pos.CENTER_LEFT);
        head.names.setMinHeight(18);
        head.middle.setMinWidth(0);
        head.middle.setMaxHeight(Region.USE_PREF_SIZE);
        head.middle.setAlignment(Pos.CENTER_LEFT);
        head.middle.setFillWidth(false);
        HBox.setHgrow(head.middle, Priority.ALWAYS);
        head.box.getChildren().addAll(head.choice, head.glow, head.mark, head.middle, switches);
        FileDrop.on(head.box, (files, event) -> rowEditor.bring(files, Optional.of(id)));
        Drag hand = Drag.on(head.box).other(event -> choose(id, event));
        hand.pressed(event -> choose(id, event)).move(event -> {
            if (hand.isDecided()) {
                drag(event);
            }
        }).release(event -> drop(id)).ended(() -> {
            mark.setVisible(false);
            dropAt = -1;
        });
        head.box.setOnMouseClicked(event -> {
            if (event.getButton() == MouseButton.PRIMARY && event.getClickCount() == 2 && isOn(head.names, event)) {
                rename(id);
            }
        });
        head.box.setOnContextMenuRequested(event -> {
            if (menu != null) {
                menu.hide();
            }
            menu = RowMenu.of(chosen, rowsInView, rowEditor, hearing, id, () -> rename(id));
            menu.show(head.box, event.getScreenX(), event.getScreenY());
            event.consume();
        });
        Tips.on(head.name, () -> chosen.rowName(id) + "\nDrag to reorder, press twice to rename, right press for more");
        return head;
    }

    /** Ctrl chooses one more, Shift all up to it; a right press on one of several leaves them chosen. */
    private void choose(RowId id, MouseEvent event) {
        if (event.isControlDown()) {
            chosen.chooseBeside(id);
        } else if (event.isShiftDown()) {
            chosen.chooseUpTo(id);
        } else if (event.getButton() == MouseButton.PRIMARY || !chosen.isChosen(id)) {
            chosen.chooseRow(id);
        }
    }

    private static boolean isOn(Node part, MouseEvent event) {
        return part.localToScene(part.getBoundsInLocal()).contains(event.getSceneX(), event.getSceneY());
    }

    private void rename(RowId id) {
        InPlace.edit(heads.get(id).name, chosen.rowName(id), to -> rowEditor.rename(id, to));
    }

    // --- reordering ---

    /** Shows between which rows a dragged head would go. */
    private void drag(MouseEvent event) {
        double y = sceneToLocal(event.getSceneX(), event.getSceneY()).getY();
        double top = 0;
        dropAt = 0;
        for (RowId row : order) {
            double height = heads.get(row).box.getHeight();
            if (y < top + height / 2) {
                break;
            }
            top += height;
            dropAt++;
        }
        mark.resizeRelocate(4, top - 1, WIDTH - 8, 2);
        mark.setVisible(true);
    }

    private void drop(RowId id) {
        if (dropAt < 0 || session.project().kit().row(id).isEmpty()) {
            return;
        }
        // Rows that the filter hides keep their places: the row goes before the one that is shown there, or to the end.
        List<Row> all = session.project().kit().rows();
        int from = session.project().kit().indexOf(id);
        int to = dropAt < order.size() ? session.project().kit().indexOf(order.get(dropAt)) : all.size();
        rowEditor.moveTo(id, to > from ? to - 1 : to);
    }

    /** What a ladder shows, and how to see more of it; made when a row first has one. */
    private void buildLadder(Head head, RowId id) {
        head.ladder.getChildren().setAll(head.notes,
                new HBox(3, small("↑ more", id, () -> rowsInView.moreNotes(true), "An octave more above (Shift+Page Up)"),
                        small("↓ more", id, () -> rowsInView.moreNotes(false), "An octave more below (Shift+Page Down)")),
                new HBox(3, small("fit", id, rowsInView::fitNotes, "Only the notes around what is played (Shift+Home)"),
                        small("all 12", id, rowsInView::toggleTwelve, "All twelve notes, or only those of the scale (Shift+End)")));
    }

    private Button small(String text, RowId id, Runnable action, String tip) {
        Button button = new Button(text);
        button.getStyleClass().add("small-choice");
        button.setFocusTraversable(false);
        button.setMinWidth(Region.USE_PREF_SIZE);
        button.setOnAction(event -> {
            chosen.chooseRow(id);
            action.run();
        });
        Tips.on(button, tip);
        return button;
    }

    private String notesText(RowId id, RowPlace place) {
        return session.project().key().text() + ", " + place.notes().size()
                + (rowsInView.ladder(id).twelve() ? " of all notes" : " notes");
    }

    /** Everything that a head's look depends on, so that an edit brings only those up to date that it changes. */
    private record Shown(String name, Family family, boolean muted, boolean soloed, boolean heard, boolean chosen, boolean tall,
                         double height, String lane, String notes) {
    }

    private void update(Head head, Row row, Optional<RowPlace> place) {
        Shown now = new Shown(row.name(), row.family(), row.heard().muted(), row.heard().soloed(), session.project().kit().isHeard(row),
                chosen.isChosen(row.id()), place.map(RowPlace::isLadder).orElse(false),
                place.map(RowPlace::height).orElse(30.0), chosen.pattern().map(p -> laneText(p, row.id())).orElse(""),
                place.filter(RowPlace::isLadder).map(at -> notesText(row.id(), at)).orElse(""));
        if (now.equals(head.shown)) {
            return;
        }
        head.shown = now;
        head.box.setMinHeight(now.height);
        head.box.setMaxHeight(now.height);
        head.mark.setScaleX(Math.min(1, now.height / ROOMY));
        head.mark.setScaleY(Math.min(1, now.height / ROOMY));
        head.choice.resizeRelocate(0, 0, WIDTH, now.height);
        head.glow.resizeRelocate(0, 0, WIDTH, now.height);
        head.name.setText(now.name);
        head.mark.setStyle("-fx-background-color: -sparrow-" + Theme.role(now.family) + ";");
        head.mark.setAccessibleText("Hear " + now.name);
        head.mute.setAccessibleText("Mute " + now.name);
        head.solo.setAccessibleText("Solo " + now.name);
        head.mute.setSelected(now.muted);
        head.solo.setSelected(now.soloed);
        head.choice.setOpacity(now.chosen ? 1 : 0);
        Styles.toggle(head.box, "tall", now.tall);
        Styles.toggle(head.box, "silent", !now.heard);
        head.lane.setText(now.lane);
        // What a row lacks is not there at all: the toolkit walks past every node at every pulse.
        present(!now.lane.isEmpty(), head.lane, head.names);
        if (now.tall && head.ladder.getChildren().isEmpty()) {
            buildLadder(head, row.id());
        }
        present(now.tall, head.ladder, head.middle);
        head.notes.setText(now.notes);
    }

    private static void present(boolean wanted, Node last, Pane parent) {
        if (wanted != parent.getChildren().contains(last)) {
            if (wanted) {
                parent.getChildren().add(last);
            } else {
                parent.getChildren().remove(last);
            }
        }
    }

    private static String laneText(Pattern pattern, RowId row) {
        String own = LaneText.own(pattern, row);
        return own.isEmpty() ? "" : "·" + own;
    }

    /** A hit of the row is heard. */
    public void light(int rowId, long timeNs) {
        Head head = rowId < 1 ? null : heads.get(new RowId(rowId));
        if (head != null) {
            head.litUntilNs = timeNs + LIT_NS;
            head.light(true);
        }
    }

    /** Once a pulse. */
    public void pulse(long timeNs) {
        for (Head head : heads.values()) {
            if (head.litUntilNs != 0 && timeNs >= head.litUntilNs) {
                head.litUntilNs = 0;
                head.light(false);
            }
        }
    }

    /** The pointer is on a row of the grid. */
    public void point(Optional<RowId> row) {
        heads.forEach((id, head) -> head.name.pseudoClassStateChanged(PseudoClass.getPseudoClass("hover"),
                row.isPresent() && row.get().equals(id)));
    }
}
