package rangordnung.core.protocol;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import rangordnung.core.Ordered;
import rangordnung.core.Refusal;

/**
 * The same test with one thing changed, to tell the causes of a fault apart.
 *
 * @param id          stable, for example {@code heels-up}
 * @param name        as offered at the station
 * @param instruction how it is done
 * @param caution     what it does not prove, or when to leave it
 * @param families    families of faults that it can explain
 * @param patterns    movement patterns it can be done in; empty means all
 * @param aid         the aid it adds
 * @param load        the position of a light load it adds
 * @param stance      whether it changes stance and turn-out
 * @param starts      what it starts with until the rater says otherwise: height of the aid in centimetres, load in
 *                    kilograms, or for a stance centimetres wider and degrees more outward
 * @param otherTest   the test that takes the place of the first, where it is another one
 * @param experienced whether it is for experienced athletes only
 * @param label       where the statement comes from
 */
public record Retest(
        String id,
        Text name,
        Text instruction,
        Optional<Text> caution,
        Set<Family> families,
        Set<TestDefinition.Pattern> patterns,
        Optional<Conditions.Kind> aid,
        Optional<Conditions.Position> load,
        boolean stance,
        List<Threshold> starts,
        Optional<String> otherTest,
        boolean experienced,
        Label label) {

    public Retest {
        Refusal.present(id, "id");
        Refusal.present(name, "name");
        Refusal.present(instruction, "instruction");
        Refusal.present(families, "families");
        Refusal.present(label, "label");
        caution = caution == null ? Optional.empty() : caution;
        families = Ordered.copy(families);
        patterns = patterns == null ? Set.of() : Ordered.copy(patterns);
        aid = aid == null ? Optional.empty() : aid;
        load = load == null ? Optional.empty() : load;
        starts = starts == null ? List.of() : List.copyOf(starts);
        if (stance && starts.size() != 2 || load.isPresent() && starts.size() != 1) {
            throw new InvalidProtocol("The retest " + id + " must say what it starts with");
        }
        otherTest = otherTest == null ? Optional.empty() : otherTest;
        long changes = List.of(aid.isPresent(), load.isPresent(), stance, otherTest.isPresent()).stream()
                .filter(c -> c)
                .count();
        if (changes != 1) {
            throw new InvalidProtocol("The retest " + id + " must change one thing, not " + changes);
        }
    }

    /** What it changes on purpose; nothing where another test takes its place. */
    public Set<Conditions.Dimension> changes() {
        return aid.isPresent()
                ? Set.of(Conditions.Dimension.AIDS)
                : load.isPresent()
                        ? Set.of(Conditions.Dimension.LOAD, Conditions.Dimension.ARMS)
                        : stance ? Set.of(Conditions.Dimension.STANCE, Conditions.Dimension.TURN_OUT) : Set.of();
    }
}
