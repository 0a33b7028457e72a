package outrider.server.web;

import com.fasterxml.jackson.databind.ObjectMapper;
import io.quarkus.jackson.ObjectMapperCustomizer;
import jakarta.inject.Singleton;
import outrider.casefile.InlineParts;

/** Values that are divided in Java are sent and taken whole. */
@Singleton
public class Parts implements ObjectMapperCustomizer {
    @Override
    public void customize(ObjectMapper json) {
        json.registerModule(new InlineParts());
    }
}
