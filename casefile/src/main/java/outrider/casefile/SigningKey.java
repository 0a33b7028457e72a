package outrider.casefile;

import java.util.Map;
import org.jose4j.base64url.Base64Url;
import org.jose4j.jwk.JsonWebKey;
import org.jose4j.jwk.OctetKeyPairJsonWebKey;
import org.jose4j.jwk.OkpJwkGenerator;
import org.jose4j.jws.AlgorithmIdentifiers;
import org.jose4j.jws.JsonWebSignature;
import org.jose4j.lang.JoseException;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;

/** An Ed25519 key pair that signs bytes as detached JSON Web Signatures (RFC 7515 appendix F, RFC 8037). Thread safe. */
public final class SigningKey {
    private final OctetKeyPairJsonWebKey key;

    private SigningKey(OctetKeyPairJsonWebKey key) {
        this.key = key;
    }

    public static SigningKey make() {
        try {
            return new SigningKey(OkpJwkGenerator.generateJwk(OctetKeyPairJsonWebKey.SUBTYPE_ED25519));
        } catch (JoseException e) {
            throw new IllegalStateException(e);
        }
    }

    /**
     * @param jwk as {@link #secret()} wrote it.
     * @throws BadInput if it is none
     */
    public static SigningKey of(String jwk) {
        OctetKeyPairJsonWebKey key = read(jwk);
        if (key.getPrivateKey() == null) throw BadInput.of("key", "is a public one", "give the file of the key pair");
        return new SigningKey(key);
    }

    private static OctetKeyPairJsonWebKey read(String jwk) {
        try {
            if (JsonWebKey.Factory.newJwk(jwk) instanceof OctetKeyPairJsonWebKey key
                    && OctetKeyPairJsonWebKey.SUBTYPE_ED25519.equals(key.getSubtype())) return key;
        } catch (JoseException e) {
            throw BadInput.of("key", "cannot be read: " + e.getMessage(), "give a JSON Web Key (RFC 7517)");
        }
        throw BadInput.of("key", "is no Ed25519 key", "give the key of an Outrider server");
    }

    /** Both halves as a JSON Web Key; to be kept where nobody else reads it. */
    public String secret() {
        return key.toJson(JsonWebKey.OutputControlLevel.INCLUDE_PRIVATE);
    }

    /** The public half as a JSON Web Key. */
    public Map<String, Object> open() {
        return key.toParams(JsonWebKey.OutputControlLevel.PUBLIC_ONLY);
    }

    /**
     * RFC 7638 thumbprint of a key: what people compare.
     *
     * @throws BadInput if it is no Ed25519 key
     */
    public static String thumbprint(@Nullable Map<String, Object> open) {
        return read(open).calculateBase64urlEncodedThumbprint("SHA-256");
    }

    private static OctetKeyPairJsonWebKey read(@Nullable Map<String, Object> open) {
        return read(org.jose4j.json.JsonUtil.toJson(open));
    }

    public String thumbprint() {
        return key.calculateBase64urlEncodedThumbprint("SHA-256");
    }

    /** Compact serialisation without the payload: header, two dots, signature. */
    public String sign(byte[] payload) {
        try {
            JsonWebSignature jws = new JsonWebSignature();
            jws.setAlgorithmHeaderValue(AlgorithmIdentifiers.EDDSA);
            jws.setKeyIdHeaderValue(thumbprint());
            jws.setKey(key.getPrivateKey());
            jws.setPayloadBytes(payload);
            return jws.getDetachedContentCompactSerialization();
        } catch (JoseException e) {
            throw new IllegalStateException(e);
        }
    }

    /** Whether the signature is this key's over these bytes. */
    public static boolean fits(@Nullable Map<String, Object> open, byte[] payload, String signature) {
        try {
            JsonWebSignature jws = new JsonWebSignature();
            jws.setAlgorithmConstraints(new org.jose4j.jwa.AlgorithmConstraints(
                    org.jose4j.jwa.AlgorithmConstraints.ConstraintType.PERMIT, AlgorithmIdentifiers.EDDSA));
            jws.setCompactSerialization(signature);
            jws.setKey(read(open).getPublicKey());
            jws.setEncodedPayload(Base64Url.encode(payload));
            return jws.verifySignature();
        } catch (JoseException | BadInput e) {
            return false;
        }
    }
}
