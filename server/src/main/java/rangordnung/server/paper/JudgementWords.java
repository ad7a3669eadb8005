package rangordnung.server.paper;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import rangordnung.core.body.Side;
import rangordnung.core.judgement.Finding;
import rangordnung.core.judgement.MovementIndex;
import rangordnung.core.ladder.Exercise;
import rangordnung.core.ladder.Focus;
import rangordnung.core.ladder.Ladders;
import rangordnung.core.link.Link;
import rangordnung.core.link.LinkReport;
import rangordnung.core.placement.Proposal;
import rangordnung.core.placement.Reason;
import rangordnung.core.protocol.DepthStatus;
import rangordnung.core.protocol.Grade;
import rangordnung.core.protocol.Phase;
import rangordnung.core.protocol.Protocol;
import rangordnung.core.safety.PainReport;

/** What was judged, in the words of the screens. */
record JudgementWords(Catalogue words, Protocol protocol, Ladders ladders) {

    private static final Map<Class<? extends Reason>, String> PLAIN = Map.of(
            Reason.PainStopped.class, "reason_pain",
            Reason.NotCleared.class, "reason_not_cleared",
            Reason.Refer.class, "reason_refer",
            Reason.LoadHistory.class, "reason_load_history",
            Reason.NoFault.class, "reason_no_fault",
            Reason.NotTold.class, "reason_not_told");

    private static final List<String> STEPS = List.of("steps_none", "steps_one", "steps_two", "steps_three");

    static String grade(Grade grade, Catalogue words) {
        return words.say(
                switch (grade) {
                    case NONE -> "grade_none";
                    case SLIGHT -> "grade_slight";
                    case MARKED -> "grade_marked";
                    case SEVERE -> "grade_severe";
                });
    }

    /** A grade with its way of showing, or why there is none. */
    String finding(Finding finding, String criterion) {
        return finding.graded()
                .map(g -> with(grade(g.grade(), words), variant(criterion, g.variant()), Optional.empty()))
                .orElseGet(() -> words.say(
                        finding instanceof Finding.NotAssessable
                                ? "state_not_assessable"
                                : finding instanceof Finding.Absent
                                        ? "state_absent"
                                        : finding instanceof Finding.Excused
                                                ? "state_excused"
                                                : finding instanceof Finding.Stopped
                                                        ? "state_stopped"
                                                        : "state_not_tested"));
    }

    String depth(DepthStatus depth) {
        return words.say(
                switch (depth) {
                    case PARALLEL_REACHED -> "depth_parallel";
                    case BELOW_PARALLEL -> "depth_below";
                    case ABOVE_PARALLEL -> "depth_above";
                    case PERSONAL_CEILING_REACHED -> "depth_ceiling";
                    case ENDED_BY_TUCK -> "depth_tuck";
                    case ENDED_BY_HEEL_LIFT -> "depth_heels";
                    case LIMITED_BY_PAIN -> "depth_pain";
                    case PARTIAL_ON_PURPOSE -> "depth_on_purpose";
                    case NOT_ASSESSABLE -> "depth_unclear";
                });
    }

    String unjudged(MovementIndex.Reason reason) {
        return words.say(
                switch (reason) {
                    case NOT_TESTED -> "no_index_not_tested";
                    case ABSENT -> "no_index_absent";
                    case EXCUSED -> "no_index_excused";
                    case STOPPED -> "no_index_stopped";
                    case FLAGGED_TRIALS -> "no_index_flagged_trials";
                    case TOO_INCOMPLETE -> "no_index_too_incomplete";
                    case MAIN_FAULT_UNSEEN -> "no_index_main_unseen";
                });
    }

    String link(Link link) {
        return words.say(
                switch (link) {
                    case PAIN -> "link_pain";
                    case LOAD_HISTORY -> "link_load_history";
                    case FOOT -> "link_foot";
                    case ANKLE -> "link_ankle";
                    case PROPORTIONS -> "link_proportions";
                    case ABDUCTORS -> "link_abductors";
                    case COORDINATION -> "link_coordination";
                    case ASYMMETRY -> "link_asymmetry";
                    case HIP_ROOM -> "link_room";
                    case TRUNK -> "link_trunk";
                    case STEP_LENGTH -> "link_step_length";
                    case TURN_OUT_AND_STANCE -> "link_stance";
                    case STRENGTH_OR_CONFIDENCE -> "link_strength";
                });
    }

    String standing(LinkReport.Standing standing) {
        return words.say(
                switch (standing) {
                    case LIKELY -> "standing_likely";
                    case LEADING -> "standing_leading";
                    case OPEN -> "standing_open";
                    case UNLIKELY -> "standing_unlikely";
                });
    }

