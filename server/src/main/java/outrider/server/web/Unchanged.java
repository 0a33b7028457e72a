package outrider.server.web;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.ObjectMapper;
import jakarta.inject.Inject;
import jakarta.ws.rs.container.ContainerRequestContext;
import jakarta.ws.rs.container.ContainerResponseContext;
import jakarta.ws.rs.core.MediaType;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.Base64;
import java.util.List;
import java.util.Map;
import org.jboss.resteasy.reactive.server.ServerResponseFilter;
import org.jspecify.annotations.Nullable;

/**
 * Answers 304 where a caller has the same JSON already (RFC 9110, 8.8.3 and 13.1.2): every JSON answer to a GET carries a hash of
 * its bytes as entity tag, and is kept by its caller alone, who asks each time whether it still holds.
 */
public class Unchanged {
    @Inject
    ObjectMapper json;

    @ServerResponseFilter
    public void tag(ContainerRequestContext request, ContainerResponseContext response) throws JsonProcessingException {
        Object entity = response.getEntity();
        boolean isJson = MediaType.APPLICATION_JSON_TYPE.isCompatible(response.getMediaType());
        if (!request.getMethod().equals("GET") || response.getStatus() != 200 || !isJson) return;
        if (entity == null || !ofOurs(entity)) return;
        byte[] written =
                json.writerFor(json.constructType(response.getEntityType())).writeValueAsBytes(entity);
        String tag = '"' + hash(written) + '"';
        response.getHeaders().putSingle("ETag", tag);
        response.getHeaders().putSingle("Cache-Control", "private, no-cache");
        if (known(request.getHeaderString("If-None-Match"), tag)) {
            response.setStatus(304);
            response.setEntity(null);
        } else {
            response.setEntity(written, response.getEntityAnnotations(), response.getMediaType());
        }
    }

    /** A value that is written as JSON, not a stream or text that is so already. */
    private static boolean ofOurs(Object entity) {
        return entity instanceof Record || entity instanceof List<?> || entity instanceof Map<?, ?>;
    }

    /** Weak and strong tags are the same here: a compressed answer carries the tag of what it was before. */
    private static boolean known(@Nullable String held, String tag) {
        if (held == null) return false;
        return List.of(held.split("\\s*,\\s*")).stream().anyMatch(one -> one.equals(tag) || one.equals("W/" + tag));
    }

    private static String hash(byte[] written) {
        try {
            return Base64.getUrlEncoder()
                    .withoutPadding()
                    .encodeToString(MessageDigest.getInstance("SHA-256").digest(written));
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException(e);
        }
    }
}
