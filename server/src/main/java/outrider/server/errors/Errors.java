package outrider.server.errors;

import static java.util.Objects.requireNonNull;

import jakarta.enterprise.context.ApplicationScoped;
import jakarta.enterprise.context.control.ActivateRequestContext;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Objects;
import java.util.stream.IntStream;
import outrider.base.BadInput;
import outrider.base.Seeds;
import outrider.casefile.ColumnSetup;
import outrider.casefile.TellingColumns;
import outrider.errors.GroupedColumn;
import outrider.errors.InCommon;
import outrider.errors.NotInModel;
import outrider.errors.TwoCandidates;
import outrider.errors.WeakSpots;
import outrider.explain.Contributions;
import outrider.learn.Model;
import outrider.learn.TrainingScores;
import outrider.measure.Bands;
import outrider.server.brief.Brief;
import outrider.server.candidate.Candidate;
import outrider.server.candidate.Candidates;
import outrider.server.errors.ErrorViews.AddedColumn;
import outrider.server.errors.ErrorViews.AgainstView;
import outrider.server.errors.ErrorViews.CellsView;
import outrider.server.errors.ErrorViews.ErrorBand;
import outrider.server.errors.ErrorViews.FieldView;
import outrider.server.errors.ErrorViews.MeanContribution;
import outrider.server.errors.ErrorViews.SelectionView;
import outrider.server.errors.ErrorViews.SpotView;
import outrider.server.errors.ErrorViews.SpotsView;
import outrider.server.errors.ErrorViews.Tally;
import outrider.server.errors.ErrorViews.TraitView;
import outrider.server.work.Caches;
import outrider.server.work.Kept;
import outrider.table.Column;
import outrider.uncertainty.Sample;

/** Looks at a candidate's validation record by record; only there, and each time as a look at validation. */
@ApplicationScoped
public class Errors {
    private static final int BANDS = 10;
    private static final int MOST_TRAITS = 14;
    private static final int EXPLAINED = 30;
    private static final int FEW = 20;
    private final ErrorCases cases;
    private final ErrorGroups groups;
    private final Candidates candidates;
    private final Kept<List<?>, List<?>> findings = Caches.FINDINGS.make(known -> 500L * known.size());

    Errors(ErrorCases cases, ErrorGroups groups, Candidates candidates) {
        this.cases = cases;
        this.groups = groups;
        this.candidates = candidates;
    }

    /** Score bands against outcomes. O(records). */
    @ActivateRequestContext
    FieldView field(long briefId, long candidateId) {
        ErrorCase of = cases.of(briefId, candidateId);
        int q = Math.min(BANDS, of.records().rows().length);
        double[] edges = Bands.boundaries(of.records().ranking(), q);
        Counts[][] counts = new Counts[q][];
        for (int b = 0; b < q; b++) counts[b] = new Counts[] {new Counts(), new Counts()};
        double[][] reach = new double[q][];
        int events = 0;
        for (int i = 0; i < of.records().rows().length; i++) {
            int band = 0;
            while (band < q - 1 && edges[band + 1] < of.records().middle()[i]) band++;
            counts[band][of.records().outcome()[i]].add(of, i);
            events += of.records().outcome()[i];
            double score = of.records().score()[i];
            if (reach[band] == null) reach[band] = new double[] {score, score};
            reach[band][0] = Math.max(reach[band][0], score);
            reach[band][1] = Math.min(reach[band][1], score);
        }
        List<ErrorBand> bands = new ArrayList<>();
        double from = 0;
        for (int b = 0; b < q; b++) {
            if (reach[b] == null) continue;
            // a tie that fills several bands is one, from its first rank to its last
            boolean last = Arrays.stream(reach, b + 1, q).allMatch(Objects::isNull);
            double to = last ? edges[q] : edges[b + 1];
            bands.add(new ErrorBand(
                    bands.size() + 1,
                    from,
                    to,
                    reach[b][0],
                    reach[b][1],
                    counts[b][1].tally(of),
                    counts[b][0].tally(of)));
            from = to;
        }
        List<String> columns = of.table().columns().stream()
                .map(Column::name)
                .filter(name -> !name.equals(of.brief().outcomeColumn()))
                .toList();
        return new FieldView(
                candidateId, of.records().rows().length, events, of.before().actedColumn(), columns, bands);
    }

