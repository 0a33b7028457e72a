package outrider.bench;

import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.Collections;
import java.util.Locale;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.atomic.AtomicInteger;

/**
 * Latency of the endpoint for one record at 200 requests a second, beside the server's smallest answer at the same rate by the same client,
 * and records a second in batches. Arguments: address, brief, key, a file with one record as JSON.
 */
public final class ServeBench {
    private static final int RATE = 200;
    private static final int SECONDS = 15;
    private static final int BATCH = 5000;
    private static final int BATCHES = 40;

    private final HttpClient client =
            HttpClient.newBuilder().version(HttpClient.Version.HTTP_1_1).build();

    private ServeBench() {}

    public static void main(String[] args) throws IOException, InterruptedException {
        ServeBench bench = new ServeBench();
        String record = Files.readString(Path.of(args[3]));
        HttpRequest one = scores(args, record);
        HttpRequest least = HttpRequest.newBuilder(URI.create(args[0] + "/api/sign-in/ways"))
                .build();
        bench.paced(least);
        double[] rival = bench.paced(least);
        bench.paced(one);
        double[] own = bench.paced(one);
        say("smallest answer", rival);
        say("one record", own);
        System.out.printf(
                Locale.ROOT, "ratio at the median %.2f, at the 99th %.2f%n", own[0] / rival[0], own[1] / rival[1]);
        HttpRequest batch = scores(args, "[" + String.join(",", Collections.nCopies(BATCH, record)) + "]");
        bench.batches(batch, BATCHES / 4);
        System.out.printf(
                Locale.ROOT, "batches of %,d: %,.0f records a second%n", BATCH, bench.batches(batch, BATCHES));
    }

    private static HttpRequest scores(String[] args, String body) {
        return HttpRequest.newBuilder(URI.create(args[0] + "/score/" + args[1]))
                .header("Authorization", "Bearer " + args[2])
                .header("Content-Type", "application/json")
                .POST(HttpRequest.BodyPublishers.ofString(body))
                .build();
    }

    private static void say(String what, double[] told) {
        System.out.printf(
                Locale.ROOT, "%s: median %.2f ms, 99th %.2f ms, %d refused%n", what, told[0], told[1], (int) told[2]);
    }

    /** Median and 99th percentile in milliseconds, and how many were not answered with 200. */
    private double[] paced(HttpRequest request) throws InterruptedException {
        int n = RATE * SECONDS;
        double[] took = new double[n];
        AtomicInteger refused = new AtomicInteger();
        CompletableFuture<?>[] all = new CompletableFuture<?>[n];
        long start = System.nanoTime();
        for (int i = 0; i < n; i++) {
            long due = start + i * 1_000_000_000L / RATE;
            while (System.nanoTime() < due) Thread.sleep(0, 200_000);
            int at = i;
            long begun = System.nanoTime();
            all[i] = client.sendAsync(request, HttpResponse.BodyHandlers.discarding())
                    .thenAccept(answer -> {
                        took[at] = (System.nanoTime() - begun) / 1e6;
                        if (answer.statusCode() != 200) refused.incrementAndGet();
                    });
        }
        CompletableFuture.allOf(all).join();
        Arrays.sort(took);
        return new double[] {took[n / 2], took[n * 99 / 100], refused.get()};
    }

    /** Records a second, two batches under way at a time. */
    private double batches(HttpRequest request, int count) {
        long start = System.nanoTime();
        for (int i = 0; i < count; i += 2) {
            CompletableFuture.allOf(
                            client.sendAsync(request, HttpResponse.BodyHandlers.discarding()),
                            client.sendAsync(request, HttpResponse.BodyHandlers.discarding()))
                    .join();
        }
        return count * (double) BATCH / ((System.nanoTime() - start) / 1e9);
    }
}
