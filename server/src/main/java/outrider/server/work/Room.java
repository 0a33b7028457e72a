package outrider.server.work;

import jakarta.enterprise.context.ApplicationScoped;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.eclipse.microprofile.config.inject.ConfigProperty;
import org.jboss.logging.Logger;
import org.jspecify.annotations.Nullable;

/** How much room is left on the disk of the server's files, told before it is gone. */
@ApplicationScoped
public class Room {
    private static final Logger LOG = Logger.getLogger(Room.class);

    private final Path folder;
    private final long little;

    Room(
            @ConfigProperty(name = "outrider.files") String folder,
            @ConfigProperty(name = "outrider.room.little", defaultValue = "2000000000") long little) {
        this.folder = Path.of(folder);
        this.little = little;
    }

    /** Bytes, where they are little; null where there is enough. */
    public @Nullable Long little() {
        try {
            long left = Files.getFileStore(
                            Files.exists(folder)
                                    ? folder
                                    : folder.toAbsolutePath().getRoot())
                    .getUsableSpace();
            if (left >= little) return null;
            LOG.warn("little room is left: " + left / 1_000_000 + " MB");
            return left;
        } catch (IOException e) {
            LOG.warn("how much room is left cannot be told", e);
            return null;
        }
    }
}
