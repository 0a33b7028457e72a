package outrider.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.net.URI;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.TreeMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import javax.tools.Diagnostic;
import javax.tools.DiagnosticCollector;
import javax.tools.JavaFileObject;
import javax.tools.SimpleJavaFileObject;
import javax.tools.ToolProvider;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What packages say of how they are used can be compiled as it stands there. */
class ExamplesTest {
    private static final Pattern EXAMPLE =
            Pattern.compile("<p>With \\{@code ([^}]*)}:\\s*<pre>\\{@code\\n(.*?)\\n\\s*}</pre>", Pattern.DOTALL);
    private static final String USED = Stream.of(
                    "base", "table", "split", "prepare", "learn", "rank", "stakes", "uncertainty", "exchange")
            .map(name -> "import outrider." + name + ".*;\n")
            .collect(Collectors.joining());

    private static final class Source extends SimpleJavaFileObject {
        private final String text;

        Source(String name, String text) {
            super(URI.create("string:///examples/" + name + ".java"), Kind.SOURCE);
            this.text = text;
        }

        @Override
        public CharSequence getCharContent(boolean ignoreEncodingErrors) {
            return text;
        }
    }

    /** By the package that shows it. */
    private static TreeMap<String, String> examples() throws IOException {
        TreeMap<String, String> found = new TreeMap<>();
        for (String module : List.of("core", "casefile", "report", "documents", "parquet", "workbook")) {
            try (Stream<Path> files = Files.walk(Path.of("..", module, "src", "main", "java"))) {
                for (Path file :
                        files.filter(f -> f.endsWith("package-info.java")).toList()) {
                    String text = Files.readString(file);
                    if (text.contains("<pre>{@code")) example(file, text, found);
                }
            }
        }
        return found;
    }

    private static void example(Path file, String text, TreeMap<String, String> found) {
        Matcher example = EXAMPLE.matcher(text.replaceAll("(?m)^ \\* ?", ""));
        assertThat(example.find()).as(file + " says what its example is given").isTrue();
        String of = text.replaceAll("(?s).*\\npackage ([\\w.]+);.*", "$1");
        found.put(of, """
                package examples;
                import java.io.*;
                import java.nio.file.*;
                import java.util.*;
                import outrider.casefile.*;
                %simport %s.*;
                class %s {
                    void example(%s) throws Exception {
                %s
                    }
                }
                """.formatted(USED, of, of.replace('.', '_'), example.group(1), example.group(2)));
    }

    @Test
    void everyExampleCompiles(@TempDir Path out) throws IOException {
        TreeMap<String, String> examples = examples();
        assertThat(examples)
                .hasSizeGreaterThan(20)
                .containsKeys("outrider.rank", "outrider.casefile", "outrider.report");
        List<JavaFileObject> sources = new ArrayList<>();
        examples.forEach((of, text) -> sources.add(new Source(of.replace('.', '_'), text)));
        DiagnosticCollector<JavaFileObject> told = new DiagnosticCollector<>();
        ToolProvider.getSystemJavaCompiler()
                .getTask(
                        null,
                        null,
                        told,
                        List.of("-proc:none", "-d", out.toString(), "-cp", System.getProperty("java.class.path")),
                        null,
                        sources)
                .call();
        assertThat(told.getDiagnostics())
                .filteredOn(d -> d.getKind() == Diagnostic.Kind.ERROR)
                .extracting(d -> d.getSource().getName() + ": " + d.getMessage(null))
                .isEmpty();
    }
}
