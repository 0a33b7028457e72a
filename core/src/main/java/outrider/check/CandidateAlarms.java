package outrider.check;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import outrider.measure.RankingFigures;

/** The named alarms of one candidate (METHODS section 9). */
public final class CandidateAlarms {
    public static final double TOO_GOOD = 0.99;
    public static final double WIDE_GAP = 0.05;

    private CandidateAlarms() {}

    /** @param bestAccuracy over all thresholds on validation */
    public static List<Alarm> of(RankingFigures training, RankingFigures validation, double bestAccuracy) {
        List<Alarm> alarms = new ArrayList<>();
        if (validation.auc() >= TOO_GOOD) {
            alarms.add(new Alarm(
                    "too good",
                    String.format(
                            Locale.ROOT,
                            "Validation AUC is %.3f. An input may know the outcome: look for columns that are filled in afterwards.",
                            validation.auc())));
        }
        double gap = training.auc() - validation.auc();
        if (gap >= WIDE_GAP) {
            alarms.add(new Alarm(
                    "fits training too closely",
                    String.format(
                            Locale.ROOT,
                            "Training AUC is %.3f above validation. Expect less from new records; try fewer inputs or a penalty.",
                            gap)));
        }
        double nobody = 1 - validation.baseRate();
        if (bestAccuracy <= nobody + 1e-12) {
            alarms.add(new Alarm(
                    "accuracy no better than nobody",
                    String.format(
                            Locale.ROOT,
                            "Its best accuracy, %.1f %%, is that of acting on nobody. Judge it by capture and net value instead.",
                            100 * bestAccuracy)));
        }
        return alarms;
    }
}
