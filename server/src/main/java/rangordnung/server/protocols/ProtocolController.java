package rangordnung.server.protocols;

import java.util.List;
import java.util.Optional;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import rangordnung.core.ladder.Ladders;
import rangordnung.core.protocol.Battery;
import rangordnung.core.protocol.Protocol;
import rangordnung.core.protocol.Question;
import rangordnung.core.protocol.TestDefinition;

@RestController
class ProtocolController {

    /** @param tests whole, each as a protocol takes it in */
    record BatteryView(List<TestDefinition> tests, List<Question> questions) {}

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

    /** What protocols can be put together from. */
    @GetMapping("/api/battery")
    BatteryView battery() {
        Battery battery = protocols.battery();
        return new BatteryView(
                battery.tests().stream()
                        .map(t -> battery.test(t.id(), Optional.empty()))
                        .toList(),
                battery.questions());
    }

    /** Keeps a changed protocol as the next version of its name; what was judged before keeps its version. */
    @PostMapping("/api/protocols")
    @ResponseStatus(HttpStatus.CREATED)
    Protocol add(@RequestBody Protocol changed) {
        return protocols.add(changed);
    }
}
