package rangordnung.server.roster;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import rangordnung.core.Refusal;

class AthleteNameTest {

    @ParameterizedTest
    @CsvSource({
        "Amara, Okonkwo-Lund, Amara O.",
        "'  Łucja ', Żak, Łucja Ż.",
        "Suharto, '', Suharto",
        "Jean  Luc, 'de  Wit', Jean Luc d.",
        "Mei, 𠮷田, Mei 𠮷."
    })
    void names_are_shortened_at_a_station(String given, String family, String shortened) {
        assertThat(new AthleteName(given, family).shortened()).isEqualTo(shortened);
    }

    @Test
    void text_is_one_form_of_unicode() {
        assertThat(new AthleteName("Zoe\u0308", "")).isEqualTo(new AthleteName("Zo\u00eb", ""));
        assertThatThrownBy(() -> new AthleteName("  ", "Nobody")).isInstanceOf(Refusal.class);
    }
}
