package outrider.prepare;

import java.util.List;
import outrider.table.Column;

/** How one column becomes inputs: fitted on training, applied anywhere, able to say in words what it does. */
public sealed interface Step permits NumberStep, CategoryStep {
    String column();

    /** Names of the inputs it makes, in order. */
    List<String> inputs();

    /** Writes the inputs of one record from {@code at} on. */
    void write(Column source, int record, double[] into, int at);

    /** The rule in a sentence. */
    String explain();
}
