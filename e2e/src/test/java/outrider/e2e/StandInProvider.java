package outrider.e2e;

import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpServer;
import java.io.IOException;
import java.math.BigInteger;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.URLDecoder;
import java.nio.charset.StandardCharsets;
import java.security.GeneralSecurityException;
import java.security.KeyPair;
import java.security.KeyPairGenerator;
import java.security.Signature;
import java.security.interfaces.RSAPublicKey;
import java.time.Instant;
import java.util.Arrays;
import java.util.Base64;
import java.util.HashMap;
import java.util.Map;
import java.util.stream.Collectors;

/** A provider of identities as small as the code flow allows (OpenID Connect Core 1.0, 3.1): whoever is clicked on is signed in. */
final class StandInProvider implements AutoCloseable {
    private final HttpServer server;
    private final KeyPair keys;
    /** Groups by name. */
    private final Map<String, String[]> people;

    final String issuer;

    StandInProvider(Map<String, String[]> people) throws IOException, GeneralSecurityException {
        this.people = people;
        KeyPairGenerator made = KeyPairGenerator.getInstance("RSA");
        made.initialize(2048);
        keys = made.generateKeyPair();
        server = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), 0);
        issuer = "http://127.0.0.1:" + server.getAddress().getPort();
        server.createContext(
                "/.well-known/openid-configuration", e -> answer(e, "application/json", """
                {"issuer": "%1$s", "authorization_endpoint": "%1$s/authorize", "token_endpoint": "%1$s/token",
                 "jwks_uri": "%1$s/keys", "response_types_supported": ["code"], "subject_types_supported": ["public"],
                 "id_token_signing_alg_values_supported": ["RS256"]}""".formatted(issuer)));
        server.createContext("/keys", e -> answer(e, "application/json", jwks()));
        server.createContext("/authorize", e -> answer(e, "text/html", choice(e)));
        server.createContext("/token", e -> answer(e, "application/json", tokens(e)));
        server.start();
    }

    private static void answer(HttpExchange exchange, String type, String text) throws IOException {
        byte[] bytes = text.getBytes(StandardCharsets.UTF_8);
        exchange.getResponseHeaders().add("Content-Type", type);
        exchange.sendResponseHeaders(200, bytes.length);
        exchange.getResponseBody().write(bytes);
        exchange.close();
    }

    private static Map<String, String> form(String text) {
        Map<String, String> fields = new HashMap<>();
        for (String field : text.split("&")) {
            String[] halves = field.split("=", 2);
            if (halves.length == 2) fields.put(halves[0], URLDecoder.decode(halves[1], StandardCharsets.UTF_8));
        }
        return fields;
    }

    /** The code that is given out is the name of whoever was chosen. */
    private String choice(HttpExchange exchange) {
        Map<String, String> asked = form(exchange.getRequestURI().getRawQuery());
        return people.keySet().stream()
                .map(name -> "<a id=\"%s\" href=\"%s?code=%s&state=%s\">%s</a>"
                        .formatted(name, asked.get("redirect_uri"), name, asked.get("state"), name))
                .collect(Collectors.joining("<br>", "<h1>Who are you?</h1>", ""));
    }

    private String tokens(HttpExchange exchange) throws IOException {
        String name = form(new String(exchange.getRequestBody().readAllBytes(), StandardCharsets.UTF_8))
                .get("code");
        long now = Instant.now().getEpochSecond();
        String groups = Arrays.stream(people.get(name)).map(g -> '"' + g + '"').collect(Collectors.joining(", "));
        String claims = """
                {"iss": "%s", "sub": "id-of-%s", "aud": "outrider", "exp": %d, "iat": %d, "preferred_username": "%s", "groups": [%s]}""".formatted(issuer, name, now + 300, now, name, groups);
        return """
                {"access_token": "opaque", "token_type": "Bearer", "expires_in": 300, "id_token": "%s"}""".formatted(signed(claims));
    }

    private String signed(String claims) {
        try {
            String head = base64("{\"alg\": \"RS256\", \"kid\": \"one\"}".getBytes(StandardCharsets.UTF_8));
            String content = head + "." + base64(claims.getBytes(StandardCharsets.UTF_8));
            Signature signature = Signature.getInstance("SHA256withRSA");
            signature.initSign(keys.getPrivate());
            signature.update(content.getBytes(StandardCharsets.US_ASCII));
            return content + "." + base64(signature.sign());
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException(e);
        }
    }

    private String jwks() {
        RSAPublicKey open = (RSAPublicKey) keys.getPublic();
        return """
                {"keys": [{"kty": "RSA", "use": "sig", "alg": "RS256", "kid": "one", "n": "%s", "e": "%s"}]}""".formatted(base64(unsigned(open.getModulus())), base64(unsigned(open.getPublicExponent())));
    }

    private static byte[] unsigned(BigInteger number) {
        byte[] bytes = number.toByteArray();
        return bytes[0] == 0 ? Arrays.copyOfRange(bytes, 1, bytes.length) : bytes;
    }

    private static String base64(byte[] bytes) {
        return Base64.getUrlEncoder().withoutPadding().encodeToString(bytes);
    }

    @Override
    public void close() {
        server.stop(0);
    }
}
