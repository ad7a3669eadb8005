package rangordnung.server.inventory;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;
import java.util.UUID;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import rangordnung.core.kit.Inventory;
import rangordnung.server.platform.Visible;

@RestController
class TrainingHallController {

    /** @param id made by the client; sending it twice changes nothing */
    record HallSent(@NotNull UUID id, @Visible @Size(max = 80) String name, @NotNull Inventory inventory) {}

    record HallChanged(long version, @Visible @Size(max = 80) String name, @NotNull Inventory inventory) {}

    private final TrainingHalls halls;

    TrainingHallController(TrainingHalls halls) {
        this.halls = halls;
    }

    @GetMapping("/api/halls")
    List<TrainingHalls.HallView> all() {
        return halls.all();
    }

    @GetMapping("/api/halls/{id}")
    TrainingHalls.HallView one(@PathVariable UUID id) {
        return halls.get(id);
    }

    @PostMapping("/api/halls")
    TrainingHalls.HallView add(@Valid @RequestBody HallSent sent) {
        return halls.add(sent.id(), sent.name(), sent.inventory());
    }

    @PutMapping("/api/halls/{id}")
    TrainingHalls.HallView change(@PathVariable UUID id, @Valid @RequestBody HallChanged sent) {
        return halls.change(id, sent.version(), sent.name(), sent.inventory());
    }

    @DeleteMapping("/api/halls/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void remove(@PathVariable UUID id) {
        halls.remove(id);
    }
}
