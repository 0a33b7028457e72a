package outrider.server.web;

import jakarta.ws.rs.container.ContainerRequestContext;
import org.jboss.resteasy.reactive.server.ServerRequestFilter;
import outrider.base.BadInput;

/** Only uploads may be large. */
public class BodyLimit {
    private static final int MOST = 1 << 20;

    @ServerRequestFilter
    public void limit(ContainerRequestContext request) {
        String path = request.getUriInfo().getPath();
        boolean upload = path.endsWith("/datasets") || path.matches(".*/uploads/\\d+/bytes");
        if (upload) return;
        if (request.getLength() > MOST) throw BadInput.of("request", "is larger than 1 MB", "send less");
        if (request.getHeaderString("Transfer-Encoding") != null) {
            throw BadInput.of("request", "does not say how long it is", "send a Content-Length");
        }
    }
}
