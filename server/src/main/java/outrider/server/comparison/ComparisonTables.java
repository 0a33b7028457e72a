package outrider.server.comparison;

import static java.util.Objects.requireNonNull;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import outrider.exchange.CutFigures;
import outrider.measure.BandRow;
import outrider.server.comparison.ComparisonView.AtRow;
import outrider.server.comparison.ComparisonView.AtView;
import outrider.server.comparison.ComparisonView.CandidateRow;
import outrider.server.web.TableDownload;

/** The comparison and the band table as tables that leave. */
final class ComparisonTables {
    private static final List<String> BANDS = List.of(
            "candidate",
            "part",
            "band",
            "from",
            "to",
            "records",
            "events",
            "eventRate",
            "lift",
            "cumulativeRecords",
            "cumulativeEvents",
            "capture",
            "cumulativeLift",
            "highestScore",
            "lowestScore",
            "tied");
    private static final List<String> COMPARISON = List.of(
            "candidate",
            "kind",
            "verdict",
            "records",
            "depth",
            "threshold",
            "caught",
            "falseAlarms",
            "missed",
            "leftAlone",
            "capture",
            "captureLow",
            "captureHigh",
            "lift",
            "liftLow",
            "liftHigh",
            "precision",
            "precisionLow",
            "precisionHigh",
            "netValue",
            "gainOverNobody",
            "gainLow",
            "gainHigh",
            "auc",
            "aucLow",
            "aucHigh",
            "aucOnTraining",
            "aucOutOfFold");

    private ComparisonTables() {}

    static TableDownload bands(List<BandTables.BandsView> views, int q) {
        List<List<Object>> rows = new ArrayList<>();
        for (BandTables.BandsView view : views) {
            for (BandRow row : view.validation()) rows.add(band(view.name(), "validation", row));
            if (view.training() == null) continue;
            for (BandRow row : view.training()) rows.add(band(view.name(), "training", row));
        }
        return new TableDownload("bands-" + q, BANDS, rows);
    }

    private static List<Object> band(String name, String part, BandRow row) {
        return List.of(
                name,
                part,
                row.band(),
                row.from(),
                row.to(),
                row.records(),
                row.events(),
                row.eventRate(),
                row.lift(),
                row.cumulativeRecords(),
                row.cumulativeEvents(),
                row.capture(),
                row.cumulativeLift(),
                row.highestScore(),
                row.lowestScore(),
                row.tied() ? "yes" : "no");
    }

    /** All candidates on validation at one cut, in the order of the comparison. */
    static TableDownload comparison(ComparisonView all, AtView at) {
        Map<Long, CandidateRow> rows =
                all.candidates().stream().collect(Collectors.toMap(CandidateRow::id, Function.identity()));
        return new TableDownload(
                "comparison",
                COMPARISON,
                at.candidates().stream()
                        .map(c -> line(requireNonNull(rows.get(c.id())), c))
                        .toList());
    }

    private static List<@Nullable Object> line(CandidateRow row, AtRow at) {
        CutFigures f = at.figures();
        String verdict = at.against() == null
                ? "leader"
                : at.against().verdict().name().toLowerCase(Locale.ROOT).replace('_', ' ');
        return Arrays.asList(
                row.name(),
                row.kindWords(),
                verdict,
                f.counts().records(),
                f.counts().depth(),
                f.counts().threshold(),
                f.counts().caught(),
                f.counts().falseAlarms(),
                f.counts().missed(),
                f.counts().leftAlone(),
                f.reach().capture(),
                f.reach().captureLow(),
                f.reach().captureHigh(),
                f.reach().lift(),
                f.reach().liftLow(),
                f.reach().liftHigh(),
                f.hits().precision(),
                f.hits().precisionLow(),
                f.hits().precisionHigh(),
                f.money().netValue(),
                f.money().gainOverNobody(),
                f.money().gainLow(),
                f.money().gainHigh(),
                row.auc().auc(),
                row.auc().low(),
                row.auc().high(),
                row.training().auc(),
                row.training().outOfFold() == null
                        ? null
                        : row.training().outOfFold().auc());
    }
}
