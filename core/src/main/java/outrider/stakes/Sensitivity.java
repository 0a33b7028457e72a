package outrider.stakes;

import java.util.Arrays;
import java.util.List;
import org.jspecify.annotations.Nullable;
import outrider.rank.Ranking;

/**
 * Which candidate wins where, by how much and how deep, over cost ratios and planned event rates (METHODS section 5). The ratio
 * is (missCost + gainIfCaught) : (falseAlarmCost + actionCost); its first part varies, all else stays.
 *
 * @param ratios ascending, {@code rates} likewise; the middle one of each is the present one
 * @param spots by ratio, then by rate
 */
public record Sensitivity(double[] ratios, double[] rates, List<List<Spot>> spots) {
    private static final int RATIOS = 21;
    private static final int RATES = 13;
    private static final double RATIO_SPAN = 8;
    private static final double RATE_SPAN = 4;

    /**
     * The candidate that leads under some stakes, and by how much.
     *
     * @param winner index of the candidate with the highest best gain; −1 where nobody should be acted on
     * @param gain over nobody at its best cut, for the sample's records
     * @param ahead of the next candidate
     * @param depth of its best cut
     */
    public record Spot(int winner, double gain, double ahead, double depth) {}

    /** Null where one side of the ratio is 0: then no cut is a matter of degree. */
    public static @Nullable Sensitivity of(
            List<Ranking> candidates, Stakes stakes, double plannedRate, @Nullable Capacity capacity) {
        double costs = stakes.falseAlarmCost() + stakes.actionCost();
        double wins = stakes.missCost() + stakes.gainIfCaught();
        if (costs == 0 || wins == 0 || candidates.isEmpty()) return null;
        List<Frontier> all =
                candidates.stream().map(r -> Frontier.of(r, capacity)).toList();
        double total = candidates.get(0).total();
        double rate = Double.isNaN(plannedRate) ? candidates.get(0).baseRate() : plannedRate;
        double[] ratios = new double[RATIOS];
        double[] rates = new double[RATES];
        for (int i = 0; i < RATIOS; i++) ratios[i] = wins / costs * power(RATIO_SPAN, i, RATIOS);
        for (int i = 0; i < RATES; i++) {
            double odds = rate / (1 - rate) * power(RATE_SPAN, i, RATES);
            rates[i] = i == RATES / 2 ? rate : odds / (1 + odds);
        }
        List<List<Spot>> spots = Arrays.stream(ratios)
                .mapToObj(ratio -> Arrays.stream(rates)
                        .mapToObj(r -> cell(all, scaled(stakes, ratio * costs / wins), r, total))
                        .toList())
                .toList();
        return new Sensitivity(ratios, rates, spots);
    }

    /** span^-1 … 1 … span^1, exactly 1 in the middle. */
    private static double power(double span, int i, int count) {
        int middle = count / 2;
        return i == middle ? 1 : StrictMath.pow(span, (i - middle) / (double) middle);
    }

    private static Stakes scaled(Stakes s, double factor) {
        return new Stakes(
                s.gainIfCaught() * factor,
                s.actionCost(),
                s.missCost() * factor,
                s.falseAlarmCost(),
                s.leaveValue(),
                s.successRate());
    }

    private static Spot cell(List<Frontier> all, Stakes stakes, double rate, double total) {
        int winner = -1;
        double best = 0;
        double next = 0;
        double depth = 0;
        for (int i = 0; i < all.size(); i++) {
            Frontier.Best found = all.get(i).best(stakes, rate);
            if (found.gain() > best) {
                next = best;
                best = found.gain();
                winner = i;
                depth = found.records() / total;
            } else {
                next = Math.max(next, found.gain());
            }
        }
        return new Spot(winner, best, best - next, depth);
    }
}
