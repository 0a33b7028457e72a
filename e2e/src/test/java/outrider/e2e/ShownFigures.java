package outrider.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import java.math.BigDecimal;
import java.math.MathContext;
import java.math.RoundingMode;
import java.text.DecimalFormat;
import java.text.DecimalFormatSymbols;
import java.util.List;
import java.util.Locale;

/** Holds what the page shows against what the core computes, to the last shown digit. */
final class ShownFigures {
    private ShownFigures() {}

    static void check(JsonNode core, int cut, JsonNode compare, JsonNode threshold) {
        for (String name : DeskJourneyTest.NAMES) {
            JsonNode at = core.get(name).get("cuts").get(cut);
            JsonNode figures = at.get("figures");
            JsonNode row = compare.get("rows").get(name);
            String where = name + " at cut " + cut;
            assertThat(text(row, "capture")).as(where).isEqualTo(bounded(figures, "capture", 100, 1));
            assertThat(text(row, "lift")).as(where).isEqualTo(bounded(figures, "lift", 1, 2));
            assertThat(text(row, "precision")).as(where).isEqualTo(bounded(figures, "precision", 100, 1));
            double gain = figures.get("gainOverNobody").asDouble();
            double half =
                    (figures.get("gainHigh").asDouble() - figures.get("gainLow").asDouble()) / 2;
            assertThat(text(row, "gain")).as(where).isEqualTo(money("", gain) + " ±" + grouped(half, 0));
            JsonNode own = core.get(name);
            assertThat(text(row, "auc"))
                    .as(where)
                    .isEqualTo(rounded(own.get("auc").asDouble(), 3) + " "
                            + (own.get("aucLow").isNull()
                                    ? "no interval"
                                    : rounded(own.get("aucLow").asDouble(), 3) + "–"
                                            + rounded(own.get("aucHigh").asDouble(), 3)));
            JsonNode against = at.get("againstLeader");
            String verdict = against == null || against.isNull()
                    ? "leader"
                    : "money "
                            + against.get("verdict")
                                    .asText()
                                    .toLowerCase(Locale.ROOT)
                                    .replace('_', ' ') + " AUC ";
            assertThat(text(row, "verdict")).as(where).startsWith(verdict);
        }
        JsonNode chosen = core.get(compare.get("chosen").asText());
        JsonNode figures = chosen.get("cuts").get(cut).get("figures");
        JsonNode bar = compare.get("bar");
        assertThat(bar.get("depth").asText())
                .isEqualTo(rounded(100 * figures.get("depth").asDouble(), 1) + " %");
        assertThat(bar.get("capture").asText())
                .isEqualTo(rounded(100 * figures.get("capture").asDouble(), 1) + " %");
        assertThat(bar.get("gain").asText())
                .isEqualTo(money("€", figures.get("gainOverNobody").asDouble()));
        JsonNode tie = figures.get("threshold");
        assertThat(bar.get("score").asText()).isEqualTo(tie.isNull() ? "in a tie" : score(tie.asDouble()));
        bands(chosen.get("bands").get("10"), compare.get("bands"));
        grid(figures, threshold.get("cells"));
        if (!tie.isNull()) {
            measures(chosen.get("thresholds").get(cut).get("measures"), threshold.get("measures"));
        }
        best(chosen.get("bestOfEach"), threshold.get("measures"));
    }

    static String text(JsonNode row, String figure) {
        return row.get(figure).asText().replaceAll("\\s+", " ");
    }

    static String bounded(JsonNode figures, String name, double factor, int digits) {
        return rounded(factor * figures.get(name).asDouble(), digits) + " "
                + rounded(factor * figures.get(name + "Low").asDouble(), digits) + "–"
                + rounded(factor * figures.get(name + "High").asDouble(), digits);
    }

