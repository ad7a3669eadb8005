package rangordnung.server.ownview;

import java.sql.Timestamp;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.UUID;
import org.springframework.http.HttpStatus;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import rangordnung.core.Refusal;
import rangordnung.core.Words;
import rangordnung.server.platform.Code;
import rangordnung.server.platform.CurrentUser;
import rangordnung.server.platform.Problem;
import rangordnung.server.roster.AthleteName;

/** What athletes and guardians ask for: something to be corrected, or everything to be erased. The lead decides and does it. */
@Service
@Transactional
class Requests {

    /** Requests of one link, and letters of one (house convention). */
    private static final int MOST = 5;

    static final int LONGEST = 1000;

    private final JdbcClient jdbc;
    private final Clock clock;

    Requests(JdbcClient jdbc, Clock clock) {
        this.jdbc = jdbc;
        this.clock = clock;
    }

    /** What is asked for. */
    enum Kind {
        CORRECTION,
        ERASURE
    }

    /** A request that waits for the lead. */
    record RequestView(UUID id, UUID athlete, String name, UUID team, Kind kind, String text, Instant at) {}

    /** Keeps a request of whoever has opened a link. */
    public void ask(CardLinks.Open link, Kind kind, String text) {
        String said = Refusal.words(Words.clean(text), LONGEST, "text");
        if (kind == Kind.CORRECTION && !Words.visible(said)) {
            throw Refusal.missing("text");
        }
        // the link is held while its requests are counted, so that many at once are no way around
        jdbc.sql("select id from card_link where id = :link for update")
                .param("link", link.id())
                .query(UUID.class)
                .single();
        int asked = jdbc.sql("select count(*) from athlete_request where link_id = :link")
                .param("link", link.id())
                .query(Integer.class)
                .single();
        if (asked >= MOST) {
            throw new Problem(
                    HttpStatus.CONFLICT,
                    Code.TOO_MANY_REQUESTS,
                    "With one link " + MOST + " requests can be sent. Talk to whoever leads the group.");
        }
        jdbc.sql("insert into athlete_request (id, organisation_id, athlete_id, link_id, kind, text, at)"
                        + " values (:id, :organisation, :athlete, :link, :kind, :text, :at)")
                .param("id", UUID.randomUUID())
                .param("organisation", link.organisation())
                .param("athlete", link.athlete())
                .param("link", link.id())
                .param("kind", kind.name())
                .param("text", said)
                .param("at", Timestamp.from(clock.instant()))
                .update();
    }

    /** Requests that wait, the oldest first. */
    @Transactional(readOnly = true)
    public List<RequestView> waiting() {
        return jdbc.sql(
                        """
                select r.id, r.athlete_id, a.given_name, a.family_name, a.team_id, r.kind, r.text, r.at
                from athlete_request r join athlete a on a.id = r.athlete_id
                where r.organisation_id = :organisation and r.done_at is null order by r.at""")
                .param("organisation", CurrentUser.required().organisation())
                .query((row, n) -> new RequestView(
                        row.getObject("id", UUID.class),
                        row.getObject("athlete_id", UUID.class),
                        AthleteName.kept(row.getString("given_name"), row.getString("family_name"))
                                .full(),
                        row.getObject("team_id", UUID.class),
                        Kind.valueOf(row.getString("kind")),
                        row.getString("text"),
                        row.getTimestamp("at").toInstant()))
                .list();
    }

    /** The lead has dealt with a request. */
    public void done(UUID id) {
        CurrentUser lead = CurrentUser.required();
        int done = jdbc.sql(
                        "update athlete_request set done_at = coalesce(done_at, :now), done_by = coalesce(done_by, :by) where id = :id and organisation_id = :organisation")
                .param("now", Timestamp.from(clock.instant()))
                .param("by", lead.account())
                .param("id", id)
                .param("organisation", lead.organisation())
                .update();
        if (done == 0) {
            throw Problem.notFound("request");
        }
    }
}
