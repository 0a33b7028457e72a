package outrider.workbook;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Enumeration;
import java.util.List;
import java.util.zip.CRC32;
import java.util.zip.ZipEntry;
import java.util.zip.ZipFile;
import javax.xml.stream.XMLInputFactory;
import javax.xml.stream.XMLStreamConstants;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamReader;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;

/**
 * What the archive of a workbook says beside its cells.
 *
 * @param merged ranges of one sheet's cells that are one, as the sheet names them
 * @param lastRow by the sheet's own word; 0 where it says nothing
 */
record WorkbookParts(List<String> merged, int lastRow) {
    private static final String BOOK = "xl/workbook.xml";
    /** What unpacks to more than this and to so many times its bytes is no table but a bomb. */
    private static final long BOMB = 64L << 20;

    private static final int BOMB_FACTOR = 200;

    /** @throws BadInput if the archive holds no workbook, or is damaged */
    static void demand(Path file) throws IOException {
        try (ZipFile archive = new ZipFile(file.toFile())) {
            if (archive.getEntry(BOOK) != null) return;
        } catch (IOException | IllegalArgumentException e) {
            throw BadInput.of("file", "is an archive that is damaged or cut short", "save it again");
        }
        throw BadInput.of(
                "file", "is an archive without a workbook", "unpack it and bring the table as CSV, Parquet or .xlsx");
    }

    static BadInput damaged() {
        return BadInput.of("file", "is a workbook that is damaged or cut short", "save it again");
    }

    /** Whether it says how numbers are shown, and so which of them are days. */
    static boolean hasFormats(Path file) throws IOException {
        try (ZipFile archive = new ZipFile(file.toFile())) {
            return archive.getEntry("xl/styles.xml") != null;
        }
    }

    /** @throws BadInput if it unpacks to far more than a table does, or to other bytes than its checksums are of */
    static void check(Path file) throws IOException {
        try (ZipFile archive = new ZipFile(file.toFile())) {
            byte[] buffer = new byte[1 << 16];
            Enumeration<? extends ZipEntry> entries = archive.entries();
            long limit = Math.max(BOMB, BOMB_FACTOR * file.toFile().length());
            long unpacked = 0;
            while (entries.hasMoreElements()) {
                ZipEntry entry = entries.nextElement();
                CRC32 sum = new CRC32();
                try (InputStream in = archive.getInputStream(entry)) {
                    for (int n = in.read(buffer); n >= 0; n = in.read(buffer)) {
                        unpacked += n;
                        sum.update(buffer, 0, n);
                        if (unpacked > limit) {
                            throw BadInput.of(
                                    "file",
                                    "unpacks to more than " + BOMB_FACTOR + " times its size",
                                    "bring it as CSV");
                        }
                    }
                }
                if (entry.getCrc() >= 0 && entry.getCrc() != sum.getValue()) throw damaged();
            }
        } catch (IOException | IllegalArgumentException e) {
            throw damaged();
        }
    }

    /** @param sheetId as the workbook relates it to its part */
    static WorkbookParts of(Path file, @Nullable String sheetId) throws IOException {
        if (sheetId == null) throw damaged();
        try (ZipFile archive = new ZipFile(file.toFile())) {
            String target = target(archive, sheetId);
            ZipEntry entry = target == null ? null : archive.getEntry(target);
            if (entry == null) return new WorkbookParts(List.of(), 0);
            List<String> merged = new ArrayList<>();
            int[] last = {0};
            each(archive, entry, (name, xml) -> {
                String ref = xml.getAttributeValue(null, "ref");
                if (name.equals("mergeCell") && ref != null) merged.add(ref);
                if (name.equals("dimension") && ref != null) {
                    String row = ref.replaceFirst(".*:", "").replaceAll("\\D", "");
                    if (!row.isEmpty() && row.length() < 9) last[0] = Integer.parseInt(row);
                }
            });
            return new WorkbookParts(merged, last[0]);
        }
    }

    /** @throws BadInput naming the first merged cells */
    void refuseMerged() {
        if (merged.isEmpty()) return;
        throw BadInput.of(
                "cells " + merged.get(0),
                "are merged" + (merged.size() > 1 ? ", and " + (merged.size() - 1) + " more" : ""),
                "unmerge them, so that every column has its name in the first row and every record its own values");
    }

    private static @Nullable String target(ZipFile archive, String sheetId) throws IOException {
        ZipEntry relations = archive.getEntry("xl/_rels/workbook.xml.rels");
        if (relations == null) return null;
        String[] found = {null};
        each(archive, relations, (name, xml) -> {
            if (!name.equals("Relationship") || !sheetId.equals(xml.getAttributeValue(null, "Id"))) return;
            String target = xml.getAttributeValue(null, "Target");
            found[0] = target.startsWith("/") ? target.substring(1) : "xl/" + target;
        });
        return found[0];
    }

    private interface Element {
        void at(String name, XMLStreamReader xml);
    }

    private static void each(ZipFile archive, ZipEntry entry, Element element) throws IOException {
        XMLInputFactory factory = XMLInputFactory.newDefaultFactory();
        factory.setProperty(XMLInputFactory.SUPPORT_DTD, false);
        factory.setProperty(XMLInputFactory.IS_SUPPORTING_EXTERNAL_ENTITIES, false);
        try (InputStream in = archive.getInputStream(entry)) {
            XMLStreamReader xml = factory.createXMLStreamReader(in);
            while (xml.hasNext()) {
                if (xml.next() == XMLStreamConstants.START_ELEMENT) element.at(xml.getLocalName(), xml);
            }
        } catch (XMLStreamException | IOException | IllegalArgumentException e) {
            throw damaged();
        }
    }
}
