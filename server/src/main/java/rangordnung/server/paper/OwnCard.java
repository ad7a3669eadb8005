package rangordnung.server.paper;

import java.util.List;

/**
 * What somebody sees of themselves: the card as it stands on paper, and nothing of anybody else.
 *
 * @param talk  somebody talks to them first
 * @param open  too little was seen to choose an exercise
 * @param work  what they do; one or none
 * @param again when they are looked at again; one or none
 */
public record OwnCard(String name, String about, boolean talk, boolean open, List<OwnWork> work, List<String> again) {

    /**
     * The exercise.
     *
     * @param figure as SVG
     */
    public record OwnWork(
            String focus,
            String aim,
            String exercise,
            String figure,
            String cue,
            String dose,
            List<String> side,
            List<String> steps,
            String breathing,
            List<Said> kit,
            List<Said> aids,
            List<String> weeks,
            List<OwnPart> parts) {}

    /** Something with what is said of it. */
    public record Said(String name, String text) {}

    /** A part of every session with its dose in each week. */
    public record OwnPart(String exercise, List<String> doses) {}

    static OwnCard of(Cards.Card card) {
        return new OwnCard(
                card.name(),
                card.about(),
                card.talk(),
                card.open(),
                card.work().stream().map(OwnCard::work).toList(),
                card.again());
    }

    private static OwnWork work(Cards.Work work) {
        return new OwnWork(
                work.focus(),
                work.aim(),
                work.exercise(),
                work.figure(),
                work.cue(),
                work.dose(),
                work.side(),
                work.steps().isEmpty() ? work.line() : work.steps(),
                work.breathing(),
                said(work.kit()),
                said(work.aids()),
                work.weeks(),
                work.parts().stream()
                        .map(p -> new OwnPart(p.exercise(), p.doses()))
                        .toList());
    }

    private static List<Said> said(List<Cards.Named> named) {
        return named.stream().map(n -> new Said(n.name(), n.text())).toList();
    }
}
