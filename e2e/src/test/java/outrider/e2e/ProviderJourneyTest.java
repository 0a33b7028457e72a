package outrider.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Map;
import org.junit.jupiter.api.Test;

/** Signing in by a provider, beside the accounts with passwords. */
class ProviderJourneyTest {
    @Test
    void whoeverTheProviderVouchesForSignsInWithTheRolesThatItSays() throws Exception {
        Map<String, String[]> people = Map.of(
                "rider", new String[] {"outrider-analyst", "staff"},
                "guest", new String[] {"staff"},
                "approver", new String[] {"outrider-administrator"});
        try (StandInProvider provider = new StandInProvider(people);
                App app = new App(Map.of("OUTRIDER_OIDC", "true", "OUTRIDER_OIDC_URL", provider.issuer));
                Browser browser = new Browser(app.address)) {
            enter(browser, "guest");
            browser.text("None of your groups stands for a role here");
            enter(browser, "rider");
            browser.text("rider · analyst");
            browser.text("A new brief");
            browser.open("/account");
            browser.text("It is your provider's");
            browser.button("sign out");
            browser.find("input[name=name]");
            browser.driver.manage().deleteAllCookies();

            enter(browser, "approver");
            browser.text("Your name is taken here");
            browser.open("/");
            browser.signIn("approver", App.PASSWORD);
            assertThat(browser.find("header").getText()).contains("approver · approver");
        }
    }

    private static void enter(Browser browser, String name) {
        browser.open("/");
        browser.find("a[href='/api/sign-in/provider']").click();
        browser.find("#" + name).click();
    }
}
