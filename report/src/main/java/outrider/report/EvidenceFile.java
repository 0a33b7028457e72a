package outrider.report;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.MapperFeature;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.SerializationFeature;
import com.fasterxml.jackson.databind.json.JsonMapper;
import java.io.IOException;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;
import outrider.base.BadInput;

/** The stored form of {@link Evidence}: JSON in UTF-8 without white space, names sorted; and its SHA-256. */
public final class EvidenceFile {
    private static final ObjectMapper JSON = JsonMapper.builder()
            .enable(MapperFeature.SORT_PROPERTIES_ALPHABETICALLY)
            .enable(SerializationFeature.ORDER_MAP_ENTRIES_BY_KEYS)
            .build();

    private EvidenceFile() {}

    public static byte[] write(Evidence evidence) {
        try {
            return JSON.writeValueAsBytes(evidence);
        } catch (JsonProcessingException e) {
            throw new IllegalStateException(e);
        }
    }

    /** @throws BadInput if the bytes are no evidence */
    public static Evidence read(byte[] stored) {
        try {
            return JSON.readValue(stored, Evidence.class);
        } catch (IOException e) {
            throw BadInput.of("evidence", "cannot be read: " + e.getMessage(), "use a file that Outrider issued");
        }
    }

    /** Lower-case hexadecimal. */
    public static String sha256(byte[] stored) {
        try {
            return HexFormat.of().formatHex(MessageDigest.getInstance("SHA-256").digest(stored));
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException(e);
        }
    }
}
