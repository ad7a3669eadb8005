package rangordnung.server.paper;

import java.time.LocalTime;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import rangordnung.core.kit.Need;
import rangordnung.core.ladder.Ladders;
import rangordnung.core.training.Block;
import rangordnung.core.training.Part;
import rangordnung.core.training.Season;
import rangordnung.server.training.TrainingSessions;

/** What whoever leads a group holds in one session: the parts with their times, what all do alike, and a line for each athlete. */
record SessionSheets(
        String group,
        String about,
        String where,
        List<Time> times,
        List<Row> rows,
        boolean anybody,
        boolean anybodySore) {

    /**
     * A part of the session.
     *
     * @param all what everybody does in it alike; empty where each has their own
     */
    record Time(String at, String part, String all) {}

    /**
     * An athlete.
     *
     * @param sore whether some pain travels with them
     * @param held why they do not train; one or none
     * @param own  what they do otherwise than all
     */
    record Row(String name, boolean sore, List<String> held, List<String> own, String cue) {}

    /** A sheet for each group. */
    static List<SessionSheets> of(
            String roster,
            TrainingSessions.SessionView session,
            Map<UUID, String> names,
            Ladders ladders,
            Catalogue words) {
        Writer writer = new Writer(roster, session, names, ladders, words);
        return IntStream.range(0, session.plan().groups().size())
                .mapToObj(writer::sheet)
                .toList();
    }

    private record Writer(
            String roster,
            TrainingSessions.SessionView session,
            Map<UUID, String> names,
            Ladders ladders,
            Catalogue words) {

        SessionSheets sheet(int group) {
            Block block = session.plan().block();
            Season.Session date = block.sessions().get(session.session());
            var formed = session.plan().groups().get(group);
            List<TrainingSessions.SessionAthlete> athletes = session.athletes().stream()
                    .filter(a -> a.prescription().group() == group)
                    .toList();
            List<Part> order = block.orders().get(group);
            Set<Part> alike = order.stream()
                    .filter(p -> athletes.stream()
                                    .filter(a -> a.held().isEmpty())
                                    .map(a -> line(a, p))
                                    .distinct()
                                    .count()
                            == 1)
                    .collect(Collectors.toSet());
            List<Time> times = new ArrayList<>();
            LocalTime at = date.hours().from();
            for (Part part : order) {
                times.add(new Time(
                        at.toString(),
                        new PlacementWords(words, ladders).part(part),
                        alike.contains(part)
                                ? athletes.stream()
                                        .filter(a -> a.held().isEmpty())
                                        .findFirst()
                                        .map(a -> line(a, part))
                                        .orElse("")
                                : words.say("paper_session_own")));
                at = at.plusMinutes(session.minutes().getOrDefault(part, 0));
            }
            return new SessionSheets(
                    words.say("paper_group", "number", group + 1),
                    String.join(
                            " · ",
                            roster,
                            words.day(date.day()),
                            date.hours().from() + "–" + date.hours().to(),
                            words.say(
                                    "session_of",
                                    "week",
                                    date.week() + 1,
                                    "number",
                                    session.session() + 1,
                                    "all",
                                    block.sessions().size())),
                    Stream.of(
                                    ladders.definition(formed.offer().focus()).map(d -> words.say(d.name())),
                                    formed.place(),
                                    formed.supervisor())
                            .flatMap(Optional::stream)
                            .collect(Collectors.joining(" · ")),
                    times,
                    athletes.stream()
                            .map(a -> row(a, order, alike, date.week()))
                            .toList(),
                    !athletes.isEmpty(),
                    athletes.stream().anyMatch(a -> !a.prescription().pains().isEmpty()));
        }

        private Row row(TrainingSessions.SessionAthlete athlete, List<Part> order, Set<Part> alike, int week) {
            boolean held = athlete.held().isPresent();
            return new Row(
                    names.getOrDefault(athlete.prescription().athlete(), athlete.name()),
                    !athlete.prescription().pains().isEmpty(),
                    athlete.held().stream()
                            .map(day -> words.say("session_held", "day", words.day(day)))
                            .toList(),
                    held
                            ? List.of()
                            : order.stream()
                                    .filter(p -> !alike.contains(p))
                                    .map(p -> line(athlete, p))
                                    .filter(l -> !l.isEmpty())
                                    .toList(),
                    held || athlete.prescription().cues().size() <= week
                            ? ""
                            : words.say(athlete.prescription().cues().get(week).words()));
        }

        private String line(TrainingSessions.SessionAthlete athlete, Part part) {
            return athlete.prescription().work().stream()
                    .filter(w -> w.part() == part)
                    .map(this::line)
                    .collect(Collectors.joining("; "));
        }

        /** Exercise, dose, sides, aids and kit. */
        private String line(Block.Work work) {
            PlacementWords said = new PlacementWords(words, ladders);
            return ladders.exercise(work.exercise())
                    .map(exercise -> Stream.of(
                                    Stream.of(
                                            words.say(exercise.name()),
                                            said.dose(work.byWeek().get(session.doseWeek()), exercise)),
                                    work.first().stream().map(s -> words.say("dose_first", "side", words.side(s))),
                                    work.more().stream().map(s -> words.say("dose_more", "side", words.side(s))),
                                    work.aids().stream().map(said::aid),
                                    work.kit().stream().flatMap(k -> kit(k, said).stream()))
                            .flatMap(s -> s)
                            .collect(Collectors.joining(", ")))
                    .orElse(work.exercise());
        }

        /** The piece that is given out, or that none is left; what needs no choice is named by the exercise. */
        private Optional<String> kit(Block.Kit kit, PlacementWords said) {
            Need need = kit.need();
            String name =
                    ladders.item(need.item()).map(i -> words.say(i.name())).orElse(need.item());
            if (!kit.there()) {
                return Optional.of(words.say("kit_missing", "name", name));
            }
            return kit.piece()
                    .map(height -> words.say("kit_piece", "name", name, "height", words.number(height)))
                    .or(() -> kit.size().map(size -> name + said.sized(kit.size())));
        }
    }
}
