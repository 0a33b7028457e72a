package outrider.server;

import static io.restassured.RestAssured.given;

import io.restassured.http.ContentType;
import io.restassured.response.Response;
import io.restassured.specification.RequestSpecification;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** A signed-in user of the API. */
final class Client {
    private static final Pattern COLUMNS = Pattern.compile("(/briefs/\\d+/columns)(/undo|/notes)?");

    private static final String PASSWORD = "pedal-and-chain";

    private final String name;
    private final Map<String, String> cookies;

    private Client(String name, Map<String, String> cookies) {
        this.name = name;
        this.cookies = cookies;
    }

    static Client signIn(String name) {
        return signIn(name, PASSWORD);
    }

    /** Somebody new, who has chosen a password of their own. */
    static Client made(Client administrator, String name, List<String> roles) {
        String given = "handlebar-and-grip";
        administrator
                .post("/accounts", Map.of("name", name, "roles", roles, "password", given))
                .then()
                .statusCode(200);
        Client made = signIn(name, given);
        made.put("/me/password", Map.of("now", given, "password", PASSWORD))
                .then()
                .statusCode(204);
        return made;
    }

    String name() {
        return name;
    }

    static Response login(String name, String password) {
        return given().contentType(ContentType.URLENC)
                .formParam("j_username", name)
                .formParam("j_password", password)
                .post("/api/login");
    }

    static Client signIn(String name, String password) {
        Response login = login(name, password);
        login.then().statusCode(200);
        Response me = given().cookies(login.cookies()).get("/api/me");
        me.then().statusCode(200);
        Map<String, String> all = new java.util.HashMap<>(login.cookies());
        all.putAll(me.cookies());
        return new Client(name, all);
    }

    /** What a request of its own has to carry to be one of this user's. */
    Map<String, String> headers() {
        String all = cookies.entrySet().stream()
                .map(c -> c.getKey() + "=" + c.getValue())
                .collect(java.util.stream.Collectors.joining("; "));
        return Map.of(
                "Cookie", all, "X-Outrider-Csrf", cookies.get("outrider-csrf"), "Content-Type", "application/json");
    }

    RequestSpecification withoutToken() {
        return given().filter(ContractFilter.HELD).cookies(cookies).contentType(ContentType.JSON);
    }

    RequestSpecification asks() {
        return withoutToken().header("X-Outrider-Csrf", cookies.get("outrider-csrf"));
    }

    Response get(String path) {
        return asks().get("/api" + path);
    }

    Response post(String path, Object body) {
        String at = "/api" + seeing(path);
        return body == null ? asks().post(at) : asks().body(body).post(at);
    }

    Response put(String path, Object body) {
        return asks().body(body).put("/api" + seeing(path));
    }

    /** Whoever changes columns names the state that they see: here the one that stands. */
    String seeing(String path) {
        Matcher columns = COLUMNS.matcher(path);
        return columns.matches()
                ? path + "?seen=" + get(columns.group(1)).jsonPath().getLong("state")
                : path;
    }

    Response patch(String path, Object body) {
        return asks().body(body).patch("/api" + path);
    }

    Response delete(String path) {
        return asks().delete("/api" + path);
    }

    Response upload(String name, String csv) {
        return asks().contentType("application/octet-stream")
                .body(csv.getBytes(StandardCharsets.UTF_8))
                .queryParam("name", name)
                .post("/api/datasets");
    }
}
