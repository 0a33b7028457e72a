package outrider.server;

import static org.assertj.core.api.Assertions.assertThat;

import io.quarkus.test.junit.QuarkusTest;
import io.restassured.RestAssured;
import io.restassured.response.Response;
import jakarta.inject.Inject;
import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import outrider.server.account.Account;
import outrider.server.account.Accounts;

/** What may come in: names, passwords, texts and bodies. */
@QuarkusTest
class EntryTest extends ReportSteps {
    @Inject
    Accounts accounts;

    private Response make(String name, String password) {
        return administrator.post("/accounts", Map.of("name", name, "roles", List.of("reader"), "password", password));
    }

    @ParameterizedTest
    @CsvSource({
        "Analyst, too much like",
        "Anályst, too much like",
        "an-alyst, too much like",
        "\u0430nalyst, use Latin letters",
        "Server, is reserved",
        "nobody, is reserved",
    })
    void aNameThatCanBeTakenForAnotherIsRefused(String name, String words) {
        assertThat(refusal(make(name, "freewheel-and-fork"), 400)).contains(words);
    }

    @ParameterizedTest
    @CsvSource({
        "eleven-long, shorter than 12",
        "password1234, tried first",
        "wheeler-1234567, tried first",
        "ababababababab, tried first",
    })
    void aPasswordThatIsGuessedIsRefused(String password, String words) {
        assertThat(refusal(make("wheeler", password), 400)).contains(words);
        assertThat(refusal(make("wheeler", "spoke ".repeat(20)), 400)).contains("72 bytes");
    }

    @Test
    void aPasswordThatWasChangedOutlivesAStartOfTheServer() {
        String name = "pump-" + System.nanoTime();
        int id = ok(make(name, "saddle-and-bell")).getInt("id");
        ok(administrator.patch("/accounts/" + id, Map.of("password", "mudguard-and-lamp")));
        accounts.ensure(name, Account.ANALYST, "saddle-and-bell");
        assertThat(Client.login(name, "mudguard-and-lamp").statusCode()).isEqualTo(200);
        assertThat(Client.login(name, "saddle-and-bell").statusCode()).isEqualTo(401);
    }

    @Test
    void aControlCharacterIsRefusedWithItsFieldAndPlace() {
        long id = brief(Map.of());
        for (String odd : List.of("be\u0000ll", "be\u0007ll", "be\ufffell")) {
            Response answer = analyst.put("/briefs/" + id, edited(id, Map.of("question", odd)));
            assertThat(refusal(answer, 400))
                    .contains("question")
                    .contains("control character")
                    .contains("place 3");
        }
        edit(id, Map.of("question", "Wem läuten wir?\nUnd wann? 🚲\t–"));
        assertThat(analyst.get("/briefs/" + id).jsonPath().getString("decision.question"))
                .contains("🚲");
    }

    @Test
    void aBodyThatDoesNotSayHowLongItIsIsRefused() throws IOException, InterruptedException {
        HttpRequest.Builder chunked = HttpRequest.newBuilder(
                        URI.create("http://127.0.0.1:" + RestAssured.port + "/api/briefs"))
                .version(HttpClient.Version.HTTP_1_1)
                .POST(HttpRequest.BodyPublishers.fromPublisher(
                        HttpRequest.BodyPublishers.ofString("{\"datasetId\":1}", StandardCharsets.UTF_8)));
        analyst.headers().forEach(chunked::header);
        HttpResponse<String> answer =
                HttpClient.newHttpClient().send(chunked.build(), HttpResponse.BodyHandlers.ofString());
        assertThat(answer.statusCode()).isEqualTo(400);
        assertThat(answer.body()).contains("Content-Length");
    }
}
