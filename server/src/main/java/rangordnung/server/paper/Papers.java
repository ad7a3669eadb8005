package rangordnung.server.paper;

import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.UUID;
import org.springframework.stereotype.Service;
import rangordnung.server.groups.Formations;
import rangordnung.server.groups.Groups;
import rangordnung.server.platform.Problem;
import rangordnung.server.protocols.Protocols;
import rangordnung.server.roster.Rosters;
import rangordnung.server.training.Blocks;
import tools.jackson.databind.ObjectMapper;

/** Sets the papers of a screening, as a page for the browser or as PDF; no connection is held while the press runs. */
@Service
class Papers {

    private final Groups groups;
    private final Formations formations;
    private final Blocks blocks;
    private final Rosters rosters;
    private final Protocols protocols;
    private final Figures figures;
    private final Templates templates = new Templates();
    private final Map<Language, Catalogue> catalogues = new EnumMap<>(Language.class);

    Papers(
            Groups groups,
            Formations formations,
            Blocks blocks,
            Rosters rosters,
            Protocols protocols,
            ObjectMapper json) {
        this.groups = groups;
        this.formations = formations;
        this.blocks = blocks;
        this.rosters = rosters;
        this.protocols = protocols;
        this.figures = new Figures(protocols.poseRules());
        for (Language language : Language.values()) {
            catalogues.put(language, Catalogue.of(language, json));
        }
    }

    /**
     * Which paper, and how.
     *
     * @param athlete only of this one, where the paper has a sheet for each
     */
    record Order(UUID screening, Paper paper, Language language, PageSize size, Optional<UUID> athlete) {}

    /** For the browser, which prints it. */
    String page(Order order) {
        return set(order, templates::forBrowser);
    }

    /** As PDF. */
    byte[] pdf(Order order, Press.Progress progress) {
        return set(
                order,
                (template, models, words, title, size) -> Press.pdf(
                        models.stream()
                                .map(m -> templates.forPress(template, m, words, title, size))
                                .toList(),
                        progress));
    }

    private interface Setting<T> {
        T set(String template, List<?> models, Catalogue words, String title, PageSize size);
    }

    private <T> T set(Order order, Setting<T> setting) {
        Catalogue words = Objects.requireNonNull(catalogues.get(order.language()));
        Occasion occasion = occasion(order.screening());
        order.athlete()
                .filter(a -> occasion.members().stream().noneMatch(m -> m.id().equals(a)))
                .ifPresent(a -> {
                    throw Problem.notFound("athlete in this screening");
                });
        return setting.set(
                order.paper().address(),
                models(order, occasion, words),
                words,
                title(order, occasion, words),
                order.size());
    }

    /** What is set one after the other. */
    private List<?> models(Order order, Occasion occasion, Catalogue words) {
        return switch (order.paper()) {
            case WALL_LIST -> List.of(WallList.of(occasion, words));
            case CARDS, LETTERS -> Cards.of(occasion, words, figures, order.athlete());
        };
    }

    private static String title(Order order, Occasion occasion, Catalogue words) {
        return words.say(order.paper().title())
                + " · " + occasion.roster() + " · "
                + occasion.groups().screening().name();
    }

    private Occasion occasion(UUID screening) {
        Groups.GroupsView view = groups.of(screening);
        UUID team = view.screening().team();
        return new Occasion(
                rosters.team(team).name(),
                rosters.members(team),
                view,
                formations.lastOf(screening),
                blocks.lastOf(screening),
                protocols.ladders());
    }
}
