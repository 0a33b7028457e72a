package outrider.server.dataset;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.channels.Channels;
import java.nio.channels.FileChannel;
import java.nio.channels.FileLock;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import outrider.base.BadInput;

/** Slices of files as they come in: one at a time of a file, a few at a time of one person. */
final class Slices {
    private static final int MOST_SENDING = 4;
    private static final int BUFFER = 1 << 16;

    private final Set<Long> writing = ConcurrentHashMap.newKeySet();
    private final Map<String, Integer> sending = new ConcurrentHashMap<>();

    /** @throws BadInput if the slice does not follow what is here, is too long, or one of this file or too many are being sent */
    void take(Upload upload, Path file, long from, InputStream slice) throws IOException {
        if (!begins(upload.createdBy)) {
            throw BadInput.state(
                    BadInput.Code.BUSY, "file", "is one too many to be sent at once", "wait for one of the others");
        }
        try {
            receive(upload, file, from, slice);
        } finally {
            sending.merge(upload.createdBy, -1, Integer::sum);
        }
    }

    private boolean begins(String by) {
        if (sending.merge(by, 1, Integer::sum) <= MOST_SENDING) return true;
        sending.merge(by, -1, Integer::sum);
        return false;
    }

    private void receive(Upload upload, Path file, long from, InputStream slice) throws IOException {
        long id = upload.id;
        if (!writing.add(id))
            throw BadInput.state(BadInput.Code.BUSY, "file", "is being sent from another page", "wait for it");
        try (FileChannel to = FileChannel.open(file, StandardOpenOption.CREATE, StandardOpenOption.WRITE);
                FileLock alone = to.tryLock()) {
            if (alone == null) {
                throw BadInput.state(BadInput.Code.BUSY, "file", "is being sent to another server", "wait for it");
            }
            if (from != to.size()) {
                throw BadInput.of("from", "is " + from + ", but " + to.size() + " bytes are here", "go on from there");
            }
            to.position(from);
            if (!fits(slice, Channels.newOutputStream(to), upload.bytes - from)) {
                to.truncate(from);
                throw BadInput.of("file", "holds more bytes than announced", "begin again");
            }
        } finally {
            writing.remove(id);
        }
    }

    /** Copies at most so many bytes; says whether these were all. */
    static boolean fits(InputStream from, OutputStream to, long most) throws IOException {
        byte[] buffer = new byte[BUFFER];
        long left = most;
        for (int read = from.read(buffer); read >= 0; read = from.read(buffer)) {
            left -= read;
            if (left < 0) return false;
            to.write(buffer, 0, read);
        }
        return true;
    }
}
