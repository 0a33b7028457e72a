package outrider.table;

import java.io.IOException;
import java.io.InputStream;
import java.io.Reader;
import java.nio.ByteBuffer;
import java.nio.CharBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.CharsetDecoder;
import java.nio.charset.CoderResult;
import java.nio.charset.CodingErrorAction;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;
import outrider.table.Dialect.Encoding;

/**
 * Letters of bytes. Bytes that the encoding does not know are counted to the end of the text before it is refused, or stand as
 * U+FFFD where somebody chose that; a NUL is refused.
 */
final class DecodingReader extends Reader {
    private static final int BUFFER = 1 << 16;
    private static final char UNREADABLE = '\uFFFD';

    private final InputStream in;
    private final Encoding encoding;
    private final CharsetDecoder decoder;
    private final ByteBuffer bytes = ByteBuffer.allocate(BUFFER).flip();
    private boolean ended;
    private long line = 1;
    private long faults;
    private long firstFault;
    private long letters;

    DecodingReader(InputStream in, Encoding encoding) {
        this.in = in;
        this.encoding = encoding;
        decoder = encoding.charset()
                .newDecoder()
                .onMalformedInput(CodingErrorAction.REPORT)
                .onUnmappableCharacter(CodingErrorAction.REPORT);
    }

    /** What a look at a text's bytes found: places that the encoding does not know, the line of the first, and letters beyond ASCII. */
    record Found(long faults, long firstLine, long letters) {}

    /** Reads all there is; what is cut off at its end is no fault where more would follow. */
    static Found look(InputStream in, Encoding encoding, boolean whole) throws IOException {
        DecodingReader reader = new DecodingReader(in, encoding);
        reader.drain(whole);
        return new Found(reader.faults, reader.firstFault, reader.letters);
    }

    private void drain(boolean whole) throws IOException {
        char[] scratch = new char[BUFFER];
        for (int got = decode(scratch, 0, BUFFER, whole); got >= 0; got = decode(scratch, 0, BUFFER, whole)) {
            for (int i = 0; i < got; i++) if (scratch[i] > 0x7f && scratch[i] != UNREADABLE) letters++;
        }
    }

    /** @throws CharacterCodingException once all is read, where the encoding does not know some of it */
    @Override
    public int read(char[] into, int offset, int length) throws IOException {
        if (length == 0) return 0;
        int got = decode(into, offset, length, true);
        if (faults > 0 && !encoding.marksUnreadable()) {
            drain(true);
            throw new CharacterCodingException();
        }
        if (line < 0) throw nul();
        return got;
    }

    /** Leaves out whole lines. */
    void skipLines(int lines) throws IOException {
        int left = lines;
        while (left > 0) {
            int letter = read();
            if (letter < 0) return;
            if (letter == '\n') left--;
        }
    }

    private int decode(char[] into, int offset, int length, boolean whole) throws IOException {
        CharBuffer out = CharBuffer.wrap(into, offset, length);
        while (true) {
            plain(into, out);
            int from = out.position();
            CoderResult result = decoder.decode(bytes, out, ended && whole);
            count(into, from, out.position());
            if (result.isError()) {
                if (!out.hasRemaining()) return out.position() - offset;
                bytes.position(bytes.position() + result.length());
                out.put(UNREADABLE);
                if (faults++ == 0) firstFault = Math.abs(line);
            } else if (result.isOverflow() || out.position() > offset) {
                return out.position() - offset;
            } else if (ended) {
                return -1;
            } else {
                fill();
            }
        }
    }

    private void fill() throws IOException {
        bytes.compact();
        int got = in.read(bytes.array(), bytes.position(), bytes.remaining());
        if (got < 0) ended = true;
        else bytes.position(bytes.position() + got);
        bytes.flip();
    }

    /** Takes letters that are one byte each, up to the first that is not or that needs a look. */
    private void plain(char[] into, CharBuffer out) {
        if (!encoding.holdsAscii()) return;
        byte[] from = bytes.array();
        int at = bytes.position();
        int to = out.position();
        int end = Math.min(bytes.limit(), at + out.remaining());
        long lines = 0;
        for (byte letter; at < end && (letter = from[at]) > 0; at++) {
            if (letter == '\n') lines++;
            into[to++] = (char) letter;
        }
        bytes.position(at);
        out.position(to);
        if (line > 0) line += lines;
    }

    /** Counts lines up to the first fault; a NUL turns the number of its line negative. */
    private void count(char[] letters, int from, int to) {
        if (line < 0) return;
        for (int i = from; i < to; i++) {
            if (letters[i] == '\n') line++;
            else if (letters[i] == 0) {
                line = -line;
                return;
            }
        }
    }

    private BadInput nul() {
        return BadInput.atLine(
                -line, null, "holds a NUL, a byte that stands for no letter", "take it out, or export again");
    }

    /** The refusal of what was read with faults; null where there were none. */
    @Nullable
    BadInput refusal() {
        return faults == 0 || encoding.marksUnreadable()
                ? null
                : refusal(new Found(faults, firstFault, letters), encoding);
    }

    /** What is said of a text with such faults, and what can be chosen. */
    static BadInput refusal(Found found, Encoding encoding) {
        String others = found.faults() == 1
                ? ""
                : found.faults() == 2 ? ", as another place does" : ", as " + (found.faults() - 1) + " other places do";
        String way = encoding == Encoding.UTF_8
                ? "choose " + Encoding.LATIN_1.words() + " if all of the file is written so, or "
                        + Encoding.UTF_8_MARKED.words() + "; or save the file as UTF-8"
                : "choose another encoding, or save the file as UTF-8";
        return BadInput.atLine(found.firstLine(), null, "holds bytes that are not " + encoding.words() + others, way);
    }

    @Override
    public void close() throws IOException {
        in.close();
    }
}
