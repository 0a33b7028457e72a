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
        Matrix x = fitted.apply(TABLE, new int[] {1, 3, 4}).matrix();
        assertThat(x.values()).containsExactly(3, 1, 1, 0, 9, 3, 0, 0, 1, 10, 1000, 0, 0, 0, 20);
        assertThat(fitted.steps().get(0).explain()).contains("median 3 ");
    }

    @Test
    void freeTextAndUnknownColumnsAreRefusedByName() {
        assertThatThrownBy(() -> fit("t")).hasMessageContaining("\"t\": is free text");
        assertThatThrownBy(() -> fit("x")).hasMessageContaining("is not in the file");
        assertThatThrownBy(() -> fit()).hasMessageContaining("inputs");
    }

    @Test
    void curvesAreSmoothAndStraightOutsideTheirOuterKnots() {
        int n = 400;
        double[] x = new double[n];
        int[] rows = new int[n];
        for (int i = 0; i < n; i++) {
            x[i] = i / 10.0;
            rows[i] = i;
        }
        CurveStep curve = (CurveStep) CurveStep.fit(new NumberColumn("x", x), rows);
        assertThat(curve.inputs()).containsExactly("x", "x curve 1", "x curve 2", "x curve 3");
        double[] knots = curve.knots();
        for (int input = 1; input < 4; input++) {
            assertThat(bent(curve, knots[0] - 5, input)).isZero();
            double far = knots[4] + 100;
            double second = bent(curve, far + 2, input) - 2 * bent(curve, far + 1, input) + bent(curve, far, input);
            assertThat(second).isCloseTo(0, org.assertj.core.api.Assertions.within(1e-6));
            for (double knot : knots) {
                double step = bent(curve, knot + 1e-7, input) - bent(curve, knot - 1e-7, input);
                assertThat(step).isCloseTo(0, org.assertj.core.api.Assertions.within(1e-5));
            }
        }
        assertThat(CurveStep.fit(new NumberColumn("flag", new double[] {0, 1, 0, 1}), TRAINING))
                .isInstanceOf(NumberStep.class);
    }

    private static double bent(CurveStep curve, double x, int input) {
        double[] into = new double[4];
        curve.bend(x, into, 0);
        return into[input];
    }
}
