package outrider.prepare;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.jspecify.annotations.Nullable;
import outrider.table.CategoryColumn;
import outrider.table.Column;
import outrider.table.LevelOrder;
import outrider.term.Term;
import outrider.term.Terms;

/**
 * The place of a level among levels that name an order, 1 for the first: one number beside the 0/1 inputs of the levels, so that a penalty
 * can pull levels towards their neighbours instead of towards the commonest. Missing and unknown levels take the training mean.
 *
 * @param order the levels of training
 */
public record OrderStep(String column, List<String> order, double fill) implements Step {
    /** Null where nobody ordered the levels and they name no order. */
    public static @Nullable OrderStep fit(Column source, int[] rows) {
        List<String> order = order(source, LevelCodes.seen(source, rows));
        if (order == null) return null;
        int[] codes = LevelCodes.of(source, rows, order);
        double mean = Arrays.stream(codes).filter(c -> c >= 0).average().orElse(0) + 1;
        return new OrderStep(source.name(), order, mean);
    }

    /** The order that somebody gave, or else the one that the levels name. */
    private static @Nullable List<String> order(Column source, List<String> seen) {
        if (!(source instanceof CategoryColumn category && category.ordered())) return LevelOrder.unasked(seen);
        List<String> order = category.levels().stream().filter(seen::contains).toList();
        return order.size() < 2 ? null : order;
    }

    @Override
    public List<String> inputs() {
        return List.of(column + " (in order)");
    }

    @Override
    public void write(Column source, int[] rows, double[][] into) {
        int[] codes = LevelCodes.of(source, rows, order);
        for (int i = 0; i < codes.length; i++) into[0][i] = codes[i] < 0 ? fill : codes[i] + 1;
    }

    @Override
    public List<Term> numberTerms() {
        List<Term> places = new ArrayList<>();
        for (int i = 0; i < order.size(); i++) places.add(Terms.constant(i + 1));
        return List.of(new Term.ByLevel(column, order, places, Terms.constant(fill), Terms.constant(fill)));
    }

    @Override
    public String explain() {
        return "its place from \"" + order.get(0) + "\" (1) to \"" + order.get(order.size() - 1) + "\" (" + order.size()
                + "), beside its other inputs";
    }
}
