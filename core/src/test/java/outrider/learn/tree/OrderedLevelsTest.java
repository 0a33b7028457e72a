package outrider.learn.tree;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import outrider.base.RandomStream;
import outrider.base.Seeds;
import outrider.learn.Cases;
import outrider.learn.Learner;
import outrider.learn.Learners;
import outrider.learn.Model;
import outrider.learn.Settings;
import outrider.prepare.TrainingData;
import outrider.table.CategoryColumn;
import outrider.table.Table;

/** The event rate goes up and down along the levels: trees that may part them as they like do, those of an order keep it. */
class OrderedLevelsTest {
    private static final List<String> LEVELS =
            IntStream.range(0, 10).mapToObj(i -> "level " + (char) ('j' - i)).toList();

    private static Model model(String kind, boolean ordered) {
        int n = 4000;
        RandomStream random = new Seeds(2).stream("ordered");
        int[] codes = new int[n];
        byte[] outcome = new byte[n];
        for (int i = 0; i < n; i++) {
            codes[i] = random.nextInt(10);
            outcome[i] = (byte) (random.nextDouble() < (codes[i] % 2 == 0 ? 0.2 : 0.5) + codes[i] / 40.0 ? 1 : 0);
        }
        Table table = new Table(List.of(new CategoryColumn("k", codes, LEVELS, ordered)), null);
        int[] all = IntStream.range(0, n).toArray();
        Learner learner = Learners.named(kind);
        Map<String, Object> settings = kind.equals("tree") ? Map.of("depth", 3) : Map.of();
        return Cases.train(
                learner,
                Settings.of(learner, settings),
                new TrainingData(table, List.of("k"), all, outcome, all, 4),
                1);
    }

    private static List<Tree> trees(Model model) {
        if (model instanceof TreeModel tree) return List.of(tree.fit().tree());
        return model instanceof ForestModel forest
                ? forest.trees()
                : ((BoostedModel) model).fit().trees();
    }

    private static long inOrder(Model model) {
        return trees(model).stream()
                .flatMap(tree -> IntStream.range(0, tree.splits().column().length)
                        .filter(node -> tree.splits().column()[node] >= 0)
                        .mapToObj(node -> tree.splits().levelsLeft()[node][0]))
                .filter(bits -> gap(bits))
                .count();
    }

    /** Whether a level is missing between others on the left, of those that can stand there. */
    private static boolean gap(long bits) {
        long shifted = bits >>> Long.numberOfTrailingZeros(bits);
        return (shifted & shifted + 1) != 0;
    }

    @ParameterizedTest
    @ValueSource(strings = {"tree", "forest", "boosted"})
    void splitsKeepAnOrderThatWasGiven(String kind) {
        assertThat(inOrder(model(kind, false)))
                .as("splits that jump over a level")
                .isPositive();
        assertThat(inOrder(model(kind, true))).isZero();
    }
}
