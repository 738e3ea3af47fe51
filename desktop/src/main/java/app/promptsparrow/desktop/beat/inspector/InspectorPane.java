package app.promptsparrow.desktop.beat.inspector;

import app.promptsparrow.desktop.beat.edit.BeatPresenter;
import app.promptsparrow.desktop.control.DirectScroll;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import javafx.scene.Node;
import javafx.scene.Parent;
import javafx.scene.control.ToggleButton;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;

/** What is chosen, in numbers, on pages: the hits, the row, the pattern, and tools for many hits. */
public final class InspectorPane extends VBox {

    public static final double WIDTH = 236;

    private final List<InspectorPage> pages;
    private final List<ToggleButton> tabs = new ArrayList<>();
    private final DirectScroll scroll = new DirectScroll();
    private final BeatPresenter presenter;
    private int shown;

    public InspectorPane(BeatPresenter presenter) {
        this.presenter = presenter;
        getStyleClass().add("inspector");
        setMinWidth(WIDTH);
        setPrefWidth(WIDTH);
        setMaxWidth(WIDTH);
        pages = List.of(new HitPage(presenter), new RowPage(presenter), new PatternPage(presenter), new ToolsPage(presenter));
        HBox tabLine = new HBox(0);
        String[] titles = {"Hit", "Row", "Pattern", "Tools"};
        for (int i = 0; i < titles.length; i++) {
            tabLine.getChildren().add(tab(titles[i], i));
        }
        VBox.setVgrow(scroll, Priority.ALWAYS);
        getChildren().addAll(tabLine, scroll);
        show(0);
    }

    private ToggleButton tab(String title, int index) {
        ToggleButton tab = new ToggleButton(title);
        tab.getStyleClass().add("inspector-tab");
        tab.setId("tab-" + title.toLowerCase(Locale.ROOT));
        tab.setMaxWidth(Double.MAX_VALUE);
        HBox.setHgrow(tab, Priority.ALWAYS);
        tab.setOnAction(event -> show(index));
        tabs.add(tab);
        return tab;
    }

    /** Shows a page and gives the keyboard to its first control. */
    public void focus(int index) {
        show(index);
        firstControl(pages.get(index)).ifPresent(Node::requestFocus);
    }

    private static Optional<Node> firstControl(Parent page) {
        for (Node node : page.getChildrenUnmodifiable()) {
            if (node.isVisible() && !node.isDisabled()) {
                Optional<Node> found = node.isFocusTraversable() ? Optional.of(node) : node instanceof Parent parent ? firstControl(parent) : Optional.empty();
                if (found.isPresent()) {
                    return found;
                }
            }
        }
        return Optional.empty();
    }

    /** Pages are built when they are first shown: their controls are slow to make. */
    void show(int index) {
        shown = index;
        scroll.setContent(pages.get(index));
        pages.get(index).bringUpToDate();
        for (int i = 0; i < tabs.size(); i++) {
            tabs.get(i).setSelected(i == index);
        }
    }

    public void update() {
        boolean pattern = presenter.chosen().pattern().isPresent(); // an empty slot has nothing to be told in numbers
        scroll.setVisible(pattern);
        tabs.forEach(tab -> tab.setDisable(!pattern));
        if (pattern) {
            pages.get(shown).bringUpToDate();
        }
    }
}
