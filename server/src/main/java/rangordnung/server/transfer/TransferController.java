package rangordnung.server.transfer;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.Optional;
import java.util.UUID;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RestController;

/** Rosters with everything in them as one file, out and in. */
@RestController
class TransferController {

    private final Export export;
    private final Import taking;

    TransferController(Export export, Import taking) {
        this.export = export;
        this.taking = taking;
    }

    /** All rosters of the organisation. */
    @GetMapping(path = "/api/transfer", produces = MediaType.APPLICATION_JSON_VALUE)
    void all(HttpServletResponse response) throws IOException {
        send(Optional.empty(), response);
    }

    /** One roster. */
    @GetMapping(path = "/api/teams/{id}/transfer", produces = MediaType.APPLICATION_JSON_VALUE)
    void one(@PathVariable UUID id, HttpServletResponse response) throws IOException {
        send(Optional.of(id), response);
    }

    private void send(Optional<UUID> roster, HttpServletResponse response) throws IOException {
        Path file = export.write(roster);
        try {
            response.setContentType(MediaType.APPLICATION_JSON_VALUE);
            response.setContentLengthLong(Files.size(file));
            response.setHeader(
                    HttpHeaders.CONTENT_DISPOSITION,
                    ContentDisposition.attachment()
                            .filename("rangordnung.json")
                            .build()
                            .toString());
            Files.copy(file, response.getOutputStream());
        } finally {
            Files.deleteIfExists(file);
        }
    }

    /** Takes such a file in, whole or not at all. */
    @PostMapping(
            path = "/api/transfer",
            consumes = {MediaType.APPLICATION_OCTET_STREAM_VALUE, MediaType.APPLICATION_JSON_VALUE})
    Import.Taken take(HttpServletRequest request) throws IOException {
        Path file = Files.createTempFile("rangordnung-transfer", ".json");
        try (InputStream in = request.getInputStream()) {
            Files.copy(in, file, StandardCopyOption.REPLACE_EXISTING);
            return taking.take(file);
        } finally {
            Files.deleteIfExists(file);
        }
    }
}
