package outrider.documents.pmml;

import java.io.OutputStream;
import javax.xml.stream.XMLOutputFactory;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamWriter;

/** Writes elements one after the other. */
final class Xml implements AutoCloseable {
    static final String NAMESPACE = "http://www.dmg.org/PMML-4_4";

    private final XMLStreamWriter writer;

    Xml(OutputStream out) {
        try {
            writer = XMLOutputFactory.newFactory().createXMLStreamWriter(out, "UTF-8");
            writer.writeStartDocument("UTF-8", "1.0");
        } catch (XMLStreamException e) {
            throw new IllegalStateException(e);
        }
    }

    /** @param attributes name and value in turn */
    Xml open(String name, String... attributes) {
        try {
            writer.writeCharacters("\n");
            writer.writeStartElement(name);
            attributes(attributes);
            return this;
        } catch (XMLStreamException e) {
            throw new IllegalStateException(e);
        }
    }

    Xml empty(String name, String... attributes) {
        try {
            writer.writeEmptyElement(name);
            attributes(attributes);
            return this;
        } catch (XMLStreamException e) {
            throw new IllegalStateException(e);
        }
    }

    private void attributes(String... attributes) throws XMLStreamException {
        for (int i = 0; i < attributes.length; i += 2) writer.writeAttribute(attributes[i], clean(attributes[i + 1]));
    }

    Xml text(String name, String text, String... attributes) {
        try {
            writer.writeStartElement(name);
            attributes(attributes);
            writer.writeCharacters(clean(text));
            writer.writeEndElement();
            return this;
        } catch (XMLStreamException e) {
            throw new IllegalStateException(e);
        }
    }

    /** @throws outrider.base.BadInput if the text holds what no XML may */
    private static String clean(String text) {
        boolean odd = text.codePoints()
                .anyMatch(c -> c < 0x20 && c != '\t' && c != '\n' && c != '\r'
                        || c == 0xFFFE
                        || c == 0xFFFF
                        || c >= 0xD800 && c <= 0xDFFF);
        if (!odd) return text;
        throw outrider.base.BadInput.of(
                "text",
                "“" + text.replaceAll("\\p{Cntrl}", "·") + "” holds a sign that no XML may",
                "give the level another name, or take another form");
    }

    Xml shut() {
        try {
            writer.writeEndElement();
            return this;
        } catch (XMLStreamException e) {
            throw new IllegalStateException(e);
        }
    }

    @Override
    public void close() {
        try {
            writer.writeEndDocument();
            writer.close();
        } catch (XMLStreamException e) {
            throw new IllegalStateException(e);
        }
    }
}
