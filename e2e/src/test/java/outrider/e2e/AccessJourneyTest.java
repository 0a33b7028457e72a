package outrider.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.openqa.selenium.Keys;
import org.openqa.selenium.support.ui.Select;

/** From an account that the administrator makes to a brief that its owner lets somebody in to. */
class AccessJourneyTest {
    private static final String GIVEN = "handlebar-and-grip";
    private static final String OWN = "tyre-and-valve-cap";

    private static String file() {
        Random random = new Random(3);
        StringBuilder text = new StringBuilder("member,age,gone\n");
        for (int i = 0; i < 400; i++) {
            int age = 20 + random.nextInt(50);
            text.append("M%d,%d,%s%n".formatted(i, age, random.nextInt(90) < age ? "yes" : "no"));
        }
        return text.toString();
    }

    @Test
    void anAccountItsPasswordItsSignInsAndAMember() throws Exception {
        try (App app = new App();
                Browser browser = new Browser(app.address);
                Browser elsewhere = new Browser(app.address)) {
            browser.signIn("administrator", App.PASSWORD);
            browser.open("/accounts");
            browser.fill("Name of the account", "wheelwright");
            browser.fill("Password of the account", GIVEN);
            browser.button("Make the account");
            browser.find("[aria-label='wheelwright may sign in']");
            assertThat(browser.accessibilityFindings()).isEmpty();
            browser.signOut();

            browser.signIn("analyst", App.PASSWORD);
            String brief = browser.bring(Files.writeString(browser.downloads.resolve("members.csv"), file()));
            browser.open(brief);
            new Select(browser.find("[aria-label='Let somebody in']")).selectByValue("wheelwright");
            browser.button("works on it");
            browser.find("[aria-label=Members] [aria-pressed=true]");
            browser.signOut();

            elsewhere.open("/");
            elsewhere.find("input[name=name]").sendKeys("wheelwright");
            elsewhere.find("input[name=password]").sendKeys("wrong-password" + Keys.ENTER);
            elsewhere.text("do not belong together");
            elsewhere.find("input[name=password]").clear();
            elsewhere.find("input[name=password]").sendKeys(GIVEN + Keys.ENTER);
            elsewhere.text("somebody else chose your password");
            elsewhere.find("input[name=now]").sendKeys(GIVEN);
            elsewhere.find("input[name=password]").sendKeys(OWN + Keys.ENTER);
            elsewhere.text("members");

            browser.signIn("wheelwright", OWN);
            browser.text("members");
            browser.open("/account");
            browser.button("end");
            browser.text("here");
            assertThat(browser.accessibilityFindings()).isEmpty();
            elsewhere.open(brief);
            elsewhere.find("input[name=name]");
            browser.open(brief);
            browser.text("analyst's.");
            assertThat(browser.find("[aria-label=Question]").isEnabled()).isTrue();
        }
    }
}
