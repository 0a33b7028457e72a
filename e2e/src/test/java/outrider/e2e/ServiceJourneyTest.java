package outrider.e2e;

import org.junit.jupiter.api.Test;

/** An approved report, into service, to a batch that is watched and the brief after it. */
class ServiceJourneyTest {
    @Test
    void fromTheApprovalToTheNextBrief() throws Exception {
        try (App app = App.shared();
                Browser browser = new Browser(app.address)) {
            browser.signIn("analyst", App.PASSWORD);
            String brief = PreparedCase.compared(browser);
            PreparedCase.approved(browser, brief);
            ServiceSteps service = new ServiceSteps(browser, brief);
            service.fromTheApprovalToTheNextVersion();
            service.fromABatchToTheNextBrief(PreparedCase.FILE.resolveSibling("plan-lapse-next.csv.gz"));
        }
    }
}