    String test(String id) {
        return protocol.test(id).map(t -> words.say(t.name())).orElse(id);
    }

    String retest(String id) {
        return protocol.retest(id).map(r -> words.say(r.name())).orElse(id);
    }

    /** A criterion by its name, which it bears in every test. */
    String criterion(String id) {
        return protocol.tests().stream()
                .flatMap(t -> t.criterion(id).stream())
                .findFirst()
                .map(c -> words.say(c.name()))
                .orElse(id);
    }

    String criterion(String id, Optional<Side> side) {
        return criterion(id) + side.map(s -> " " + words.side(s)).orElse("");
    }

    private Optional<String> variant(String criterion, Optional<String> id) {
        return protocol.tests().stream()
                .flatMap(t -> t.criterion(criterion).stream())
                .findFirst()
                .filter(c -> id.isPresent())
                .flatMap(c -> c.variant(id))
                .map(v -> words.say(v.name()));
    }

    String focus(Focus focus) {
        return ladders.definition(focus).map(d -> words.say(d.name())).orElse(focus.name());
    }

    String exercise(String id) {
        return ladders.exercise(id).map(e -> words.say(e.name())).orElse(id);
    }

    /** A focus with the rung, where it has one. */
    String place(Proposal.Place place) {
        return focus(place.focus()) + place.rung().map(r -> " · " + exercise(r)).orElse("");
    }

    private String with(String grade, Optional<String> variant, Optional<Phase> phase) {
        return Stream.concat(
                        Stream.of(grade),
                        Stream.concat(
                                variant.stream(),
                                phase
                                        .map(p -> words.say(
                                                switch (p) {
                                                    case LANDING -> "phase_landing";
                                                    case DESCENT -> "phase_descent";
                                                    case BOTTOM -> "phase_bottom";
                                                    case ASCENT -> "phase_ascent";
                                                }))
                                        .stream()))
                .collect(Collectors.joining(", "));
    }

    /** What one finding would have to become. */
    String change(Proposal.GradeChange change) {
        return words.say(
                "mover_change",
                "what",
                criterion(change.criterion(), change.side()),
                "from",
                grade(change.from(), words),
                "to",
                grade(change.to(), words));
    }

    /** One step of the chain from finding to place. */
    String reason(Reason reason) {
        String plain = PLAIN.get(reason.getClass());
        if (plain != null) {
            return words.say(plain);
        }
        return seen(reason).or(() -> decided(reason)).or(() -> rung(reason)).orElseThrow();
    }

    private Optional<String> seen(Reason reason) {
        if (reason instanceof Reason.FaultSeen r) {
            return said(
                    "reason_fault",
                    "what",
                    criterion(r.criterion(), r.side()),
                    "grade",
                    with(grade(r.grade(), words), variant(r.criterion(), r.variant()), r.phase()));
        }
        if (reason instanceof Reason.SidesDiffer r) {
            return said("reason_sides", "what", criterion(r.criterion()), "side", words.side(r.weaker()));
        }
        if (reason instanceof Reason.TrainingStopped r) {
            return said("reason_training_stopped", "day", words.day(r.day()));
        }
        if (reason instanceof Reason.CarriedOver r) {
            return said("reason_carried", "tests", all(r.tests().stream().map(this::test)));
        }
        return Optional.empty();
    }

    private Optional<String> decided(Reason reason) {
        if (reason instanceof Reason.Leads r) {
            return said(
                    "reason_leads",
                    "aim",
                    words.say(
                            switch (r.aim()) {
                                case GENERAL -> "aim_general";
                                case FIELD_SPORT -> "aim_field";
                                case LIFTING -> "aim_lifting";
                            }),
                    "ladder",
                    ladders.ladder(r.ladder()).map(l -> words.say(l.name())).orElse(r.ladder()));
        }
        if (reason instanceof Reason.FirstInOrder r) {
            return said(
                    r.standing().size() > 1 ? "reason_first" : "reason_only",
                    "focus",
                    focus(r.first()),
                    "all",
                    all(r.standing().stream().map(this::focus)),
                    "link",
                    link(r.link()));
        }
        if (reason instanceof Reason.KeptUntilSeen r) {
            return said(
                    "reason_kept",
                    "focus",
                    focus(r.focus()),
                    "what",
                    all(r.criteria().stream().map(this::criterion)));
        }
        return Optional.empty();
    }

