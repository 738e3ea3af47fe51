package app.promptsparrow.desktop.control;

import java.util.ArrayList;
import java.util.List;
import java.util.function.Function;
import javafx.scene.Node;

/**
 * Puts many nodes that change often into small groups. The toolkit takes a parent with more than twelve changed children
 * for changed as a whole, and would repaint all of its width and height.
 */
public final class Clusters {

    private static final int SIZE = 8;

    private Clusters() {
    }

    /** The nodes in order, eight in each group. */
    public static <N extends Node, G extends Node> List<G> of(List<N> nodes, Function<List<N>, G> group) {
        List<G> groups = new ArrayList<>();
        for (int i = 0; i < nodes.size(); i += SIZE) {
            groups.add(group.apply(nodes.subList(i, Math.min(nodes.size(), i + SIZE))));
        }
        return groups;
    }
}
