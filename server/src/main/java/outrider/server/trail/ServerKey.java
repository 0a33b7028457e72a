package outrider.server.trail;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.ObjectMapper;
import io.quarkus.runtime.Startup;
import jakarta.enterprise.context.ApplicationScoped;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.Map;
import org.eclipse.microprofile.config.inject.ConfigProperty;
import outrider.casefile.SigningKey;

/** The key that signs reports and the audit trail: a file outside the database, made at the first start. */
@Startup
@ApplicationScoped
public class ServerKey {
    private final SigningKey pair;

    ServerKey(@ConfigProperty(name = "outrider.signing-key") Path file) {
        try {
            pair = Files.exists(file) ? SigningKey.of(Files.readString(file)) : make(file);
            Path open = file.resolveSibling(file.getFileName() + ".pub");
            Files.writeString(open, json(pair.open()));
        } catch (IOException e) {
            throw new UncheckedIOException("the signing key at " + file + " cannot be read or made", e);
        }
    }

    private static SigningKey make(Path file) throws IOException {
        SigningKey made = SigningKey.make();
        Files.createDirectories(file.toAbsolutePath().getParent());
        Path part = file.resolveSibling(file.getFileName() + ".part");
        Files.deleteIfExists(part);
        Files.createFile(part, PosixFilePermissions.asFileAttribute(PosixFilePermissions.fromString("rw-------")));
        Files.writeString(part, made.secret());
        Files.move(part, file, StandardCopyOption.ATOMIC_MOVE);
        return made;
    }

    private static String json(Map<String, Object> key) {
        try {
            return new ObjectMapper().writeValueAsString(key);
        } catch (JsonProcessingException e) {
            throw new IllegalStateException(e);
        }
    }

    public SigningKey pair() {
        return pair;
    }
}
