package outrider.server.errors;

import jakarta.enterprise.context.ApplicationScoped;
import jakarta.enterprise.context.control.ActivateRequestContext;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;
import outrider.base.Seeds;
import outrider.casefile.ColumnSetup;
import outrider.explain.Contributions;
import outrider.explain.Nearest;
import outrider.explain.SmallestChange;
import outrider.learn.Model;
import outrider.rank.Ranking;
import outrider.server.brief.Brief;
import outrider.server.brief.Splits;
import outrider.server.candidate.Candidates;
import outrider.server.errors.OpenedRecord.Contributed;
import outrider.server.errors.OpenedRecord.Neighbour;
import outrider.table.Column;

/** Opens single records of validation. */
@ApplicationScoped
class OpenedRecords {
    private static final int BACKGROUND = 50;
    private static final int PAIRS = 2;
    private static final int MOST_CHANGES = 4;
    private static final int NEIGHBOURS = 5;
    private static final int TOLD = 3;

    private final ErrorCases cases;
    private final Candidates candidates;

    OpenedRecords(ErrorCases cases, Candidates candidates) {
        this.cases = cases;
        this.candidates = candidates;
    }

    /** Training records against which columns are weighed, drawn by the brief's seed. */
    static int[] background(Brief brief) {
        int[] some = Splits.of(brief).training().clone();
        new Seeds(brief.seed).stream("background").shuffle(some);
        return Arrays.copyOf(some, Math.min(BACKGROUND, some.length));
    }

    /**
     * O(columns · 200) scorings and O(validation · columns).
     *
     * @param number from 1
     * @param cut how many records are acted on
     * @throws BadInput if it is no record of validation, or the candidate reads no columns
     */
    @ActivateRequestContext
    OpenedRecord of(long briefId, long candidateId, int number, double cut) {
        ErrorCase of = cases.of(briefId, candidateId);
        int row = number - 1;
        int at = Arrays.binarySearch(of.records().rows(), row);
        if (at < 0) {
            throw BadInput.of("record", number + " is no record of validation", "open one that the page lists");
        }
        Model model = candidates.model(of.candidate());
        if (model.columns().isEmpty()) {
            throw BadInput.of("candidate", "reads no column", "choose one that was fitted here");
        }
        Contributions parts = Contributions.of(
                model,
                of.table(),
                row,
                background(of.brief()),
                PAIRS,
                new Seeds(of.brief().seed).stream("contributions/" + number));
        Double threshold = threshold(of.records().ranking(), cut);
        List<SmallestChange> changes = threshold == null
                ? List.of()
                : SmallestChange.of(model, of.table(), row, of.records().rows(), threshold).stream()
                        .limit(MOST_CHANGES)
                        .toList();
        List<Contributed> columns = IntStream.range(0, parts.columns().size())
                .boxed()
                .sorted(Comparator.comparingDouble(c -> -Math.abs(parts.values()[c])))
                .map(c -> {
                    String name = parts.columns().get(c);
                    return new Contributed(name, of.table().column(name).asWritten(row), parts.values()[c]);
                })
                .toList();
        double[] errors = parts.errors();
        return new OpenedRecord(
                new OpenedRecord.Place(
                        number, of.records().middle()[at], of.records().rows().length, parts.score(), parts.average()),
                new OpenedRecord.Sampling(
                        errors != null,
                        errors == null ? 0 : Arrays.stream(errors).max().orElse(0)),
                columns,
                threshold,
                changes,
                neighbours(of, model, at, columns));
    }

    /** The score from which records are acted on; null where nobody is or everybody. */
    private static @Nullable Double threshold(Ranking ranking, double cut) {
        int point = ranking.pointAtOrBefore(cut);
        return point == 0 || ranking.size(point) == ranking.total() ? null : (Double) ranking.score(point);
    }

    private static List<Neighbour> neighbours(ErrorCase of, Model model, int at, List<Contributed> columns) {
        boolean[] other = new boolean[of.records().rows().length];
        for (int i = 0; i < other.length; i++)
            other[i] = of.records().outcome()[i] != of.records().outcome()[at];
        List<Column> told = columns.stream()
                .limit(TOLD)
                .map(c -> of.table().column(c.column()))
                .toList();
        Column identifier = of.table().columns().stream()
                .filter(c -> of.brief().column(c.name()).role() == ColumnSetup.Role.IDENTIFIER)
                .findFirst()
                .orElse(null);
        return Nearest.of(
                        of.table(),
                        model.columns(),
                        of.records().rows()[at],
                        of.records().rows(),
                        other,
                        NEIGHBOURS)
                .stream()
                .map(n -> {
                    int row = of.records().rows()[n.place()];
                    return new Neighbour(
                            row + 1,
                            identifier == null ? null : identifier.text(row),
                            of.records().score()[n.place()],
                            of.records().outcome()[n.place()] == 1,
                            n.distance(),
                            told.stream()
                                    .<@Nullable String>map(c -> c.asWritten(row))
                                    .toList());
                })
                .toList();
    }
}
