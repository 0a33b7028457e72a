package outrider.server.comparison;

import jakarta.enterprise.context.ApplicationScoped;
import jakarta.persistence.EntityManager;
import jakarta.persistence.LockModeType;
import jakarta.transaction.Transactional;
import java.time.Clock;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;
import outrider.base.Seeds;
import outrider.base.Workers;
import outrider.casefile.CutRule;
import outrider.casefile.Sha256;
import outrider.exchange.Comparison;
import outrider.exchange.CutComparison;
import outrider.exchange.ValidationScores;
import outrider.rank.Ranking;
import outrider.server.brief.Brief;
import outrider.server.brief.Briefs;
import outrider.server.brief.Splits;
import outrider.server.candidate.Candidate;
import outrider.server.candidate.Candidates;
import outrider.server.trail.Act;
import outrider.server.trail.Trail;
import outrider.server.work.Caches;
import outrider.server.work.Kept;
import outrider.server.work.WorkStatus;
import outrider.stakes.NetValue;
import outrider.uncertainty.Band;

/** Candidates side by side on validation, and the cut that a brief's views share. What was compared last stays in memory. */
@ApplicationScoped
public class Comparisons {
    private static final Workers WORKERS = new Workers(Runtime.getRuntime().availableProcessors());
    /** About so many bytes a comparison takes a record of validation and candidate, its resamples included. */
    private static final long BYTES_A_RECORD = 40;
    /** About so many bytes a candidate's figures at a cut, or its bounds along the depths, take. */
    private static final long BYTES_A_CANDIDATE = 20_000;

    private final Briefs briefs;
    private final Candidates candidates;
    private final ScoredCandidates scored;
    private final ValidationUses validationUse;
    private final Findings findings;
    private final EntityManager database;
    private final Kept<List<?>, Comparison> compared = Caches.COMPARISONS.make(known -> known.candidates().stream()
            .mapToLong(e -> BYTES_A_RECORD * e.scored().sample().size())
            .sum());
    private final Kept<List<?>, CutComparison> cuts =
            Caches.CUTS.make(known -> BYTES_A_CANDIDATE * known.figures().size());
    private final Kept<List<?>, LeaderFacts> leaderFacts =
            Caches.CANDIDATES.make(known -> 32 + 8L * known.beatsReference().length);
    private final Kept<List<?>, Band> bands = Caches.BANDS.make(known -> BYTES_A_CANDIDATE);

    private final Clock clock;

    Comparisons(
            Briefs briefs,
            Candidates candidates,
            ScoredCandidates scored,
            ValidationUses validationUse,
            Findings findings,
            EntityManager database,
            Clock clock) {
        this.clock = clock;
        this.briefs = briefs;
        this.candidates = candidates;
        this.scored = scored;
        this.validationUse = validationUse;
        this.findings = findings;
        this.database = database;
    }

    /**
     * All finished candidates of a brief, compared.
     *
     * @param candidates in the order of the comparison
     */
    public record Compared(Comparison comparison, List<Candidate> candidates, List<?> key) {
        public boolean isEmpty() {
            return candidates.isEmpty();
        }

        /** @throws BadInput if the candidate is not among them */
        public int index(long candidate) {
            int at = comparison.index(candidate);
            if (at < 0) {
                throw BadInput.of("candidate", "is not a finished candidate of this brief", "choose another");
            }
            return at;
        }
    }

    /** All finished candidates; {@code leaderId} is whom somebody named as leader, null for nobody. */
    public Compared of(Brief brief, @Nullable Long leaderId) {
        return of(brief, candidates.finished(brief.id), leaderId);
    }

    /** Some finished candidates of a brief. */
    Compared of(Brief brief, List<Candidate> some, @Nullable Long leaderId) {
        List<Object> key = key(brief, some, leaderId);
        Comparison comparison = compared.get(key, k -> {
            List<Comparison.Candidate> entries = some.stream()
                    .map(c -> new Comparison.Candidate(c.id, c.name, c.kind.reference(), scored.of(c, brief)))
                    .toList();
            return Comparison.of(brief.terms(), entries, leaderId, WORKERS);
        });
        Map<Long, Candidate> byId = some.stream().collect(Collectors.toMap(c -> c.id, c -> c));
        return new Compared(
                comparison,
                comparison.candidates().stream().map(e -> byId.get(e.id())).toList(),
                key);
    }

    private List<Object> key(Brief brief, List<Candidate> some, @Nullable Long leaderId) {
        List<Object> key = new ArrayList<>();
        key.add(brief.terms());
        key.add(scored.readAs(brief));
        key.add(String.valueOf(leaderId));
        some.forEach(c -> key.add(c.id));
        return key;
    }

    /** What is told of all candidates together: as {@link Comparison} has both. */
    @SuppressWarnings("ArrayRecordComponent")
    record LeaderFacts(@Nullable Double optimism, @Nullable Boolean[] beatsReference) {}

    LeaderFacts leaderFacts(Compared of) {
        return leaderFacts.get(
                of.key(),
                k -> new LeaderFacts(of.comparison().optimism(), of.comparison().beatsReference()));
    }

