package rangordnung.server.hall;

import java.util.UUID;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.mvc.method.annotation.SseEmitter;
import rangordnung.server.platform.Replica;
import rangordnung.server.screening.Screenings;

@RestController
class BoardController {

    private final Board board;
    private final Live live;
    private final Screenings screenings;
    private final Replica replica;

    BoardController(Board board, Live live, Screenings screenings, Replica replica) {
        this.board = board;
        this.live = live;
        this.screenings = screenings;
        this.replica = replica;
    }

    @GetMapping("/api/screenings/{id}/board")
    Board.BoardView board(@PathVariable UUID id) {
        return replica.read(() -> board.of(id));
    }

    /** Says when the board should be read again. */
    @GetMapping(path = "/api/screenings/{id}/live", produces = MediaType.TEXT_EVENT_STREAM_VALUE)
    SseEmitter live(@PathVariable UUID id) {
        screenings.visible(id);
        return live.open(id);
    }
}
