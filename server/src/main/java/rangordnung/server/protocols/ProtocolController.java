package rangordnung.server.protocols;

import java.util.List;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RestController;
import rangordnung.core.ladder.Ladders;
import rangordnung.core.protocol.Protocol;

@RestController
class ProtocolController {

    private final Protocols protocols;

    ProtocolController(Protocols protocols) {
        this.protocols = protocols;
    }

    @GetMapping("/api/protocols")
    List<Protocols.ProtocolLine> all() {
        return protocols.all();
    }

    @GetMapping("/api/protocols/{id}/{version}")
    Protocol one(@PathVariable String id, @PathVariable int version) {
        return protocols.get(id, version);
    }

    @GetMapping("/api/ladders")
    Ladders ladders() {
        return protocols.ladders();
    }
}
