package outrider.prepare;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import org.junit.jupiter.api.Test;
import outrider.table.CategoryColumn;
import outrider.table.DateColumn;
import outrider.table.NumberColumn;
import outrider.table.Table;
import outrider.table.TextColumn;

class PreparationTest {
    private static final Table TABLE = new Table(
            List.of(
                    new NumberColumn("n", new double[] {1, Double.NaN, 5, 3, 1000}),
                    new CategoryColumn("c", new int[] {0, 1, 0, -1, 2}, List.of("plain", "gold", "unseen")),
                    new DateColumn("d", new int[] {100, 101, 110, 100, 90}),
                    TextColumn.of("t", "a", "b", null, "c", "")),
            null);
    private static final int[] TRAINING = {0, 1, 2, 3};

    private static Preparation fit(String... columns) {
        TrainingData data = new TrainingData(TABLE, List.of(columns), TRAINING, new byte[] {0, 1, 0, 0, 0}, null, 1);
        return Preparation.fit(data, Preparation.Options.PLAIN, outrider.base.Progress.NONE);
    }

    @Test
    void isFittedOnTrainingOnlyAndAppliedAnywhere() {
        Preparation fitted = fit("n", "c", "d");
        assertThat(fitted.inputs()).containsExactly("n", "n missing", "c = gold", "c missing", "d (age in days)");
        Matrix x = fitted.apply(TABLE, new int[] {1, 3, 4});
        assertThat(x.values()).containsExactly(3, 1, 1, 0, 9, 3, 0, 0, 1, 10, 1000, 0, 0, 0, 20);
        assertThat(fitted.steps().get(0).explain()).contains("median 3 ");
    }

    @Test
    void freeTextAndUnknownColumnsAreRefusedByName() {
        assertThatThrownBy(() -> fit("t")).hasMessageContaining("\"t\": is free text");
        assertThatThrownBy(() -> fit("x")).hasMessageContaining("is not in the file");
        assertThatThrownBy(() -> fit()).hasMessageContaining("inputs");
    }
}
