package outrider.casefile;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;
import outrider.base.Progress;
import outrider.base.Workers;
import outrider.check.CandidateEvidence;
import outrider.exchange.ValidationScores;
import outrider.learn.CommonSettings;
import outrider.learn.FitTask;
import outrider.learn.Fitted;
import outrider.learn.Learner;
import outrider.learn.Learners;
import outrider.learn.Model;
import outrider.learn.OutOfFold;
import outrider.learn.Scoring;
import outrider.learn.Settings;
import outrider.learn.TrainingScores;
import outrider.learn.bayes.BayesLearner;
import outrider.split.Folds;
import outrider.uncertainty.Sample;

/** Fits every candidate of a case from its data, in their order. Bits repeat, whatever the number of threads. */
public final class CaseRun {
    private final CaseData data;
    private final int rules;
    private final Workers workers;
    private final Sample trainingSample;
    private final Sample validationSample;
    private final CandidateEvidence.@Nullable Apart apart;
    private final Map<String, Fitted> fitted = new LinkedHashMap<>();
    private final Map<String, BriefFile.CandidateSpec> specs = new LinkedHashMap<>();

    private CaseRun(CaseData data, int rules, Workers workers) {
        this.data = data;
        this.rules = rules;
        this.workers = workers;
        trainingSample = data.sample(data.parts().training());
        validationSample = data.sample(data.parts().validation());
        apart = CaseData.apart(
                data.table(), data.brief()::column, data.brief().taken().split(), data.parts());
    }

    /**
     * @return the candidates, in the order of the brief
     * @throws BadInput naming the candidate that will not do
     * @throws java.util.concurrent.CancellationException if the progress was cancelled
     */
    public static List<ScoredCandidate> of(CaseData data, Workers workers, Progress progress) {
        return run(data, Evidence.RULES, workers, progress).candidates();
    }

    /** Candidates, and their models by name. */
    public record Ran(List<ScoredCandidate> candidates, Map<String, Model> models) {}

    /**
     * The same with the models.
     *
     * @param rules of docs/methods.md: by the earlier ones trees take the gain of many levels as it is, and naive Bayes smooths evenly and takes every number as it is
     */
    public static Ran run(CaseData data, int rules, Workers workers, Progress progress) {
        CaseRun run = new CaseRun(data, rules, workers);
        List<ScoredCandidate> candidates = new ArrayList<>();
        List<BriefFile.CandidateSpec> wanted = data.brief().candidates();
        for (int i = 0; i < wanted.size(); i++) {
            String name = wanted.get(i).name();
            progress.checkpoint(i / (double) wanted.size(), name);
            Progress part = progress.part(i / (double) wanted.size(), (i + 1) / (double) wanted.size(), name + ": ");
            candidates.add(run.fit(wanted.get(i), part));
        }
        Map<String, Model> models = new LinkedHashMap<>();
        run.fitted.forEach((name, made) -> models.put(name, made.model()));
        return new Ran(candidates, models);
    }

    private ScoredCandidate fit(BriefFile.CandidateSpec spec, Progress progress) {
        if (specs.put(spec.name(), spec) != null) {
            throw BadInput.of("candidates", "hold \"" + spec.name() + "\" twice", "give each its own name");
        }
        try {
            Learner kind = Learners.named(spec.kind());
            List<Fitted.Member> members = kind.blends() ? members(spec) : List.of();
            Settings settings = Settings.of(kind, numbered(kind, spec));
            List<String> inputs = inputs(kind, spec, settings);
            int[] training = data.parts().training();
            Fitted made = Fitted.of(
                    kind,
                    byRules(kind, settings),
                    data.training(inputs),
                    data.brief().taken().split().balance(),
                    data.brief().taken().split().folds(),
                    members,
                    workers,
                    progress);
            fitted.put(spec.name(), made);
            int[] validation = data.parts().validation();
            ValidationScores scored = ValidationScores.of(
                    new ValidationScores.Nature(made.model().probability(), kind.reference(), apart),
                    new ValidationScores.Training(
                            score(made, training), made.outOfFold(), folds(kind, settings), trainingSample),
                    score(made, validation),
                    validationSample);
            return new ScoredCandidate(
                    spec.name(),
                    kind,
                    settings.words(),
                    made.model().size(),
                    made.model().probability(),
                    inputs,
                    scored,
                    new ScoredCandidate.Elsewhere(
                            rows -> score(made, rows),
                            () -> TrainingScores.unseen(training, made.outOfFold(), () -> score(made, training))));
        } catch (BadInput e) {
            throw new BadInput(
                    "candidate \"" + spec.name() + "\", " + e.field(), e.record(), e.line(), e.found(), e.remedy());
        }
    }

