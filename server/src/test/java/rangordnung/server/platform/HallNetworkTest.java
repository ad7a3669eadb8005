package rangordnung.server.platform;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.springframework.mock.web.MockFilterChain;
import org.springframework.mock.web.MockHttpServletRequest;
import org.springframework.mock.web.MockHttpServletResponse;

/** Addresses from the range that is set aside for documents. */
class HallNetworkTest {

    private static final String HALL = "192.0.2.7";

    @TempDir
    private Path folder;

    private MockHttpServletResponse ask(
            Addresses addresses, String local, boolean secure, String path, MockFilterChain chain) throws Exception {
        MockHttpServletRequest request = new MockHttpServletRequest("GET", path);
        request.setLocalAddr(local);
        request.setSecure(secure);
        MockHttpServletResponse response = new MockHttpServletResponse();
        new HallNetwork.PlainOnlyAuthority(addresses).doFilter(request, response, chain);
        return response;
    }

    private Addresses open() throws IOException {
        Files.writeString(folder.resolve("authority.crt"), "certificate");
        return new Addresses(HALL, 8443, 8080, folder);
    }

    /** What comes through: everything on this machine and over HTTPS, nothing in the clear from the hall. */
    @ParameterizedTest
    @CsvSource({
        "127.0.0.1, false, /api/today, true", "192.0.2.7, true, /api/today, true",
                "192.0.2.7, true, /authority.crt, true",
        "192.0.2.7, false, /, false", "192.0.2.7, false, /api/session, false",
                "192.0.2.7, false, /authority.crt/../api/today, false"
    })
    void nothing_passes_in_the_clear_from_the_hall(String local, boolean secure, String path, boolean passes)
            throws Exception {
        MockFilterChain chain = new MockFilterChain();
        MockHttpServletResponse response = ask(open(), local, secure, path, chain);

        assertThat(chain.getRequest() != null).isEqualTo(passes);
        if (!passes) {
            assertThat(response.getStatus()).isEqualTo(308);
            assertThat(response.getHeader("Location")).startsWith("https://192.0.2.7:8443/");
        }
    }

    @Test
    void a_phone_gets_the_authority_in_the_clear_and_nothing_else() throws Exception {
        MockHttpServletResponse response = ask(open(), HALL, false, "/authority.crt", new MockFilterChain());

        assertThat(response.getContentType()).isEqualTo("application/x-x509-ca-cert");
        assertThat(response.getContentAsString()).isEqualTo("certificate");
        assertThat(open().authority()).isEqualTo("http://192.0.2.7:8080/authority.crt");
    }

    @Test
    void without_a_hall_only_this_machine_is_served_and_phones_are_told_where_they_came_from() throws Exception {
        Addresses closed = new Addresses(null, 0, 0, null);
        MockFilterChain chain = new MockFilterChain();
        ask(closed, "127.0.0.1", false, "/api/today", chain);
        MockHttpServletRequest request = new MockHttpServletRequest("POST", "/api/screenings/x/passes");
        request.setServerPort(8080);

        assertThat(chain.getRequest()).isNotNull();
        assertThat(closed.open()).isFalse();
        assertThat(closed.origin(request)).isEqualTo("http://localhost:8080");
        assertThat(open().origin(request)).isEqualTo("https://192.0.2.7:8443");
    }

    @Test
    void a_code_is_a_square_of_squares_with_a_quiet_border_and_says_another_text_otherwise() {
        var rows = QrCode.of("https://192.0.2.7:8443/#/join/abc");

        assertThat(rows)
                .allSatisfy(row -> assertThat(row).hasSameSizeAs(rows.get(0)).matches("[01]+"))
                .hasSize(rows.get(0).length());
        assertThat(rows.get(0) + rows.get(1)).doesNotContain("1");
        assertThat(QrCode.of("https://192.0.2.7:8443/#/join/abd")).isNotEqualTo(rows);
    }
}
