package outrider.server.comparison;

import static java.util.Objects.requireNonNull;

import de.siegmar.fastcsv.writer.CsvWriter;
import jakarta.enterprise.context.ApplicationScoped;
import jakarta.enterprise.context.control.ActivateRequestContext;
import java.io.IOException;
import java.io.Writer;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Objects;
import java.util.Set;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import outrider.casefile.ColumnSetup.Role;
import outrider.measure.Bands;
import outrider.rank.IndexedRanking;
import outrider.rank.Ranking;
import outrider.server.brief.Brief;
import outrider.server.brief.BriefTables;
import outrider.server.brief.Briefs;
import outrider.server.brief.Splits;
import outrider.server.candidate.Candidates;
import outrider.table.Column;
import outrider.table.SpreadsheetText;
import outrider.table.Table;
import outrider.uncertainty.Sample;

/** The scored validation records as a file, for whoever wants to check figures by other means. */
@ApplicationScoped
public class ScoredRecords {
    private static final int BANDS = 10;

    private final Briefs briefs;
    private final BriefTables tables;
    private final Candidates candidates;
    private final Comparisons comparisons;
    private final ValidationUses validationUse;

    ScoredRecords(
            Briefs briefs,
            BriefTables tables,
            Candidates candidates,
            Comparisons comparisons,
            ValidationUses validationUse) {
        this.validationUse = validationUse;
        this.briefs = briefs;
        this.tables = tables;
        this.candidates = candidates;
        this.comparisons = comparisons;
    }

    /** A number that each record counts by. */
    private record Amount(String column, double[] each) {
        static @Nullable Amount of(@Nullable String column, double @Nullable [] each) {
            return column == null || each == null ? null : new Amount(column, each);
        }
    }

    /**
     * All it takes to write the file: record number in the data from 1, identifiers, outcome 1 or 0, value and weight as they count, a
     * score column a candidate; where a cut is set, band (of ten) and cell at the cut on its candidate.
     */
    record Lines(
            int[] rows,
            List<Column> identifiers,
            byte[] outcome,
            List<Amount> amounts,
            List<String> names,
            List<IndexedRanking> scores,
            @Nullable Cut cut,
            int cutOn) {

        void write(Writer text) throws IOException {
            try (CsvWriter csv = CsvWriter.builder().build(text)) {
                csv.writeRecord(harmless(header()));
                double[] bands = cutOn < 0 ? null : boundaries(scores.get(cutOn).ranking());
                for (int i = 0; i < rows.length; i++) csv.writeRecord(harmless(line(i, bands)));
            }
        }

        private static List<@Nullable String> harmless(List<String> cells) {
            List<@Nullable String> harmless = new ArrayList<>();
            for (String cell : cells) harmless.add(SpreadsheetText.harmless(cell));
            return harmless;
        }

        private static double[] boundaries(Ranking ranking) {
            return Bands.boundaries(ranking, (int) Math.min(BANDS, ranking.total()));
        }

        private List<String> header() {
            List<String> header = new ArrayList<>();
            header.add("record");
            identifiers.forEach(c -> header.add(c.name()));
            header.add("outcome");
            amounts.forEach(amount -> header.add(amount.column));
            Set<String> taken = new HashSet<>(header);
            taken.addAll(Set.of("band", "cell"));
            for (String name : names) header.add(taken.contains(name) ? name + " score" : name);
            if (cutOn >= 0) header.addAll(List.of("band", "cell"));
            return header;
        }

        private List<String> line(int i, double @Nullable [] bands) {
            List<String> line = new ArrayList<>();
            line.add(Integer.toString(rows[i] + 1));
            for (Column identifier : identifiers) line.add(identifier.text(rows[i]));
            line.add(Byte.toString(outcome[i]));
            for (Amount amount : amounts) line.add(Double.toString(amount.each[i]));
            for (IndexedRanking score : scores) line.add(Double.toString(score.score(i)));
            if (cutOn < 0) return line;
            Ranking ranking = scores.get(cutOn).ranking();
            int point = scores.get(cutOn).point()[i];
            double middle = (ranking.size(point - 1) + ranking.size(point)) / 2;
            int band = 1;
            while (band < requireNonNull(bands).length - 1 && requireNonNull(bands)[band] < middle) band++;
            line.add(Integer.toString(band));
            line.add(cell(ranking, point, outcome[i] == 1));
            return line;
        }

        private String cell(Ranking ranking, int point, boolean event) {
            if (ranking.size(point) <= requireNonNull(cut).records) return event ? "caught" : "false alarm";
            if (ranking.size(point - 1) >= cut.records) return event ? "missed" : "left alone";
            return "in the group of equal scores at the cut";
        }
    }

    @ActivateRequestContext
    Lines of(long briefId) {
        Brief brief = briefs.get(briefId);
        Table table = tables.table(brief);
        int[] rows = Splits.of(brief).validation();
        List<Column> identifiers = table.columns().stream()
                .filter(c -> brief.column(c.name()).role() == Role.IDENTIFIER)
                .toList();
        Comparisons.Compared compared = comparisons.of(brief, null);
        validationUse.looked(brief, compared);
        Cut cut = Comparisons.live(Cut.findById(briefId));
        List<Long> ids = compared.candidates().stream().map(c -> c.id).toList();
        Sample sample = candidates.sample(brief, rows);
        List<Amount> amounts = Stream.of(
                        Amount.of(candidates.valueColumn(brief), sample.value()),
                        Amount.of(BriefTables.weightColumn(brief), sample.weight()))
                .filter(Objects::nonNull)
                .toList();
        return new Lines(
                rows,
                identifiers,
                sample.outcome(),
                amounts,
                compared.candidates().stream().map(c -> c.name).toList(),
                compared.comparison().candidates().stream()
                        .map(e -> e.scored().ranked())
                        .toList(),
                cut,
                cut == null ? -1 : ids.indexOf(cut.candidateId));
    }
}