    /**
     * The four cells at a cut, and how many in each were acted on before. O(records).
     *
     * @throws BadInput if the cut lies outside validation
     */
    @ActivateRequestContext
    CellsView cells(long briefId, long candidateId, double records) {
        ErrorCase of = cases.of(briefId, candidateId);
        boolean[] acted = actedOn(of, records);
        Counts[] counts = {new Counts(), new Counts(), new Counts(), new Counts()};
        for (int i = 0; i < acted.length; i++) {
            counts[(acted[i] ? 0 : 2) + (of.records().outcome()[i] == 1 ? 0 : 1)].add(of, i);
        }
        return new CellsView(
                records, counts[0].tally(of), counts[1].tally(of), counts[2].tally(of), counts[3].tally(of));
    }

    private static final class Counts {
        private int records;
        private int actedBefore;
        private double value;

        void add(ErrorCase of, int i) {
            records++;
            if (of.actedBefore(i)) actedBefore++;
            if (of.records().value() != null) value += of.records().value()[i];
        }

        Tally tally(ErrorCase of) {
            return new Tally(records, actedBefore, of.records().value() == null ? null : (Double) value);
        }
    }

    /** What records of some cells have in common. O(records · columns). */
    @ActivateRequestContext
    SelectionView selection(long briefId, long candidateId, List<ErrorCell> cells) {
        ErrorCase of = cases.of(briefId, candidateId);
        boolean[] selected = of.selected(cells);
        int[] chosen =
                IntStream.range(0, selected.length).filter(i -> selected[i]).toArray();
        boolean[] either = new boolean[2];
        int events = 0;
        int acted = 0;
        for (int i : chosen) {
            either[of.records().outcome()[i]] = true;
            events += of.records().outcome()[i];
            if (of.actedBefore(i)) acted++;
        }
        int others = (int) IntStream.range(0, selected.length)
                .filter(i -> !selected[i] && either[of.records().outcome()[i]])
                .count();
        List<GroupedColumn> columns = groups.all(of);
        List<TraitView> traits = others == 0 || chosen.length == 0
                ? List.of()
                : InCommon.of(
                                columns,
                                of.records().outcome(),
                                selected,
                                of.records().unit())
                        .stream()
                        .limit(MOST_TRAITS)
                        .map(TraitView::of)
                        .toList();
        int tested = columns.stream().mapToInt(c -> c.conditions().size()).sum();
        int[] explained = some(of, chosen);
        Mean mean = contributions(of, explained);
        return new SelectionView(
                new SelectionView.Counted(chosen.length, events, acted, others),
                tested,
                traits,
                new SelectionView.Explanation(mean.contributions(), explained.length, mean.sampled()));
    }

    private static int[] some(ErrorCase of, int[] chosen) {
        if (of.candidate().inputs.isEmpty()) return new int[0];
        int[] some = chosen.clone();
        new Seeds(of.brief().seed).stream("errors/explained").shuffle(some);
        return IntStream.of(some).limit(EXPLAINED).toArray();
    }

    /** @param sampled whether they are estimates */
    private record Mean(List<MeanContribution> contributions, boolean sampled) {}

    /** Largest first; empty where there is no model to ask. */
    private Mean contributions(ErrorCase of, int[] explained) {
        if (explained.length == 0) return new Mean(List.of(), false);
        boolean sampled = false;
        Model model = candidates.model(of.candidate());
        int[] background = OpenedRecords.background(of.brief());
        int[] few = Arrays.copyOf(background, Math.min(FEW, background.length));
        double[] sums = new double[model.columns().size()];
        Seeds seeds = new Seeds(of.brief().seed);
        for (int i : explained) {
            int row = of.records().rows()[i];
            Contributions parts =
                    Contributions.of(model, of.table(), row, few, 2, seeds.stream("contributions/" + row));
            sampled |= parts.errors() != null;
            for (int c = 0; c < sums.length; c++) sums[c] += parts.values()[c] / explained.length;
        }
        List<MeanContribution> sorted = IntStream.range(0, sums.length)
                .mapToObj(c -> new MeanContribution(model.columns().get(c), sums[c]))
                .sorted(Comparator.comparingDouble(c -> -Math.abs(c.adds())))
                .toList();
        return new Mean(sorted, sampled);
    }

