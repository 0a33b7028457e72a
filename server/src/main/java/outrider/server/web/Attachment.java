package outrider.server.web;

import jakarta.ws.rs.core.Response;

/** An answer that a browser keeps as a file. */
public final class Attachment {
    private Attachment() {}

    /** @param name of the file, plain letters */
    public static Response of(Object content, String name) {
        return Response.ok(content)
                .header("Content-Disposition", "attachment; filename=\"" + name + "\"")
                .build();
    }
}
