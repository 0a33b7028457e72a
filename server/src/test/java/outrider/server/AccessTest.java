package outrider.server;

import static io.restassured.RestAssured.given;
import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import io.quarkus.test.junit.QuarkusTest;
import io.restassured.response.Response;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;

/** Who may do what, asked of every documented operation. */
@QuarkusTest
class AccessTest {
    private static final String NOWHERE = "987654321";
    private static final Set<String> OF_APPROVERS = Set.of("approve", "return", "waive", "withdraw");
    private static final List<Operation> OPERATIONS = documented();

    private record Operation(String verb, String path, String type) {
        boolean writes() {
            return !verb.equals("GET");
        }

        /** With ids that nothing has. */
        String address() {
            return path.replaceAll("\\{[^}]*}", NOWHERE);
        }

        String last() {
            return path.substring(path.lastIndexOf('/') + 1);
        }
    }

    private static List<Operation> documented() {
        try {
            JsonNode paths = new ObjectMapper()
                    .readTree(Path.of("..", "docs", "openapi.json").toFile())
                    .get("paths");
            List<Operation> found = new ArrayList<>();
            paths.properties()
                    .forEach(path -> path.getValue().properties().forEach(verb -> {
                        JsonNode taken = verb.getValue().path("requestBody").path("content");
                        String type = taken.isMissingNode()
                                ? "application/json"
                                : taken.fieldNames().next();
                        found.add(new Operation(verb.getKey().toUpperCase(Locale.ROOT), path.getKey(), type));
                    }));
            return found;
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static Response ask(Client client, Operation operation) {
        var asks = client.asks().contentType(operation.type());
        if (operation.writes() && !operation.verb().equals("DELETE"))
            asks = asks.body("{}".getBytes(StandardCharsets.UTF_8));
        return asks.request(operation.verb(), operation.address());
    }

    @Test
    void nothingIsAnsweredToWhoeverIsNotSignedIn() {
        assertThat(OPERATIONS).hasSizeGreaterThan(70);
        for (Operation operation : OPERATIONS) {
            if (operation.path().equals("/api/sign-in/ways")) continue;
            var asks = given().contentType(operation.type());
            if (operation.writes()) asks = asks.body("{}".getBytes(StandardCharsets.UTF_8));
            assertThat(asks.request(operation.verb(), operation.address()).statusCode())
                    .as(operation.toString())
                    .isEqualTo(401);
        }
    }

    @Test
    void aReaderAndAnApproverChangeNothingOfTheCase() {
        for (String name : List.of("reader", "approver")) {
            Client client = Client.signIn(name);
            for (Operation operation : OPERATIONS) {
                boolean own = operation.path().startsWith("/api/me/")
                        || name.equals("approver") && OF_APPROVERS.contains(operation.last());
                if (!operation.writes() || own) continue;
                assertThat(ask(client, operation).statusCode())
                        .as(name + " " + operation)
                        .isEqualTo(403);
            }
        }
    }

    /** Ids that nothing has, empty documents, missing parameters: refused with words, never an error of the server. */
    @Test
    void whatIsNotThereAndWhatIsEmptyIsRefusedInWords() {
        Pattern named = Pattern.compile("\"(found|message|remedy|field)\"");
        for (String name : List.of("analyst", "administrator")) {
            Client client = Client.signIn(name);
            for (Operation operation : OPERATIONS) {
                if (operation.path().startsWith("/api/me/")) continue;
                Response answer = ask(client, operation);
                assertThat(answer.statusCode())
                        .as(name + " " + operation + " " + answer.body().asString())
                        .isLessThan(500);
                if (answer.statusCode() == 400 || answer.statusCode() == 404 || answer.statusCode() == 422) {
                    assertThat(answer.body().asString())
                            .as(name + " " + operation)
                            .containsPattern(named);
                }
            }
        }
    }

    @Test
    void whoSignsOutIsAskedToSignInAgain() {
        Client who = Client.signIn("reader");
        who.get("/me").then().statusCode(200);
        Response out = who.post("/me/sign-out", null);
        out.then().statusCode(204);
        assertThat(out.detailedCookies().asList())
                .as("the session's cookie is taken away")
                .anyMatch(cookie -> cookie.getMaxAge() == 0 && cookie.getValue().isEmpty());
    }
}
