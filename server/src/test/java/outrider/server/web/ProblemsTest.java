package outrider.server.web;

import static org.assertj.core.api.Assertions.assertThat;

import jakarta.ws.rs.core.Response;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.sql.SQLException;
import org.junit.jupiter.api.Test;

class ProblemsTest {
    private static Response of(RuntimeException failure) {
        return new Problems().unexpected(failure);
    }

    @Test
    void aFullDiskIsSaidAndNotAFaultOfTheProgram() {
        Response files = of(new UncheckedIOException(new IOException("No space left on device")));
        Response database = of(new IllegalStateException(new SQLException("could not extend file", "53100")));
        for (Response answer : new Response[] {files, database}) {
            assertThat(answer.getStatus()).isEqualTo(507);
            assertThat(((Problems.Problem) answer.getEntity()).detail())
                    .contains("disk is full", "nothing was changed");
        }
        assertThat(of(new IllegalStateException("else")).getStatus()).isEqualTo(500);
    }
}
