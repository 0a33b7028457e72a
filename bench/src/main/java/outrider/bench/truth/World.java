package outrider.bench.truth;

import static java.util.Objects.requireNonNull;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import outrider.base.Progress;
import outrider.base.RandomStream;
import outrider.base.Seeds;
import outrider.base.Workers;
import outrider.casefile.AnalysisHistory;
import outrider.casefile.AuthorText;
import outrider.casefile.BriefFile;
import outrider.casefile.CaseData;
import outrider.casefile.CaseRun;
import outrider.casefile.Evidence;
import outrider.casefile.Figures;
import outrider.casefile.FiguresMaker;
import outrider.casefile.Policy;
import outrider.casefile.ScoredCandidate;
import outrider.casefile.SignOffChecks;
import outrider.check.Alarm;
import outrider.learn.Model;
import outrider.learn.Scoring;
import outrider.measure.ProbabilityQuality;
import outrider.split.Balance;
import outrider.split.Parts;
import outrider.split.Split;
import outrider.split.SplitPlan;
import outrider.split.Together;
import outrider.split.Units;
import outrider.stakes.Stakes;
import outrider.table.CategoryColumn;
import outrider.table.Column;
import outrider.table.NumberColumn;
import outrider.table.Table;

/** A whole case whose faults are known, fitted by one kind and held against the shipped policy. */
record World(Fault fault, int records, int each) {
    private static final int NUMBERS = 6;
    private static final int NOISE = 4;

    /** What is wrong with it. */
    enum Fault {
        /** Nothing. */
        SOUND,
        /** No column says anything of the outcome. */
        NOISE_ONLY,
        /** A column knows the outcome. */
        LEAK,
        /** Later records, which validation and reserve are made of, follow the columns less. */
        DRIFT
    }

    /** Fresh records that tell how a fit's probabilities are calibrated in truth. */
    private static final int FRESH = 40_000;

    /**
     * What rang, and which checks failed.
     *
     * @param slope of its calibration on {@link #FRESH} records that nobody has seen
     */
    record Found(List<String> rung, List<String> failed, double slope) {}

    /** Records of this world. */
    private record Drawn(Table table, byte[] y, List<String> inputs) {}

    Found run(String kind, @Nullable Map<String, Object> settings, long seed, Policy policy) {
        Drawn drawn = draw(new Seeds(seed).stream("world"), records);
        Drawn fresh = draw(new Seeds(seed).stream("fresh"), FRESH);
        return held(drawn, fresh, kind, settings, seed, policy);
    }

    private Drawn draw(RandomStream random, int records) {
        double[][] x = new double[NUMBERS + NOISE][records];
        int[] level = new int[records];
        double[] part = new double[records];
        int[] customer = new int[records];
        double[] leak = new double[records];
        byte[] y = new byte[records];
        double[] shared = new double[x.length];
        for (int i = 0; i < records; i++) {
            boolean fresh = i % each == 0;
            part[i] = fresh ? random.nextInt(4) : part[i - 1];
            customer[i] = i / each;
            level[i] = fresh ? random.nextInt(6) : level[i - 1];
            for (int c = 0; c < x.length; c++) {
                if (fresh) shared[c] = random.nextGaussian();
                x[c][i] = each == 1 ? shared[c] : shared[c] + 0.1 * random.nextGaussian();
            }
            double strength = fault == Fault.NOISE_ONLY ? 0 : fault == Fault.DRIFT && part[i] >= 2 ? 0.25 : 1;
            double eta = -1.9
                    + strength
                            * (0.9 * x[0][i]
                                    + 0.6 * x[1][i]
                                    - 0.5 * x[2][i]
                                    + 0.5 * x[3][i] * x[4][i]
                                    + 0.3 * (level[i] % 3 - 1));
            y[i] = fresh ? (byte) (random.nextDouble() < 1 / (1 + Math.exp(-eta)) ? 1 : 0) : y[i - 1];
            leak[i] = y[i] + 0.25 * random.nextGaussian();
        }
        List<Column> columns = new ArrayList<>();
        for (int c = 0; c < x.length; c++) columns.add(new NumberColumn("x" + c, x[c]));
        columns.add(new CategoryColumn(
                "level", level, IntStream.range(0, 6).mapToObj(l -> "l" + l).toList()));
        if (fault == Fault.LEAK) columns.add(new NumberColumn("known late", leak));
        List<String> inputs = columns.stream().map(Column::name).toList();
        columns.add(new CategoryColumn(
                "customer",
                customer,
                IntStream.rangeClosed(0, records / each).mapToObj(u -> "c" + u).toList()));
        columns.add(new CategoryColumn(
                "part", IntStream.range(0, records).map(i -> (int) part[i]).toArray(), List.of("t", "u", "v", "r")));
        columns.add(new CategoryColumn(
                "outcome", IntStream.range(0, records).map(i -> y[i]).toArray(), List.of("no", "yes")));
        return new Drawn(new Table(columns, null), y, inputs);
    }

