package outrider.server.account;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Passwords as they are kept. */
class PasswordHashesTest {
    @Test
    void aHashIsOfTheCostAskedAndOfItsPasswordAlone() {
        PasswordHashes hashes = new PasswordHashes(5);
        String hash = hashes.of("pedal-and-chain");
        assertThat(hash).contains("$05$").isNotEqualTo(hashes.of("pedal-and-chain"));
        assertThat(hashes.matches("pedal-and-chain", hash)).isTrue();
        assertThat(hashes.matches("pedal-and-chains", hash)).isFalse();
        assertThat(hashes.matches("nobody's password", null))
                .as("nobody signs in")
                .isFalse();
        assertThat(new PasswordHashes(4).matches("pedal-and-chain", hash))
                .as("hashed before")
                .isTrue();
    }

    @ParameterizedTest
    @ValueSource(ints = {-1, 3, 21, 99})
    void aCostThatCannotBeIsRefusedByItsSetting(int cost) {
        assertThatThrownBy(() -> new PasswordHashes(cost))
                .hasMessageContainingAll("OUTRIDER_PASSWORD_COST is " + cost, "give 4 to 20");
    }
}
