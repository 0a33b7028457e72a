package outrider.server.web;

import io.quarkus.vertx.http.runtime.filters.Filters;
import io.vertx.ext.web.Router;
import jakarta.enterprise.context.ApplicationScoped;
import jakarta.enterprise.event.Observes;

/** Lets every page address of the application answer with its one page; a missing asset stays missing. */
@ApplicationScoped
public class Pages {
    void route(@Observes Router router) {
        router.getWithRegex("^/(?!(api|q|assets)(/|$))[^.]*$").order(40_000).handler(context -> {
            if (context.normalizedPath().equals("/index.html")) context.next();
            else context.reroute("/index.html");
        });
    }

    void headers(@Observes Filters filters) {
        filters.register(
                context -> {
                    boolean report = context.normalizedPath().startsWith("/api/reports/");
                    context.response()
                            .putHeader(
                                    "Content-Security-Policy",
                                    "default-src 'self'; img-src 'self' data:; font-src 'self' data:; style-src 'self' 'unsafe-inline'; frame-ancestors "
                                            + (report ? "'self'" : "'none'"));
                    context.next();
                },
                200);
    }
}
