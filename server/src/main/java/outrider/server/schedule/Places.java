package outrider.server.schedule;

import jakarta.enterprise.context.ApplicationScoped;
import java.io.IOException;
import java.io.Reader;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.Properties;
import java.util.TreeSet;
import org.eclipse.microprofile.config.inject.ConfigProperty;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;

/**
 * Where scheduled lists come from and go to, as the administrator has named it in a file of properties: {@code NAME.in} and {@code NAME.out}
 * are folders; or {@code NAME.url}, {@code NAME.user}, {@code NAME.password}, {@code NAME.table} and {@code NAME.into} are a
 * PostgreSQL with the table that is scored and the one that the scores go to. {@code NAME.briefs} names the briefs that may use it.
 */
@ApplicationScoped
public class Places {
    private final Optional<String> file;

    Places(@ConfigProperty(name = "outrider.lists") Optional<String> file) {
        this.file = file;
    }

    /**
     * One of them; either both folders or both tables are there.
     *
     * @param table and {@code into} as SQL names them
     */
    record Place(
            String name,
            @Nullable Path in,
            @Nullable Path out,
            String url,
            String user,
            String password,
            @Nullable String table,
            @Nullable String into) {
        /** In words. */
        String words() {
            return in != null ? "folder " + in.getFileName() : "table " + table;
        }
    }

    private Properties settings() {
        Properties settings = new Properties();
        if (file.isEmpty() || file.get().isBlank() || !Files.exists(Path.of(file.get()))) return settings;
        try (Reader reader = Files.newBufferedReader(Path.of(file.get()))) {
            settings.load(reader);
            return settings;
        } catch (IOException e) {
            throw BadInput.state(
                    BadInput.Code.NOT_READY, "places", "cannot be read by the server", "ask who keeps them");
        }
    }

    /** Names of those that a brief may use. */
    List<String> names(long brief) {
        Properties all = settings();
        TreeSet<String> names = new TreeSet<>();
        for (String key : all.stringPropertyNames()) {
            boolean first = key.endsWith(".in") || key.endsWith(".table");
            String name = first ? key.substring(0, key.lastIndexOf('.')) : "";
            if (first && allowed(all, name, brief)) names.add(name);
        }
        return List.copyOf(names);
    }

    private static boolean allowed(Properties all, String name, long brief) {
        String briefs = all.getProperty(name + ".briefs");
        return briefs == null
                || Arrays.stream(briefs.split(",")).map(String::strip).anyMatch(Long.toString(brief)::equals);
    }

    /** @throws BadInput if there is none of that name for the brief, or it is not told in full */
    Place named(String name, long brief) {
        Properties all = settings();
        if (name == null || !names(brief).contains(name)) {
            throw BadInput.of(
                    "place",
                    "“" + name + "” is none",
                    names(brief).isEmpty()
                            ? "the administrator names some in the server's settings"
                            : "there are: " + String.join(", ", names(brief)));
        }
        String in = all.getProperty(name + ".in");
        String out = all.getProperty(name + ".out");
        String table = all.getProperty(name + ".table");
        String into = all.getProperty(name + ".into");
        String url = all.getProperty(name + ".url", "");
        if (in != null ? out == null : into == null || url.isEmpty()) {
            throw BadInput.state(
                    BadInput.Code.NOT_READY,
                    "place " + name,
                    "is not told in full",
                    "the administrator gives " + name + (in != null ? ".out" : ".url and " + name + ".into"));
        }
        if (in != null
                && out != null
                && Path.of(in).normalize().equals(Path.of(out).normalize())) {
            throw BadInput.state(
                    BadInput.Code.NOT_READY,
                    "place " + name,
                    "puts scores where lists come from",
                    "the administrator gives " + name + ".out another folder");
        }
        return new Place(
                name,
                in == null ? null : Path.of(in),
                out == null ? null : Path.of(out),
                url,
                all.getProperty(name + ".user", ""),
                all.getProperty(name + ".password", ""),
                table,
                into);
    }
}
