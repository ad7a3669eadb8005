package rangordnung.server.groups;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import java.time.Instant;
import java.time.LocalDate;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.hibernate.annotations.TenantId;
import org.jspecify.annotations.Nullable;
import rangordnung.core.ladder.Focus;
import rangordnung.core.placement.Proposal;

/** What the lead decided about one athlete's place: author, time, reason, and what was proposed then. */
@Entity
class Decision {

    @Id
    private UUID id;

    @TenantId
    @Column(name = "organisation_id")
    private UUID organisation;

    @Column(insertable = false, updatable = false)
    private @Nullable Long sequence;

    @Column(name = "screening_id")
    private UUID screening;

    @Column(name = "athlete_id")
    private UUID athlete;

    @Enumerated(EnumType.STRING)
    private Groups.Kind kind;

    @Enumerated(EnumType.STRING)
    private @Nullable Focus focus;

    private @Nullable String rung;

    @Enumerated(EnumType.STRING)
    private @Nullable Focus proposedFocus;

    private @Nullable String proposedRung;
    private String reason;
    private @Nullable String clearedBy;
    private @Nullable LocalDate clearedOn;
    private @Nullable String answers;

    @Column(name = "author_id")
    private UUID author;

    private Instant at;

    @SuppressWarnings("NullAway.Init")
    protected Decision() {}

    Decision(
            UUID id,
            UUID screening,
            UUID athlete,
            Groups.Kind kind,
            Optional<Proposal.Place> place,
            Optional<Proposal.Place> proposed,
            String reason,
            Optional<Groups.Answer> answer,
            UUID author,
            Instant at) {
        this.id = id;
        this.screening = screening;
        this.athlete = athlete;
        this.kind = kind;
        this.focus = place.map(Proposal.Place::focus).orElse(null);
        this.rung = place.flatMap(Proposal.Place::rung).orElse(null);
        this.proposedFocus = proposed.map(Proposal.Place::focus).orElse(null);
        this.proposedRung = proposed.flatMap(Proposal.Place::rung).orElse(null);
        this.reason = reason;
        this.clearedBy = answer.map(Groups.Answer::clearedBy).orElse(null);
        this.clearedOn = answer.map(Groups.Answer::clearedOn).orElse(null);
        this.answers = answer.map(a -> String.join(" ", a.answers())).orElse(null);
        this.author = author;
        this.at = at;
    }

    UUID id() {
        return id;
    }

    UUID athlete() {
        return athlete;
    }

    Groups.Kind kind() {
        return kind;
    }

    Optional<Proposal.Place> place() {
        return focus == null ? Optional.empty() : Optional.of(new Proposal.Place(focus, Optional.ofNullable(rung)));
    }

    Optional<Proposal.Place> proposed() {
        return proposedFocus == null
                ? Optional.empty()
                : Optional.of(new Proposal.Place(proposedFocus, Optional.ofNullable(proposedRung)));
    }

    String reason() {
        return reason;
    }

    /** Who cleared an athlete that had been held back, and what that answers. */
    Optional<Groups.Answer> answer() {
        return clearedBy == null || clearedOn == null || answers == null
                ? Optional.empty()
                : Optional.of(new Groups.Answer(clearedBy, clearedOn, Set.of(answers.split(" "))));
    }

    UUID author() {
        return author;
    }

    Instant at() {
        return at;
    }
}
