package rangordnung.server.today;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.Optional;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Component;
import rangordnung.server.platform.StoredJson;
import tools.jackson.core.JacksonException;

/** What the launcher notes of its daily backups. */
@Component
class Backups {

    /** @param reason why it failed; empty where it did not */
    record Last(Instant at, boolean ok, String reason) {}

    /** @param last empty before the first */
    record Backup(Optional<Last> last) {}

    private record Noted(Instant at, String file, boolean ok, String reason) {}

    private final Optional<Path> folder;
    private final StoredJson json;

    Backups(@Value("${rangordnung.backups:}") String folder, StoredJson json) {
        this.folder = folder.isBlank() ? Optional.empty() : Optional.of(Path.of(folder));
        this.json = json;
    }

    /** The last backup; empty where nobody makes any, as without the launcher. */
    Optional<Backup> now() {
        return folder.map(f -> new Backup(read(f.resolve("last.json"))));
    }

    private Optional<Last> read(Path file) {
        try {
            Noted noted = json.read(Files.readString(file), Noted.class);
            return Optional.of(new Last(noted.at(), noted.ok(), noted.reason()));
        } catch (IOException | JacksonException e) {
            return Optional.empty();
        }
    }
}
