package outrider.report;

import io.quarkus.qute.Template;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import outrider.casefile.Canonical;
import outrider.casefile.FollowUp;
import outrider.casefile.Sha256;

/** Renders a follow-up report as one self-contained XHTML page in the style of the sign-off report. Thread safe. */
public final class FollowUpReport {
    private static final Template TEMPLATE = ReportPage.template("follow-up");

    private FollowUpReport() {}

    /** A chapter as the template reads it. */
    public record Chapter(String key, String title, List<Block> blocks) {}

    /** What a chapter is called, and where it stands. */
    private enum Part {
        ADVICE("advice", ""),
        FIGURES("figures", "Against what was signed"),
        PLAN("plan", "The signed plan"),
        INPUTS("inputs", "Who comes: score and inputs"),
        ACTED("acted", "Acted on, left alone"),
        SEGMENTS("segments", "By segment"),
        NOTICES("notices", "What had to be answered"),
        BATCHES("batches", "Batches"),
        REPEAT("repeat", "How to repeat it");

        private final String key;
        private final String title;

        Part(String key, String title) {
            this.key = key;
            this.title = title;
        }
    }

    /**
     * What is kept of a report beside its evidence: everything but what is said to it later.
     *
     * @param canonical the evidence as {@link Canonical} wrote it
     */
    public static String render(byte[] canonical) {
        return render(Canonical.read(canonical, FollowUp.class, "follow-up"), Sha256.of(canonical));
    }

    /** A draft looks as it would be issued, and says that it is none. */
    public static String draft(FollowUp told) {
        return render(told, null);
    }

    private static String render(FollowUp told, @Nullable String hash) {
        FollowUpChapters chapters = new FollowUpChapters(told);
        List<Chapter> all = new ArrayList<>();
        for (Part part : Part.values()) {
            List<Block> blocks = switch (part) {
                case ADVICE -> chapters.advice();
                case FIGURES -> chapters.figures();
                case PLAN -> chapters.plan();
                case INPUTS -> chapters.inputs();
                case ACTED -> chapters.acted();
                case SEGMENTS -> chapters.segments();
                case NOTICES -> chapters.notices();
                case BATCHES -> chapters.batches();
                case REPEAT -> chapters.repeat();
            };
            if (!blocks.isEmpty()) all.add(new Chapter(part.key, part.title, blocks));
        }
        return TEMPLATE.data("style", ReportPage.style())
                .data("title", told.release().brief())
                .data("kicker", kicker(told))
                .data("headline", chapters.headline())
                .data("foot", hash == null ? "Draft, not issued" : "Evidence SHA-256 " + hash)
                .data("hash", hash)
                .data("chapters", all)
                .render();
    }

    private static String kicker(FollowUp told) {
        String what = told.issued().report() == null
                ? "Draft of a follow-up report"
                : "Follow-up report " + told.issued().report();
        if (told.issued().report() == null
                && told.proof().trail() == null
                && told.proof().key() == null) what = "Follow-up report";
        String who =
                told.issued().issuedBy() == null ? "" : " · by " + told.issued().issuedBy();
        return what + " · " + told.release().brief() + ", version "
                + told.release().version() + " · "
                + ReportTime.words(told.issued().issuedAt()) + who;
    }

    /** The page as it stands now, as {@link ReportPage#complete} makes it. */
    public static String complete(String rendering, List<Approval> approvals, String state, boolean fonts) {
        Map<String, String> marks = new LinkedHashMap<>();
        for (Part part : Part.values()) {
            boolean there = rendering.contains("<section id=\"" + part.key + "\"");
            if (there) marks.put(part.key, part == Part.ADVICE ? "What to do" : part.title);
        }
        marks.put("approvals", "Approval");
        return ReportPage.complete(rendering, approvals, state, fonts, marks);
    }
}
