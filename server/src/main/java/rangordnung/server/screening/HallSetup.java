package rangordnung.server.screening;

import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotEmpty;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Pattern;
import jakarta.validation.constraints.Size;
import java.time.LocalTime;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import rangordnung.core.Refusal;
import rangordnung.core.Words;
import rangordnung.core.plan.HallPlan;
import rangordnung.core.plan.PlanRules;
import rangordnung.core.protocol.Protocol;
import rangordnung.core.protocol.TestDefinition;
import rangordnung.core.protocol.Text;

/**
 * The hall of a screening: its stations and what the timetable is made from.
 *
 * @param waves in how many classes the athletes come; one where nothing is said
 * @param start when the first athlete starts, in the hall's local time
 */
public record HallSetup(
        @NotEmpty @Size(max = HallPlan.MOST_STATIONS) List<@Valid StationSetup> stations,
        @Min(1) @Max(HallPlan.MOST_RATERS) int raters,
        @Min(0) @Max(HallPlan.LONGEST_WALK) int walkingSeconds,
        @Min(0) @Max(HallPlan.LONGEST_SET_UP) int setUpSeconds,
        @Min(1) @Max(HallPlan.LONGEST_LESSON) int lessonSeconds,
        @NotNull @Size(max = HallPlan.MOST_STATIONS * HallPlan.MOST_STATIONS) List<HallPlan.Order> orders,
        Optional<@Min(1) @Max(HallPlan.MOST_ATHLETES) Integer> waves,
        Optional<LocalTime> start) {

    /**
     * A place in the hall where some tests are done.
     *
     * @param name    as its own tests are named, until somebody writes another
     * @param tests   in order
     * @param checkIn whether athletes are checked in and asked here
     * @param seconds one athlete takes
     */
    public record StationSetup(
            @NotBlank @Pattern(regexp = "[a-z][a-z0-9-]{0,59}") String id,
            @NotNull Text name,
            @NotNull @Size(max = 60) List<@Size(max = 60) String> tests,
            boolean checkIn,
            @Min(1) @Max(HallPlan.MOST_PLACES) int places,
            @Min(1) @Max(HallPlan.LONGEST_STATION) int seconds) {

        /** In characters (house convention). */
        private static final int LONGEST_NAME = 60;

        public StationSetup {
            if (name != null) {
                named(name.en());
                named(name.de());
            }
        }

        private static void named(String name) {
            if (!Words.visible(Refusal.words(name, LONGEST_NAME, "name"))) {
                throw Refusal.text("name", "has no character that can be seen");
            }
        }
    }

    private static final String DOOR = "door";

    /** A door that everybody passes first, then one station a test, one rater each (house convention). */
    static HallSetup usual(Protocol protocol, PlanRules rules) {
        StationSetup door = new StationSetup(DOOR, new Text("Door", "Eingang"), List.of(), true, 1, (int)
                rules.door().value());
        List<StationSetup> tests = protocol.tests().stream()
                .filter(t -> t.role() != TestDefinition.Role.RETEST)
                .map(t -> new StationSetup(t.id(), t.name(), List.of(t.id()), false, 1, rules.seconds(t)))
                .toList();
        List<StationSetup> stations =
                Stream.concat(Stream.of(door), tests.stream()).toList();
        return new HallSetup(
                stations,
                stations.size(),
                (int) rules.walking().value(),
                (int) rules.setUp().value(),
                (int) rules.lesson().value(),
                tests.stream().map(t -> new HallPlan.Order(DOOR, t.id())).toList(),
                Optional.empty(),
                Optional.empty());
    }

    /** Whether athletes are asked here before anything else: at the door; without one at the first station. */
    boolean asks(Optional<StationSetup> at) {
        if (stations.stream().anyMatch(StationSetup::checkIn)) {
            return at.filter(StationSetup::checkIn).isPresent();
        }
        return at.isEmpty() || at.get().equals(stations.get(0));
    }

    public Optional<StationSetup> station(String id) {
        return stations.stream().filter(s -> s.id().equals(id)).findFirst();
    }

    /** What the timetable is made for. */
    public HallPlan plan(int athletes) {
        return new HallPlan(
                athletes,
                Math.min(athletes, waves.orElse(1)),
                stations.stream()
                        .map(s -> new HallPlan.Station(s.id(), s.places(), s.seconds()))
                        .toList(),
                raters,
                walkingSeconds,
                setUpSeconds,
                lessonSeconds,
                orders);
    }
}
