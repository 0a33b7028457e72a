package outrider.measure;

import outrider.rank.Ranking;

/**
 * The four cells at a threshold, in records or weights (METHODS section 2). A measure with a zero denominator is NaN:
 * undefined, never 0 and never 1.
 */
public record Cells(double caught, double falseAlarms, double missed, double leftAlone) {

    public static Cells at(Ranking ranking, int point) {
        double n = ranking.size(point);
        double p = ranking.events(point);
        double events = ranking.totalEvents();
        double others = ranking.total() - events;
        double falseAlarms = point == ranking.groups() ? others : n - p;
        return new Cells(p, falseAlarms, events - p, others - falseAlarms);
    }

    public double total() {
        return caught + falseAlarms + missed + leftAlone;
    }

    public double accuracy() {
        return (caught + leftAlone) / total();
    }

    public double recall() {
        return caught / (caught + missed);
    }

    public double specificity() {
        return leftAlone / (leftAlone + falseAlarms);
    }

    public double balancedAccuracy() {
        return (recall() + specificity()) / 2;
    }

    public double precision() {
        return caught / (caught + falseAlarms);
    }

    public double negativePredictiveValue() {
        return leftAlone / (leftAlone + missed);
    }

    /** F_β with β² given. */
    public double f(double betaSquared) {
        double hit = (1 + betaSquared) * caught;
        return hit / (hit + betaSquared * missed + falseAlarms);
    }

    /** F1 of the non-event class. */
    private double otherF1() {
        return 2 * leftAlone / (2 * leftAlone + missed + falseAlarms);
    }

    /** Cohen 1960. */
    public double kappa() {
        double n = total();
        double agreed = (caught + leftAlone) / n;
        double byChance = ((caught + falseAlarms) / n) * ((caught + missed) / n)
                + ((missed + leftAlone) / n) * ((falseAlarms + leftAlone) / n);
        return byChance == 1 ? Double.NaN : (agreed - byChance) / (1 - byChance);
    }

    /** Matthews 1975. */
    public double mcc() {
        double spread = Math.sqrt((caught + falseAlarms) * (caught + missed))
                * Math.sqrt((leftAlone + falseAlarms) * (leftAlone + missed));
        return spread == 0 ? Double.NaN : (caught * leftAlone - falseAlarms * missed) / spread;
    }

    public double youden() {
        return recall() + specificity() - 1;
    }

    public double lift() {
        return precision() / ((caught + missed) / total());
    }

    public double depth() {
        return (caught + falseAlarms) / total();
    }

    public double macroPrecision() {
        return (precision() + negativePredictiveValue()) / 2;
    }

    public double macroRecall() {
        return (recall() + specificity()) / 2;
    }

    public double macroF1() {
        return (f(1) + otherF1()) / 2;
    }
}