    private Found held(
            Drawn drawn, Drawn fresh, String kind, @Nullable Map<String, Object> settings, long seed, Policy policy) {
        boolean drifting = fault == Fault.DRIFT;
        SplitPlan plan = new SplitPlan(
                new SplitPlan.Dealing(
                        drifting ? SplitPlan.Method.COLUMN : SplitPlan.Method.SHARES,
                        drifting ? null : List.of(0.5, 0.25, 0.25),
                        drifting ? "part" : null,
                        drifting
                                ? Map.of(
                                        "t", SplitPlan.Target.TRAINING,
                                        "u", SplitPlan.Target.TRAINING,
                                        "v", SplitPlan.Target.VALIDATION,
                                        "r", SplitPlan.Target.RESERVE)
                                : null,
                        null,
                        null,
                        false),
                seed,
                each > 1 && !drifting ? "customer" : null,
                false,
                5,
                Balance.NONE);
        List<BriefFile.CandidateSpec> candidates = List.of(
                new BriefFile.CandidateSpec("mine", kind, requireNonNull(settings), drawn.inputs, null),
                new BriefFile.CandidateSpec("base", "baseRate", Map.of(), null, null));
        int[] alone = IntStream.range(0, records).toArray();
        CaseData open = data(brief(plan, candidates, null, null), drawn, alone);
        CaseRun.Ran ran = CaseRun.run(open, Evidence.RULES, Workers.ALONE, Progress.NONE);
        List<ScoredCandidate> scored = ran.candidates();
        double records = FiguresMaker.of(open, scored, Workers.ALONE)
                .cut()
                .validation()
                .counts()
                .records();
        BriefFile sealed = brief(
                plan,
                candidates,
                new BriefFile.CutSpec("mine", records, "best net value"),
                new BriefFile.SealSpec("simulation", "2026-11-23T10:00:00Z", "mine", records));
        Figures figures = FiguresMaker.of(data(sealed, drawn, alone), scored, Workers.ALONE);
        return new Found(
                figures.row("mine").alarms().stream().map(Alarm::name).toList(),
                SignOffChecks.of(policy, sealed, figures, new AnalysisHistory(null, null, 2)).stream()
                        .filter(c -> !c.passes())
                        .map(c -> c.check().jsonName())
                        .toList(),
                slope(requireNonNull(ran.models().get("mine")), fresh, drifting));
    }

    /** NaN where the calibration line cannot be fitted. */
    private static double slope(Model model, Drawn fresh, boolean laterOnly) {
        int[] part = ((CategoryColumn) fresh.table.column("part")).codes();
        int[] rows = IntStream.range(0, FRESH)
                .filter(i -> !laterOnly || part[i] >= 2)
                .toArray();
        byte[] y = new byte[rows.length];
        for (int i = 0; i < y.length; i++) y[i] = fresh.y[rows[i]];
        double[] score = Scoring.of(model, fresh.table, rows, Workers.ALONE, Progress.NONE);
        Double slope = ProbabilityQuality.of(score, y, null, 10).line().slope();
        return slope == null ? Double.NaN : slope;
    }

    private static CaseData data(BriefFile brief, Drawn drawn, int[] alone) {
        Table table = drawn.table;
        int[] units = brief.taken().split().groupBy() == null ? alone : Units.of(table.column("customer"));
        Parts parts = Split.of(brief.taken().split(), table, drawn.y, alone);
        Together together = Together.of(brief.taken().split(), table, parts, units);
        return new CaseData(brief, "", 0, table, drawn.y, parts, together, List.of());
    }

    private BriefFile brief(
            SplitPlan plan,
            List<BriefFile.CandidateSpec> candidates,
            BriefFile.@Nullable CutSpec cut,
            BriefFile.@Nullable SealSpec seal) {
        return new BriefFile(
                BriefFile.FORMAT,
                new BriefFile.Asked(
                        "world",
                        "Does it hold?",
                        new BriefFile.Words("records", "events", "acting on", "€"),
                        new BriefFile.Outcome("outcome", List.of("yes"), List.of(), false)),
                new BriefFile.Taken(
                        new BriefFile.DataFile("world.csv", null, null, null, null, null, null, null),
                        new LinkedHashMap<>(),
                        null,
                        plan),
                new BriefFile.Decision(new Stakes(30, 4, 0, 0, 0, 1), null, records, null, null, cut, seal),
                candidates,
                AuthorText.EMPTY);
    }
}
