package outrider.server.web;

import com.github.therapi.runtimejavadoc.ClassJavadoc;
import com.github.therapi.runtimejavadoc.Comment;
import com.github.therapi.runtimejavadoc.CommentFormatter;
import com.github.therapi.runtimejavadoc.ParamJavadoc;
import com.github.therapi.runtimejavadoc.RuntimeJavadoc;
import java.util.LinkedHashMap;
import java.util.Map;
import org.eclipse.microprofile.openapi.OASFactory;
import org.eclipse.microprofile.openapi.models.media.Schema;

/** What a record's docstring says of it and of its components, as descriptions of a schema. */
record Docstrings(String whole, Map<String, String> components) {
    static Docstrings of(String type) {
        ClassJavadoc found = RuntimeJavadoc.getJavadoc(type, Docstrings.class.getClassLoader());
        Map<String, String> components = new LinkedHashMap<>();
        for (ParamJavadoc component : found.getRecordComponents()) {
            components.put(component.getName(), plain(component.getComment()));
        }
        return new Docstrings(plain(found.getComment()), components);
    }

    void describe(Schema schema) {
        if (!whole.isEmpty()) schema.setDescription(whole);
        Map<String, Schema> properties = new LinkedHashMap<>(schema.getProperties());
        components.forEach((name, said) -> {
            if (!said.isEmpty()) properties.computeIfPresent(name, (n, known) -> described(known, said));
        });
        schema.setProperties(properties);
    }

    /** A reference is wrapped, since what stands beside one is often not read. */
    private static Schema described(Schema schema, String said) {
        Schema open =
                schema.getRef() == null ? schema : OASFactory.createSchema().addAllOf(schema);
        return open.description(said);
    }

    private static String plain(Comment comment) {
        return new CommentFormatter()
                .format(comment)
                .replaceAll("<[^>]*>", "")
                .replaceAll("\\{@\\w+ (?:\\S+ )?([^}]*)\\}", "$1")
                .replaceAll("\\s+", " ")
                .strip();
    }
}
