package rangordnung.server.training;

import java.time.Clock;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import java.util.stream.IntStream;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import rangordnung.core.training.Block;
import rangordnung.core.training.Promotion;
import rangordnung.core.training.Season;
import rangordnung.server.platform.CurrentUser;
import rangordnung.server.screening.Screenings;

/** What is due in the blocks of all screenings. */
@Service
@Transactional(readOnly = true)
public class TrainingDues {

    private final Screenings screenings;
    private final Blocks blocks;
    private final Promotions promotions;
    private final Clock clock;

    TrainingDues(Screenings screenings, Blocks blocks, Promotions promotions, Clock clock) {
        this.screenings = screenings;
        this.blocks = blocks;
        this.promotions = promotions;
        this.clock = clock;
    }

    /** A session that comes, by its number in the block. */
    public record Next(int session, LocalDate day, String from) {}

    /**
     * What is due of one block.
     *
     * @param next       the next session that takes place; empty after the last
     * @param promotions that wait for the lead
     * @param referrals  athletes who have to see a clinician first
     * @param missing    for how many athletes kit is missing
     */
    public record TrainingDue(
            UUID screening,
            UUID block,
            Optional<Next> next,
            LocalDate retest,
            int promotions,
            int referrals,
            int missing) {}

    /** Of every block that the one who asks may see. */
    public List<TrainingDue> all() {
        boolean lead = CurrentUser.required().role().leads();
        return screenings.visible().stream()
                .flatMap(s -> blocks.lastOf(s.id()).stream())
                .map(b -> due(b, lead))
                .toList();
    }

    private TrainingDue due(Blocks.BlockView view, boolean lead) {
        Block block = view.plan().block();
        List<Promotion.Verdict> verdicts = lead
                ? promotions.of(view.screening(), Optional.of(view)).athletes().stream()
                        .map(a -> a.proposed().verdict())
                        .toList()
                : List.of();
        return new TrainingDue(
                view.screening(),
                view.id(),
                next(block.sessions()),
                block.retest().day(),
                (int) verdicts.stream()
                        .filter(v -> v == Promotion.Verdict.UP || v == Promotion.Verdict.DOWN)
                        .count(),
                (int) verdicts.stream()
                        .filter(v -> v == Promotion.Verdict.REFER)
                        .count(),
                lead
                        ? block.shortages().stream()
                                .mapToInt(Block.Shortage::missing)
                                .sum()
                        : 0);
    }

    private Optional<Next> next(List<Season.Session> sessions) {
        LocalDate today = LocalDate.now(clock);
        return IntStream.range(0, sessions.size())
                .filter(s ->
                        sessions.get(s).takesPlace() && !sessions.get(s).day().isBefore(today))
                .mapToObj(s -> new Next(
                        s, sessions.get(s).day(), sessions.get(s).hours().from().toString()))
                .findFirst();
    }
}
