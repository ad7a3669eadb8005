package rangordnung.core.judgement;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import rangordnung.core.body.Side;
import rangordnung.core.body.Sided;
import rangordnung.core.protocol.Grade;
import rangordnung.core.protocol.Rules;

/**
 * How one criterion of a test went over several screens. Like is held against like: the last time that the test was done stands
 * against the one before it under the same conditions.
 *
 * @param sided   whether each side has a grade of its own; else both tell the same
 * @param points  the screens in which the test was done, the oldest first
 * @param changes since the time before under the conditions of the last, where there was one
 */
public record Course(
        String test, String criterion, boolean sided, List<Point> points, Sided<Optional<Change>> changes) {

    /**
     * What one screen told.
     *
     * @param screen which of the screens, the oldest being 0
     * @param alike  whether it was done under the conditions of the last
     * @param grades empty where none could be told
     */
    public record Point(int screen, boolean alike, Sided<Optional<Seen>> grades) {}

    /**
     * A grade with its noise.
     *
     * @param value deviation in grades, 0 to 3
     * @param low   lower end of its 90 % interval, not below 0
     * @param high  upper end of it, not above 3
     */
    public record Seen(Grade grade, double value, double low, double high) {

        private static Seen of(Finding.Graded graded) {
            double value = inGrades(graded.deviation());
            double reach = inGrades(Change.NINETY * graded.sem());
            return new Seen(graded.grade(), value, Math.max(0, value - reach), Math.min(inGrades(1), value + reach));
        }

        private static double inGrades(double deviation) {
            return deviation * Grade.SEVERE.ordinal();
        }
    }

    /**
     * The courses of everything that the last screen's protocol judges and that was done at least once.
     *
     * @param screens results of one athlete under one protocol, the oldest first
     */
    public static List<Course> of(List<ScreenResult> screens, Rules rules) {
        List<Course> courses = new ArrayList<>();
        List<TestResult> tests =
                screens.isEmpty() ? List.of() : screens.get(screens.size() - 1).tests();
        for (TestResult test : tests) {
            List<Done> done = done(screens, test.test().id());
            if (!done.isEmpty()) {
                test.criteria().forEach(c -> courses.add(course(done, c, rules)));
            }
        }
        return courses;
    }

    /** One time that a test was done. */
    private record Done(int screen, TestResult test) {

        boolean alike(Done other) {
            return test.alike(other.test);
        }
    }

    private static List<Done> done(List<ScreenResult> screens, String test) {
        List<Done> done = new ArrayList<>();
        for (int s = 0; s < screens.size(); s++) {
            int screen = s;
            screens.get(s).tests().stream()
                    .filter(t -> t.test().id().equals(test) && t.trial().isPresent())
                    .forEach(t -> done.add(new Done(screen, t)));
        }
        return done;
    }

    private static Course course(List<Done> done, CriterionResult criterion, Rules rules) {
        String id = criterion.criterion().id();
        Done last = done.get(done.size() - 1);
        List<Done> before = new ArrayList<>(done.subList(0, done.size() - 1));
        Collections.reverse(before);
        List<Point> points = done.stream()
                .map(d -> new Point(d.screen(), d.alike(last), Sided.each(side -> graded(d, id, side)
                        .map(Seen::of))))
                .toList();
        Sided<Optional<Change>> changes =
                Sided.each(side -> graded(last, id, side).flatMap(now -> before.stream()
                        .filter(last::alike)
                        .flatMap(d -> graded(d, id, side).stream())
                        .findFirst()
                        .map(then -> Change.between(
                                then.estimate(),
                                now.estimate(),
                                rules.coverage().value(),
                                Grade.SLIGHT.deviation(),
                                false))));
        return new Course(
                last.test().test().id(), id, criterion.spots().anyMatch(Optional::isPresent), points, changes);
    }

    private static Optional<Finding.Graded> graded(Done done, String criterion, Side side) {
        return done.test()
                .criterion(criterion)
                .flatMap(c -> c.findings().get(side).graded());
    }
}
