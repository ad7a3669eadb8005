package rangordnung.server.transfer;

import java.io.BufferedWriter;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.util.Optional;
import java.util.UUID;
import javax.sql.DataSource;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.jdbc.core.RowCallbackHandler;
import org.springframework.jdbc.core.namedparam.MapSqlParameterSource;
import org.springframework.jdbc.core.namedparam.NamedParameterJdbcTemplate;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Isolation;
import org.springframework.transaction.annotation.Transactional;
import rangordnung.server.platform.CurrentUser;
import rangordnung.server.roster.Rosters;

/** Writes the file, a row a line, as the data stood at one moment. */
@Service
class Export {

    static final String FORMAT = "rangordnung-transfer";
    static final int VERSION = 1;

    /** Rows that are fetched at once (house convention). */
    private static final int AT_ONCE = 500;

    private final NamedParameterJdbcTemplate jdbc;
    private final Rosters rosters;
    private final Clock clock;

    Export(DataSource data, Rosters rosters, Clock clock) {
        JdbcTemplate fetching = new JdbcTemplate(data);
        fetching.setFetchSize(AT_ONCE);
        this.jdbc = new NamedParameterJdbcTemplate(fetching);
        this.rosters = rosters;
        this.clock = clock;
    }

    /**
     * Writes into a new file, which whoever asked deletes.
     *
     * @param roster only this one; all where empty
     */
    @Transactional(isolation = Isolation.REPEATABLE_READ)
    public Path write(Optional<UUID> roster) {
        roster.ifPresent(rosters::team);
        try {
            Path file = Files.createTempFile("rangordnung-transfer", ".json");
            try (BufferedWriter out = Files.newBufferedWriter(file, StandardCharsets.UTF_8)) {
                write(out, roster);
            } catch (IOException | RuntimeException e) {
                Files.deleteIfExists(file);
                throw e;
            }
            return file;
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private void write(BufferedWriter out, Optional<UUID> roster) throws IOException {
        jdbc.getJdbcTemplate().execute("set local time zone 'UTC'");
        MapSqlParameterSource scope = new MapSqlParameterSource(
                        "organisation", CurrentUser.required().organisation())
                .addValue("roster", roster.orElse(null), java.sql.Types.OTHER);
        out.write(
                "{\"format\":\"%s\",\"version\":%d,\"exportedAt\":\"%s\"".formatted(FORMAT, VERSION, clock.instant()));
        for (Section section : Section.values()) {
            out.write(",\n\"" + section.address() + "\":[");
            String[] between = {"\n"};
            jdbc.query(section.select(), scope, (RowCallbackHandler) row -> {
                try {
                    out.write(between[0] + row.getString(1));
                } catch (IOException e) {
                    throw new UncheckedIOException(e);
                }
                between[0] = ",\n";
            });
            out.write("]");
        }
        out.write("}\n");
    }
}
