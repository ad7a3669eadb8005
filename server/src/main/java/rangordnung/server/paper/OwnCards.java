package rangordnung.server.paper;

import java.util.UUID;
import org.springframework.stereotype.Service;

/** The card of one athlete, for themselves. */
@Service
public class OwnCards {

    private final Papers papers;

    OwnCards(Papers papers) {
        this.papers = papers;
    }

    /** The card of an athlete of a screening, in a language. */
    public OwnCard of(UUID screening, UUID athlete, Language language) {
        return papers.card(screening, athlete, language);
    }
}
