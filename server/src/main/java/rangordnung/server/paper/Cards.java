package rangordnung.server.paper;

import java.time.LocalDate;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.UUID;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import rangordnung.core.ladder.Exercise;
import rangordnung.core.ladder.Focus;
import rangordnung.core.ladder.Ladders;
import rangordnung.core.placement.Proposal;
import rangordnung.core.training.Block;
import rangordnung.server.groups.Groups;
import rangordnung.server.roster.Consents;
import rangordnung.server.roster.Rosters;

/** What athletes and guardians get: each their own exercise, and nothing of anybody else, no grade and no rank. */
record Cards(List<Card> cards) {

    /**
     * A card, or a letter.
     *
     * @param greeting to guardians, or to whoever is of age; of whom that is not known, to guardians
     * @param done  what took place, and when
     * @param talk  held back: first somebody talks to them
     * @param open  too little was seen to choose an exercise
     * @param work  what they do; one or none
     * @param again when they are looked at again; one or none
     */
    record Card(
            String name,
            String about,
            String greeting,
            String done,
            boolean talk,
            boolean open,
            List<Work> work,
            List<String> again) {}

    /**
     * The exercise.
     *
     * @param side    with which side to begin; one or none
     * @param steps   how it is set up, where that takes several; else one line says it
     * @param aids    what helps today: one or none, the one for the focus
     * @param planned whether there is a block
     * @param weeks   of the block
     * @param parts   of every session of it
     */
    record Work(
            String focus,
            String aim,
            String exercise,
            String figure,
            String cue,
            String dose,
            List<String> side,
            List<String> steps,
            List<String> line,
            String breathing,
            List<Named> kit,
            List<Named> aids,
            boolean planned,
            List<String> weeks,
            List<Part> parts) {}

    /** Something with what is said of it. */
    record Named(String name, String text) {}

    /** @param doses of each week */
    record Part(String exercise, List<String> doses) {}

    /**
     * All cards, some at a time, by name.
     *
     * @param only one athlete; all where empty
     */
    static List<Cards> of(Occasion occasion, Catalogue words, Figures figures, Optional<UUID> only) {
        Map<UUID, Rosters.Member> members =
                occasion.members().stream().collect(Collectors.toMap(Rosters.Member::id, Function.identity()));
        List<Groups.Member> all = occasion.groups()
                .everybody()
                .filter(m -> only.map(m.athlete()::equals).orElse(true) && members.containsKey(m.athlete()))
                .sorted(Comparator.comparing(Groups.Member::name, words.order()))
                .toList();
        Writer writer = new Writer(occasion, words, figures);
        return Chunks.of(
                all,
                some -> new Cards(some.stream()
                        .map(m -> writer.card(m, Objects.requireNonNull(members.get(m.athlete()))))
                        .toList()));
    }

    /** Whether somebody is surely of age on a day. */
    static boolean ofAge(Rosters.Member person, LocalDate on) {
        return person.age(on).filter(years -> years >= Consents.OF_AGE).isPresent();
    }

    /** Writes the cards of one screening. */
    private record Writer(Occasion occasion, Catalogue words, Figures figures) {

        Card card(Groups.Member member, Rosters.Member person) {
            LocalDate held = occasion.groups().screening().heldOn();
            String day = words.day(held);
            List<String> again = occasion.block().stream()
                    .map(b -> b.plan().block().retest().day())
                    .map(next -> words.say("paper_card_again", "day", words.day(next)))
                    .toList();
            boolean talk =
                    member.place().filter(p -> p.focus() == Focus.PROTECT).isPresent();
            List<Work> work = talk ? List.of() : work(member).stream().toList();
            return new Card(
                    member.name(),
                    words.say("paper_card_about", "roster", occasion.roster(), "day", day),
                    words.say(
                            ofAge(person, held) ? "paper_letter_adult" : "paper_letter_guardians",
                            "name",
                            member.name()),
                    words.say("paper_letter_done", "day", day),
                    talk,
                    !talk && work.isEmpty(),
                    work,
                    again);
        }

        private Optional<Work> work(Groups.Member member) {
            Optional<Proposal.Placed> placed =
                    member.proposal() instanceof Proposal.Placed p ? Optional.of(p) : Optional.empty();
            return member.place().flatMap(place -> place.rung()
                    .or(() -> placed.flatMap(Proposal.Placed::lasting).map(Proposal.Work::exercise))
                    .flatMap(occasion.ladders()::exercise)
                    .map(exercise -> work(exercise, place.focus(), placed, parts(member.athlete()))));
        }

        private List<Part> parts(UUID athlete) {
            return occasion.block().stream()
                    .flatMap(b -> b.plan().block().athletes().stream())
                    .filter(p -> p.athlete().equals(athlete))
                    .flatMap(p -> p.work().stream())
                    .flatMap(w -> part(w).stream())
                    .toList();
        }

        private Optional<Part> part(Block.Work work) {
            PlacementWords said = new PlacementWords(words, occasion.ladders());
            return occasion.ladders()
                    .exercise(work.exercise())
                    .map(exercise -> new Part(
                            words.say(exercise.name()),
                            work.byWeek().stream()
                                    .map(d -> said.dose(d, exercise))
                                    .toList()));
        }

        /** What the training of the first week has of an exercise; with a sore tendon that is less than is usual. */
        private Optional<String> planned(String exercise, List<Part> parts) {
            return parts.stream()
                    .filter(p -> p.exercise().equals(exercise))
                    .findFirst()
                    .map(p -> words.say("paper_card_week", "number", 1) + ": "
                            + p.doses().get(0));
        }

        private Work work(Exercise exercise, Focus focus, Optional<Proposal.Placed> placed, List<Part> parts) {
            PlacementWords said = new PlacementWords(words, occasion.ladders());
            Ladders.FocusDefinition definition =
                    occasion.ladders().definition(focus).orElseThrow();
            List<String> setUp = exercise.setUp().stream().map(words::say).toList();
            String name = words.say(exercise.name());
            return new Work(
                    words.say(definition.name()),
                    words.say(definition.aim()),
                    name,
                    figures.of(exercise, words.say("paper_figure", "exercise", name)),
                    words.say(exercise.cue()),
                    planned(name, parts).orElseGet(() -> said.dose(exercise.dose())),
                    placed.flatMap(Proposal.Placed::side).stream()
                            .map(s -> words.say("part_first_side", "side", words.side(s)))
                            .toList(),
                    setUp.size() > 1 ? setUp : List.of(),
                    setUp.size() > 1 ? List.of() : setUp,
                    words.say(exercise.breathing()),
                    exercise.kit().stream()
                            .map(k -> new Named(
                                    occasion.ladders()
                                            .item(k.item())
                                            .map(i -> words.say(i.name()))
                                            .orElse(k.item()),
                                    words.say(k.dimension())))
                            .toList(),
                    placed.map(Proposal.Placed::aids).orElse(List.of()).stream()
                            .limit(1)
                            .flatMap(given -> occasion
                                    .ladders()
                                    .aid(given.aid())
                                    .map(aid -> new Named(said.aid(given), words.say(aid.text())))
                                    .stream())
                            .toList(),
                    !parts.isEmpty(),
                    parts.stream()
                            .limit(1)
                            .flatMap(p -> IntStream.rangeClosed(1, p.doses().size())
                                    .mapToObj(week -> words.say("paper_card_week", "number", week)))
                            .toList(),
                    parts);
        }
    }
}
