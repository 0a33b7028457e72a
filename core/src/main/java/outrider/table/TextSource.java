package outrider.table;

import java.io.BufferedInputStream;
import java.io.ByteArrayInputStream;
import java.io.FilterInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.SequenceInputStream;
import java.util.Arrays;
import java.util.zip.GZIPInputStream;
import outrider.base.BadInput;

/** The bytes of a text file, unpacked where they are gzip, with a look at their beginning. Not thread safe. */
final class TextSource {
    /** How much of a file is looked at to find out how it is written. */
    static final int HEAD = 1 << 20;
    /** Text that unpacks to more than this and to so many times its bytes is no table but a bomb. */
    private static final long BOMB = 64L << 20;

    private static final int BOMB_FACTOR = 200;

    private final Counting packed;
    private final InputStream plain;
    private final byte[] head;
    private final boolean whole;

    /** @param in read to the end by {@link #reader}; not closed */
    TextSource(InputStream in) throws IOException {
        packed = new Counting(in);
        BufferedInputStream first = new BufferedInputStream(packed, 1 << 16);
        first.mark(4);
        byte[] magic = first.readNBytes(2);
        first.reset();
        boolean gzip = magic.length == 2 && (magic[0] & 0xff) == 0x1f && (magic[1] & 0xff) == 0x8b;
        InputStream unpacked = gzip ? new Guarded(new GZIPInputStream(first, 1 << 16), packed) : first;
        byte[] room = new byte[HEAD];
        int got = unpacked.readNBytes(room, 0, HEAD);
        whole = got < HEAD;
        head = whole ? Arrays.copyOf(room, got) : room;
        plain = new SequenceInputStream(new ByteArrayInputStream(head), unpacked);
    }

    /** The first bytes of the text, at most {@link #HEAD}. */
    byte[] head() {
        return head;
    }

    boolean whole() {
        return whole;
    }

    /** Bytes of the file taken in so far, as they were packed. */
    long taken() {
        return packed.count;
    }

    /** The letters without a byte order mark; bytes that the encoding does not know are an error. */
    DecodingReader reader(Dialect.Encoding encoding) throws IOException {
        int mark = encoding.markBytes();
        boolean marked =
                head.length >= mark && mark > 0 && new String(head, 0, mark, encoding.charset()).equals("\uFEFF");
        if (marked) plain.skipNBytes(mark);
        return new DecodingReader(plain, encoding);
    }

    private static class Counting extends FilterInputStream {
        long count;

        Counting(InputStream in) {
            super(in);
        }

        @Override
        public int read() throws IOException {
            int value = super.read();
            if (value >= 0) counted(1);
            return value;
        }

        @Override
        public int read(byte[] into, int offset, int length) throws IOException {
            int got = super.read(into, offset, length);
            if (got > 0) counted(got);
            return got;
        }

        void counted(int more) {
            count += more;
        }

        /** The caller's stream is the caller's to close. */
        @Override
        public void close() {}
    }

    private static final class Guarded extends Counting {
        private final Counting packed;

        Guarded(InputStream in, Counting packed) {
            super(in);
            this.packed = packed;
        }

        @Override
        void counted(int more) {
            super.counted(more);
            if (count > BOMB && count > BOMB_FACTOR * packed.count) {
                throw BadInput.of(
                        "file",
                        "unpacks to more than " + BOMB_FACTOR + " times its size, which no table does",
                        "unpack it yourself, look at it, and bring what is meant");
            }
        }
    }
}
