package outrider.e2e;

import java.io.File;
import java.io.IOException;
import java.net.HttpURLConnection;
import java.net.ServerSocket;
import java.net.URI;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import java.util.concurrent.TimeUnit;

/** The packaged server on a free port. */
final class App implements AutoCloseable {
    static final String PASSWORD = "pedal-and-chain";
    private static final Path ROOT = Path.of("..");

    /** Of journeys that ask for no server of their own: what one leaves is there for the next. */
    private static App kept;

    final String address;
    private final Process process;
    private final boolean own;

    /** One of its own, on an empty database. */
    App() throws IOException, InterruptedException {
        this(Map.of());
    }

    /** @param settings beside those that every test has */
    App(Map<String, String> settings) throws IOException, InterruptedException {
        this(settings, true);
    }

    /** The one that journeys share; it is started where none is ready. */
    static App shared() throws IOException, InterruptedException {
        if (kept != null && kept.ready()) return kept;
        App started = new App(Map.of("OUTRIDER_DB_URL", System.getenv("OUTRIDER_E2E_DB_URL") + "_shared"), false);
        Runtime.getRuntime().addShutdownHook(new Thread(started::end));
        kept = started;
        return started;
    }

    private App(Map<String, String> settings, boolean own) throws IOException, InterruptedException {
        this.own = own;
        int port;
        try (ServerSocket socket = new ServerSocket(0)) {
            port = socket.getLocalPort();
        }
        address = "http://127.0.0.1:" + port;
        Path log = Path.of("target", own ? "server.log" : "server-shared.log");
        Files.createDirectories(log.getParent());
        ProcessBuilder builder = new ProcessBuilder(
                        java(),
                        "-XX:TieredStopAtLevel=1",
                        "-XX:ReservedCodeCacheSize=240m",
                        "-Dquarkus.http.port=" + port,
                        "-jar",
                        ROOT.resolve("server/target/quarkus-app/quarkus-run.jar")
                                .toString())
                .redirectErrorStream(true)
                .redirectOutput(log.toFile());
        builder.environment()
                .putAll(Map.of(
                        "OUTRIDER_DB_URL",
                        System.getenv("OUTRIDER_E2E_DB_URL"),
                        "OUTRIDER_DB_USER",
                        "outrider_run",
                        "OUTRIDER_DB_PASSWORD",
                        System.getenv("OUTRIDER_TEST_DB_RUN_PASSWORD"),
                        "OUTRIDER_DB_OWNER",
                        System.getenv("OUTRIDER_TEST_DB_USER"),
                        "OUTRIDER_DB_OWNER_PASSWORD",
                        System.getenv("OUTRIDER_TEST_DB_PASSWORD"),
                        "OUTRIDER_SESSION_KEY",
                        "only-for-the-tests-0123456789",
                        "OUTRIDER_DEMO_PASSWORD",
                        PASSWORD,
                        "OUTRIDER_DEMO_FOLDER",
                        "",
                        "OUTRIDER_FILES",
                        Files.createTempDirectory("outrider-files").toString(),
                        "QUARKUS_FLYWAY_CLEAN_AT_START",
                        "true"));
        builder.environment().putAll(settings);
        process = builder.start();
        for (int i = 0; !ready(); i++) {
            if (i > 300 || !process.isAlive()) throw new IllegalStateException(Files.readString(log));
            Thread.sleep(200);
        }
    }

    private boolean ready() {
        try {
            HttpURLConnection wire = (HttpURLConnection)
                    URI.create(address + "/q/health/ready").toURL().openConnection();
            return wire.getResponseCode() == 200;
        } catch (IOException e) {
            return false;
        }
    }

    static String java() {
        return Path.of(System.getProperty("java.home"), "bin", "java").toString();
    }

    /** What the headless command prints. */
    static String evaluate(String... arguments) throws IOException, InterruptedException {
        return headless(0, "evaluate", arguments);
    }

    /** What a headless command says. @param code with which it has to end */
    static String headless(int code, String name, String... arguments) throws IOException, InterruptedException {
        String[] command = new String[arguments.length + 5];
        command[0] = java();
        command[1] = "-cp";
        command[2] = ROOT.resolve("cli/target/classes") + File.pathSeparator + ROOT.resolve("cli/target/lib") + "/*";
        command[3] = "outrider.cli.Main";
        command[4] = name;
        System.arraycopy(arguments, 0, command, 5, arguments.length);
        Path out = Files.createTempFile(name, ".out");
        Process run = new ProcessBuilder(command)
                .redirectOutput(out.toFile())
                .redirectError(ProcessBuilder.Redirect.INHERIT)
                .start();
        if (run.waitFor() != code) {
            throw new IllegalStateException(name + " ended with " + run.exitValue() + ": " + Files.readString(out));
        }
        return Files.readString(out);
    }

    @Override
    public void close() {
        if (own) end();
    }

    private void end() {
        process.destroy();
        try {
            if (!process.waitFor(20, TimeUnit.SECONDS)) process.destroyForcibly();
        } catch (InterruptedException e) {
            process.destroyForcibly();
            Thread.currentThread().interrupt();
        }
    }
}
