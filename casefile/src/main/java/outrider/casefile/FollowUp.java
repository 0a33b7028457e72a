package outrider.casefile;

import com.fasterxml.jackson.annotation.JsonInclude;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import outrider.base.Inline;
import outrider.follow.Advice;
import outrider.follow.BatchFigures;

/**
 * Everything that a follow-up report says. Its canonical JSON is what is hashed, signed and kept; every rendering is made from it alone.
 *
 * @param about {@link #ABOUT}, by which its files are known
 * @param rules the version of the methods that its figures were computed by
 * @param batches of one version, the oldest first, at least one
 */
@JsonInclude(JsonInclude.Include.ALWAYS)
public record FollowUp(
        String about,
        int format,
        int rules,
        Issued issued,
        ReleaseDocument release,
        List<Batch> batches,
        Conclusion conclusion,
        Evidence.Proof proof) {
    /**
     * Who issued it, and who may not approve.
     *
     * @param report its number; null for one that no server issued
     * @param issuedAt ISO 8601, UTC
     * @param byTwo whether somebody else has to approve of it before it stands
     * @param cannotApprove whoever issued it or brought a batch of it
     */
    public record Issued(
            @Nullable Long report,
            @Nullable String issuedBy,
            String issuedAt,
            boolean byTwo,
            List<String> cannotApprove)
            implements Inline {}

    /**
     * What follows from the batches.
     *
     * @param plan the typed lines of the signed plan beside them
     * @param said what the author makes of it
     */
    public record Conclusion(Advice advice, List<PlanLine> plan, List<Notice> notices, String said) implements Inline {}

    public static final String ABOUT = "followUp";
    public static final int FORMAT = 1;

    /** @param sha256 of the file as it was brought */
    public record Source(String file, String sha256) {}

    /**
     * @param day on which its records were decided on; null where nobody said
     * @param outcomes files of outcomes that came later, in order
     * @param seed of its intervals
     * @param told of all but the newest in short
     */
    public record Batch(
            @Nullable LocalDate day, Source source, List<Source> outcomes, long seed, FollowedFigures told) {
        /** Its day, or its file. */
        public String name() {
            return day == null ? source.file() : day.toString();
        }
    }

    /**
     * What the plan asked somebody to answer.
     *
     * @param answer null while it is open
     */
    public record Notice(
            LocalDate day,
            String who,
            String words,
            @Nullable String answer,
            @Nullable String answeredBy,
            @Nullable String answeredAt) {}

    public Batch newest() {
        return batches.get(batches.size() - 1);
    }

    /** The newest batch that has enough outcomes and events to be judged; null for none. */
    public @Nullable Batch judged() {
        Batch found = null;
        for (Batch batch : batches) {
            BatchFigures figures = batch.told().figures();
            if (figures.differences() != null && !figures.few()) found = batch;
        }
        return found;
    }

    /** All but the newest in short. */
    public static List<Batch> shortened(List<Batch> batches) {
        List<Batch> kept = new ArrayList<>();
        for (int i = 0; i < batches.size(); i++) {
            Batch b = batches.get(i);
            boolean newest = i == batches.size() - 1;
            kept.add(
                    newest
                            ? b
                            : new Batch(
                                    b.day(),
                                    b.source(),
                                    b.outcomes(),
                                    b.seed(),
                                    b.told().shortened()));
        }
        return kept;
    }

    static Advice advice(ReleaseDocument release, List<Batch> batches) {
        List<BatchFigures> figures =
                batches.stream().map(batch -> batch.told().figures()).toList();
        return Advice.of(figures, release.limits(), release.watched().figures().rate());
    }

    static List<PlanLine> plan(ReleaseDocument release, List<Batch> batches) {
        return PlanLine.of(
                release.watched().monitoring(),
                batches.stream()
                        .map(batch ->
                                new PlanLine.Dated(batch.day(), batch.told().figures()))
                        .toList(),
                LocalDate.parse(release.made().madeAt().substring(0, "2027-01-04".length())));
    }

    /**
     * Who says it, and to whom.
     */
    public record Issue(
            FollowUp.Issued issued,
            List<Notice> notices,
            String said,
            Evidence.@Nullable TrailHead trail,
            @Nullable Map<String, Object> key) {

        /** What the command line makes. */
        public static Issue headless(String at) {
            return new Issue(new FollowUp.Issued(null, null, at, false, List.of()), List.of(), "", null, null);
        }
    }

    /** @param batches the oldest first, at least one */
    public static FollowUp of(Issue issue, ReleaseDocument release, List<Batch> batches) {
        List<Batch> kept = shortened(batches);
        return new FollowUp(
                ABOUT,
                FORMAT,
                Evidence.RULES,
                issue.issued(),
                release,
                kept,
                new Conclusion(advice(release, kept), plan(release, kept), issue.notices(), issue.said()),
                new Evidence.Proof(issue.trail(), Evidence.Maker.here(), issue.key()));
    }
}
