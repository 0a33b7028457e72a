package outrider.server.web;

import io.quarkus.vertx.http.runtime.filters.Filters;
import io.vertx.core.net.SocketAddress;
import io.vertx.ext.web.Router;
import jakarta.enterprise.context.ApplicationScoped;
import jakarta.enterprise.event.Observes;
import org.jspecify.annotations.Nullable;

/** Lets every page address of the application answer with its one page; a missing asset stays missing. */
@ApplicationScoped
public class Pages {
    private static final String POLICY =
            "default-src 'self'; img-src 'self' data:; font-src 'self' data:; style-src 'self' 'unsafe-inline'; "
                    + "object-src 'none'; base-uri 'none'; form-action 'self'; frame-ancestors ";

    void route(@Observes Router router) {
        router.getWithRegex("^/(?!(api|q|assets)(/|$))[^.]*$").order(40_000).handler(context -> {
            if (context.normalizedPath().equals("/index.html")) context.next();
            else context.reroute("/index.html");
        });
    }

    /** Health and metrics are for the machine itself, and for whoever it forwards to them. */
    void inside(@Observes Filters filters) {
        filters.register(
                context -> {
                    boolean ours = context.normalizedPath().startsWith("/q/")
                            || context.normalizedPath().equals("/q");
                    if (ours && !isLocal(context.request().remoteAddress()))
                        context.response().setStatusCode(404).end();
                    else context.next();
                },
                400);
    }

    private static boolean isLocal(@Nullable SocketAddress address) {
        String host = address == null ? null : address.hostAddress();
        return host != null && (host.startsWith("127.") || host.equals("0:0:0:0:0:0:0:1") || host.equals("::1"));
    }

    void headers(@Observes Filters filters) {
        filters.register(
                context -> {
                    String path = context.normalizedPath();
                    boolean report = path.matches(
                            "/api/(reports/\\d+/page|sign-off/\\d+/preview|follow/reports/\\d+/page|follow/reports/draft)");
                    context.response()
                            .putHeader("Content-Security-Policy", POLICY + (report ? "'self'" : "'none'"))
                            .putHeader("Cross-Origin-Opener-Policy", "same-origin")
                            .putHeader("Cross-Origin-Resource-Policy", "same-origin")
                            .putHeader("Permissions-Policy", "camera=(), geolocation=(), microphone=(), payment=()");
                    // what answers says otherwise where it may be kept
                    if (path.startsWith("/api/")) context.response().putHeader("Cache-Control", "no-store");
                    context.next();
                },
                200);
    }
}
