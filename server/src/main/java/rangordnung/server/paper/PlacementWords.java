package rangordnung.server.paper;

import java.util.Optional;
import java.util.stream.Collectors;
import rangordnung.core.ladder.Exercise;
import rangordnung.core.ladder.Ladders;
import rangordnung.core.placement.Proposal;
import rangordnung.core.training.Amount;
import rangordnung.core.training.Part;

/** What a placement says, in words. */
record PlacementWords(Catalogue words, Ladders ladders) {

    /** How large a piece of kit is for the athlete, after a comma; nothing where that is not known. */
    String sized(Optional<Proposal.Size> size) {
        return size.map(s -> ", "
                        + words.say(s.measured() ? "part_size" : "part_average", "size", words.number(s.centimetres())))
                .orElse("");
    }

    /** An aid with the sides that it is given on, and its size. */
    String aid(Proposal.GivenAid given) {
        String name = ladders.aid(given.aid()).map(a -> words.say(a.name())).orElse(given.aid());
        String sides = given.sides().stream().map(words::side).collect(Collectors.joining(", "));
        return name + (sides.isEmpty() ? "" : " (" + sides + ")") + sized(given.size());
    }

    /** The range that an exercise allows. */
    String dose(Exercise.Dose dose) {
        return words.say(
                "dose_line",
                "sets",
                range(dose.setsFrom(), dose.setsTo()),
                "amount",
                range(dose.amountFrom(), dose.amountTo()),
                "unit",
                words.say(
                        switch (dose.unit()) {
                            case REPETITIONS -> "unit_repetitions";
                            case REPETITIONS_A_SIDE -> "unit_repetitions_side";
                            case SECONDS_A_SIDE -> "unit_seconds_side";
                            case BREATHS -> "unit_breaths";
                        }));
    }

    String part(Part part) {
        return words.say(
                switch (part) {
                    case PREPARATION -> "part_preparation";
                    case MAIN -> "part_main";
                    case SECOND -> "part_second";
                    case SINGLE_LEG -> "part_single_leg";
                    case CLOSE -> "part_close";
                });
    }

    /** What is done in one session. */
    String dose(Amount amount, Exercise exercise) {
        return words.say(
                switch (exercise.dose().unit()) {
                    case REPETITIONS -> "dose_repetitions";
                    case REPETITIONS_A_SIDE -> "dose_repetitions_side";
                    case SECONDS_A_SIDE -> "dose_seconds_side";
                    case BREATHS -> "dose_breaths";
                },
                "sets",
                amount.sets(),
                "each",
                amount.each());
    }

    private static String range(int from, int to) {
        return from == to ? String.valueOf(from) : from + "–" + to;
    }
}
