package rangordnung.server.inventory;

import jakarta.persistence.EntityManager;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import rangordnung.core.Words;
import rangordnung.core.kit.Inventory;
import rangordnung.server.platform.Code;
import rangordnung.server.platform.Problem;
import rangordnung.server.platform.StoredJson;
import rangordnung.server.protocols.Protocols;

/** The organisation's halls and what each of them has. */
@Service
@Transactional
public class TrainingHalls {

    private final TrainingHallRepository rows;
    private final Protocols protocols;
    private final EntityManager entities;
    private final StoredJson json;

    TrainingHalls(TrainingHallRepository rows, Protocols protocols, EntityManager entities, StoredJson json) {
        this.rows = rows;
        this.protocols = protocols;
        this.entities = entities;
        this.json = json;
    }

    /** A hall with the version that a change must name. */
    public record HallView(UUID id, long version, String name, Inventory inventory) {}

    @Transactional(readOnly = true)
    public List<HallView> all() {
        return rows.findAllByOrderByName().stream().map(this::view).toList();
    }

    /** A hall; empty where it was deleted. */
    @Transactional(readOnly = true)
    public Optional<HallView> find(UUID id) {
        return rows.findById(id).map(this::view);
    }

    @Transactional(readOnly = true)
    public HallView get(UUID id) {
        return view(kept(id));
    }

    /** Keeps a new hall; one that is kept already under this id is changed by nothing. */
    public HallView add(UUID id, String name, Inventory inventory) {
        known(inventory);
        return rows.findById(id).map(this::view).orElseGet(() -> {
            TrainingHall saved = rows.save(new TrainingHall(id, Words.clean(name), json.write(inventory)));
            entities.flush();
            return view(saved);
        });
    }

    /** Changes a hall; refused with what stands now where somebody was faster. */
    public HallView change(UUID id, long version, String name, Inventory inventory) {
        known(inventory);
        TrainingHall hall = kept(id);
        if (hall.version() != version) {
            throw Problem.conflict(
                            Code.CHANGED_MEANWHILE,
                            "Somebody else changed this hall meanwhile. Look at what stands now, then save again.")
                    .with("now", view(hall));
        }
        hall.become(Words.clean(name), json.write(inventory));
        entities.flush();
        return view(hall);
    }

    public void remove(UUID id) {
        rows.delete(kept(id));
    }

    private TrainingHall kept(UUID id) {
        return rows.findById(id).orElseThrow(() -> Problem.notFound("hall"));
    }

    private HallView view(TrainingHall hall) {
        return new HallView(hall.id(), hall.version(), hall.name(), json.read(hall.inventory(), Inventory.class));
    }

    private void known(Inventory inventory) {
        for (Inventory.Piece piece : inventory.pieces()) {
            if (protocols.ladders().item(piece.item()).isEmpty()) {
                throw Problem.invalid(
                        Code.UNKNOWN_KIT, "No exercise uses kit called “" + piece.item() + "”.", "inventory.pieces");
            }
        }
    }
}
