package outrider.casefile;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.charset.StandardCharsets;
import java.util.Map;
import org.junit.jupiter.api.Test;

/** The worked case is that of RFC 8037 appendix A. */
class SigningKeyTest {
    private static final Map<String, Object> OPEN =
            Map.of("kty", "OKP", "crv", "Ed25519", "x", "11qYAYKxCrfVS_7TyWQHOg7hcvPapiMlrwIaaPcHURo");
    private static final byte[] PAYLOAD = "Example of Ed25519 signing".getBytes(StandardCharsets.UTF_8);
    private static final String SIGNATURE =
            "eyJhbGciOiJFZERTQSJ9..hgyY0il_MGCjP0JzlnLWG1PPOt7-09PGcvMg3AIbQR6dWbhijcNR4ki4iylGjg5BhVsPt9g7sVvpAr_MuM0KAg";

    @Test
    void knowsTheStandardsSignatureAndThumbprint() {
        assertThat(SigningKey.fits(OPEN, PAYLOAD, SIGNATURE)).isTrue();
        assertThat(SigningKey.thumbprint(OPEN)).isEqualTo("kPrK_qmxVWaYVA9wwBF6Iuo3vVzz7TxHCTwXBygrS4k");
    }

    @Test
    void nothingElseFits() {
        byte[] other = "Example of Ed25519 Signing".getBytes(StandardCharsets.UTF_8);
        assertThat(SigningKey.fits(OPEN, other, SIGNATURE)).isFalse();
        assertThat(SigningKey.fits(SigningKey.make().open(), PAYLOAD, SIGNATURE))
                .isFalse();
        assertThat(SigningKey.fits(OPEN, PAYLOAD, "no signature")).isFalse();
        // header {"alg":"none"}
        assertThat(SigningKey.fits(OPEN, PAYLOAD, "eyJhbGciOiJub25lIn0..")).isFalse();
    }

    @Test
    void aKeptKeySignsAsBeforeAndItsPublicHalfHoldsNoSecret() {
        SigningKey key = SigningKey.make();
        SigningKey kept = SigningKey.of(key.secret());
        assertThat(SigningKey.fits(key.open(), PAYLOAD, kept.sign(PAYLOAD))).isTrue();
        assertThat(key.open()).doesNotContainKey("d");
        assertThatThrownBy(() -> SigningKey.of("{\"kty\":\"OKP\",\"crv\":\"Ed25519\",\"x\":\"" + OPEN.get("x") + "\"}"))
                .hasMessageContaining("public one");
    }
}
