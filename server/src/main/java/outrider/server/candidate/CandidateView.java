package outrider.server.candidate;

import java.util.List;
import outrider.learn.LogisticModel;
import outrider.learn.Model;
import outrider.learn.linear.Coefficient;
import outrider.prepare.Step;

/** A candidate as it is listed. */
public record CandidateView(
        long id,
        String name,
        Kind kind,
        String kindWords,
        boolean reference,
        Settings settings,
        String settingsWords,
        List<String> inputs,
        String status,
        double progress,
        String step,
        String message) {

    static CandidateView of(Candidate c) {
        return new CandidateView(
                c.id,
                c.name,
                c.kind,
                c.kind.words(),
                c.kind.reference(),
                c.settings,
                c.settings.words(),
                c.inputs,
                c.status,
                c.progress,
                c.step,
                c.message);
    }

    /** How one column became inputs. */
    public record Prepared(String column, String rule, List<String> inputs) {}

    /** What a logistic regression learnt; {@code aic} and {@code bic} are null with a penalty or weights. */
    public record Learnt(
            List<Coefficient> coefficients,
            List<Prepared> preparation,
            List<String> dropped,
            List<String> separated,
            double records,
            int iterations,
            boolean converged,
            double logLikelihood,
            Double aic,
            Double bic,
            double mcfadden) {

        /** Null for kinds that learn no coefficients. */
        static Learnt of(Model model) {
            if (!(model instanceof LogisticModel logistic)) return null;
            var fit = logistic.fit();
            List<String> names = logistic.preparation().inputs();
            boolean weighted = fit.standardErrors() == null && fit.separated().isEmpty();
            boolean plain = logistic.penalty() == 0 && !weighted;
            return new Learnt(
                    logistic.table(),
                    logistic.preparation().steps().stream()
                            .map(Learnt::prepared)
                            .toList(),
                    fit.dropped().stream().map(names::get).toList(),
                    fit.separated().stream().map(names::get).toList(),
                    fit.records(),
                    fit.iterations(),
                    fit.converged(),
                    fit.logLikelihood(),
                    plain ? fit.aic() : null,
                    plain ? fit.bic() : null,
                    fit.mcfadden());
        }

        private static Prepared prepared(Step step) {
            return new Prepared(step.column(), step.explain(), step.inputs());
        }
    }
}
