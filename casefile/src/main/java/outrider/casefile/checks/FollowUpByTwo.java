package outrider.casefile.checks;

import outrider.casefile.Check;
import outrider.casefile.CheckedReport;
import outrider.casefile.Paragraph;

/** Whether follow-up reports need somebody else's approval. It binds what comes after a sign-off report, which itself always has two. */
public final class FollowUpByTwo extends Check {
    public static final String NAME = "followUpByTwo";

    public FollowUpByTwo() {
        super(
                NAME,
                "Follow-up by two",
                "A follow-up report stands once an approver who neither issued it nor brought a batch of it approves.");
    }

    @Override
    public boolean shipped() {
        return false;
    }

    @Override
    protected Finding of(CheckedReport report) {
        return new Finding(true, "Follow-up reports of it wait for an approver.", Paragraph.MONITORING);
    }
}
