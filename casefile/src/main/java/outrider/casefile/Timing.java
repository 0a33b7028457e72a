package outrider.casefile;

import java.util.List;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;

/**
 * When the last of a candidate's inputs is known.
 *
 * @param days after the day of decision; null where nobody said it of any
 * @param last which input that is; null likewise
 * @param undated of how many inputs nobody said it
 */
public record Timing(@Nullable Integer days, @Nullable String last, int undated) {
    public static Timing of(List<String> inputs, Function<String, ColumnSetup> setup) {
        Integer days = null;
        String last = null;
        int undated = 0;
        for (String input : inputs) {
            Integer known = setup.apply(input).knownAfterDays();
            if (known == null) {
                undated++;
            } else if (days == null || known > days) {
                days = known;
                last = input;
            }
        }
        return new Timing(days, last, undated);
    }
}
