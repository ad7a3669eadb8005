package rangordnung.server.paper;

import java.util.List;
import java.util.Map;
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
import rangordnung.server.roster.Rosters;

/** What athletes take home: each their own exercise, and nothing of anybody else, no grade and no rank. */
record Cards(List<Card> cards) {

    /**
     * A card.
     *
     * @param talk  held back: first somebody talks to them
     * @param open  too little was seen to choose an exercise
     * @param work  what they do; one or none
     * @param again when they are looked at again; one or none
     */
    record Card(String name, String about, boolean talk, boolean open, List<Work> work, List<String> again) {}

    /**
     * The exercise.
     *
     * @param side  with which side to begin; one or none
     * @param aids  what helps today
     * @param weeks the dose of each week, where a block was planned
     */
    record Work(
            String focus,
            String aim,
            String exercise,
            String figure,
            String cue,
            List<String> setUp,
            String breathing,
            List<Kit> kit,
            String dose,
            List<String> side,
            boolean aided,
            List<Aid> aids,
            boolean grows,
            List<Week> weeks) {}

    record Aid(String name, String text) {}

    record Kit(String name, String dimension) {}

    record Week(int number, String dose) {}

    /** @param only one athlete; all where empty */
    static Cards of(Occasion occasion, Catalogue words, Figures figures, Optional<UUID> only) {
        Map<UUID, Rosters.Member> members =
                occasion.members().stream().collect(Collectors.toMap(Rosters.Member::id, Function.identity()));
        Writer writer = new Writer(occasion, words, figures);
        return new Cards(occasion.groups()
                .everybody()
                .filter(m -> only.map(m.athlete()::equals).orElse(true) && members.containsKey(m.athlete()))
                .map(writer::card)
                .toList());
    }

    /** Writes the cards of one screening. */
    private record Writer(Occasion occasion, Catalogue words, Figures figures) {

        Card card(Groups.Member member) {
            String about = words.say(
                    "paper_card_about",
                    "roster",
                    occasion.roster(),
                    "day",
                    words.day(occasion.groups().screening().heldOn()));
            List<String> again = occasion.block().stream()
                    .map(b -> words.day(b.plan().block().retest().day()))
                    .toList();
            boolean talk =
                    member.place().filter(p -> p.focus() == Focus.PROTECT).isPresent();
            List<Work> work = talk ? List.of() : work(member).stream().toList();
            return new Card(member.name(), about, talk, !talk && work.isEmpty(), work, again);
        }

        private Optional<Work> work(Groups.Member member) {
            Ladders ladders = occasion.ladders();
            Optional<Proposal.Placed> placed =
                    member.proposal() instanceof Proposal.Placed p ? Optional.of(p) : Optional.empty();
            Optional<Block.Prescription> prescribed = occasion.block().flatMap(b -> b.plan().block().athletes().stream()
                    .filter(a -> a.athlete().equals(member.athlete()))
                    .findFirst());
            return member.place().flatMap(place -> place.rung()
                    .or(() -> placed.flatMap(Proposal.Placed::lasting).map(Proposal.Work::exercise))
                    .flatMap(ladders::exercise)
                    .map(exercise -> work(
                            exercise,
                            place.focus(),
                            placed,
                            prescribed.stream()
                                    .flatMap(p -> p.work().stream())
                                    .filter(w -> w.exercise().equals(exercise.id()))
                                    .findFirst(),
                            prescribed)));
        }

        private Work work(
                Exercise exercise,
                Focus focus,
                Optional<Proposal.Placed> placed,
                Optional<Block.Work> trained,
                Optional<Block.Prescription> prescribed) {
            PlacementWords said = new PlacementWords(words, occasion.ladders());
            Ladders.FocusDefinition definition =
                    occasion.ladders().definition(focus).orElseThrow();
            List<Week> weeks = trained.map(w -> IntStream.range(0, w.byWeek().size())
                            .mapToObj(i -> new Week(i + 1, said.dose(w.byWeek().get(i), exercise)))
                            .toList())
                    .orElse(List.of());
            List<Aid> aids = placed.map(Proposal.Placed::aids).orElse(List.of()).stream()
                    .map(a -> new Aid(
                            said.aid(a),
                            occasion.ladders()
                                    .aid(a.aid())
                                    .map(found -> words.say(found.text()))
                                    .orElse("")))
                    .toList();
            String name = words.say(exercise.name());
            return new Work(
                    words.say(definition.name()),
                    words.say(definition.aim()),
                    name,
                    figures.of(exercise, words.say("paper_figure", "exercise", name)),
                    prescribed
                            .filter(p -> trained.isPresent() && !p.cues().isEmpty())
                            .map(p -> words.say(p.cues().get(0).words()))
                            .orElseGet(() -> words.say(exercise.cue())),
                    exercise.setUp().stream().map(words::say).toList(),
                    words.say(exercise.breathing()),
                    exercise.kit().stream()
                            .map(k -> new Kit(
                                    occasion.ladders()
                                            .item(k.item())
                                            .map(i -> words.say(i.name()))
                                            .orElse(k.item()),
                                    words.say(k.dimension())))
                            .toList(),
                    said.dose(exercise.dose()),
                    placed.flatMap(Proposal.Placed::side).stream()
                            .map(s -> words.say(
                                    "part_first_side",
                                    "side",
                                    words.say("side_" + s.name().toLowerCase(java.util.Locale.ROOT))))
                            .toList(),
                    !aids.isEmpty(),
                    aids,
                    !weeks.isEmpty(),
                    weeks);
        }
    }
}
