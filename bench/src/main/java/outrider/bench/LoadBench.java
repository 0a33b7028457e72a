package outrider.bench;

import static java.util.Objects.requireNonNull;

import java.io.IOException;
import java.net.URI;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Random;
import java.util.TreeMap;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ConcurrentLinkedQueue;
import java.util.concurrent.ConcurrentSkipListMap;
import java.util.concurrent.atomic.AtomicInteger;

/**
 * Many users of one server, or of several on one database, over loopback: each opens pages and thinks a while, with two fits and an
 * upload beside them. Prints percentiles by kind of page. Arguments: the demo's password, then addresses.
 */
public final class LoadBench {
    private static final int USERS = 100;
    private static final int SECONDS = 60;
    private static final int BRIEFS = 300;
    private static final int RECORDS = 200_000;
    private static final int UPLOAD = 200_000_000;

    /** A kind of page and its address, where {n} is one of the briefs. */
    private record Page(String name, String path) {}

    private final List<String> addresses;
    private final String password;
    private final Map<String, ConcurrentLinkedQueue<Double>> took = new TreeMap<>();
    private final AtomicInteger unchanged = new AtomicInteger();
    private final AtomicInteger errors = new AtomicInteger();
    private final Map<String, Integer> failures = new ConcurrentHashMap<>();
    /** answers that took over a second, by the second in which they were asked for */
    private final Map<Long, Map<String, Integer>> slow = new ConcurrentSkipListMap<>();

    private long start;

    private LoadBench(String[] args) {
        password = args[0];
        addresses = List.of(args).subList(1, args.length);
    }

    public static void main(String[] args) throws Exception {
        new LoadBench(args).run();
    }

    private void run() throws Exception {
        User owner = new User(addresses.get(0), "analyst", password);
        long dataset = owner.bring(User.file(RECORDS, 1), "load.csv");
        long main = owner.brief(dataset);
        long logistic = owner.fit(main, "logistic", "Logistic", Map.of());
        owner.fit(
                main, "supplied", "Points", Map.of("column", "points", "lowerIsRiskier", false, "probability", false));
        owner.fit(main, "tree", "Tree", Map.of());
        owner.fit(main, "bayes", "Bayes", Map.of());
        owner.await(main);
        for (int i = owner.json("/briefs").get("total").asInt(); i < BRIEFS; i++)
            owner.post("/briefs", Map.of("datasetId", dataset));
        System.out.printf(
                "%d records, %d candidates, %d briefs%n",
                RECORDS, 4, owner.json("/briefs").get("total").asInt());
        List<Page> pages = List.of(
                new Page("home", "/briefs?size=50"),
                new Page("brief", "/briefs/" + main),
                new Page("columns", "/briefs/" + main + "/columns"),
                new Page("candidates", "/candidates?brief=" + main),
                new Page("compare", "/comparisons/" + main),
                new Page("cut", "/comparisons/" + main + "/at?records=8000"),
                new Page("figures", "/comparisons/figures/" + logistic),
                new Page("scores by outcome", "/comparisons/distributions/" + logistic),
                new Page("bands", "/comparisons/bands?candidate=" + logistic),
                new Page("threshold", "/comparisons/" + main + "/threshold/" + logistic),
                new Page("sensitivity", "/comparisons/" + main + "/sensitivity"),
                new Page("errors", "/errors/" + main + "?candidate=" + logistic),
                new Page("cells", "/errors/" + main + "/cells?candidate=" + logistic + "&records=8000"),
                new Page("trail", "/trail?brief=" + main));
        List<User> users = new ArrayList<>();
        for (int i = 0; i < USERS; i++) users.add(new User(addresses.get(i % addresses.size()), "analyst", password));
        for (String address : addresses) {
            User first = users.get(addresses.indexOf(address));
            for (Page page : pages) {
                took.computeIfAbsent(page.name(), n -> new ConcurrentLinkedQueue<>());
                long begun = System.nanoTime();
                first.get(page.path());
                System.out.printf(Locale.ROOT, "first %s %.0f ms%n", page.name(), (System.nanoTime() - begun) / 1e6);
                first.tags.clear();
            }
        }
        start = System.nanoTime();
        long until = start + SECONDS * 1_000_000_000L;
        List<Thread> threads = new ArrayList<>();
        for (User user : users) threads.add(new Thread(() -> browse(user, pages, until)));
        threads.add(new Thread(() -> upload(until)));
        for (String kind : List.of("forest", "boosted")) {
            long fit = owner.fit(main, kind, kind, Map.of());
            threads.add(new Thread(() -> watch(owner, kind, fit, until)));
        }
        threads.forEach(Thread::start);
        for (Thread thread : threads) thread.join();
        report(owner);
    }

