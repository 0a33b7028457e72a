package outrider.check;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/** The named alarms of one column (METHODS section 9). */
public final class ColumnAlarms {
    public static final double LEAKING_AUC = 0.95;
    public static final double LEAKING_MISSING_AUC = 0.80;
    /** Two event rates this many standard errors apart are taken for different. */
    static final double APART = 4;

    private static final double ENOUGH_MISSING = 0.01;
    private static final int FEWEST = 30;

    private ColumnAlarms() {}

    public static List<Alarm> of(ColumnProfile profile) {
        List<Alarm> alarms = new ArrayList<>();
        String leak = leak(profile);
        if (leak != null) {
            alarms.add(
                    new Alarm(
                            AlarmKind.SUSPECTED_LEAK,
                            leak
                                    + " It may be known only after the outcome: ask when it is filled in, and set it aside if so."));
        }
        if (profile.distinct() <= 1) {
            String holds = profile.distinct() == 0 ? "no value" : "one value only";
            alarms.add(
                    new Alarm(AlarmKind.CONSTANT, "It holds " + holds + " in training and cannot tell records apart."));
        } else if (profile.identifierLike()) {
            alarms.add(new Alarm(
                    AlarmKind.IDENTIFIER_LIKE, "It holds nearly one value a record, which no new record will share."));
        }
        if (leak == null && profile.auc() != null) {
            String missing = missingTells(profile);
            if (missing != null) alarms.add(new Alarm(AlarmKind.MISSING_TELLS, missing));
        }
        return alarms;
    }

    /** Why the column may leak, or null. */
    private static String leak(ColumnProfile profile) {
        if (profile.auc() != null && profile.auc() >= LEAKING_AUC && beyondChance(profile.auc(), profile)) {
            return String.format(Locale.ROOT, "Alone it ranks the outcome with an AUC of %.3f.", profile.auc());
        }
        if (profile.missingAuc() != null
                && profile.missingAuc() >= LEAKING_MISSING_AUC
                && beyondChance(profile.missingAuc(), profile)) {
            return String.format(
                    Locale.ROOT, "Whether it is missing ranks the outcome with an AUC of %.3f.", profile.missingAuc());
        }
        if (profile.telling().isEmpty()) return null;
        return "Nearly every record with “" + profile.telling().get(0) + "” has the event.";
    }

    /** What missing says that a value, or zero, does not; or null. */
    private static String missingTells(ColumnProfile profile) {
        Cell absent = profile.absent();
        Cell zero = profile.zero();
        if (absent.records() < Math.max(FEWEST, ENOUGH_MISSING * profile.records())) return null;
        boolean zeroCounts = zero != null && zero.records() >= FEWEST;
        boolean unlikeZero = zeroCounts && apart(absent, zero);
        if (!unlikeZero && !apart(absent, profile.present())) return null;
        return "Without a value the event rate is " + rate(absent) + ", with one " + rate(profile.present())
                + (zeroCounts ? ", with a zero " + rate(zero) : "")
                + ". Missing is no zero here and is kept apart: find out what it stands for before anybody fills it in.";
    }

    private static boolean apart(Cell a, Cell b) {
        return apart(a.events(), a.records(), b.events(), b.records());
    }

    /** Whether two event rates lie further apart than chance explains. */
    static boolean apart(double events, double records, double otherEvents, double otherRecords) {
        if (records == 0 || otherRecords == 0) return false;
        double all = (events + otherEvents) / (records + otherRecords);
        double error = Math.sqrt(all * (1 - all) * (1 / records + 1 / otherRecords));
        return error > 0 && Math.abs(events / records - otherEvents / otherRecords) >= APART * error;
    }

    /** Whether an AUC lies further from ½ than chance explains, with so few events or non-events (Mann and Whitney 1947). */
    private static boolean beyondChance(double auc, ColumnProfile profile) {
        double events = profile.present().events() + profile.absent().events();
        double others = profile.records() - events;
        return Math.abs(auc - 0.5) >= APART * Math.sqrt((events + others + 1) / (12 * events * others));
    }

    private static String rate(Cell cell) {
        return String.format(
                Locale.ROOT, "%.1f %% (%.1f to %.1f)", 100 * cell.rate(), 100 * cell.rateLow(), 100 * cell.rateHigh());
    }
}