    /** What one candidate's bounds along the depths follow from. */
    static List<Object> bandKey(Compared of, int i) {
        NetValue money = of.comparison().money(i);
        return List.of(
                of.comparison().candidates().get(i).id(),
                money.stakes(),
                money.planned(),
                of.comparison().terms().seed(),
                of.key().get(1));
    }

    /** A name for what is drawn of one candidate: its ranking, and bounds that no stake changes. */
    static String curveKey(Compared of, int i) {
        Comparison.Candidate entry = of.comparison().candidates().get(i);
        List<Object> follows = List.of(
                entry.id(),
                entry.scored().uncertainty().interval().auc(),
                of.comparison().money(i).planned(),
                of.comparison().terms().seed(),
                of.key().get(1));
        return Sha256.of(follows.toString()).substring(0, 12);
    }

    /** Everything at one cut, with its intervals. */
    CutComparison at(Compared of, double rank) {
        return cuts.get(List.of(of.key(), rank), k -> of.comparison().at(rank));
    }

    /** One candidate's bounds along the depths. */
    Band band(Compared of, int i) {
        Comparison.Candidate entry = of.comparison().candidates().get(i);
        NetValue money = of.comparison().money(i);
        return bands.get(
                bandKey(of, i),
                k -> Band.of(
                        entry.scored().ranked(),
                        entry.scored().sample(),
                        money,
                        new Seeds(of.comparison().terms().seed()),
                        WORKERS));
    }

    /** @throws BadInput if the candidate is not of the brief or not fitted, or the cut lies outside the part */
    @Transactional
    public void setCut(long briefId, ComparisonView.CutView wanted, String by) {
        Brief brief = briefs.get(briefId);
        Candidate candidate = candidates.get(wanted.candidateId());
        if (!candidate.briefId.equals(briefId) || candidate.status != WorkStatus.DONE) {
            throw BadInput.of("candidateId", "is not a finished candidate of this brief", "choose another");
        }
        int records = Splits.of(brief).validation().length;
        if (!(wanted.records() >= 0 && wanted.records() <= records)) {
            throw BadInput.of("records", "is " + wanted.records(), "give 0 to " + records);
        }
        // one at a time: who sets it at the same moment comes after
        database.lock(brief, LockModeType.PESSIMISTIC_WRITE);
        Cut cut = Cut.findById(briefId);
        boolean known = cut != null;
        String stood = known ? cut.candidateId + "/" + cut.records + "/" + cut.rule.words() : "";
        if (!known) cut = new Cut();
        cut.briefId = briefId;
        cut.candidateId = wanted.candidateId();
        cut.records = wanted.records();
        cut.rule = wanted.rule() == null ? CutRule.BY_HAND : wanted.rule();
        cut.setBy = by;
        cut.setAt = clock.instant();
        if (!known) cut.persist();
        String news = candidate.id + "/" + cut.records + "/" + cut.rule.words();
        if (!news.equals(stood)) {
            Trail.add(
                    Trail.chain(briefId),
                    by,
                    Act.CUT_SET,
                    candidate.name,
                    String.format(
                            java.util.Locale.ROOT,
                            "%s of %d records of validation, %s",
                            cut.records,
                            records,
                            cut.rule.words()));
        }
        List<Candidate> finished = candidates.finished(briefId);
        validationUse.chose(briefId, finished.size(), cut.candidateId, cut.rule.words());
        if (compared.known(key(brief, finished, null)) != null) {
            Compared now = of(brief, finished, null);
            findings.keep(briefId, now, cut, at(now, cut.records));
        }
    }

    /** Null where its candidate was deleted. */
    static @Nullable Cut live(Cut cut) {
        Candidate candidate = cut == null ? null : Candidate.findById(cut.candidateId);
        return candidate == null || candidate.deletedAt != null ? null : cut;
    }

    /** @throws BadInput if none is set */
    public Cut cut(long briefId) {
        Cut cut = known(briefId);
        if (cut == null)
            throw BadInput.state(BadInput.Code.NOT_READY, "cut", "is not set", "set it on the Compare page");
        return cut;
    }

    /** Null where none is set. */
    public @Nullable Cut known(long briefId) {
        return live(Cut.findById(briefId));
    }

    /** A finished candidate's scores, ranked. */
    public ValidationScores scored(Candidate candidate, Brief brief) {
        return scored.of(candidate, brief);
    }

    /** Where one acts, in records of validation, and by what that was set. */
    public record CutOf(double records, CutRule rule) {}

    /** The cut that is set, or where none is set the candidate's best. */
    public CutOf cutOf(Candidate candidate, Brief brief) {
        Cut cut = live(Cut.findById(brief.id));
        if (cut != null) return new CutOf(cut.records, cut.rule);
        Ranking ranking = scored.of(candidate, brief).validation();
        NetValue money = new NetValue(ranking, brief.stakes, brief.campaign.plannedRateOrNone());
        return new CutOf(money.best(brief.campaign.capacityShare()).records(), CutRule.BEST_NET_VALUE);
    }

    /** The share of validation that is acted on at that cut, without the tie group that straddles it. */
    public double depthActedOn(Candidate candidate, Brief brief) {
        Ranking ranking = scored.of(candidate, brief).validation();
        return ranking.size(ranking.pointAtOrBefore(cutOf(candidate, brief).records())) / ranking.total();
    }
}
