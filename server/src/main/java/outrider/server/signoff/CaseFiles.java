package outrider.server.signoff;

import jakarta.enterprise.context.ApplicationScoped;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.TreeMap;
import java.util.stream.Collectors;
import outrider.base.BadInput;
import outrider.casefile.AuthorText;
import outrider.casefile.BriefFile;
import outrider.casefile.Canonical;
import outrider.casefile.CaseData;
import outrider.casefile.ColumnSetup;
import outrider.casefile.Figures;
import outrider.casefile.FiguresMaker;
import outrider.casefile.ScoredCandidate;
import outrider.casefile.Sha256;
import outrider.server.brief.Brief;
import outrider.server.brief.BriefTables;
import outrider.server.brief.Splits;
import outrider.server.candidate.Candidate;
import outrider.server.candidate.Candidates;
import outrider.server.comparison.Comparisons;
import outrider.server.comparison.Cut;
import outrider.server.dataset.Dataset;
import outrider.server.dataset.DatasetJoin;
import outrider.server.dataset.Datasets;
import outrider.server.work.Caches;
import outrider.server.work.Kept;
import outrider.server.work.WorkQueue;

/** Briefs as one document, and the figures of their reports. Figures computed last stay in memory. */
@ApplicationScoped
class CaseFiles {
    /** About so many bytes the figures of a report take. */
    private static final long BYTES = 400_000;

    private final Datasets datasets;
    private final BriefTables tables;
    private final Splits splits;
    private final Candidates candidates;
    private final Comparisons comparisons;
    private final Kept<String, Figures> figures = Caches.FIGURES.make(known -> BYTES);

    CaseFiles(Datasets datasets, BriefTables tables, Splits splits, Candidates candidates, Comparisons comparisons) {
        this.datasets = datasets;
        this.tables = tables;
        this.splits = splits;
        this.candidates = candidates;
        this.comparisons = comparisons;
    }

    /** The brief as far as it is; {@link BriefFile#demandWhole} refuses one without an outcome or a split. */
    @SuppressWarnings("NullAway")
    BriefFile of(Brief b, AuthorText authorText) {
        Dataset dataset = datasets.get(b.datasetId);
        List<Candidate> finished = candidates.finished(b.id);
        Map<Long, String> names = finished.stream().collect(Collectors.toMap(c -> c.id, c -> c.name));
        List<String> free = free(b);
        Cut cut = comparisons.known(b.id);
        String chosen = cut == null ? null : names.get(cut.candidateId);
        Seal seal = Seal.findById(b.id);
        return new BriefFile(
                BriefFile.FORMAT,
                new BriefFile.Asked(b.name, b.question, b.words, b.hasOutcome() ? b.outcome : null),
                new BriefFile.Taken(
                        new BriefFile.DataFile(
                                dataset.name,
                                dataset.sha256,
                                dataset.dialect,
                                dataset.sheet,
                                dataset.readColumns,
                                dataset.origin,
                                dataset.joins.isEmpty()
                                        ? null
                                        : dataset.joins.stream()
                                                .map(DatasetJoin::file)
                                                .toList(),
                                null),
                        columns(b),
                        b.population,
                        b.split),
                new BriefFile.Decision(
                        b.stakes,
                        b.campaign.capacity(),
                        b.campaign.size(),
                        b.campaign.plannedRate(),
                        b.campaign.deciding(),
                        chosen == null ? null : new BriefFile.CutSpec(chosen, cut.records, cut.rule.words()),
                        seal == null
                                ? null
                                : new BriefFile.SealSpec(
                                        seal.openedBy,
                                        seal.openedAt.toString(),
                                        names.getOrDefault(seal.candidateId, "candidate " + seal.candidateId),
                                        seal.cutRecords)),
                finished.stream().map(c -> spec(c, names, free)).toList(),
                authorText);
    }

    /** Every column by name, so that nothing is left to be taken for something. */
    private Map<String, ColumnSetup> columns(Brief b) {
        Map<String, ColumnSetup> all = new TreeMap<>();
        tables.names(b).forEach(name -> all.put(name, b.column(name)));
        return all;
    }

    private List<String> free(Brief b) {
        return CaseData.inputs(tables.names(b), b::column, b.outcomeColumn());
    }

    private static BriefFile.CandidateSpec spec(Candidate c, Map<Long, String> names, List<String> free) {
        Map<String, Object> settings = new LinkedHashMap<>(c.checkedSettings().values());
        c.kind.settings().forEach(setting -> {
            if (Objects.equals(settings.get(setting.name()), setting.initial())) settings.remove(setting.name());
        });
        if (c.kind.blends()) {
            settings.put(
                    "members",
                    c.checkedSettings().candidates("members").stream()
                            .map(id -> member(c, names, id))
                            .toList());
        }
        return new BriefFile.CandidateSpec(
                c.name,
                c.kind.name(),
                settings,
                c.kind.takesInputs() && !c.inputs.equals(free) ? c.inputs : null,
                c.createdBy);
    }

    private static String member(Candidate blend, Map<Long, String> names, long id) {
        String name = names.get(id);
        if (name != null) return name;
        throw BadInput.state(
                BadInput.Code.LOCKED,
                "candidate \"" + blend.name + "\"",
                "blends a candidate that was deleted",
                "bring that one back, or delete the blend");
    }

    /** What the author's words do not change. */
    private static String key(BriefFile file, Brief b, List<Candidate> finished) {
        AuthorText asked = new AuthorText(
                null, Map.of(), file.authorText().today(), file.authorText().todayRecords(), List.of());
        List<Long> ids = finished.stream().map(c -> c.id).toList();
        return Sha256.of(Canonical.write(List.of(b.id, ids, file.with(asked))));
    }

    /** @throws BadInput as {@link FiguresMaker} says */
    Figures figures(Brief b, BriefFile file) {
        file.demandWhole();
        List<Candidate> finished = candidates.finished(b.id);
        return figures.get(key(file, b, finished), k -> made(b, file, finished));
    }

    private Figures made(Brief b, BriefFile file, List<Candidate> finished) {
        Dataset dataset = datasets.get(b.datasetId);
        CaseData data = new CaseData(
                file,
                dataset.sha256,
                dataset.bytes,
                tables.table(b),
                tables.outcome(b),
                Splits.of(b),
                splits.together(b),
                dataset.joins.stream().map(DatasetJoin::facts).toList());
        List<ScoredCandidate> scored = new ArrayList<>();
        for (Candidate c : finished) {
            scored.add(new ScoredCandidate(
                    c.name,
                    c.kind,
                    c.checkedSettings().words(),
                    c.parameterCount,
                    Boolean.TRUE.equals(c.probability),
                    c.inputs,
                    comparisons.scored(c, b),
                    new ScoredCandidate.Elsewhere(
                            rows -> candidates.score(c, b, rows), () -> candidates.unseen(c, b))));
        }
        return FiguresMaker.of(data, scored, WorkQueue.WORKERS);
    }
}
