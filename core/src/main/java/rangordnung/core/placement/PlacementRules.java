package rangordnung.core.placement;

import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import rangordnung.core.ladder.Focus;
import rangordnung.core.ladder.Ladders;
import rangordnung.core.link.Link;
import rangordnung.core.link.LinkRules;
import rangordnung.core.protocol.Family;
import rangordnung.core.protocol.Grade;
import rangordnung.core.protocol.InvalidProtocol;
import rangordnung.core.protocol.Label;
import rangordnung.core.protocol.TestDefinition;
import rangordnung.core.protocol.Threshold;

/**
 * How findings become the four parts of a placement, as data.
 *
 * @param standsFrom    the grade from which a fault counts for a focus
 * @param ownedBelow    the grade below which every main fault must be for a rung to be owned
 * @param ownedChance   how sure that must be
 * @param oneMark       how likely one grade must be another before it is said that one mark decides
 * @param patterns      where one stands on the ladder of each pattern
 * @param treatments    what is done for each fault and link
 * @param firstAid      by fault, the link that it is treated for while none is told apart
 * @param approaches   what the aim of training decides
 * @param last          faults that are treated after all others
 * @param noted         aids for faults that lead to no focus
 * @param sore          aids for pain that does not stop, the first that the school takes
 * @param plateStep     plates come in steps of this height
 * @param boxBelowKnee  how far the box stands below the joint line of the knee
 */