    private Optional<String> rung(Reason reason) {
        if (reason instanceof Reason.RungByGrade r) {
            return said("reason_rung_grade", "grade", grade(r.grade(), words), "rung", exercise(r.rung()));
        }
        if (reason instanceof Reason.Untested r) {
            return said("reason_untested", "rung", exercise(r.rung()));
        }
        if (reason instanceof Reason.Sore r) {
            return said("reason_sore", "to", exercise(r.to()));
        }
        if (reason instanceof Reason.OwnedTwice r) {
            return said("reason_owned_twice", "from", exercise(r.from()), "to", exercise(r.to()));
        }
        if (reason instanceof Reason.OneStepUp r) {
            return said(
                    "reason_one_step",
                    "from",
                    exercise(r.from()),
                    "wanted",
                    exercise(r.wanted()),
                    "to",
                    exercise(r.to()));
        }
        if (reason instanceof Reason.HeldOnce r) {
            return said("reason_held", "at", exercise(r.at()));
        }
        if (reason instanceof Reason.DownAfterTwice r) {
            return said("reason_down", "from", exercise(r.from()), "to", exercise(r.to()));
        }
        if (reason instanceof Reason.Bound r) {
            return said("reason_bound", "from", exercise(r.from()), "to", exercise(r.to()), "why", bound(r.why()));
        }
        return Optional.empty();
    }

    private String bound(Exercise.Contraindication why) {
        return words.say(
                switch (why) {
                    case TUCK -> "bound_tuck";
                    case MARKED_FAULT -> "bound_marked";
                    case NO_SPOTTER -> "bound_spotter";
                    case NOT_LIFTING -> "bound_lifting";
                    case OTHER_AIM -> "bound_aim";
                    case BEGINNER -> "bound_beginner";
                    case BANDS_NOT_USED -> "bound_bands";
                });
    }

    private Optional<String> said(String key, Object... with) {
        return Optional.of(words.say(key, with));
    }

    private static String all(Stream<String> names) {
        return names.collect(Collectors.joining(", "));
    }

    /** What one trial showed, and how loudly it speaks. */
    String said(LinkReport.Said said) {
        return shown(said.source()) + ", "
                + words.say(
                        switch (said.words()) {
                            case CLEARLY_FOR -> "loud_clearly_for";
                            case FOR -> "loud_for";
                            case LITTLE -> "loud_little";
                            case AGAINST -> "loud_against";
                            case CLEARLY_AGAINST -> "loud_clearly_against";
                        })
                + (said.doubtful() ? " (" + words.say("evidence_doubtful") + ")" : "");
    }

    private String shown(LinkReport.Source source) {
        if (source instanceof LinkReport.Source.ByRetest s) {
            int moved = s.before().ordinal() - s.now().ordinal();
            String size = words.say(STEPS.get(Math.abs(moved)));
            String what = moved == 0
                    ? words.say("trial_same")
                    : words.say(moved > 0 ? "trial_better" : "trial_worse", "size", size);
            return words.say("trial_said", "trial", retest(s.retest()), "what", what);
        }
        if (source instanceof LinkReport.Source.ByTest s) {
            return words.say("trial_said", "trial", test(s.test()), "what", grade(s.grade(), words));
        }
        return value((LinkReport.Source.ByValue) source);
    }

    private String value(LinkReport.Source.ByValue source) {
        double value = source.value().orElse(0.0);
        return switch (source.of()) {
            case WALL_DISTANCE ->
                source.value().isPresent()
                        ? words.say(
                                "value_wall",
                                "value",
                                words.number(value),
                                "need",
                                words.number(source.need().orElse(0.0)))
                        : words.say("value_wall_mark");
            case BODY_MODEL -> words.say("value_body_model");
            case DEPTH_CEILING ->
                words.say(
                        value >= 0 ? "value_ceiling_above" : "value_ceiling_below",
                        "degrees",
                        words.number(Math.abs(value)));
            case KNEE_TO_ARMPIT -> words.say("value_armpit");
            case SIDES -> words.say("value_sides");
        };
    }

    String pain(PainReport pain) {
        return words.say(
                        switch (pain.region()) {
                            case FOOT_OR_ANKLE -> "region_foot";
                            case BELOW_KNEECAP -> "region_below_kneecap";
                            case KNEE -> "region_knee";
                            case ABOVE_KNEECAP -> "region_above_kneecap";
                            case HIP_OR_GROIN -> "region_hip";
                            case BACK -> "region_back";
                            case SHOULDER_OR_NECK -> "region_shoulder";
                            case ELSEWHERE -> "region_elsewhere";
                        })
                + pain.side().map(s -> " " + words.side(s)).orElse("")
                + ", "
                + words.say("pain_of_ten", "value", pain.intensity());
    }
}