    static void bands(JsonNode core, JsonNode shown) {
        assertThat(shown).hasSize(10);
        for (int b = 0; b < 10; b++) {
            JsonNode band = core.get(b);
            JsonNode row = shown.get(b);
            assertThat(row.get("capture").asText())
                    .isEqualTo(rounded(100 * band.get("capture").asDouble(), 1));
            assertThat(row.get("lift").asText())
                    .isEqualTo(rounded(band.get("lift").asDouble(), 2));
            assertThat(row.get("cumulativeLift").asText())
                    .isEqualTo(rounded(band.get("cumulativeLift").asDouble(), 2));
            assertThat(row.get("lowestScore").asText())
                    .isEqualTo(score(band.get("lowestScore").asDouble()));
        }
    }

    static void grid(JsonNode figures, JsonNode cells) {
        double[] worth = {74 / 3.0 - 2 / 3.0 * 1.25 - 4.5, -4.9, -1.25, 0.05};
        String[] names = {"caught", "falseAlarms", "missed", "leftAlone"};
        for (int c = 0; c < 4; c++) {
            double count = figures.get(names[c]).asDouble();
            JsonNode cell = cells.get(names[c]);
            boolean whole = Math.abs(count - Math.rint(count)) < 1e-9;
            assertThat(cell.get("count").asText()).isEqualTo(grouped(count, whole ? 0 : 1));
            assertThat(cell.get("share").asText()).isEqualTo(rounded(100 * count / 9000, 1) + " % of all");
            assertThat(cell.get("money").asText()).isEqualTo(money("€", worth[c] * count));
        }
    }

    static final List<String> SHARES = List.of(
            "recall",
            "precision",
            "specificity",
            "negativePredictiveValue",
            "accuracy",
            "balancedAccuracy",
            "depth",
            "macroPrecision",
            "macroRecall");

    static String measure(String name, JsonNode value) {
        if (value.isNull()) return "–";
        return SHARES.contains(name) ? rounded(100 * value.asDouble(), 1) + " %" : rounded(value.asDouble(), 3);
    }

    static void measures(JsonNode core, JsonNode shown) {
        assertThat(shown).hasSize(17);
        shown.fieldNames()
                .forEachRemaining(
                        name -> assertThat(shown.get(name).get("value").asText())
                                .as(name)
                                .isEqualTo(measure(name, core.get(name))));
    }

    static void best(JsonNode core, JsonNode shown) {
        core.fieldNames().forEachRemaining(name -> {
            JsonNode best = core.get(name);
            assertThat(shown.get(name).get("best").asText())
                    .as("best " + name)
                    .isEqualTo(measure(name, best.get("value")));
            String from = best.get("threshold").isNull()
                    ? "nobody"
                    : score(best.get("threshold").asDouble());
            assertThat(shown.get(name).get("from").asText()).as("best " + name).isEqualTo(from);
        });
    }

    static String rounded(double value, int digits) {
        BigDecimal exact = new BigDecimal(value).setScale(digits, RoundingMode.HALF_UP);
        return (exact.signum() == 0 && value < 0 ? "−" : "")
                + exact.toPlainString().replace('-', '−');
    }

    static String score(double value) {
        BigDecimal exact = new BigDecimal(value).round(new MathContext(4, RoundingMode.HALF_UP));
        int digits = Math.max(0, 4 - exact.precision() + exact.scale());
        return exact.setScale(Math.max(exact.scale(), digits), RoundingMode.HALF_UP)
                .toPlainString()
                .replace('-', '−');
    }

    static String grouped(double value, int digits) {
        DecimalFormat format =
                new DecimalFormat(digits == 0 ? "#,##0" : "#,##0.0", DecimalFormatSymbols.getInstance(Locale.ROOT));
        format.setRoundingMode(RoundingMode.HALF_UP);
        return format.format(value);
    }

    static String money(String currency, double value) {
        String amount = grouped(Math.abs(value), 0);
        if (amount.equals("0")) return currency + "0";
        return (value > 0 ? "+" : "−") + currency + amount;
    }
}
