package rangordnung.server.training;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;
import rangordnung.core.kit.Inventory;
import rangordnung.core.training.Season;
import rangordnung.server.groups.Formations;
import rangordnung.server.platform.Code;
import rangordnung.server.platform.CurrentUser;
import rangordnung.server.platform.Problem;

/** Blocks and their sessions. */
@RestController
class TrainingController {

    /** @param id made by the client; sending it twice changes nothing */
    record BlockSent(@NotNull UUID id, @NotNull Season season) {}

    /** @param block empty before any was saved */
    record LastBlock(Optional<Blocks.BlockView> block) {}

    /** @param author the account under which the facts were made; they are taken under no other */
    record TrainingDelivery(@NotNull List<TrainingSessions.FactSent> facts, Optional<UUID> author) {}

    /**
     * @param id      made by the client; sending it twice changes nothing
     * @param rungs   of those who are promoted or go a step back
     * @param basedOn the last decision about anybody that the client knows
     */
    record PromotionsSent(
            @NotNull UUID id,
            @NotNull @Size(min = 1, max = Inventory.MOST_ATHLETES) Map<UUID, @Size(max = 60) String> rungs,
            @NotNull @Size(max = 500) String reason,
            Optional<UUID> basedOn) {}

    private final Blocks blocks;
    private final TrainingSessions sessions;
    private final Promotions promotions;
    private final TrainingDues dues;
    private final Formations formations;

    TrainingController(
            Blocks blocks, TrainingSessions sessions, Promotions promotions, TrainingDues dues, Formations formations) {
        this.blocks = blocks;
        this.sessions = sessions;
        this.promotions = promotions;
        this.dues = dues;
        this.formations = formations;
    }

    @GetMapping("/api/today/training")
    List<TrainingDues.TrainingDue> due() {
        return dues.all();
    }

    @GetMapping("/api/screenings/{id}/promotions")
    Promotions.PromotionsView promotions(@PathVariable UUID id) {
        return promotions.of(id);
    }

    /** Each is a decision of the lead; all or nobody. */
    @PostMapping("/api/screenings/{id}/promotions")
    Promotions.PromotionsView promote(@PathVariable UUID id, @Valid @RequestBody PromotionsSent sent) {
        formations.promote(id, sent.id(), sent.rungs(), sent.reason(), sent.basedOn());
        return promotions.of(id);
    }

    @GetMapping("/api/screenings/{id}/block")
    LastBlock last(@PathVariable UUID id) {
        return new LastBlock(blocks.lastOf(id));
    }

    /** What the block would be; nothing is kept. */
    @PostMapping("/api/screenings/{id}/block/plan")
    Blocks.BlockPlan plan(@PathVariable UUID id, @Valid @RequestBody Season season) {
        return blocks.plan(id, season);
    }

    @PostMapping("/api/screenings/{id}/block")
    Blocks.BlockView save(@PathVariable UUID id, @Valid @RequestBody BlockSent sent) {
        return blocks.save(id, sent.id(), sent.season());
    }

    @GetMapping("/api/blocks/{id}/sessions/{session}")
    TrainingSessions.SessionView session(@PathVariable UUID id, @PathVariable int session) {
        return sessions.session(id, session);
    }

    /** Takes attendance, what was done, and pain in; sending one twice changes nothing. */
    @PostMapping("/api/blocks/{id}/facts")
    TrainingSessions.Receipt take(@PathVariable UUID id, @Valid @RequestBody TrainingDelivery delivery) {
        if (delivery.author()
                .filter(a -> !a.equals(CurrentUser.required().account()))
                .isPresent()) {
            throw Problem.conflict(
                    Code.OTHER_ACCOUNT,
                    "These facts were made under another account. They stay on the device until it signs in again.");
        }
        return sessions.take(id, delivery.facts());
    }
}
