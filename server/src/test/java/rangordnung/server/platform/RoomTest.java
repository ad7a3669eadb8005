package rangordnung.server.platform;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.UUID;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.springframework.mock.web.MockFilterChain;
import org.springframework.mock.web.MockHttpServletRequest;
import org.springframework.mock.web.MockHttpServletResponse;
import org.springframework.security.authentication.UsernamePasswordAuthenticationToken;
import org.springframework.security.core.context.SecurityContextHolder;

class RoomTest {

    @AfterEach
    void signOut() {
        SecurityContextHolder.clearContext();
    }

    private static MockHttpServletResponse asked(long left, CurrentUser.Role role, String method, String path)
            throws Exception {
        CurrentUser signed = new CurrentUser(UUID.randomUUID(), UUID.randomUUID(), "x", "X", role);
        SecurityContextHolder.getContext()
                .setAuthentication(
                        UsernamePasswordAuthenticationToken.authenticated(signed, null, java.util.List.of()));
        MockHttpServletResponse response = new MockHttpServletResponse();
        new Room(() -> left).doFilter(new MockHttpServletRequest(method, path), response, new MockFilterChain());
        return response;
    }

    @ParameterizedTest
    @CsvSource({"199, LEAD, 199", "200, LEAD,", "0, LEAD, 0", "10, RATER,", "10, HELPER,"})
    void every_answer_to_a_lead_says_when_there_is_little_room(long left, CurrentUser.Role role, String said)
            throws Exception {
        assertThat(asked(left, role, "GET", "/api/today").getHeader(Room.LEFT)).isEqualTo(said);
    }

    @Test
    void files_are_refused_before_marks() throws Exception {
        for (String file : new String[] {"/api/measuring/file", "/api/teams/1/imports/preview"}) {
            assertThatThrownBy(() -> asked(20, CurrentUser.Role.LEAD, "POST", file))
                    .isInstanceOfSatisfying(
                            Problem.class, p -> assertThat(p.code()).isEqualTo(Code.NO_ROOM));
            assertThat(asked(500, CurrentUser.Role.LEAD, "POST", file).getStatus())
                    .isEqualTo(200);
        }
        assertThat(asked(20, CurrentUser.Role.RATER, "POST", "/api/screenings/1/facts")
                        .getStatus())
                .isEqualTo(200);
    }
}
