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

    @Test
    void isFittedOnTrainingOnlyAndAppliedAnywhere() {
        Preparation fitted = Preparation.fit(TABLE, List.of("n", "c", "d"), TRAINING);
        assertThat(fitted.inputs()).containsExactly("n", "n missing", "c = gold", "c missing", "d (days)");
        Matrix x = fitted.apply(TABLE, new int[] {1, 3, 4});
        assertThat(x.values()).containsExactly(3, 1, 1, 0, 1, 3, 0, 0, 1, 0, 1000, 0, 0, 0, -10);
        assertThat(fitted.steps().get(0).explain()).contains("median 3 ");
    }

    @Test
    void freeTextAndUnknownColumnsAreRefusedByName() {
        assertThatThrownBy(() -> Preparation.fit(TABLE, List.of("t"), TRAINING))
                .hasMessageContaining("\"t\": is free text");
        assertThatThrownBy(() -> Preparation.fit(TABLE, List.of("x"), TRAINING))
                .hasMessageContaining("is not in the file");
        assertThatThrownBy(() -> Preparation.fit(TABLE, List.of(), TRAINING)).hasMessageContaining("inputs");
    }
}
