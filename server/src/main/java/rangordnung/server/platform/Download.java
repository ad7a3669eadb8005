package rangordnung.server.platform;

import java.nio.charset.StandardCharsets;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;

/** Answers with a file to be saved. */
public final class Download {

    private Download() {}

    public static ResponseEntity<byte[]> of(String name, String type, byte[] bytes) {
        return ResponseEntity.ok()
                .header(
                        HttpHeaders.CONTENT_DISPOSITION,
                        ContentDisposition.attachment()
                                .filename(name, StandardCharsets.UTF_8)
                                .build()
                                .toString())
                .contentType(MediaType.parseMediaType(type))
                .body(bytes);
    }

    /** A table under a name, as the file that was asked for. */
    public static ResponseEntity<byte[]> of(String name, Spreadsheet table, Spreadsheet.As as) {
        return of(name + "." + as.ending(), as.type(), table.write(as));
    }
}
