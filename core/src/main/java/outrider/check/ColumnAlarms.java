package outrider.check;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/** The named alarms of one column (METHODS section 9). */
public final class ColumnAlarms {
    public static final double LEAKING_AUC = 0.95;
    public static final double LEAKING_MISSING_AUC = 0.80;

    private ColumnAlarms() {}

    public static List<Alarm> of(ColumnProfile profile) {
        List<Alarm> alarms = new ArrayList<>();
        String leak = leak(profile);
        if (leak != null) {
            alarms.add(
                    new Alarm(
                            "suspected leak",
                            leak
                                    + " It may be known only after the outcome: ask when it is filled in, and set it aside if so."));
        }
        if (profile.distinct() <= 1) {
            String holds = profile.distinct() == 0 ? "no value" : "one value only";
            alarms.add(new Alarm("constant", "It holds " + holds + " in training and cannot tell records apart."));
        } else if (profile.identifierLike()) {
            alarms.add(new Alarm(
                    "identifier-like", "It holds nearly one value a record, which no new record will share."));
        }
        return alarms;
    }

    /** Why the column may leak, or null. */
    private static String leak(ColumnProfile profile) {
        if (profile.auc() != null && profile.auc() >= LEAKING_AUC) {
            return String.format(Locale.ROOT, "Alone it ranks the outcome with an AUC of %.3f.", profile.auc());
        }
        if (profile.missingAuc() >= LEAKING_MISSING_AUC) {
            return String.format(
                    Locale.ROOT, "Whether it is missing ranks the outcome with an AUC of %.3f.", profile.missingAuc());
        }
        if (profile.telling().isEmpty()) return null;
        return "Nearly every record with “" + profile.telling().get(0) + "” has the event.";
    }
}
