package outrider.documents.form;

import java.io.IOException;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.net.URI;
import java.net.URISyntaxException;
import java.nio.file.FileSystem;
import java.nio.file.FileSystems;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.jar.Attributes;
import java.util.jar.JarOutputStream;
import java.util.jar.Manifest;
import java.util.stream.Stream;
import java.util.zip.ZipEntry;
import outrider.learn.Model;
import outrider.scorer.Main;

/** The core and its scorer as one executable jar, put together of the classes that run here: the same bytes each time. */
public final class ScorerJar {
    /** 1980-01-01, the first that a zip file can tell. */
    private static final long ALWAYS = 315_532_800_000L;

    private ScorerJar() {}

    /** @param out not closed */
    public static void write(OutputStream out) {
        Manifest manifest = new Manifest();
        manifest.getMainAttributes().put(Attributes.Name.MANIFEST_VERSION, "1.0");
        manifest.getMainAttributes().put(Attributes.Name.MAIN_CLASS, Main.class.getName());
        try {
            Map<String, byte[]> entries = new TreeMap<>();
            for (Class<?> part : List.of(Model.class, Main.class)) collect(part, entries);
            JarOutputStream jar = new JarOutputStream(out);
            put(jar, "META-INF/MANIFEST.MF", null);
            manifest.write(jar);
            for (Map.Entry<String, byte[]> entry : entries.entrySet()) put(jar, entry.getKey(), entry.getValue());
            jar.finish();
        } catch (IOException | URISyntaxException e) {
            throw new IllegalStateException("the classes of the scorer cannot be read", e);
        }
    }

    private static void put(JarOutputStream jar, String name, byte @org.jspecify.annotations.Nullable [] content)
            throws IOException {
        ZipEntry entry = new ZipEntry(name);
        entry.setTime(ALWAYS);
        jar.putNextEntry(entry);
        if (content != null) jar.write(content);
    }

    private static void collect(Class<?> part, Map<String, byte[]> entries) throws IOException, URISyntaxException {
        URI place = part.getProtectionDomain().getCodeSource().getLocation().toURI();
        Path path = Path.of(place);
        if (Files.isDirectory(path)) {
            collect(path, entries);
            return;
        }
        try (FileSystem jar = FileSystems.newFileSystem(path)) {
            collect(jar.getPath("/"), entries);
        }
    }

    private static void collect(Path root, Map<String, byte[]> entries) throws IOException {
        try (Stream<Path> files = Files.walk(root)) {
            files.filter(Files::isRegularFile).forEach(file -> {
                String name = root.relativize(file).toString().replace('\\', '/');
                boolean wanted = name.startsWith("outrider/") || name.startsWith("META-INF/services/");
                if (!wanted || name.startsWith("META-INF/services/") && !name.contains("outrider.")) return;
                try {
                    entries.put(name, Files.readAllBytes(file));
                } catch (IOException e) {
                    throw new UncheckedIOException(e);
                }
            });
        }
    }
}
