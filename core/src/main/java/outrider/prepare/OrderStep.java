package outrider.prepare;

import java.util.Arrays;
import java.util.HashSet;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import outrider.table.Column;

/**
 * The place of a level among levels that name an order, 1 for the first: one number beside the 0/1 inputs of the levels, so that a penalty
 * can pull levels towards their neighbours instead of towards the commonest. Missing and unknown levels take the training mean.
 *
 * @param order the levels of training
 */
public record OrderStep(String column, List<String> order, double fill) implements Step {
    private static final int FEWEST = 3;
    private static final Pattern NUMBER = Pattern.compile("\\d+(?:[.,]\\d+)?");
    private static final List<List<String>> WORDS = List.of(
            List.of("very low", "low", "medium", "high", "very high"),
            List.of("none", "few", "some", "many", "all"),
            List.of("xs", "s", "m", "l", "xl", "xxl"),
            List.of("never", "rarely", "sometimes", "often", "always"));

    /** Null where the levels name no order: each holds a number of its own, or all are words of one scale. */
    public static @Nullable OrderStep fit(Column source, int[] rows) {
        List<String> order = order(RateStep.seen(source, rows));
        if (order == null) return null;
        int[] codes = LevelCodes.of(source, rows, order);
        double mean = Arrays.stream(codes).filter(c -> c >= 0).average().orElse(0) + 1;
        return new OrderStep(source.name(), order, mean);
    }

    static @Nullable List<String> order(List<String> levels) {
        if (levels.size() < FEWEST) return null;
        double[] place = new double[levels.size()];
        for (int i = 0; i < place.length; i++) place[i] = first(levels.get(i));
        if (Arrays.stream(place).anyMatch(Double::isNaN)) place = byWords(levels);
        if (place == null || new HashSet<>(Arrays.stream(place).boxed().toList()).size() < place.length) return null;
        double[] at = place;
        return IntStream.range(0, at.length)
                .boxed()
                .sorted((a, b) -> Double.compare(at[a], at[b]))
                .map(levels::get)
                .toList();
    }

    /** The first number in a level's text. */
    private static double first(String level) {
        Matcher found = NUMBER.matcher(level);
        return found.find() ? Double.parseDouble(found.group().replace(',', '.')) : Double.NaN;
    }

    private static double @Nullable [] byWords(List<String> levels) {
        List<String> plain = levels.stream()
                .map(l -> l.strip().toLowerCase(java.util.Locale.ROOT))
                .toList();
        return WORDS.stream()
                .filter(scale -> scale.containsAll(plain))
                .findFirst()
                .map(scale -> plain.stream().mapToDouble(scale::indexOf).toArray())
                .orElse(null);
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
    public String explain() {
        return "its place from \"" + order.get(0) + "\" (1) to \"" + order.get(order.size() - 1) + "\" (" + order.size()
                + "), beside its other inputs";
    }
}
