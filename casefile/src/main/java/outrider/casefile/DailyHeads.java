package outrider.casefile;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;

/**
 * Where the chains of the audit trail stood on one day, signed and kept outside the database: whoever rewrites the database, chain
 * and all, does not rewrite these.
 *
 * @param day like 2026-11-27
 * @param heads of the chains that had grown since the file before
 */
public record DailyHeads(String day, List<Evidence.TrailHead> heads) {
    private static final String ENDING = ".json";

    /** A day's file. */
    private record Signed(DailyHeads of, String signature) {}

    /** Where a day's file is. */
    public static Path file(Path folder, String day) {
        return folder.resolve(day + ENDING);
    }

    /** Writes the day's file, which is written once. */
    public void write(Path folder, SigningKey key) throws IOException {
        Files.createDirectories(folder);
        Path part = folder.resolve(day + ".part");
        Files.write(part, Canonical.write(new Signed(this, key.sign(Canonical.write(this)))));
        Files.move(part, file(folder, day), java.nio.file.StandardCopyOption.ATOMIC_MOVE);
    }

    /**
     * What in a chain is not as a day's file says; null where all is.
     *
     * @param chain its name, {@code entries} all of it, oldest first
     * @param key the public key that signed the files
     * @throws BadInput if a file is no such file
     */
    public static @Nullable String fault(
            Path folder, String chain, List<TrailEntry> entries, @Nullable Map<String, Object> key) throws IOException {
        for (Path path : files(folder)) {
            Signed signed = read(path);
            DailyHeads of = signed.of();
            if (!SigningKey.fits(key, Canonical.write(of), signed.signature())) {
                return "the heads of " + of.day() + " in " + path.getFileName() + " are not signed by this key";
            }
            for (Evidence.TrailHead head : of.heads()) {
                if (!head.chain().equals(chain) || head.entries() == 0) continue;
                if (entries.size() < head.entries()) {
                    return "it holds " + entries.size() + " entries, and held " + head.entries() + " on " + of.day();
                }
                if (!entries.get((int) head.entries() - 1).hash().equals(head.hash())) {
                    return "entry " + head.entries() + " is not the one that stood there on " + of.day();
                }
            }
        }
        return null;
    }

    private static List<Path> files(Path folder) throws IOException {
        if (!Files.isDirectory(folder)) return List.of();
        try (Stream<Path> all = Files.list(folder)) {
            return new ArrayList<>(
                    all.filter(p -> p.toString().endsWith(ENDING)).sorted().toList());
        }
    }

    private static Signed read(Path path) throws IOException {
        try {
            return Canonical.read(Canonical.JSON.readTree(Files.readAllBytes(path)), Signed.class, "heads");
        } catch (com.fasterxml.jackson.core.JacksonException e) {
            throw BadInput.of(path.getFileName().toString(), "is no file of heads", "take it from the server's folder");
        }
    }
}
