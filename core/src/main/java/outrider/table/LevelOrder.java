package outrider.table;

import java.util.Arrays;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;

/** Finds the order that levels name: numbers or ranges, days, months, sizes, or words of one scale (METHODS section 7). */
public final class LevelOrder {
    private static final int FEWEST = 3;
    /** Of the first so many scales an order is taken unasked, of all others it is proposed. */
    private static final int UNASKED = 4;

    private static final Pattern NUMBER = Pattern.compile("\\d+(?:[.,]\\d+)?");
    private static final List<List<String>> SCALES = List.of(
            List.of("very low", "low", "medium", "high", "very high"),
            List.of("none", "few", "some", "many", "all"),
            List.of("xs", "s", "m", "l", "xl", "xxl"),
            List.of("never", "rarely", "sometimes", "often", "always"),
            List.of("tiny", "small", "medium", "large", "huge"),
            List.of("very bad", "bad", "poor", "fair", "good", "very good", "excellent"),
            List.of(
                    "strongly disagree",
                    "disagree",
                    "somewhat disagree",
                    "neutral",
                    "neither",
                    "neither agree nor disagree",
                    "undecided",
                    "somewhat agree",
                    "agree",
                    "strongly agree"),
            List.of(
                    "very dissatisfied",
                    "dissatisfied",
                    "somewhat dissatisfied",
                    "neutral",
                    "neither",
                    "neither satisfied nor dissatisfied",
                    "somewhat satisfied",
                    "satisfied",
                    "very satisfied"),
            List.of("very unlikely", "unlikely", "neutral", "neither", "likely", "very likely"),
            List.of("very low", "low", "moderate", "high", "very high"),
            List.of("none", "mild", "moderate", "severe", "very severe"),
            List.of("bronze", "silver", "gold", "platinum"),
            List.of("primary", "secondary", "tertiary"),
            List.of("first", "second", "third", "fourth", "fifth"),
            List.of("mon", "tue", "wed", "thu", "fri", "sat", "sun"),
            List.of("monday", "tuesday", "wednesday", "thursday", "friday", "saturday", "sunday"),
            List.of("jan", "feb", "mar", "apr", "may", "jun", "jul", "aug", "sep", "oct", "nov", "dec"),
            List.of(
                    "january",
                    "february",
                    "march",
                    "april",
                    "may",
                    "june",
                    "july",
                    "august",
                    "september",
                    "october",
                    "november",
                    "december"));

    private LevelOrder() {}

    /** The levels from the first to the last; null where they name no order: each holds a number of its own, or all are words of one scale. */
    public static @Nullable List<String> of(List<String> levels) {
        return of(levels, SCALES, LevelNumbers.of(levels));
    }

    /** Such an order where no word but those of the commonest scales is met: then it is an input without anybody's word. */
    public static @Nullable List<String> unasked(List<String> levels) {
        double[] plain = levels.stream().mapToDouble(LevelOrder::first).toArray();
        return of(levels, SCALES.subList(0, UNASKED), plain);
    }

    private static @Nullable List<String> of(List<String> levels, List<List<String>> scales, double[] numbers) {
        if (levels.size() < FEWEST) return null;
        double[] place = numbers;
        if (Arrays.stream(place).anyMatch(Double::isNaN)) place = byWords(levels, scales);
        if (place == null || new HashSet<>(Arrays.stream(place).boxed().toList()).size() < place.length) return null;
        double[] at = place;
        return IntStream.range(0, at.length)
                .boxed()
                .sorted((a, b) -> Double.compare(at[a], at[b]))
                .map(levels::get)
                .toList();
    }

    /** The first number in a level's text, without a look at thousands: what is fitted unasked goes on going by it. */
    private static double first(String level) {
        Matcher found = NUMBER.matcher(level);
        return found.find() ? Double.parseDouble(found.group().replace(',', '.')) : Double.NaN;
    }

    private static double @Nullable [] byWords(List<String> levels, List<List<String>> scales) {
        List<String> plain =
                levels.stream().map(l -> l.strip().toLowerCase(Locale.ROOT)).toList();
        return scales.stream()
                .filter(scale -> scale.containsAll(plain))
                .findFirst()
                .map(scale -> plain.stream().mapToDouble(scale::indexOf).toArray())
                .orElse(null);
    }
}
