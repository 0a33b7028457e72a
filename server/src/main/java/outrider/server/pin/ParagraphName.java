package outrider.server.pin;

import jakarta.persistence.AttributeConverter;
import jakarta.persistence.Converter;
import java.util.Locale;
import outrider.casefile.Paragraph;

/** Chapters of a report by their names, in capitals. */
@Converter
public class ParagraphName implements AttributeConverter<Paragraph, String> {
    @Override
    public String convertToDatabaseColumn(Paragraph paragraph) {
        return paragraph.name();
    }

    @Override
    public Paragraph convertToEntityAttribute(String name) {
        return Paragraph.valueOf(name.toUpperCase(Locale.ROOT));
    }
}
