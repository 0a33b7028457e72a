package outrider.learn.blend;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import outrider.learn.Model;
import outrider.learn.Part;
import outrider.table.Table;
import outrider.term.Term;
import outrider.term.Terms;

/**
 * Several models as one.
 *
 * @param weights of stacking: the intercept, then one a member's log-odds (or plain score); null for means
 * @param references for a mean of ranks: each member's training scores at evenly spaced ranks, ascending; null for others
 */
public record BlendModel(
        List<Model> members, List<String> names, double @Nullable [] weights, double @Nullable [][] references)
        implements Model {
    private static final double CLIP = 1e-12;

    @Override
    public double[] score(Table table, int[] rows) {
        double[][] scores = new double[members.size()][];
        for (int m = 0; m < scores.length; m++) {
            scores[m] = feature(members.get(m).score(table, rows), m);
        }
        return combined(scores, weights);
    }

    /** What of a member's scores is combined: log-odds for stacking, ranks for ranks, else the probabilities. */
    private double[] feature(double[] score, int member) {
        if (references != null) return ranks(score, references[member]);
        return weights == null ? score : stacked(score, members.get(member).probability());
    }

    static double[] stacked(double[] score, boolean probability) {
        if (!probability) return score;
        double[] logOdds = new double[score.length];
        for (int i = 0; i < score.length; i++) {
            double p = Math.min(1 - CLIP, Math.max(CLIP, score[i]));
            logOdds[i] = Math.log(p / (1 - p));
        }
        return logOdds;
    }

    static double[] combined(double[][] features, double @Nullable [] weights) {
        double[] sum = new double[features[0].length];
        for (int i = 0; i < sum.length; i++) {
            double at = weights == null ? 0 : weights[0];
            for (int m = 0; m < features.length; m++) {
                at += features[m][i] * (weights == null ? 1.0 / features.length : weights[m + 1]);
            }
            sum[i] = weights == null ? at : 1 / (1 + Math.exp(-at));
        }
        return sum;
    }

    /** The share of reference scores below, and half of those equal; linear between the kept ones. */
    static double[] ranks(double[] score, double[] reference) {
        double[] ranks = new double[score.length];
        int last = reference.length - 1;
        for (int i = 0; i < score.length; i++) {
            int at = Arrays.binarySearch(reference, score[i] + 0.0);
            if (at >= 0) {
                int first = at;
                int end = at;
                while (first > 0 && reference[first - 1] == reference[at]) first--;
                while (end < last && reference[end + 1] == reference[at]) end++;
                ranks[i] = (first + end) / 2.0 / last;
            } else {
                int next = -at - 1;
                if (next == 0) ranks[i] = 0;
                else if (next > last) ranks[i] = 1;
                else {
                    double low = reference[next - 1];
                    ranks[i] = (next - 1 + (score[i] - low) / (reference[next] - low)) / last;
                }
            }
        }
        return ranks;
    }

    /** At most 1,001 scores at evenly spaced ranks. */
    static double[] reference(double[] score) {
        double[] sorted = score.clone();
        for (int i = 0; i < sorted.length; i++) sorted[i] += 0.0;
        Arrays.sort(sorted);
        int kept = Math.max(2, Math.min(1001, sorted.length));
        double[] reference = new double[kept];
        for (int i = 0; i < kept; i++) {
            reference[i] = sorted[(int) Math.rint((sorted.length - 1.0) * i / (kept - 1))];
        }
        return reference;
    }

    @Override
    public Term term() {
        List<Term> features = new ArrayList<>();
        for (int m = 0; m < members.size(); m++) features.add(feature(members.get(m), m));
        if (weights != null) {
            return Terms.logistic(Terms.weighted(weights[0], features, Arrays.copyOfRange(weights, 1, weights.length)));
        }
        double[] equal = new double[features.size()];
        Arrays.fill(equal, 1.0 / equal.length);
        return Terms.weighted(0, features, equal);
    }

    private Term feature(Model member, int at) {
        Term score = member.term();
        if (references != null) return rank(new Term.Step(names.get(at), score), references[at]);
        return weights == null || !member.probability() ? score : Terms.logOdds(score, CLIP);
    }

    /** As {@link #ranks} has it: stairs whose steps rise in a line, with a step of its own for each reference that is met. */
    private static Term rank(Term.Step score, double[] reference) {
        int last = reference.length - 1;
        List<Double> from = new ArrayList<>(List.of(Double.NEGATIVE_INFINITY));
        List<Term> values = new ArrayList<>(List.of(Terms.constant(0)));
        for (int first = 0, end; first <= last; first = end + 1) {
            end = first;
            while (end < last && reference[end + 1] == reference[first]) end++;
            from.add(reference[first]);
            values.add(Terms.constant((first + end) / 2.0 / last));
            from.add(Math.nextUp(reference[first]));
            values.add(end == last ? Terms.constant(1) : line(score, reference, end, last));
        }
        return Terms.stairs(
                score, from.stream().mapToDouble(Double::doubleValue).toArray(), values);
    }

    private static Term line(Term.Step score, double[] reference, int below, int last) {
        double low = reference[below];
        Term share = new Term.Quotient(
                new Term.Difference(score, Terms.constant(low)), Terms.constant(reference[below + 1] - low));
        return new Term.Quotient(Terms.sum(Terms.constant(below), share), Terms.constant(last));
    }

    @Override
    public boolean probability() {
        return references == null;
    }

    @Override
    public List<String> columns() {
        return members.stream()
                .flatMap(member -> member.columns().stream())
                .distinct()
                .toList();
    }

    @Override
    public long size() {
        return members.stream().mapToLong(Model::size).sum() + members.size() + 1;
    }

    @Override
    public List<Part> summary() {
        int size = names.size();
        return List.of(new Part.Members(IntStream.range(0, size)
                .mapToObj(m -> new Part.Weight(names.get(m), weights == null ? 1.0 / size : weights[m + 1]))
                .toList()));
    }
}
