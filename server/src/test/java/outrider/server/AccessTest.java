package outrider.server;

import static io.restassured.RestAssured.given;
import static org.assertj.core.api.Assertions.assertThat;

import io.quarkus.test.junit.QuarkusTest;
import io.restassured.response.Response;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Set;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;

/** Who may do what, asked of every documented operation. */
@QuarkusTest
class AccessTest {
    private static final String NOWHERE = "987654321";
    private static final Set<String> OF_APPROVERS = Set.of("approve", "return", "waive", "withdraw", "pause", "end");
    private static final List<Operation> OPERATIONS = Operation.documented();

    /** With ids that nothing has. */
    private static String address(Operation operation) {
        return operation.path().replaceAll("\\{[^}]*}", NOWHERE);
    }

    private static Response ask(Client client, Operation operation) {
        var asks = client.asks().contentType(operation.type());
        if (operation.writes() && !operation.verb().equals("DELETE"))
            asks = asks.body("{}".getBytes(StandardCharsets.UTF_8));
        return asks.request(operation.verb(), address(operation));
    }

    @Test
    void nothingIsAnsweredToWhoeverIsNotSignedIn() {
        assertThat(OPERATIONS).hasSizeGreaterThan(70);
        for (Operation operation : OPERATIONS) {
            if (operation.path().equals("/api/sign-in/ways")) continue;
            var asks = given().contentType(operation.type());
            if (operation.writes()) asks = asks.body("{}".getBytes(StandardCharsets.UTF_8));
            assertThat(asks.request(operation.verb(), address(operation)).statusCode())
                    .as(operation.toString())
                    .isEqualTo(401);
        }
    }

    @Test
    void aReaderAndAnApproverChangeNothingOfTheCase() {
        for (String name : List.of("reader", "approver")) {
            Client client = Client.signIn(name);
            for (Operation operation : OPERATIONS) {
                // whom a plan names answers a notice, whatever they may do else
                boolean own = operation.path().startsWith("/api/me/")
                        || operation.path().equals("/api/follow/notices/{id}/answer")
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
