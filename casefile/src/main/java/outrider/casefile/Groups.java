package outrider.casefile;

import static java.util.Objects.requireNonNull;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import outrider.casefile.ColumnSetup.Role;
import outrider.errors.Parity;
import outrider.exchange.CutFigures;
import outrider.rank.IndexedRanking;
import outrider.table.Column;
import outrider.table.DateColumn;
import outrider.table.NumberColumn;
import outrider.uncertainty.AucUncertainty;
import outrider.uncertainty.Sample;

/** How the chosen candidate does within parts of validation: by the brief's segments, and by time. */
final class Groups {
    private static final int PERIODS = 6;
    private static final int MOST_LEVELS = 20;
    private static final double SMALL = 0.01;
    private static final String OTHERS = "all others";
    private static final String MISSING = "missing";

    private final CaseData data;
    private final ScoredCandidate chosen;
    private final CutFigures cut;
    private final int[] rows;
    private final double[] scores;
    private final Sample sample;
    private final double[] acted;

    Groups(CaseData data, ScoredCandidate chosen, CutFigures cut) {
        this.data = data;
        this.chosen = chosen;
        this.cut = cut;
        rows = data.parts().validation();
        scores = chosen.scored().validationScores();
        sample = chosen.scored().sample();
        acted = acted();
    }

    /** How much of each record is acted on: within the tie group at the cut its share. */
    private double[] acted() {
        var ranking = chosen.scored().validation();
        int[] point = chosen.scored().ranked().point();
        double[] share = new double[point.length];
        for (int i = 0; i < share.length; i++) {
            double from = ranking.size(point[i] - 1);
            double size = ranking.size(point[i]) - from;
            share[i] = Math.min(1, Math.max(0, (cut.counts().records() - from) / size));
        }
        return share;
    }

    Figures.Stability stability() {
        List<Figures.Group> segments = new ArrayList<>();
        DateColumn time = time();
        for (Column column : data.table().columns()) {
            if (data.brief().column(column.name()).role() == Role.SEGMENT) segments.addAll(segments(column));
        }
        return new Figures.Stability(
                segments, time == null ? null : time.name(), time == null ? List.of() : periods(time));
    }

    /** Each segment's levels against the rest. */
    List<Figures.ParityRow> parity() {
        List<Figures.ParityRow> found = new ArrayList<>();
        for (Column column : data.table().columns()) {
            ColumnSetup setup = data.brief().column(column.name());
            if (setup.role() != Role.SEGMENT) continue;
            members(column).forEach((level, members) -> {
                if (members.size() == rows.length) return;
                boolean[] in = new boolean[rows.length];
                int events = 0;
                for (int i : members) {
                    in[i] = true;
                    events += sample.outcome()[i];
                }
                found.add(new Figures.ParityRow(
                        column.name(),
                        level,
                        setup.parityAsked(),
                        members.size(),
                        events,
                        Parity.of(sample.outcome(), acted, chosen.probability() ? scores : null, in, sample.unit())));
            });
        }
        return found;
    }

    private @Nullable DateColumn time() {
        return TellingColumns.time(
                data.table(),
                data.brief()::column,
                data.brief().taken().split().by().column());
    }

    private List<Figures.Group> segments(Column column) {
        List<Figures.Group> groups = new ArrayList<>();
        members(column).forEach((level, members) -> groups.add(group(column.name(), level, members)));
        return groups;
    }

    /** Records by level, the commonest first, those of rare ones together at the end. */
    private Map<String, List<Integer>> members(Column column) {
        String[] level = column instanceof NumberColumn numbers ? quarters(numbers) : texts(column);
        Map<String, List<Integer>> all = new TreeMap<>();
        for (int i = 0; i < level.length; i++) {
            all.computeIfAbsent(level[i], l -> new ArrayList<>()).add(i);
        }
        List<Map.Entry<String, List<Integer>>> bySize = new ArrayList<>(all.entrySet());
        bySize.sort(Comparator.comparing(e -> -e.getValue().size()));
        Map<String, List<Integer>> kept = new LinkedHashMap<>();
        List<Integer> others = new ArrayList<>();
        for (var entry : bySize) {
            boolean small = entry.getValue().size() < SMALL * rows.length || kept.size() >= MOST_LEVELS;
            if (small) others.addAll(entry.getValue());
            else kept.put(entry.getKey(), entry.getValue());
        }
        if (!others.isEmpty()) {
            others.sort(null);
            kept.put(OTHERS, others);
        }
        return kept;
    }