    private void browse(User user, List<Page> pages, long until) {
        Random random = new Random(System.identityHashCode(user));
        try {
            Thread.sleep(random.nextInt(1500));
            while (System.nanoTime() < until) {
                Page page = pages.get(random.nextInt(pages.size()));
                long begun = System.nanoTime();
                HttpResponse<byte[]> answer = user.get(page.path());
                double ms = (System.nanoTime() - begun) / 1e6;
                requireNonNull(took.get(page.name())).add(ms);
                if (ms > 1000)
                    slow.computeIfAbsent(second(begun), s -> new ConcurrentHashMap<>())
                            .merge(page.name(), 1, Integer::sum);
                if (answer.statusCode() == 304) unchanged.incrementAndGet();
                else if (answer.statusCode() != 200) failed(page.name() + " " + answer.statusCode());
                Thread.sleep(500 + random.nextInt(2000));
            }
        } catch (IOException | InterruptedException e) {
            failed(String.valueOf(e));
        }
    }

    private long second(long nanos) {
        return (nanos - start) / 1_000_000_000L;
    }

    /** Says when a fit has ended: what is told of all candidates is computed anew then. */
    private void watch(User user, String kind, long candidate, long until) {
        try {
            while (System.nanoTime() < until) {
                if (user.json("/candidates/" + candidate).get("status").asText().equals("done")) {
                    System.out.printf("%s had ended at second %d%n", kind, second(System.nanoTime()));
                    return;
                }
                Thread.sleep(500);
            }
            System.out.printf("%s had not ended%n", kind);
        } catch (IOException | InterruptedException e) {
            failed("watching " + e);
        }
    }

    private void failed(String what) {
        errors.incrementAndGet();
        failures.merge(what, 1, Integer::sum);
    }

    private void upload(long until) {
        try {
            User user = new User(addresses.get(addresses.size() - 1), "analyst", password);
            byte[] part = User.file(1_000_000, 7);
            byte[] whole = Arrays.copyOf(part, UPLOAD);
            for (int at = part.length; at < UPLOAD; at += part.length) {
                System.arraycopy(part, 0, whole, at, Math.min(part.length, UPLOAD - at));
            }
            int end = UPLOAD;
            while (whole[end - 1] != '\n') end--;
            long begun = System.nanoTime();
            user.bring(Arrays.copyOf(whole, end), "upload.csv");
            System.out.printf(
                    Locale.ROOT,
                    "upload of %d MB brought and read in %.0f s%s%n",
                    UPLOAD / 1_000_000,
                    (System.nanoTime() - begun) / 1e9,
                    System.nanoTime() > until ? ", after the others had ended" : "");
        } catch (IOException | InterruptedException e) {
            failed("upload " + e);
        }
    }

    private void report(User owner) throws IOException, InterruptedException {
        List<Double> all = new ArrayList<>();
        System.out.printf("%-20s %6s %8s %8s %8s%n", "page", "asked", "median", "95th", "most");
        took.forEach((name, times) -> {
            all.addAll(times);
            line(name, times.stream().mapToDouble(t -> t).toArray());
        });
        line("all", all.stream().mapToDouble(t -> t).toArray());
        System.out.println("over a second, by the second they were asked in: " + slow);
        System.out.printf("%d errors %s, %d answers unchanged%n", errors.get(), failures, unchanged.get());
        for (String address : addresses) {
            HttpResponse<String> metrics = owner.client.send(
                    HttpRequest.newBuilder(URI.create(address + "/q/metrics"))
                            .header("Accept", "text/plain")
                            .build(),
                    HttpResponse.BodyHandlers.ofString());
            double used = metrics.body()
                    .lines()
                    .filter(l ->
                            l.startsWith("jvm_memory_used_bytes") && l.contains("heap\"") && !l.contains("nonheap"))
                    .mapToDouble(l -> Double.parseDouble(l.substring(l.lastIndexOf(' '))))
                    .sum();
            System.out.printf(Locale.ROOT, "heap in use at %s: %.0f MB%n", address, used / 1e6);
        }
    }

    private static void line(String name, double[] times) {
        Arrays.sort(times);
        if (times.length == 0) return;
        System.out.printf(
                Locale.ROOT,
                "%-20s %6d %8.0f %8.0f %8.0f%n",
                name,
                times.length,
                times[times.length / 2],
                times[times.length * 95 / 100],
                times[times.length - 1]);
    }
}
