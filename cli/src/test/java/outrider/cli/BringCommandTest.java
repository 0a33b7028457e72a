package outrider.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.sun.net.httpserver.HttpServer;
import java.io.IOException;
import java.net.InetSocketAddress;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import outrider.base.BadInput;

class BringCommandTest {
    @TempDir
    Path folder;

    private final List<String> asked = new ArrayList<>();
    private HttpServer server;
    private String state = "STORED";

    @BeforeEach
    void serve() throws IOException {
        server = HttpServer.create(new InetSocketAddress("127.0.0.1", 0), 0);
        server.createContext("/", exchange -> {
            String path = exchange.getRequestURI().toString();
            String line = exchange.getRequestMethod() + " " + path;
            asked.add(line);
            exchange.getRequestBody().readAllBytes();
            boolean login = path.equals("/api/login");
            String answer = login
                    ? ""
                    : "{\"id\": 4, \"name\": \"f.csv\", \"state\": \"" + state
                            + "\", \"datasetId\": 9, \"message\": \"line 3: is ragged\"}";
            exchange.sendResponseHeaders(200, answer.length() == 0 ? -1 : answer.length());
            exchange.getResponseBody().write(answer.getBytes());
            exchange.close();
        });
        server.start();
    }

    @AfterEach
    void stop() {
        server.stop(0);
    }

    private ServerClient client() throws Exception {
        return ServerClient.signIn("http://127.0.0.1:" + server.getAddress().getPort(), "analyst", "secret");
    }

    @Test
    void aFileIsSentInSlicesAndRead() throws Exception {
        Path file = folder.resolve("f.csv");
        Files.write(file, new byte[(8 << 20) + 10]);
        List<String> said = new ArrayList<>();
        ServerClient client = client();
        long upload = client.sendFile(file, said::add);
        assertThat(client.readFile(upload, said::add)).isEqualTo(9);
        assertThat(asked)
                .containsExactly(
                        "POST /api/login",
                        "GET /api/me",
                        "POST /api/uploads",
                        "PUT /api/uploads/4/bytes?from=0",
                        "PUT /api/uploads/4/bytes?from=8388608",
                        "POST /api/uploads/4/read",
                        "GET /api/uploads/4");
        assertThat(said).containsExactly("sent 8388 of 8388 kB", "sent 8388 of 8388 kB");
    }

    @Test
    void whatTheServerRefusesIsTold() throws Exception {
        state = "FAILED";
        ServerClient client = client();
        assertThat(org.assertj.core.api.Assertions.catchThrowable(() -> client.readFile(4, words -> {})))
                .isInstanceOf(BadInput.class)
                .hasMessage("f.csv: line 3: is ragged");
        server.stop(0);
        assertThat(org.assertj.core.api.Assertions.catchThrowable(this::client))
                .hasMessageContaining("nothing answers at http://127.0.0.1")
                .hasMessageContaining("./outrider start");
        serve();
    }
}
