package outrider.e2e;

import org.junit.jupiter.api.Test;

/** A case that is compared: to the approved report that repeats, and from there into service to the brief after it. */
class SignedJourneyTest {
    private interface Steps {
        void from(Browser browser, String brief) throws Exception;
    }

    private static void compared(Steps steps) throws Exception {
        try (App app = App.shared();
                Browser browser = new Browser(app.address)) {
            browser.signIn("analyst", App.PASSWORD);
            steps.from(browser, PreparedCase.compared(browser));
        }
    }

    @Test
    void fromPinsToAnApprovedReportThatRepeats() throws Exception {
        compared((browser, brief) -> new SignOffSteps(browser, brief, PreparedCase.FILE).fromThePinsToTheApproval());
    }

    @Test
    void fromTheApprovalIntoServiceAndToTheNextBrief() throws Exception {
        compared((browser, brief) -> {
            PreparedCase.approved(browser, brief);
            ServiceSteps service = new ServiceSteps(browser, brief);
            service.fromTheApprovalToTheNextVersion();
            service.fromABatchToTheNextBrief(PreparedCase.FILE.resolveSibling("plan-lapse-next.csv.gz"));
        });
    }
}
