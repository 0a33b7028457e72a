package outrider.server;

import static org.assertj.core.api.Assertions.assertThat;

import io.quarkus.test.junit.QuarkusTest;
import io.restassured.response.Response;
import org.junit.jupiter.api.Test;

@QuarkusTest
class UnchangedTest {
    @Test
    void anAnswerIsSentOnceAndAgainWhenItHasChanged() {
        Client analyst = Client.signIn("analyst");
        Response first = analyst.get("/datasets");
        String tag = first.header("ETag");
        assertThat(tag).startsWith("\"").endsWith("\"");
        assertThat(first.header("Cache-Control")).isEqualTo("private, no-cache");

        Response again = analyst.asks().header("If-None-Match", tag).get("/api/datasets");
        assertThat(again.statusCode()).isEqualTo(304);
        assertThat(again.asByteArray()).isEmpty();
        Response weak =
                analyst.asks().header("If-None-Match", "\"other\", W/" + tag).get("/api/datasets");
        assertThat(weak.statusCode()).isEqualTo(304);

        analyst.upload("bells-in-autumn.csv", "miles,rang\n1,yes\n2,no\n")
                .then()
                .statusCode(200);
        Response changed = analyst.asks().header("If-None-Match", tag).get("/api/datasets");
        assertThat(changed.statusCode()).isEqualTo(200);
        assertThat(changed.header("ETag")).isNotEqualTo(tag);
        assertThat(changed.asString()).contains("bells-in-autumn.csv");
    }

    @Test
    void aRefusalCarriesNoTag() {
        Response missing = Client.signIn("analyst").get("/briefs/987654321");
        assertThat(missing.statusCode()).isEqualTo(404);
        assertThat(missing.header("ETag")).isNull();
    }
}