public record PlacementRules(
        int version,
        Grade standsFrom,
        Grade ownedBelow,
        Threshold ownedChance,
        Threshold oneMark,
        List<PatternLadder> patterns,
        List<Treatment> treatments,
        Map<String, Link> firstAid,
        Map<Profile.Aim, Approach> approaches,
        List<String> last,
        List<Noted> noted,
        List<String> sore,
        Threshold plateStep,
        Threshold boxBelowKnee,
        RearFootBox rearFootBox,
        Costs costs) {

    /**
     * What is done for a fault that comes from a link.
     *
     * @param fault   kind of fault, as in the rules of links
     * @param aids    of which the first that may be given is
     * @param lasting the exercise that lasts
     */
    public record Treatment(String fault, Link link, Focus focus, List<String> aids, Lasting lasting, Label label) {}

    /**
     * Where lasting work begins: at a rung, or by grade; where neither is named, where the athlete stands on that ladder.
     */
    public record Lasting(String ladder, Optional<String> from, Optional<Map<Grade, String>> entry) {
        public Lasting {
            from = from == null ? Optional.empty() : from;
            entry = entry == null ? Optional.empty() : entry;
        }

        Optional<String> rung(Grade grade) {
            return entry.map(e -> Objects.requireNonNull(e.get(grade))).or(() -> from);
        }
    }

    /**
     * How the faults of a pattern decide where one stands on its ladder.
     *
     * @param patterns of the tests that decide
     * @param families of the faults that decide
     * @param entry    the rung at which one enters, by the worst of them
     * @param untested the rung where nothing of the pattern was seen
     * @param sore     the highest rung with pain that does not stop
     */
    public record PatternLadder(
            String ladder,
            Set<TestDefinition.Pattern> patterns,
            Set<Family> families,
            Map<Grade, String> entry,
            String untested,
            String sore) {

        String rung(Grade grade) {
            return Objects.requireNonNull(entry.get(grade));
        }
    }

    /**
     * What the aim of training decides.
     *
     * @param leads the ladder along which training goes on once nothing limits
     * @param depth how deep squats are trained, degrees of the thigh above parallel; else as the school says
     */
    public record Approach(String leads, Optional<Threshold> depth, Label label) {
        public Approach {
            depth = depth == null ? Optional.empty() : depth;
        }
    }

    /** An aid for a fault that leads to no focus. */
    public record Noted(String criterion, String aid) {}

    /** Height of the box under the rear foot, by stature. */
    public record RearFootBox(Threshold usual, Threshold shorter, Threshold tallFrom) {}

    /**
     * Costs of a place that is not the proposed one (house convention).
     *
     * @param hardestAbove how many rungs too hard are still possible
     * @param moved        of a place other than the one where the athlete stands now
     */
    public record Costs(
            Threshold secondFocus,
            Threshold otherFocus,
            Threshold rungTooEasy,
            Threshold rungTooHard,
            Threshold hardestAbove,
            Threshold moved) {}

    /** The same, once every rung, aid and fault that it names exists, and every link of every fault has a treatment. */
    public PlacementRules checked(Ladders ladders, LinkRules links) {
        Set<String> treated = new HashSet<>();
        for (Treatment treatment : treatments) {
            if (!treated.add(treatment.fault() + "/" + treatment.link())) {
                throw new InvalidProtocol(treatment.fault() + " by " + treatment.link() + " is treated twice");
            }
            treatment.aids().forEach(aid -> known(ladders.aid(aid).isPresent(), "aid", aid));
            Ladders.Ladder ladder = ladders.required(treatment.lasting().ladder());
            treatment.lasting().from().ifPresent(rung -> on(ladder, rung));
            treatment.lasting().entry().ifPresent(entry -> graded(ladder, entry));
            if (treatment.lasting().rung(Grade.NONE).isEmpty()) {
                known(pattern(ladder.id()).isPresent(), "pattern with the ladder", ladder.id());
            }
        }
        for (LinkRules.FaultKind fault : links.faults()) {
            known(
                    treated.contains(fault.id() + "/" + firstAid.get(fault.id())),
                    "first aid with a treatment for the fault",
                    fault.id());
            fault.candidates()
                    .forEach(c -> known(
                            treated.contains(fault.id() + "/" + c.link()),
                            "treatment for",
                            fault.id() + " by " + c.link()));
        }
        for (PatternLadder pattern : patterns) {
            Ladders.Ladder ladder = ladders.required(pattern.ladder());
            graded(ladder, pattern.entry());
            on(ladder, pattern.untested());
            on(ladder, pattern.sore());
        }
        for (Profile.Aim aim : Profile.Aim.values()) {
            known(approaches.containsKey(aim), "approach for", aim.name());
            known(
                    pattern(approach(aim).leads()).isPresent(),
                    "pattern with the ladder",
                    approach(aim).leads());
        }
        noted.forEach(n -> known(ladders.aid(n.aid()).isPresent(), "aid", n.aid()));
        sore.forEach(aid -> known(ladders.aid(aid).isPresent(), "aid", aid));
        return this;
    }

    private static void graded(Ladders.Ladder ladder, Map<Grade, String> entry) {
        for (Grade grade : Grade.values()) {
            known(entry.containsKey(grade), "rung on " + ladder.id() + " for", grade.name());
        }
        entry.values().forEach(rung -> on(ladder, rung));
    }

    private static void on(Ladders.Ladder ladder, String rung) {
        known(ladder.position(rung).isPresent(), "rung on " + ladder.id(), rung);
    }

    private static void known(boolean known, String what, String name) {
        if (!known) {
            throw new InvalidProtocol("There is no " + what + " " + name);
        }
    }

    /** How one stands on the ladder of a pattern; empty for the ladder of a focus. */
    Optional<PatternLadder> pattern(String ladder) {
        return patterns.stream().filter(p -> p.ladder().equals(ladder)).findFirst();
    }

    /** Where one begins on the ladder of a pattern of which nothing was seen. */
    public String untested(String ladder) {
        return pattern(ladder)
                .map(PatternLadder::untested)
                .orElseThrow(() -> new InvalidProtocol("There is no pattern with the ladder " + ladder));
    }

    /** What an aim of training decides. */
    Approach approach(Profile.Aim aim) {
        return Objects.requireNonNull(approaches.get(aim), () -> "no approach for " + aim);
    }

    /** The link that a fault is treated for while none is told apart. */
    Link firstAid(String fault) {
        return Objects.requireNonNull(firstAid.get(fault), () -> "no first aid for " + fault);
    }

    Optional<Treatment> treatment(String fault, Link link) {
        return treatments.stream()
                .filter(t -> t.fault().equals(fault) && t.link() == link)
                .findFirst();
    }
}
