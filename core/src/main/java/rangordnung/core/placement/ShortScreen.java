package rangordnung.core.placement;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import rangordnung.core.judgement.ScreenResult;
import rangordnung.core.placement.LookAgain.Kind;
import rangordnung.core.placement.LookAgain.Look;
import rangordnung.core.safety.Clearance;

/**
 * Whom a short screening looks at, on what, in the minutes that there are: first those of whom nothing counts yet, then the looks
 * that are worth most for their time. What is left out is carried over.
 */
public final class ShortScreen {

    /** What belongs to a second screening; second looks and retests follow on the spot. */
    private static final Set<Kind> ASKED = Set.of(Kind.SINCE_TRAINING, Kind.FIRST_LOOK, Kind.TEST);

    private ShortScreen() {}

    /** Why somebody does every test. */
    public enum Whole {
        /** Nothing was seen of them the time before. */
        NEVER_SEEN,
        /** Pain has stopped them, or they were referred, and nobody has looked since. */
        HELD_BACK
    }

    /**
     * An athlete as the screening before left them.
     *
     * @param result of a short screening in which nothing was done yet, with what it carries over
     */
    public record Candidate(UUID athlete, ScreenResult result, Clearance clearance) {}

    /** A test that one athlete is asked to do; the look says what it is for. */
    public record Asked(UUID athlete, Look look, boolean fits) {}

    /**
     * The proposal.
     *
     * @param whole       who does every test, and why
     * @param asked       all looks that are worth anything, in the order of their worth; those of whole athletes first
     * @param notCleared  who must be cleared before anybody looks at them
     * @param seconds     what the looks that fit take together
     */
    public record Plan(Map<UUID, Whole> whole, List<Asked> asked, List<UUID> notCleared, double seconds) {}

    /**
     * The plan for a roster.
     *
     * @param again   knows what a look is worth
     * @param seconds that all raters have together
     */
    public static Plan of(List<Candidate> roster, LookAgain again, double seconds) {
        Map<UUID, Whole> whole = new LinkedHashMap<>();
        List<UUID> notCleared = new ArrayList<>();
        List<Asked> first = new ArrayList<>();
        List<Asked> others = new ArrayList<>();
        for (Candidate candidate : roster) {
            UUID id = candidate.athlete();
            if (candidate.clearance() == Clearance.NOT_CLEARED) {
                notCleared.add(id);
            } else if (!candidate.result().looked()) {
                whole.put(id, Whole.NEVER_SEEN);
            } else if (again.holdsBack(candidate.result(), candidate.clearance())) {
                whole.put(id, Whole.HELD_BACK);
            } else {
                again.of(candidate.result(), candidate.clearance()).stream()
                        .filter(look -> ASKED.contains(look.kind()))
                        .forEach(look -> others.add(new Asked(id, look, false)));
            }
            if (whole.containsKey(id)) {
                candidate.result().tests().forEach(t -> first.add(new Asked(id, again.firstLook(t.test()), false)));
            }
        }
        others.sort(Comparator.comparingDouble((Asked a) -> a.look().perMinute())
                .reversed()
                .thenComparing(Asked::athlete)
                .thenComparing(a -> a.look().test()));
        double left = seconds;
        List<Asked> asked = new ArrayList<>();
        for (List<Asked> part : List.of(first, others)) {
            for (Asked one : part) {
                boolean fits = one.look().seconds() <= left;
                left -= fits ? one.look().seconds() : 0;
                asked.add(new Asked(one.athlete(), one.look(), fits));
            }
        }
        return new Plan(whole, asked, notCleared, seconds - left);
    }
}
