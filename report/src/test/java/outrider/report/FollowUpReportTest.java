package outrider.report;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDate;
import java.util.List;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import outrider.casefile.AuthorText;
import outrider.casefile.BriefFile;
import outrider.casefile.Canonical;
import outrider.casefile.FollowUp;
import outrider.casefile.FollowedFigures;
import outrider.casefile.ReleaseDocument;
import outrider.follow.ActedGroups;
import outrider.follow.BatchFigures;
import outrider.follow.Carried;
import outrider.follow.Reference;
import outrider.follow.SegmentFigures;
import outrider.follow.SignedFigures;
import outrider.follow.Stability;
import outrider.follow.WatchLimit;
import outrider.follow.Watched;
import outrider.stakes.Stakes;

class FollowUpReportTest {
    private static SignedFigures.Told told(double value) {
        return new SignedFigures.Told(value, value - 0.03, value + 0.03);
    }

    private static SignedFigures.Measures measures(double capture) {
        return new SignedFigures.Measures(told(capture), told(3), told(0.2), told(0.3), told(0.77), told(1.04));
    }

    private static ReleaseDocument release(List<AuthorText.Watch> plan) {
        Reference rides = Reference.of(
                "rides & <runs>", IntStream.range(0, 100).asDoubleStream().toArray());
        return new ReleaseDocument(
                ReleaseDocument.FORMAT,
                "plan-lapse",
                2,
                new ReleaseDocument.Signed(7L, "ab", "approver", null, null, null),
                new ReleaseDocument.Scoring(
                        "Trees", 0.4, "acts on the top 8 %", "cd", List.of(), ReleaseDocument.Unknown.MISSING),
                new ReleaseDocument.Judged(
                        new BriefFile.Outcome("renewal", List.of("lapsed"), List.of(), false),
                        null,
                        null,
                        null,
                        null,
                        null,
                        null),
                new ReleaseDocument.Watched(
                        new SignedFigures(measures(0.32), 0.083, rides, List.of(rides), null),
                        plan,
                        new Stakes(10, 1, 0, 0, 0, 1),
                        new BriefFile.Words("members", "lapses", "ringing", "€")),
                new ReleaseDocument.Made("analyst", "2026-04-01T09:00:00Z", null));
    }

    /** @param known outcomes of 500; none, too few or enough */
    private static FollowUp.Batch batch(int day, int known, double capture, boolean moved) {
        Stability rides = new Stability(
                "rides & <runs>",
                moved ? 0.6 : 0.01,
                List.of("≤ 3", "> 3"),
                new double[] {0.6, 0.4},
                moved ? new double[] {0.1, 0.9} : new double[] {0.59, 0.41},
                0.01,
                0.03,
                null);
        SignedFigures.Measures now = known == 0 ? null : measures(capture);
        boolean early = known < 250;
        SignedFigures.Difference off = SignedFigures.Difference.of(told(0.32), told(capture));
        BatchFigures figures = new BatchFigures(
                500,
                50,
                known,
                known / 10,
                rides,
                List.of(rides),
                now,
                now == null || early ? null : new BatchFigures.Differences(off, off, off, off, off, off),
                early);
        ActedGroups.Group group = new ActedGroups.Group(100, 60, 6, told(0.1), null, null);
        FollowedFigures all = new FollowedFigures(
                figures,
                new ActedGroups(
                        group,
                        group,
                        group,
                        3,
                        new ActedGroups.Effect(40, 30, told(-0.28), new SignedFigures.Told(-11.2, -16.0, -5.0))),
                List.of(new SegmentFigures("tier", "town", 200, 100, 9, now, figures.differences())),
                moved ? List.of(new Carried("rides & <runs>", 0.1, 0.13, 500, -0.03, -0.02)) : List.of(),
                7,
                4,
                1,
                3);
        return new FollowUp.Batch(
                LocalDate.of(2026, 7, day), new FollowUp.Source("july-" + day + ".csv", "ef"), List.of(), day, all);
    }

    private static FollowUp followUp(List<FollowUp.Batch> batches) {
        List<AuthorText.Watch> plan = List.of(new AuthorText.Watch(
                "",
                "",
                "",
                "analyst",
                new WatchLimit(Watched.CAPTURE, WatchLimit.Side.AT_LEAST, 0.25, WatchLimit.Every.MONTH)));
        FollowUp.Issue issue = new FollowUp.Issue(
                new FollowUp.Issued(3L, "analyst", "2026-11-27T10:00:00Z", true, List.of("analyst")),
                List.of(new FollowUp.Notice(LocalDate.of(2026, 7, 1), "analyst", "It is <low>.", null, null, null)),
                "We wait.\nAnd <look>.",
                null,
                null);
        return FollowUp.of(issue, release(plan), batches);
    }

    private static String page(FollowUp.Batch... batches) {
        byte[] canonical = Canonical.write(followUp(List.of(batches)));
        return FollowUpReport.complete(FollowUpReport.render(canonical), List.of(), "Waits for approval.", false);
    }

    @Test
    void figuresStandBesideWhatWasSignedAndWhatHasFallenIsSetOff() {
        String page = page(batch(1, 300, 0.31, false), batch(8, 300, 0.10, true));
        assertThat(page)
                .contains("Follow-up report 3 · plan-lapse, version 2", "Look at rides &amp; &lt;runs&gt;")
                .contains("<p>We wait.</p><p>And &lt;look&gt;.</p>", "It is &lt;low&gt;.", "not answered yet")
                .contains("−22.0 points<br/><span class=\"interval\">(−26.2 to −17.8)</span>")
                .contains("<tr class=\"alarm\"><th scope=\"row\">capture rate</th>")
                .contains("crossed", "Were rides &amp; &lt;runs&gt; distributed as signed, 13.0 % would be acted on")
                .contains("It carries −0.0300 of the mean score's shift of −0.0200")
                .contains("is −28.0 points", "about 11 lapses fewer than without acting")
                .contains(
                        "7 outcomes came later; 4 outcomes of no record of it; 1 outcome came twice and differs, the last counts; "
                                + "3 records repeat an identifier")
                .contains("Waits for approval.", "july-8.csv")
                .contains("Distribution of rides &amp; &lt;runs&gt; as signed and in the batch");
        assertThat(PdfReport.of(page)).startsWith("%PDF-".getBytes(java.nio.charset.StandardCharsets.US_ASCII));
    }

    @Test
    void beforeOutcomesAndWithTooFewNothingIsJudged() {
        String none = page(batch(1, 0, 0, false));
        assertThat(none)
                .contains("No outcome has arrived yet", "Carry on", "not yet known")
                .doesNotContain("has fallen", "NaN", "null");
        String few = page(batch(1, 100, 0.05, false));
        assertThat(few)
                .contains(
                        "Outcomes of 100 of 500 have arrived, fewer than the signed plan waits for",
                        "too early to judge")
                .doesNotContain("has fallen");
    }

    @Test
    void whatIsKeptReadsBackAsItWasWritten() {
        FollowUp told = followUp(List.of(batch(1, 300, 0.31, false), batch(8, 300, 0.10, true)));
        byte[] canonical = Canonical.write(told);
        assertThat(Canonical.write(Canonical.read(canonical, FollowUp.class, "follow-up")))
                .isEqualTo(canonical);
        assertThat(told.batches().get(0).told().groups())
                .as("the older in short")
                .isNull();
        assertThat(told.batches().get(1).told().groups()).isNotNull();
    }
}
