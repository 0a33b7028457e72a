package outrider.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

/** A migration that was released never changes: databases that took it would be refused. A new one adds its line. */
class MigrationSumsTest {
    @Test
    void everyMigrationIsAsItWasReleased() throws IOException, NoSuchAlgorithmException {
        Map<String, String> released = Files.readAllLines(Path.of("src/test/resources/migrations.sha256")).stream()
                .map(line -> line.split(" +", 2))
                .collect(Collectors.toMap(parts -> parts[1], parts -> parts[0]));
        Map<String, String> found = new TreeMap<>();
        try (Stream<Path> files = Files.list(Path.of("src/main/resources/db/migration"))) {
            for (Path file : files.filter(f -> f.getFileName().toString().startsWith("V"))
                    .toList()) {
                byte[] sum = MessageDigest.getInstance("SHA-256").digest(Files.readAllBytes(file));
                found.put(file.getFileName().toString(), HexFormat.of().formatHex(sum));
            }
        }
        assertThat(found).isEqualTo(released);
    }
}
