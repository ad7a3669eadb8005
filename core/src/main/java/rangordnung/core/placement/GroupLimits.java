package rangordnung.core.placement;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import rangordnung.core.Refusal;
import rangordnung.core.kit.Inventory;

/**
 * What holds for the groups of a roster.
 *
 * @param groups    how many can be open at once
 * @param smallest  how many athletes a group has at least
 * @param largest   how many at most
 * @param rungs     how many neighbouring rungs one group trains side by side
 * @param inventory what the hall has; without one, kit, places and supervisors limit nothing
 * @param session   when they train, so that it is known who is there; without it all supervisors count
 * @param together  athletes who stay in one group
 * @param apart     athletes who do not meet in one group
 * @param ages      the age at which the next band begins, ascending; none where ages may mix
 */
public record GroupLimits(
        int groups,
        int smallest,
        int largest,
        int rungs,
        Optional<Inventory> inventory,
        Optional<Inventory.Hours> session,
        List<List<UUID>> together,
        List<List<UUID>> apart,
        List<Integer> ages) {

    /** Most groups that one hall can open (house convention). */
    public static final int MOST_GROUPS = Inventory.MOST_GROUPS;

    public static final int MOST_IN_A_GROUP = Inventory.MOST_ATHLETES;

    /** The longest ladder has fewer. */
    public static final int MOST_RUNGS = 12;

    /** Most wishes of one kind that the lead can have, and the oldest athlete. */
    public static final int MOST_WISHES = 100;

    private static final int OLDEST = 120;

    public GroupLimits {
        Refusal.within(groups, 1, MOST_GROUPS, "", "groups");
        Refusal.within(smallest, 1, MOST_IN_A_GROUP, "", "smallest");
        Refusal.within(largest, 1, MOST_IN_A_GROUP, "", "largest");
        Refusal.within(rungs, 1, MOST_RUNGS, "", "rungs");
        if (smallest > largest) {
            throw Refusal.contradiction(
                    "A group cannot have at least " + smallest + " and at most " + largest + " athletes.");
        }
        together = wishes(together, "together");
        apart = wishes(apart, "apart");
        ages = List.copyOf(Refusal.each(ages, "ages"));
        Refusal.within(ages.size(), 0, MOST_WISHES, "", "ages");
        for (int i = 0; i < ages.size(); i++) {
            Refusal.within(ages.get(i), i == 0 ? 1 : ages.get(i - 1) + 1, OLDEST, "years", "ages");
        }
    }

    private static List<List<UUID>> wishes(List<List<UUID>> wishes, String field) {
        Refusal.within(Refusal.each(wishes, field).size(), 0, MOST_WISHES, "", field);
        return wishes.stream().map(w -> List.copyOf(Refusal.each(w, field))).toList();
    }

    /** Groups of a size and nothing else. */
    public static GroupLimits of(int groups, int smallest, int largest) {
        return new GroupLimits(
                groups, smallest, largest, 1, Optional.empty(), Optional.empty(), List.of(), List.of(), List.of());
    }

    /** Who leads groups then; empty where nobody is listed, so that nobody is counted. */
    List<Inventory.Supervisor> supervisors() {
        return inventory
                .map(i -> session.map(i::supervisors).orElse(i.supervisors()))
                .orElse(List.of());
    }

    private boolean staffed() {
        return inventory.filter(i -> !i.supervisors().isEmpty()).isPresent();
    }

    Optional<Integer> places() {
        return inventory.map(i -> i.places().size()).filter(n -> n > 0);
    }

    Optional<Integer> supervised() {
        return staffed()
                ? Optional.of(supervisors().stream()
                        .mapToInt(Inventory.Supervisor::groups)
                        .sum())
                : Optional.empty();
    }

    /** How many athletes can be seen at once. */
    Optional<Integer> seen() {
        return staffed()
                ? Optional.of(supervisors().stream()
                        .mapToInt(Inventory.Supervisor::athletes)
                        .sum())
                : Optional.empty();
    }

    /** How many groups can be open: by number, place and supervisor. */
    int open() {
        return Math.min(groups, Math.min(places().orElse(groups), supervised().orElse(groups)));
    }

    /** Bands of age; one that holds everybody where ages may mix. */
    List<Optional<Offer.Years>> bands() {
        if (ages.isEmpty()) {
            return List.of(Optional.empty());
        }
        List<Optional<Offer.Years>> bands = new ArrayList<>();
        for (int i = 0; i <= ages.size(); i++) {
            bands.add(Optional.of(new Offer.Years(
                    i == 0 ? 0 : ages.get(i - 1), i == ages.size() ? Optional.empty() : Optional.of(ages.get(i) - 1))));
        }
        return bands;
    }

    GroupLimits withSizes(int more, int smaller, int larger) {
        return new GroupLimits(
                groups + more, smallest - smaller, largest + larger, rungs, inventory, session, together, apart, ages);
    }

    GroupLimits with(Inventory other) {
        return new GroupLimits(groups, smallest, largest, rungs, Optional.of(other), session, together, apart, ages);
    }
}
