package outrider.server.candidate;

import jakarta.enterprise.context.ApplicationScoped;
import jakarta.transaction.Transactional;
import java.time.Clock;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;
import outrider.learn.Learner;
import outrider.learn.Learners;
import outrider.learn.Settings;
import outrider.server.brief.Brief;
import outrider.server.brief.BriefTables;
import outrider.server.brief.Briefs;
import outrider.server.brief.Columns;
import outrider.server.brief.Splits;
import outrider.server.trail.Act;
import outrider.server.trail.Trail;
import outrider.server.work.WorkStatus;

/** Making candidates: what was wanted, checked and stored, waiting to be fitted. */
@ApplicationScoped
public class NewCandidates {
    private final Candidates candidates;
    private final Briefs briefs;
    private final BriefTables tables;
    private final Columns columns;
    private final Clock clock;

    NewCandidates(Candidates candidates, Briefs briefs, BriefTables tables, Columns columns, Clock clock) {
        this.candidates = candidates;
        this.briefs = briefs;
        this.tables = tables;
        this.columns = columns;
        this.clock = clock;
    }

    /**
     * A candidate to be made.
     *
     * @param kind JSON name of its kind
     * @param settings by name; what is left out is as it comes
     * @param inputs columns of a fitted kind; null for all of the brief's
     * @param basedOn the candidate it was begun from, or null
     */
    public record Wanted(
            String name,
            String kind,
            Map<String, Object> settings,
            @Nullable List<String> inputs,
            @Nullable Long basedOn) {}

    /**
     * Stores the candidate, waiting to be fitted.
     *
     * @throws BadInput naming the setting that will not do
     */
    @Transactional
    public Candidate make(long briefId, Wanted wanted, String by) {
        Brief brief = briefs.get(briefId);
        Splits.of(brief);
        String name = wanted.name() == null ? "" : wanted.name().strip();
        if (name.isEmpty() || name.length() > 200) {
            throw BadInput.of("name", "is empty or longer than 200 letters", "give it a short name");
        }
        demandFree(briefId, name);
        Learner kind = Learners.named(wanted.kind());
        Map<String, Object> given = new LinkedHashMap<>(wanted.settings() == null ? Map.of() : wanted.settings());
        given.values().removeIf(Objects::isNull);
        Settings settings = Settings.of(kind, given);
        Candidate candidate = new Candidate();
        candidate.briefId = briefId;
        candidate.name = name;
        candidate.kind = kind;
        candidate.settings = settings.values();
        candidate.inputs = inputs(brief, kind, wanted.inputs(), settings);
        candidate.basedOn = wanted.basedOn();
        if (candidate.basedOn != null
                && !candidates.get(candidate.basedOn).briefId.equals(briefId)) {
            throw BadInput.of("basedOn", "is a candidate of another brief", "leave it out");
        }
        candidate.notes = "";
        candidate.tags = List.of();
        candidate.status = WorkStatus.WAITING;
        candidate.createdBy = by;
        candidate.createdAt = clock.instant();
        candidate.persist();
        Trail.add(
                Trail.chain(briefId),
                by,
                Act.CANDIDATE_MADE,
                candidate.name,
                kind.words()
                        + (settings.words().isEmpty() ? "" : ", " + settings.words())
                        + (candidate.inputs.isEmpty() ? "" : "; inputs: " + String.join(", ", candidate.inputs)));
        return candidate;
    }

    /**
     * Every kind as it comes that the brief does not hold in this way yet, on all its inputs, the references too; the fastest first.
     *
     * @return their numbers, none where all are there
     */
    @Transactional
    public List<Long> makeAll(long briefId, String by) {
        Brief brief = briefs.get(briefId);
        List<String> all = columns.inputs(brief);
        List<Candidate> there = candidates.of(briefId);
        List<Long> made = new ArrayList<>();
        for (Learner kind : Learners.asTheyCome()) {
            Map<String, Object> initial = Settings.initial(kind).values();
            boolean known = there.stream()
                    .anyMatch(c -> c.kind == kind
                            && c.checkedSettings().values().equals(initial)
                            && (!kind.takesInputs() || c.inputs.equals(all)));
            if (known) continue;
            Wanted wanted = new Wanted(freeName(there, kind.title()), kind.name(), Map.of(), null, null);
            made.add(make(briefId, wanted, by).id);
        }
        return made;
    }

    private static String freeName(List<Candidate> there, String title) {
        String name = title;
        for (int i = 2; taken(there, name); i++) name = title + " " + i;
        return name;
    }

    private static boolean taken(List<Candidate> there, String name) {
        return there.stream().anyMatch(c -> c.name.equals(name));
    }

    static void demandFree(long briefId, String name) {
        if (Candidate.count("briefId = ?1 and name = ?2 and deletedAt is null", briefId, name) > 0) {
            throw BadInput.of("name", "\"" + name + "\" is taken", "give it another name");
        }
    }

    private List<String> inputs(Brief brief, Learner kind, @Nullable List<String> wanted, Settings settings) {
        if (kind.takesInputs()) return chosen(brief, wanted);
        if (!kind.blends()) return named(brief, settings.namedColumns());
        return members(brief.id, settings).stream()
                .flatMap(member -> member.inputs.stream())
                .distinct()
                .toList();
    }

    private List<String> named(Brief brief, List<String> names) {
        for (String name : names) {
            tables.table(brief).column(name);
            if (name.equals(brief.outcomeColumn())) {
                throw BadInput.of("column \"" + name + "\"", "is the outcome", "choose another");
            }
        }
        return names;
    }

    private List<String> chosen(Brief brief, @Nullable List<String> wanted) {
        List<String> free = columns.inputs(brief);
        List<String> chosen = wanted == null ? free : wanted;
        for (String name : chosen) {
            if (free.contains(name)) continue;
            throw BadInput.of(
                    "inputs", "\"" + name + "\" is no input of this brief", "change its role on the Data page");
        }
        if (chosen.isEmpty()) throw BadInput.of("inputs", "none chosen", "choose at least one");
        return List.copyOf(chosen);
    }

    static List<Candidate> members(long briefId, Settings settings) {
        List<Candidate> members = new ArrayList<>();
        for (long id : settings.candidates("members")) {
            Candidate member = Candidate.findById(id);
            if (member == null || !member.briefId.equals(briefId) || member.status != WorkStatus.DONE) {
                throw BadInput.of("members", "hold " + id + ", no fitted candidate of this brief", "choose another");
            }
            if (member.kind.reference()) {
                throw BadInput.of("members", "hold the reference \"" + member.name + "\"", "leave it out");
            }
            members.add(member);
        }
        if (members.size() < 2) throw BadInput.of("members", "are fewer than two", "choose at least two candidates");
        return members;
    }
}
