package outrider.parquet;

import java.io.IOException;
import java.nio.file.Path;
import org.apache.parquet.ParquetReadOptions;
import org.apache.parquet.column.ColumnDescriptor;
import org.apache.parquet.column.page.DataPage;
import org.apache.parquet.column.page.PageReadStore;
import org.apache.parquet.column.page.PageReader;
import org.apache.parquet.hadoop.ParquetFileReader;
import org.apache.parquet.io.LocalInputFile;
import outrider.base.BadInput;

/** The checksums that a Parquet file carries of its pages, where it carries any. */
final class PageChecksums {
    private PageChecksums() {}

    /**
     * Holds every page against its checksum, and every column against the number of records. O(size of the file).
     *
     * @throws BadInput naming the first row group and column that does not fit
     */
    static void check(Path file) throws IOException {
        int group = 0;
        try (ParquetFileReader reader = open(file)) {
            for (PageReadStore pages = reader.readNextRowGroup(); pages != null; pages = reader.readNextRowGroup()) {
                group++;
                for (ColumnDescriptor column :
                        reader.getFileMetaData().getSchema().getColumns()) {
                    long values = pages.getPageReader(column).getTotalValueCount();
                    if (values == pages.getRowCount()) continue;
                    throw damaged(
                            group,
                            "column " + column.getPath()[0] + " holds " + values + " values of " + pages.getRowCount());
                }
            }
        } catch (BadInput e) {
            throw e;
        } catch (RuntimeException | IOException e) {
            throw damaged(group + 1, "a page does not fit its checksum, or cannot be read");
        }
    }

    private static BadInput damaged(int group, String what) {
        return BadInput.of("file", "is damaged in row group " + group + ": " + what, "export it again");
    }

    /** Whether the first data page of each column has one. */
    static boolean carried(Path file) throws IOException {
        try (ParquetFileReader reader = open(file)) {
            PageReadStore pages = reader.readNextRowGroup();
            if (pages == null) return true;
            for (ColumnDescriptor column : reader.getFileMetaData().getSchema().getColumns()) {
                PageReader ofColumn = pages.getPageReader(column);
                ofColumn.readDictionaryPage();
                DataPage page = ofColumn.readPage();
                if (page == null || page.getCrc().isEmpty()) return false;
            }
            return true;
        }
    }

    private static ParquetFileReader open(Path file) throws IOException {
        ParquetReadOptions checked =
                ParquetReadOptions.builder().usePageChecksumVerification().build();
        return ParquetFileReader.open(new LocalInputFile(file), checked);
    }
}
