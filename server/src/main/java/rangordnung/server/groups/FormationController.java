package rangordnung.server.groups;

import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import rangordnung.core.kit.Inventory;
import rangordnung.core.placement.Assignment;
import rangordnung.core.placement.Changes;
import rangordnung.core.placement.GroupLimits;
import rangordnung.core.placement.Offer;

/** Groups that fit a hall. */
@RestController
class FormationController {

    private static final int LAST_ROUND = 2;

    /** @param offers groups to be weighed for the athletes */
    record WeighSent(
            @NotNull @Size(max = Inventory.MOST_ATHLETES) Set<UUID> athletes,
            @NotNull @Size(max = GroupLimits.MOST_GROUPS) List<Offer> offers,
            @NotNull Formations.Wishes wishes) {}

    /**
     * @param id      made by the client; sending it twice changes nothing
     * @param reason  kept with each move that follows
     * @param basedOn the last decision about anybody that the client knows
     */
    record FormationSent(
            @NotNull UUID id,
            @NotNull Formations.Wishes wishes,
            @NotNull @Size(min = 1, max = GroupLimits.MOST_GROUPS) List<@Valid GroupSent> groups,
            @NotNull @Size(max = 500) String reason,
            Optional<UUID> basedOn) {}

    record GroupSent(
            @NotNull Offer offer,
            Optional<@Size(max = 60) String> place,
            Optional<@Size(max = 60) String> supervisor,
            @NotNull @Size(min = 1, max = Inventory.MOST_ATHLETES) List<@Valid SeatSent> members) {

        Formations.FormedGroup group() {
            return new Formations.FormedGroup(
                    offer,
                    place,
                    supervisor,
                    members.stream()
                            .map(m -> new Formations.Seat(m.athlete(), m.rung(), false))
                            .toList());
        }
    }

    record SeatSent(@NotNull UUID athlete, @NotNull @Size(max = 60) String rung) {}

    /** @param formation empty before any was saved */
    record LastFormation(Optional<Formations.FormationView> formation) {}

    private final Formations formations;

    FormationController(Formations formations) {
        this.formations = formations;
    }

    /** Which groups to open and who goes where; nothing is decided by it. */
    @PostMapping("/api/screenings/{id}/groups/formed")
    Assignment.Result formed(
            @PathVariable UUID id,
            @RequestParam @Min(0) @Max(LAST_ROUND) int round,
            @Valid @RequestBody Formations.Wishes wishes) {
        return formations.formed(id, wishes, round);
    }

    /** What one change of the limits would give; slower to tell than the groups themselves. */
    @PostMapping("/api/screenings/{id}/groups/changes")
    List<Changes.Change> changes(@PathVariable UUID id, @Valid @RequestBody Formations.Wishes wishes) {
        return formations.changes(id, wishes);
    }

    /** What some groups would be for athletes: the cost of a move before it is made, and why somebody is not there. */
    @PostMapping("/api/screenings/{id}/groups/weighed")
    List<Formations.WeighedAthlete> weighed(@PathVariable UUID id, @Valid @RequestBody WeighSent sent) {
        return formations.weighed(id, sent.athletes(), sent.offers(), sent.wishes());
    }

    @GetMapping("/api/screenings/{id}/formation")
    LastFormation last(@PathVariable UUID id) {
        return new LastFormation(formations.lastOf(id));
    }

    @PostMapping("/api/screenings/{id}/formation")
    Formations.FormationView save(@PathVariable UUID id, @Valid @RequestBody FormationSent sent) {
        return formations.save(
                id,
                sent.id(),
                sent.wishes(),
                sent.groups().stream().map(GroupSent::group).toList(),
                sent.reason(),
                sent.basedOn());
    }
}
