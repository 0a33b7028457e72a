package outrider.server;

import static org.assertj.core.api.Assertions.assertThat;

import io.quarkus.test.junit.QuarkusTest;
import io.restassured.path.json.JsonPath;
import io.restassured.response.Response;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;

/** Signing in, and how it ends. */
@QuarkusTest
class SignInsTest extends ReportSteps {
    private static final String PASSWORD = "pedal-and-chain";

    @AfterEach
    void rightTime() {
        MovedClock.LATER.set(Duration.ZERO);
    }

    private Client person(String role) {
        return Client.made(administrator, role + "-" + System.nanoTime(), List.of(role));
    }

    private int account(Client who) {
        return ok(administrator.get("/accounts")).getInt("find { it.name == '" + who.name() + "' }.id");
    }

    private static int sees(Client who) {
        return who.get("/me").statusCode();
    }

    @Test
    void itEndsWhenItIsSignedOutEvenForACookieThatWasKept() {
        Client who = person("reader");
        who.post("/me/sign-out", null).then().statusCode(204);
        assertThat(sees(who)).isEqualTo(401);
        who.asks().get("/").then().statusCode(200);
    }

    @Test
    void itEndsWithAnotherPasswordADisabledAccountAndOneEndedFromElsewhere() {
        Client who = person("analyst");
        Client elsewhere = Client.signIn(who.name());
        JsonPath all = ok(who.get("/me/sign-ins"));
        assertThat(all.getList("here")).containsExactlyInAnyOrder(true, false);
        int other = all.getInt("find { !it.here }.id");
        who.delete("/me/sign-ins/" + other).then().statusCode(204);
        assertThat(sees(elsewhere)).isEqualTo(401);

        Client again = Client.signIn(who.name());
        who.put("/me/password", Map.of("now", PASSWORD, "password", "tyre-and-valve-cap"))
                .then()
                .statusCode(204);
        assertThat(sees(again)).isEqualTo(401);
        assertThat(sees(who)).isEqualTo(200);

        ok(administrator.patch("/accounts/" + account(who), Map.of("active", false)));
        assertThat(sees(who)).isEqualTo(401);
        ok(administrator.patch("/accounts/" + account(who), Map.of("active", true)));
        assertThat(sees(who)).as("a sign-in that has ended stays so").isEqualTo(401);
    }

    @Test
    void itEndsByItselfUnusedAndAtTheLatestAfterASetTime() {
        Client idle = person("reader");
        Client busy = person("reader");
        for (int hours = 3; hours < 12; hours += 3) {
            MovedClock.LATER.set(Duration.ofHours(hours));
            assertThat(sees(busy)).isEqualTo(200);
        }
        assertThat(sees(idle)).as("not used for hours").isEqualTo(401);
        MovedClock.LATER.set(Duration.ofHours(12).plusMinutes(1));
        assertThat(sees(busy)).as("twelve hours old").isEqualTo(401);
    }

    @Test
    void aPasswordOfSomebodyElsesChoiceIsChangedFirst() {
        String name = "new-" + System.nanoTime();
        ok(administrator.post(
                "/accounts", Map.of("name", name, "roles", List.of("analyst"), "password", "handlebar-and-grip")));
        Client who = Client.signIn(name, "handlebar-and-grip");
        assertThat(ok(who.get("/me")).getBoolean("passwordDue")).isTrue();
        assertThat(refusal(who.get("/briefs"), 403)).contains("choose one of your own first");
        assertThat(refusal(who.put("/me/password", Map.of("now", "wrong", "password", PASSWORD)), 400))
                .contains("is not your present password");
        assertThat(refusal(
                        who.put("/me/password", Map.of("now", "handlebar-and-grip", "password", "handlebar-and-grip")),
                        400))
                .contains("is the present one");
        who.put("/me/password", Map.of("now", "handlebar-and-grip", "password", PASSWORD))
                .then()
                .statusCode(204);
        who.get("/briefs").then().statusCode(200);

        int id = ok(administrator.get("/accounts")).getInt("find { it.name == '" + name + "' }.id");
        ok(administrator.patch("/accounts/" + id, Map.of("password", "mudguard-and-lamp")));
        assertThat(sees(who)).isEqualTo(401);
        assertThat(ok(Client.signIn(name, "mudguard-and-lamp").get("/me")).getBoolean("passwordDue"))
                .isTrue();
    }

