package outrider.prepare;

import java.util.List;
import outrider.table.Column;

/** How one column becomes inputs: fitted on training, applied anywhere, able to say in words what it does. */
public sealed interface Step permits NumberStep, CurveStep, CategoryStep, RateStep {
    String column();

    /** Names of the inputs it makes, in order. */
    List<String> inputs();

    /** Writes the inputs of {@code rows[i]} at {@code into[i * width + at]} and after. */
    void write(Column source, int[] rows, double[] into, int at, int width);

    /** The rule in a sentence. */
    String explain();
}
