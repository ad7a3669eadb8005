package rangordnung.core.judgement;

import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Stream;
import rangordnung.core.body.Side;
import rangordnung.core.certainty.CertaintyRules;
import rangordnung.core.certainty.IndexDraws;
import rangordnung.core.certainty.Likelihood;
import rangordnung.core.protocol.Grade;
import rangordnung.core.protocol.Rules;
import rangordnung.core.record.Attendance;
import rangordnung.core.record.Fact;
import rangordnung.core.safety.PainReport;

/**
 * Everything that one screening says of one athlete.
 *
 * @param attendance check-in, where there was one
 * @param background what was asked before and answered with yes
 * @param injury     where an injury of the last months was, where that was told
 * @param pains      what hurt, in order
 * @param stopped    whether a pain report stopped the screen
 * @param refer      whether a clinician should be seen before this pattern is trained, whatever was seen of it
 * @param tests      the tests that count, in the order of the protocol
 * @param looks      the other whole trials of the same tests under the same conditions: by other raters, or once more
 * @param retests    trials in which one thing was changed
 * @param personal   what the set-up tests have shown
 * @param body       what is known of the body, where it was measured
 * @param carried    tests that a short screening did not do: what stands there was seen in the screening that it follows
 */
public record ScreenResult(
        Optional<Attendance> attendance,
        Set<Fact.Background> background,
        Optional<Fact.Injury> injury,
        List<PainReport> pains,
        boolean stopped,
        boolean refer,
        List<TestResult> tests,
        List<TestResult> looks,
        List<TestResult> retests,
        PersonalSetUp personal,
        Optional<KnownBody> body,
        Set<String> carried,
        MovementIndex index) {

    /**
     * The result of a short screening: what it looked at as it was seen, the rest from the screening that it follows. Whoever was not
     * looked at at all stays as they were, with pain, stop and referral.
     *
     * @param before    the screening that it follows, judged under the same protocol
     * @param certainty what was seen weeks ago counts like a doubtful look: a power of its evidence, which is more of its noise
     */
    public ScreenResult carrying(ScreenResult before, Rules rules, CertaintyRules certainty) {
        double noise = 1 / Math.sqrt(certainty.doubtfulPower().value());
        boolean there = looked()
                || stopped
                || attendance.filter(a -> a == Attendance.PRESENT).isPresent();
        ScreenResult spoken = there ? this : before;
        Set<String> old = new LinkedHashSet<>();
        List<TestResult> all = tests.stream()
                .map(now -> before.tests.stream()
                        .filter(then -> then.test().id().equals(now.test().id())
                                && now.trial().isEmpty()
                                && then.trial().isPresent())
                        .findFirst()
                        .map(then -> {
                            old.add(then.test().id());
                            return then.withNoise(noise);
                        })
                        .orElse(now))
                .toList();
        return new ScreenResult(
                attendance,
                spoken.background,
                spoken.injury,
                spoken.pains,
                spoken.stopped,
                spoken.refer,
                all,
                with(looks, before.looks, old),
                with(retests, before.retests, old),
                personal.tests().isEmpty() && personal.chosen().isEmpty() ? before.personal : personal,
                body.or(before::body),
                Set.copyOf(old),
                MovementIndex.of(all, rules));
    }

    /** Whether anybody has looked at any test that counts. */
    public boolean looked() {
        return tests.stream().anyMatch(t -> t.trial().isPresent());
    }

    /** Whether a test, counting or not, was seen whole with nothing changed in it. */
    public boolean done(String test) {
        return Stream.concat(tests.stream(), retests.stream())
                .filter(t -> t.test().id().equals(test))
                .flatMap(t -> t.trial().stream())
                .anyMatch(trial -> trial.complete() && trial.retest().isEmpty());
    }

    /** Other trials of what was looked at now, and the old ones of what was not; a test of its own counts until it is done again. */
    private static List<TestResult> with(List<TestResult> now, List<TestResult> before, Set<String> old) {
        return Stream.concat(
                        now.stream(),
                        before.stream()
                                .filter(t -> t.test().counts()
                                        ? old.contains(t.test().id())
                                        : now.stream().noneMatch(n -> n.test()
                                                .id()
                                                .equals(t.test().id()))))
                .toList();
    }

    /** Whether a rater has looked at a test of this athlete, so that another look of theirs is not a second one. */
    public boolean looked(String test, UUID rater) {
        return Stream.concat(tests.stream(), looks.stream())
                .anyMatch(t -> t.test().id().equals(test)
                        && t.rater().filter(rater::equals).isPresent());
    }

    /** Whole trials by other raters than the one whose trial counts, without a cue and not practised. */
    public List<TestResult> second() {
        return looks.stream()
                .filter(look -> look.flags().isEmpty()
                        && look.rater().isPresent()
                        && tests.stream()
                                .anyMatch(t -> t.test().id().equals(look.test().id())
                                        && !t.rater().equals(look.rater())))
                .toList();
    }

    /** All criterion results of all tests. */
    public Stream<CriterionResult> criteria() {
        return tests.stream().flatMap(t -> t.criteria().stream());
    }

    /** What the index rests on: every assessable place of the counting tests, with all whole looks at it. */
    public Stream<IndexDraws.Seen> seen() {
        return MovementIndex.parts(tests).stream()
                .map(p -> new IndexDraws.Seen(
                        p.test().test().id() + "/" + p.result().criterion().id(),
                        p.weight(),
                        looks(p.test())
                                .map(l -> likelihood(l, p))
                                .reduce(p.graded().likelihood(), Likelihood::and),
                        p.test().rater().map(UUID::toString).orElse("")));
    }

    private Stream<TestResult> looks(TestResult test) {
        return looks.stream()
                .filter(l ->
                        l.flags().isEmpty() && l.test().id().equals(test.test().id()));
    }

    private static Likelihood likelihood(TestResult look, MovementIndex.Part part) {
        return look.criterion(part.result().criterion().id())
                .flatMap(c -> c.at(part.side()))
                .map(Finding.Graded::likelihood)
                .orElse(Likelihood.NOTHING);
    }

    /** Whether a main fault is severe in any counting test. */
    public boolean severeMainFault() {
        return worstHeading().filter(g -> g == Grade.SEVERE).isPresent();
    }

    /** The worst grade among the heading faults, where any was assessable. */
    public Optional<Grade> worstHeading() {
        return criteria()
                .filter(c -> c.criterion().heading())
                .flatMap(c -> c.worse().stream())
                .reduce(Grade::worse);
    }

    /** The same with one grade replaced, for asking what would happen if. */
    public ScreenResult withGrade(String test, String criterion, Side side, Grade grade, Rules rules) {
        List<TestResult> changed = tests.stream()
                .map(t -> t.test().id().equals(test) ? t.withGrade(criterion, side, grade) : t)
                .toList();
        return new ScreenResult(
                attendance,
                background,
                injury,
                pains,
                stopped,
                refer,
                changed,
                looks,
                retests,
                personal,
                body,
                carried,
                MovementIndex.of(changed, rules));
    }
}
