package outrider.e2e;

import org.junit.jupiter.api.Test;

/** A case that is compared, to the approved report that repeats. */
class SignOffJourneyTest {
    @Test
    void fromPinsToAnApprovedReportThatRepeats() throws Exception {
        try (App app = App.shared();
                Browser browser = new Browser(app.address)) {
            browser.signIn("analyst", App.PASSWORD);
            String brief = PreparedCase.compared(browser);
            new SignOffSteps(browser, brief, PreparedCase.FILE).fromThePinsToTheApproval();
        }
    }
}