    @Test
    void guessingIsSlowedForTheNameAndNotForOthers() {
        Client who = person("reader");
        for (int i = 0; i < 5; i++)
            Client.login(who.name(), "wrong-" + i).then().statusCode(401);
        Response sixth = Client.login(who.name(), PASSWORD);
        assertThat(sixth.statusCode()).isEqualTo(429);
        assertThat(Integer.parseInt(sixth.header("Retry-After"))).isBetween(1, 2);
        Client.login("reader", PASSWORD).then().statusCode(200);
        MovedClock.LATER.set(Duration.ofSeconds(3));
        Client.login(who.name(), PASSWORD).then().statusCode(200);
        String longer = PASSWORD + "-".repeat(80);
        Client.login(who.name(), longer).then().statusCode(401);
    }

    /** A sign-in that was taken over is no way to try passwords faster. */
    @Test
    void guessingThePresentPasswordIsSlowedToo() {
        Client who = person("reader");
        for (int i = 0; i < 5; i++) {
            assertThat(refusal(who.put("/me/password", Map.of("now", "wrong-" + i, "password", PASSWORD)), 400))
                    .contains("not your present password");
        }
        Map<String, String> right = Map.of("now", PASSWORD, "password", "tyre-and-valve-cap");
        assertThat(refusal(who.put("/me/password", right), 409)).contains("was wrong too often");
    }

    /** A flood of wrong passwords takes no more than its one place at the hashing, so that a reader is answered between them. */
    @Test
    void signingInAndOutStandsOnTheTrail() {
        Client who = person("reader");
        Client.login(who.name(), "wrong-password").then().statusCode(401);
        who.post("/me/sign-out", null).then().statusCode(204);
        List<Map<String, String>> entries = ok(administrator.get("/trail")).getList("entries");
        List<String> acts = entries.stream()
                .filter(e -> who.name().equals(e.get("subject")))
                .map(e -> e.get("act"))
                .toList();
        assertThat(acts)
                .containsExactly("account made", "signed in", "password changed", "sign-in refused", "signed out");
        reader().get("/trail").then().statusCode(403);
    }

    private static Client reader() {
        return Client.signIn("reader");
    }

    @Test
    void nobodyGivesThemselvesARoleAndTwoAdministratorsNeverDisableOneAnother() throws Exception {
        Client one = person("administrator");
        Client two = person("administrator");
        assertThat(refusal(
                        one.patch("/accounts/" + account(one), Map.of("roles", List.of("administrator", "approver"))),
                        400))
                .contains("are your own");
        List<Map<String, Object>> others = ok(administrator.get("/accounts"))
                .getList("findAll { it.active && it.roles.contains('administrator') && !(it.name in ['" + one.name()
                        + "', '" + two.name() + "']) }");
        int first = account(one);
        int second = account(two);
        for (Map<String, Object> other : others) ok(one.patch("/accounts/" + number(other), Map.of("active", false)));
        try {
            ExecutorService threads = Executors.newFixedThreadPool(2);
            Future<Response> a = threads.submit(() -> one.patch("/accounts/" + second, Map.of("active", false)));
            Future<Response> b = threads.submit(() -> two.patch("/accounts/" + first, Map.of("active", false)));
            List<Integer> statuses = List.of(a.get().statusCode(), b.get().statusCode());
            threads.shutdown();
            assertThat(statuses).containsOnlyOnce(200);
        } finally {
            Client left = sees(one) == 200 ? one : two;
            for (Map<String, Object> other : others)
                ok(left.patch("/accounts/" + number(other), Map.of("active", true)));
        }
    }

    private static int number(Map<String, Object> account) {
        return ((Number) account.get("id")).intValue();
    }
}
