package outrider.report;

import io.quarkus.qute.Expression;
import io.quarkus.qute.RawString;
import io.quarkus.qute.ResultMapper;
import io.quarkus.qute.TemplateNode.Origin;

/** Puts words into a page as words: markup is escaped, and what XML cannot hold becomes U+FFFD. */
final class XhtmlText implements ResultMapper {
    @Override
    public boolean appliesTo(Origin origin, Object result) {
        return !(result instanceof RawString);
    }

    @Override
    public String map(Object result, Expression expression) {
        return of(result.toString());
    }

    static String of(String text) {
        StringBuilder out = new StringBuilder();
        text.codePoints().forEach(c -> {
            switch (c) {
                case '<' -> out.append("&lt;");
                case '>' -> out.append("&gt;");
                case '&' -> out.append("&amp;");
                case '"' -> out.append("&quot;");
                default -> out.appendCodePoint(allowed(c) ? c : 0xFFFD);
            }
        });
        return out.toString();
    }

    private static boolean allowed(int c) {
        boolean surrogate = c >= Character.MIN_SURROGATE && c <= Character.MAX_SURROGATE;
        return c == '\n' || c == '\t' || c >= 0x20 && !surrogate && c != 0xFFFE && c != 0xFFFF;
    }
}