    private String[] texts(Column column) {
        return IntStream.range(0, rows.length)
                .mapToObj(i -> column.isMissing(rows[i]) ? MISSING : column.text(rows[i]))
                .toArray(String[]::new);
    }

    private String[] quarters(NumberColumn numbers) {
        double[] present = Arrays.stream(rows)
                .filter(row -> !numbers.isMissing(row))
                .mapToDouble(row -> numbers.values()[row])
                .sorted()
                .toArray();
        double[] edge = IntStream.range(1, 4)
                .mapToDouble(k -> present.length == 0 ? 0 : present[present.length * k / 4])
                .toArray();
        return IntStream.range(0, rows.length)
                .mapToObj(i -> {
                    if (numbers.isMissing(rows[i])) return MISSING;
                    double value = numbers.values()[rows[i]];
                    int quarter = 0;
                    while (quarter < 3 && value >= edge[quarter]) quarter++;
                    return "quarter " + (quarter + 1) + " of 4 by value";
                })
                .toArray(String[]::new);
    }

    /** Stretches of about as many records each; a day is in one. */
    private List<Figures.Group> periods(DateColumn dates) {
        int[] days = dates.days();
        List<Integer> dated = new ArrayList<>();
        for (int i = 0; i < rows.length; i++) if (!dates.isMissing(rows[i])) dated.add(i);
        dated.sort(Comparator.comparingInt(i -> days[rows[i]]));
        List<Figures.Group> groups = new ArrayList<>();
        int from = 0;
        for (int k = 1; k <= PERIODS && from < dated.size(); k++) {
            int to = Math.max(from + 1, (int) ((long) dated.size() * k / PERIODS));
            while (to < dated.size() && days[rows[dated.get(to)]] == days[rows[dated.get(to - 1)]]) to++;
            LocalDate first = LocalDate.ofEpochDay(days[rows[dated.get(from)]]);
            LocalDate last = LocalDate.ofEpochDay(days[rows[dated.get(to - 1)]]);
            List<Integer> members = new ArrayList<>(dated.subList(from, to));
            members.sort(null);
            groups.add(group(dates.name(), first + " to " + last, members));
            from = to;
        }
        return groups;
    }

    private Figures.Group group(String column, String level, List<Integer> members) {
        int n = members.size();
        double[] own = new double[n];
        byte[] outcome = new byte[n];
        int[] unit = sample.unit() == null ? null : new int[n];
        int events = 0;
        double actedOn = 0;
        double caught = 0;
        double sum = 0;
        for (int i = 0; i < n; i++) {
            int at = members.get(i);
            own[i] = scores[at];
            outcome[i] = data.outcome()[rows[at]];
            if (unit != null) unit[i] = requireNonNull(sample.unit())[at];
            events += outcome[i];
            actedOn += acted[at];
            caught += outcome[i] * acted[at];
            sum += own[i];
        }
        boolean both = events > 0 && events < n;
        return new Figures.Group(
                column,
                level,
                n,
                events,
                both ? auc(own, new Sample(outcome, null, null, unit)) : null,
                actedOn,
                caught,
                actedOn > 0 && events > 0 ? caught / actedOn / (events / (double) n) : null,
                chosen.probability() ? sum / n : null);
    }

    private static AucUncertainty.Interval auc(double[] scores, Sample sample) {
        return AucUncertainty.of(IndexedRanking.of(scores, sample.outcome(), null, null), sample)
                .interval();
    }
}