    /** By whose models training is scored out of fold; null where one scale serves, or by earlier rules. */
    private @Nullable Folds folds(Learner kind, Settings settings) {
        if (rules < Evidence.WITHIN_FOLDS || !FitTask.byFolds(kind, settings)) return null;
        return OutOfFold.folds(
                data.training(List.of()), data.brief().taken().split().folds());
    }

    private Settings byRules(Learner kind, Settings settings) {
        Settings before = rules < Evidence.TAILS_LIMITED && kind.settings().contains(BayesLearner.TAILS)
                ? settings.with("tails", 0.0)
                : settings;
        if (rules >= Evidence.LEVELS_DISCOUNTED) return before;
        if (kind.settings().contains(CommonSettings.LEVEL_GAIN)) return settings.with("levelGain", "whole");
        return kind.settings().contains(BayesLearner.PRIOR) ? before.with("prior", 0.0) : before;
    }

    private double[] score(Fitted made, int[] rows) {
        return Scoring.of(made.model(), data.table(), rows, workers, Progress.NONE);
    }

    /** Settings speak of a blend's members by number; here that is their place in the brief. */
    private Map<String, Object> numbered(Learner kind, BriefFile.CandidateSpec spec) {
        Map<String, Object> given = new LinkedHashMap<>(spec.settings() == null ? Map.of() : spec.settings());
        if (!kind.blends()) return given;
        List<String> names = new ArrayList<>(specs.keySet());
        given.put(
                "members",
                memberNames(spec).stream()
                        .map(name -> (long) names.indexOf(name))
                        .toList());
        return given;
    }

    private List<String> memberNames(BriefFile.CandidateSpec spec) {
        Object members = spec.settings() == null ? null : spec.settings().get("members");
        if (!(members instanceof List<?> list) || !list.stream().allMatch(String.class::isInstance)) {
            throw BadInput.of("members", "are not a list of names", "name candidates that stand before it");
        }
        return list.stream().map(String.class::cast).toList();
    }

    private List<Fitted.Member> members(BriefFile.CandidateSpec spec) {
        List<Fitted.Member> members = new ArrayList<>();
        for (String name : memberNames(spec)) {
            Fitted member = fitted.get(name);
            if (member == null) {
                throw BadInput.of("members", "name \"" + name + "\", which does not stand before it", "move it up");
            }
            members.add(new Fitted.Member(name, member.model(), member.outOfFold()));
        }
        return members;
    }

    private List<String> inputs(Learner kind, BriefFile.CandidateSpec spec, Settings settings) {
        if (kind.takesInputs()) return spec.inputs() == null ? data.inputs() : allowed(spec.inputs());
        if (!kind.blends()) return settings.namedColumns();
        return memberNames(spec).stream()
                .map(specs::get)
                .flatMap(member -> inputs(Learners.named(member.kind()), member, settingsOf(member)).stream())
                .distinct()
                .toList();
    }

    private Settings settingsOf(BriefFile.CandidateSpec spec) {
        Learner kind = Learners.named(spec.kind());
        return Settings.of(kind, numbered(kind, spec));
    }

    private List<String> allowed(List<String> inputs) {
        List<String> free = data.inputs();
        for (String name : inputs) {
            if (free.contains(name)) continue;
            throw BadInput.of("inputs", "\"" + name + "\" is no input of this brief", "change its role under columns");
        }
        return inputs;
    }
}
