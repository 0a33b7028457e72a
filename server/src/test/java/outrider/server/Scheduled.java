package outrider.server;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.io.Writer;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import java.util.Properties;

/** The file in which an administrator names places of scheduled lists. */
final class Scheduled {
    private static final Path FILE = Path.of("target", "lists.properties");

    private Scheduled() {}

    static synchronized void place(String name, Map<String, String> settings) {
        Properties all = new Properties();
        try {
            if (Files.exists(FILE)) {
                try (var in = Files.newBufferedReader(FILE)) {
                    all.load(in);
                }
            }
            settings.forEach((key, value) -> all.setProperty(name + "." + key, value));
            try (Writer out = Files.newBufferedWriter(FILE)) {
                all.store(out, null);
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
