package outrider.documents.proof;

import java.util.Locale;
import org.jspecify.annotations.Nullable;

/**
 * That a form gives the application's scores, or where it does not.
 *
 * @param records that were scored in both, {@code odd} of them made up
 * @param refused made-up records that the application does not score either
 * @param greatest difference of two scores, over the larger of 1 and the score
 * @param allowed the difference up to which they agree; 0 for bits
 * @param on what the form was run by
 * @param fault the first record that differs, in words; null for none
 */
public record Proof(
        int records,
        int odd,
        int refused,
        double greatest,
        double allowed,
        String on,
        @Nullable String fault) {
    /** So near an edge of a band or the cut two forms may fall on different sides. */
    private static final double NEAR = 1e-9;

    public boolean holds() {
        return fault == null;
    }

    static Proof of(Trial trial, FormScores own, double allowed, String on) {
        FormScores app = trial.scores();
        int n = app.score().length;
        if (own.score().length != n) {
            return new Proof(
                    n,
                    trial.odd(),
                    trial.refused(),
                    Double.NaN,
                    allowed,
                    on,
                    own.score().length + " records came back of " + n);
        }
        double greatest = 0;
        String fault = null;
        for (int i = 0; i < n; i++) {
            double off = Math.abs(own.score()[i] - app.score()[i]) / Math.max(1, Math.abs(app.score()[i]));
            if (!(off <= greatest)) greatest = off;
            if (fault == null) fault = fault(trial, own, i, off, allowed);
            if (Double.isNaN(greatest)) break;
        }
        return new Proof(n, trial.odd(), trial.refused(), greatest, allowed, on, fault);
    }

    private static @Nullable String fault(Trial trial, FormScores own, int i, double off, double allowed) {
        FormScores app = trial.scores();
        String record = "record " + (i + 1) + (i >= app.score().length - trial.odd() ? " (made up)" : "");
        if (!(off <= allowed)) {
            return String.format(Locale.ROOT, "%s scores %s, here %s", record, own.score()[i], app.score()[i]);
        }
        boolean near = allowed > 0 && nearAnEdge(trial, app.score()[i]);
        if (own.band()[i] != app.band()[i] && !near) {
            return record + " is in band " + own.band()[i] + ", here in band " + app.band()[i];
        }
        if (!String.valueOf(own.action().get(i)).equals(app.action().get(i)) && !near) {
            return record + ": " + own.action().get(i) + ", here "
                    + app.action().get(i);
        }
        int[] version = own.version();
        if (app.version() != null && (version == null || version[i] != app.version()[i])) {
            return record + " does not carry its version";
        }
        return null;
    }

    private static boolean nearAnEdge(Trial trial, double score) {
        Double threshold = trial.recipe().recipe().acting().threshold();
        if (threshold != null && near(score, threshold)) return true;
        for (double edge : trial.recipe().recipe().acting().bandFrom()) if (near(score, edge)) return true;
        return false;
    }

    private static boolean near(double score, double edge) {
        return score != edge && Math.abs(score - edge) <= NEAR * Math.max(1, Math.abs(edge));
    }
}
