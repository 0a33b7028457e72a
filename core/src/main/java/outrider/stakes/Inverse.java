package outrider.stakes;

import java.util.List;
import org.jspecify.annotations.Nullable;

/** The stakes turned round: how large an amount must be for the decision to change. All else stays as it is. */
public final class Inverse {
    private static final int HALVINGS = 60;
    private static final int STEPS = 240;
    private static final double NEAREST = 1e-4;

    /**
     * The amount at which something changes.
     *
     * @param amount null where none within a thousand times what is at stake does it
     * @param winner index of the candidate that is best beyond it; of the asked one for a depth
     */
    public record Answer(
            StakesParameter parameter, double now, @Nullable Double amount, int winner) {}

    private Inverse() {}

    /**
     * The amount nearest to the present one at which the best cut lies at {@code rank} or beyond it, as seen from where it lies
     * now.
     */
    public static Answer depth(
            Frontier frontier, Stakes stakes, double plannedRate, double rank, StakesParameter parameter) {
        double now = parameter.of(stakes);
        double at = frontier.best(stakes, plannedRate).records();
        boolean deeper = rank > at;
        if (rank == at) return new Answer(parameter, now, now, 0);
        double end = deeper == parameter.deepens() ? parameter.most(stakes) : parameter.least();
        double near = now;
        double far = end;
        if (!reaches(frontier, stakes, plannedRate, rank, parameter, far, deeper))
            return new Answer(parameter, now, null, 0);
        for (int i = 0; i < HALVINGS; i++) {
            double middle = (near + far) / 2;
            if (reaches(frontier, stakes, plannedRate, rank, parameter, middle, deeper)) far = middle;
            else near = middle;
        }
        return new Answer(parameter, now, far, 0);
    }

    private static boolean reaches(
            Frontier frontier,
            Stakes stakes,
            double plannedRate,
            double rank,
            StakesParameter parameter,
            double amount,
            boolean deeper) {
        double at = frontier.best(parameter.with(stakes, amount), plannedRate).records();
        return deeper ? at >= rank : at <= rank;
    }

    /** Who has the highest best gain; the first of equal ones. */
    public static int winner(List<Frontier> all, Stakes stakes, double plannedRate) {
        int winner = 0;
        double best = 0;
        for (int i = 0; i < all.size(); i++) {
            double gain = all.get(i).best(stakes, plannedRate).gain();
            if (i == 0 || gain > best + 1e-9 * Math.abs(best)) {
                best = gain;
                winner = i;
            }
        }
        return winner;
    }

    /** The amounts nearest above and below the present one at which another candidate takes over. */
    public static List<Answer> takeovers(
            List<Frontier> all, Stakes stakes, double plannedRate, StakesParameter parameter) {
        return List.of(
                takeover(all, stakes, plannedRate, parameter, parameter.most(stakes)),
                takeover(all, stakes, plannedRate, parameter, parameter.least()));
    }

    /** Looks at amounts that move away from the present one by growing steps. */
    private static Answer takeover(
            List<Frontier> all, Stakes stakes, double plannedRate, StakesParameter parameter, double end) {
        double now = parameter.of(stakes);
        int first = winner(all, stakes, plannedRate);
        double near = now;
        for (int i = 0; i <= STEPS && end != now; i++) {
            double amount = now + (end - now) * Math.pow(NEAREST, 1 - i / (double) STEPS);
            int winner = winner(all, parameter.with(stakes, amount), plannedRate);
            boolean somethingToWin = all.get(winner)
                            .best(parameter.with(stakes, amount), plannedRate)
                            .gain()
                    > 0;
            if (winner != first && somethingToWin) {
                return halved(all, stakes, plannedRate, parameter, first, near, amount);
            }
            near = amount;
        }
        return new Answer(parameter, now, null, first);
    }

    private static Answer halved(
            List<Frontier> all,
            Stakes stakes,
            double plannedRate,
            StakesParameter parameter,
            int first,
            double before,
            double after) {
        double near = before;
        double far = after;
        int winner = winner(all, parameter.with(stakes, far), plannedRate);
        for (int i = 0; i < HALVINGS; i++) {
            double middle = (near + far) / 2;
            int there = winner(all, parameter.with(stakes, middle), plannedRate);
            if (there == first) {
                near = middle;
            } else {
                far = middle;
                winner = there;
            }
        }
        return new Answer(parameter, parameter.of(stakes), far, winner);
    }
}
