package rangordnung.server.groups;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import rangordnung.core.ladder.Focus;
import rangordnung.core.placement.Fit;
import rangordnung.core.placement.Proposal;
import rangordnung.server.platform.CurrentUser;
import rangordnung.server.platform.Visible;

@RestController
class GroupController {

    record DecisionSent(
            @NotNull UUID id,
            @NotNull UUID athlete,
            @NotNull Groups.Kind kind,
            Optional<Proposal.Place> place,
            @NotNull @Size(max = 500) String reason,
            Optional<@Valid ClearedBy> cleared,
            Optional<UUID> basedOn) {}

    /** Who has cleared an athlete, by role and not by name, and when. */
    record ClearedBy(@Visible @Size(max = 80) String by, @NotNull LocalDate on) {}

    private final Groups groups;

    GroupController(Groups groups) {
        this.groups = groups;
    }

    @GetMapping("/api/screenings/{id}/groups")
    Groups.GroupsView groups(@PathVariable UUID id) {
        Groups.GroupsView view = groups.of(id);
        return CurrentUser.required().role() == CurrentUser.Role.VIEWER ? view.withoutReasons() : view;
    }

    /** @param flow empty for the first screening of a roster */
    record FlowView(Optional<Groups.Flow> flow) {}

    @GetMapping("/api/screenings/{id}/groups/flow")
    FlowView flow(@PathVariable UUID id) {
        return new FlowView(groups.flow(id));
    }

    @GetMapping("/api/screenings/{id}/groups/fit")
    Fit fit(
            @PathVariable UUID id,
            @RequestParam UUID athlete,
            @RequestParam Focus focus,
            @RequestParam Optional<String> rung) {
        return groups.fit(id, athlete, new Proposal.Place(focus, rung));
    }

    @GetMapping("/api/screenings/{id}/decisions")
    List<Groups.DecisionView> decisions(@PathVariable UUID id, @RequestParam UUID athlete) {
        return groups.decisions(id, athlete);
    }

    @PostMapping("/api/screenings/{id}/decisions")
    Groups.Member decide(@PathVariable UUID id, @Valid @RequestBody DecisionSent sent) {
        return groups.decide(
                id,
                new Groups.NewDecision(
                        sent.id(),
                        sent.athlete(),
                        sent.kind(),
                        sent.place(),
                        sent.reason(),
                        sent.cleared().map(c -> new Groups.Cleared(c.by(), c.on())),
                        sent.basedOn()));
    }
}
