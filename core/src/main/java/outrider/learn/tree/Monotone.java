package outrider.learn.tree;

import java.util.List;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;
import outrider.learn.Settings;
import outrider.prepare.Preparation;
import outrider.prepare.TrainingData;

/**
 * Numbers with which scores may only rise, or only fall.
 *
 * @param rising and {@code falling}: names of columns
 */
public record Monotone(List<String> rising, List<String> falling) {
    public static final Monotone NONE = new Monotone(List.of(), List.of());

    /** As settings named {@code rising} and {@code falling} have it. */
    static Monotone of(Settings settings) {
        return new Monotone(settings.texts("rising"), settings.texts("falling"));
    }

    /**
     * By input column: 1, −1 or 0; null where none is bound.
     *
     * @throws BadInput if a column is no input, holds levels, or is named on both sides
     */
    int @Nullable [] directions(TrainingData data) {
        if (rising.isEmpty() && falling.isEmpty()) return null;
        int[] directions = new int[data.inputs().size()];
        for (String name : rising) directions[place(data, name, "rising")] = 1;
        for (String name : falling) {
            int at = place(data, name, "falling");
            if (directions[at] != 0) {
                throw BadInput.of("falling", "holds \"" + name + "\", which is to rise too", "choose one of the two");
            }
            directions[at] = -1;
        }
        return directions;
    }

    private static int place(TrainingData data, String name, String field) {
        int at = data.inputs().indexOf(name);
        if (at < 0) throw BadInput.of(field, "holds \"" + name + "\", which is no input", "choose an input");
        if (Preparation.isCategory(data.table().column(name))) {
            throw BadInput.of(
                    field, "holds \"" + name + "\", which has levels and no order", "choose a number or a date");
        }
        return at;
    }
}
