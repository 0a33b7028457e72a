package outrider.server.web;

import jakarta.ws.rs.core.Application;
import org.eclipse.microprofile.openapi.annotations.Components;
import org.eclipse.microprofile.openapi.annotations.OpenAPIDefinition;
import org.eclipse.microprofile.openapi.annotations.info.Info;
import org.eclipse.microprofile.openapi.annotations.media.Schema;

/** Names the API, and the shape of its refusals, in the OpenAPI document. */
@OpenAPIDefinition(
        info = @Info(title = "Outrider", version = "1"),
        components = @Components(schemas = @Schema(name = "Problem", implementation = Problems.Problem.class)))
public class Api extends Application {}