    /** Groups whose promise is not kept, confirmed on the other half of validation. O(records · columns²), kept. */
    @ActivateRequestContext
    SpotsView weakSpots(long briefId, long candidateId) {
        ErrorCase of = cases.of(briefId, candidateId);
        if (!Boolean.TRUE.equals(of.candidate().probability)) {
            return new SpotsView(List.of(), "Its scores are no probabilities: there is no promise to hold them to.");
        }
        List<?> key = List.of("spots", candidateId, of.brief().columns, of.brief().seed);
        List<?> spots = findings.get(
                key,
                k -> WeakSpots.of(
                                groups.known(of),
                                of.records().outcome(),
                                of.records().score(),
                                of.records().unit(),
                                of.brief().seed)
                        .stream()
                        .map(SpotView::of)
                        .toList());
        return new SpotsView(spots.stream().map(SpotView.class::cast).toList(), null);
    }

    /** Columns that the candidate does not read, by what they would add to its out-of-fold scores on training. */
    @ActivateRequestContext
    List<AddedColumn> notInModel(long briefId, long candidateId) {
        ErrorCase of = cases.of(briefId, candidateId);
        List<?> key = List.of("columns", candidateId, of.brief().columns, of.brief().seed);
        return findings.get(key, k -> added(of)).stream()
                .map(AddedColumn.class::cast)
                .toList();
    }

    private List<AddedColumn> added(ErrorCase of) {
        Brief brief = of.brief();
        Candidate candidate = of.candidate();
        TrainingScores unseen = candidates.unseen(candidate, brief);
        int[] training = unseen.rows();
        byte[] outcome = candidates.outcomes(brief, training);
        double[] logit = NotInModel.logits(unseen.scores(), outcome, Boolean.TRUE.equals(candidate.probability));
        List<GroupedColumn> columns = ErrorGroups.of(brief, of.table(), training, TellingColumns.TRIED).stream()
                .filter(g -> !candidate.inputs.contains(g.column()))
                .toList();
        if (columns.isEmpty()) return List.of();
        return NotInModel.of(columns, outcome, logit, cases.units(brief, training), brief.seed).stream()
                .map(a -> {
                    ColumnSetup setup = brief.column(a.column());
                    return AddedColumn.of(a, setup.whyNoInput(), setup.role().input(), setup.knownAfterDays());
                })
                .toList();
    }

    /** Who is acted on by one of two candidates alone, at the same depth. */
    @ActivateRequestContext
    AgainstView against(long briefId, long candidateId, long otherId, double records) {
        ErrorCase first = cases.of(briefId, candidateId);
        ErrorCase second = cases.of(briefId, otherId);
        boolean[] byFirst = actedOn(first, records);
        boolean[] bySecond = actedOn(second, records);
        int[] apart = IntStream.range(0, byFirst.length)
                .filter(i -> byFirst[i] != bySecond[i])
                .toArray();
        byte[] outcome = new byte[apart.length];
        boolean[] selected = new boolean[apart.length];
        int[] unit = first.records().unit() == null ? null : new int[apart.length];
        int[] rows = new int[apart.length];
        for (int k = 0; k < apart.length; k++) {
            outcome[k] = first.records().outcome()[apart[k]];
            selected[k] = byFirst[apart[k]];
            rows[k] = first.records().rows()[apart[k]];
            if (unit != null) unit[k] = requireNonNull(first.records().unit())[apart[k]];
        }
        List<GroupedColumn> columns = ErrorGroups.of(first.brief(), first.table(), rows, TellingColumns.SHOWN);
        return new AgainstView(
                TwoCandidates.of(
                        byFirst,
                        bySecond,
                        new Sample(
                                first.records().outcome(),
                                null,
                                null,
                                first.records().unit())),
                InCommon.of(columns, outcome, selected, unit).stream()
                        .limit(MOST_TRAITS)
                        .map(TraitView::of)
                        .toList());
    }

    private static boolean[] actedOn(ErrorCase of, double records) {
        if (!(records >= 0 && records <= of.records().rows().length)) {
            throw BadInput.of(
                    "records", "is " + records, "give 0 to " + of.records().rows().length);
        }
        boolean[] acted = new boolean[of.records().rows().length];
        for (int i = 0; i < acted.length; i++) acted[i] = of.records().middle()[i] <= records;
        return acted;
    }
}
