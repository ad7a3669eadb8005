package rangordnung.server.paper;

import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.UUID;
import org.springframework.stereotype.Service;
import rangordnung.server.platform.Problem;
import rangordnung.server.platform.Spreadsheet;
import rangordnung.server.protocols.Protocols;
import rangordnung.server.training.Blocks;
import tools.jackson.databind.ObjectMapper;

/** Sets the papers of a screening, as a page for the browser or as PDF; no connection is held while the press runs. */
@Service
class Papers {

    private final Material material;
    private final Protocols protocols;
    private final Figures figures;
    private final CloseUps closeUps;
    private final Templates templates = new Templates();
    private final Map<Language, Catalogue> catalogues = new EnumMap<>(Language.class);

    Papers(Material material, Protocols protocols, ObjectMapper json) {
        this.material = material;
        this.protocols = protocols;
        this.figures = new Figures(protocols.poseRules());
        this.closeUps = new CloseUps(json);
        for (Language language : Language.values()) {
            catalogues.put(language, Catalogue.of(language, json));
        }
    }

    /**
     * Which paper, and how.
     *
     * @param athlete only of this one, where the paper has a sheet for each
     * @param session of the training, for its sheets; the next where nobody says
     */
    record Order(
            UUID screening,
            Paper paper,
            Language language,
            PageSize size,
            Optional<UUID> athlete,
            Optional<Integer> session) {

        private String sheet() {
            return size.sheet() + (paper.wide() ? "-wide" : "");
        }
    }

    /** For the browser, which prints it. */
    String page(Order order) {
        return set(order, templates::forBrowser);
    }

    /** A table of a screening, in a language. */
    Spreadsheet table(UUID screening, Table table, Language language) {
        Catalogue words = Objects.requireNonNull(catalogues.get(language));
        Tables tables = new Tables(words, protocols.ladders());
        return switch (table) {
            case RESULTS -> tables.results(material.results(screening));
            case GROUPS ->
                tables.groups(
                        material.occasion(screening),
                        new JudgementWords(words, material.protocol(screening), protocols.ladders()));
            case BLOCK -> tables.block(material.block(screening), material.members(screening));
            case HISTORY -> tables.history(material.history(screening));
        };
    }

    /** The card of one athlete. */
    OwnCard card(UUID screening, UUID athlete, Language language) {
        return Cards.of(
                        material.occasion(screening),
                        Objects.requireNonNull(catalogues.get(language)),
                        figures,
                        Optional.of(athlete))
                .stream()
                .flatMap(cards -> cards.cards().stream())
                .findFirst()
                .map(OwnCard::of)
                .orElseThrow(() -> Problem.notFound("athlete in this screening"));
    }

    /** The sessions of the block as iCalendar. */
    byte[] calendar(UUID screening, Language language) {
        List<Blocks.BlockView> revisions = material.revisions(screening);
        return new CalendarFile(
                        material.roster(screening),
                        material.hall(revisions.get(revisions.size() - 1)),
                        revisions,
                        Objects.requireNonNull(catalogues.get(language)))
                .bytes();
    }

    /** As PDF. */
    Press.Pressed pdf(Order order, Press.Progress progress) {
        return set(
                order,
                (template, models, words, title, sheet) -> Press.pdf(
                        order.paper().address(),
                        models.stream()
                                .map(m -> templates.forPress(template, m, words, title, sheet))
                                .toList(),
                        progress));
    }

    private interface Setting<T> {
        T set(String template, List<?> models, Catalogue words, String title, String sheet);
    }

    private <T> T set(Order order, Setting<T> setting) {
        Catalogue words = Objects.requireNonNull(catalogues.get(order.language()));
        UUID screening = order.screening();
        String title = words.say(order.paper().title())
                + " · " + material.roster(screening) + " · "
                + material.screening(screening).name();
        order.athlete()
                .filter(a -> material.members(screening).stream().noneMatch(m -> m.id().equals(a)))
                .ifPresent(a -> {
                    throw Problem.notFound("athlete in this screening");
                });
        return setting.set(order.paper().template(), models(order, words), words, title, order.sheet());
    }

    /** What is set one after the other. */
    private List<?> models(Order order, Catalogue words) {
        UUID screening = order.screening();
        return switch (order.paper()) {
            case WALL_LIST -> List.of(WallList.of(material.occasion(screening), words));
            case CARDS, LETTERS -> Cards.of(material.occasion(screening), words, figures, order.athlete());
            case SESSIONS ->
                SessionSheets.of(
                        material.roster(screening),
                        material.session(screening, order.session()),
                        ShortNames.of(material.members(screening)),
                        protocols.ladders(),
                        words);
            case CONSENTS ->
                Consents.of(
                        material.roster(screening),
                        material.members(screening),
                        material.screening(screening).heldOn(),
                        words,
                        order.athlete());
            case STATIONS -> StationSheets.named(material.floor(screening), words);
            case BLANKS -> StationSheets.blank(material.floor(screening), words);
            case GRADES -> GradeSheet.of(material.protocol(screening), protocols.poseRules(), closeUps, words);
            case REPORT -> {
                Material.Judged judged = material.judged(screening);
                yield Report.of(
                        material.occasion(screening),
                        judged.screen(),
                        judged.ranking(),
                        judged.links(),
                        words,
                        order.athlete());
            }
        };
    }
}
