package outrider.server.dataset;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import io.quarkus.narayana.jta.QuarkusTransaction;
import io.quarkus.runtime.StartupEvent;
import io.quarkus.test.junit.QuarkusTest;
import jakarta.inject.Inject;
import jakarta.persistence.EntityManager;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Duration;
import org.eclipse.microprofile.config.inject.ConfigProperty;
import org.junit.jupiter.api.Test;
import outrider.base.BadInput;
import outrider.server.dataset.Upload.State;

/** Servers that share a folder of files on their way in, and such as do not. */
@QuarkusTest
class ServersTest {
    @Inject
    Uploads here;

    @Inject
    Datasets datasets;

    @Inject
    EntityManager database;

    @Inject
    Clock clock;

    @ConfigProperty(name = "outrider.files")
    String folder;

    private long upload(State state) {
        return QuarkusTransaction.requiringNew().call(() -> {
            Upload upload = here.begin("two-servers.csv", 10, null, "analyst");
            upload.state = state;
            upload.beat = clock.instant();
            return upload.id;
        });
    }

    private static State state(long id) {
        return QuarkusTransaction.requiringNew().call(() -> Upload.<Upload>findById(id).state);
    }

    private Servers other(Path of) throws Exception {
        return new Servers(database, clock, of.toString(), "another:1");
    }

    @Test
    void oneThatStartsLeavesAloneWhatAnotherReads() throws Exception {
        long id = upload(State.READING);
        Servers servers = other(Path.of(folder));
        Uploads there = new Uploads(datasets, servers, folder, clock);
        there.look(new StartupEvent());
        try {
            assertThat(state(id)).isEqualTo(State.READING);
            assertThat(QuarkusTransaction.requiringNew().call(() -> there.get(id).name))
                    .isEqualTo("two-servers.csv");
            QuarkusTransaction.requiringNew()
                    .run(() -> Upload.update(
                            "beat = ?1 where id = ?2", clock.instant().minus(Duration.ofMinutes(2)), id));
            servers.beat();
            assertThat(state(id)).as("nobody says that it is read").isEqualTo(State.INTERRUPTED);
        } finally {
            servers.end();
        }
    }

    @Test
    void oneWithAnotherFolderDoesNotStartBesideThis() throws Exception {
        Path elsewhere = Files.createTempDirectory("elsewhere");
        Servers servers = other(elsewhere);
        assertThatThrownBy(servers::begin)
                .isInstanceOf(IllegalStateException.class)
                .hasMessageContaining("give both the same OUTRIDER_FILES");
        long id = upload(State.RECEIVING);
        Uploads there = new Uploads(datasets, servers, elsewhere.toString(), clock);
        assertThatThrownBy(() -> QuarkusTransaction.requiringNew().run(() -> there.get(id)))
                .isInstanceOf(BadInput.class)
                .hasMessageContaining("is coming in on another server");
    }
}
