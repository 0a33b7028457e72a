package outrider.server.web;

import com.fasterxml.jackson.databind.exc.MismatchedInputException;
import jakarta.persistence.OptimisticLockException;
import jakarta.ws.rs.WebApplicationException;
import jakarta.ws.rs.core.Response;
import java.sql.SQLException;
import java.util.Arrays;
import java.util.Set;
import org.hibernate.StaleObjectStateException;
import org.jboss.logging.Logger;
import org.jboss.resteasy.reactive.server.ServerExceptionMapper;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;
import outrider.base.Inline;
import outrider.server.work.Lost;
import outrider.server.work.NoRoom;

/** Every failure of the API as problem JSON (RFC 9457). */
public class Problems {
    private static final Logger LOG = Logger.getLogger(Problems.class);
    /** SQLSTATE. */
    private static final Set<String> COLLISIONS = Set.of("23505", "40001", "40P01");

    /** {@code record} and {@code line} are 0 where the problem is not about one; {@code code} is null where the status says all. */
    public record Problem(
            String type,
            String title,
            int status,
            BadInput.@Nullable Code code,
            @Nullable String detail,
            Place place) {
        /**
         * What is wrong where, and the way out.
         */
        public record Place(
                @Nullable String field,
                long record,
                long line,
                @Nullable String found,
                @Nullable String remedy) implements Inline {}
    }

    @ServerExceptionMapper
    public Response refused(BadInput e) {
        boolean state = e.code() != BadInput.Code.BAD_VALUE;
        return answer(new Problem(
                "about:blank",
                state ? "Not as things stand" : "This will not do",
                state ? 409 : 400,
                e.code(),
                e.getMessage(),
                new Problem.Place(e.field(), e.record(), e.line(), e.found(), e.remedy())));
    }

    @ServerExceptionMapper
    public Response failed(WebApplicationException e) {
        int status = e.getResponse().getStatus();
        Throwable cause = e.getCause();
        for (Throwable under = cause; under != null; under = under.getCause()) {
            if (under instanceof BadInput refusal) return refused(refusal);
        }
        BadInput broken = Bodies.broken(e);
        if (broken != null) return refused(broken);
        String detail = cause == null || cause.getMessage() == null
                ? e.getMessage()
                : e.getMessage() + ": " + cause.getMessage();
        return plain(status, null, status == 404 ? "Not found" : "The request failed", detail);
    }

    @ServerExceptionMapper({MismatchedInputException.class})
    public Response misfit(MismatchedInputException e) {
        return refused(Bodies.misfit(e));
    }

    @ServerExceptionMapper({OptimisticLockException.class, StaleObjectStateException.class})
    public Response overtaken(Exception e) {
        LOG.infof(
                "refused as overtaken: %s, %s",
                e.getClass().getSimpleName(),
                Arrays.stream(e.getStackTrace())
                        .filter(frame -> frame.getClassName().startsWith("outrider."))
                        .findFirst()
                        .map(StackTraceElement::toString)
                        .orElse(e.getMessage()));
        return plain(
                409,
                BadInput.Code.OVERTAKEN,
                "Changed elsewhere",
                "This was changed in another window; it is shown as it is now.");
    }

    /** Whether two did the same at the same moment: a doubled key, a deadlock, or an order that could not be kept (SQLSTATE). */
    private static boolean collided(Throwable e) {
        for (Throwable under = e; under != null; under = under.getCause()) {
            if (under instanceof SQLException told && COLLISIONS.contains(String.valueOf(told.getSQLState())))
                return true;
        }
        return false;
    }

    @ServerExceptionMapper
    public Response unexpected(RuntimeException e) {
        if (collided(e)) return overtaken(e);
        if (NoRoom.met(e)) {
            LOG.error("no room is left", e);
            return plain(
                    507,
                    null,
                    "No room is left",
                    "The server's disk is full; nothing was changed. Try again when there is room.");
        }
        if (Lost.met(e)) {
            LOG.warn("a request found no database: " + e.getMessage());
            return plain(
                    503,
                    null,
                    "The database is not to be reached",
                    "Nothing was changed, and what was stored stays. Try again in a moment.");
        }
        LOG.error("request failed", e);
        return plain(500, null, "Something broke", "The server failed at this; nothing was changed. Its log says why.");
    }

    private static Response plain(int status, BadInput.@Nullable Code code, String title, @Nullable String detail) {
        return answer(
                new Problem("about:blank", title, status, code, detail, new Problem.Place(null, 0, 0, null, null)));
    }

    private static Response answer(Problem problem) {
        return Response.status(problem.status())
                .type("application/problem+json")
                .entity(problem)
                .build();
    }
}
