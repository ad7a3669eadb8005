package rangordnung.server.privacy;

import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotNull;
import java.util.Optional;
import java.util.UUID;
import org.springframework.http.HttpHeaders;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** What is kept about persons, and for how long. */
@RestController
class PrivacyController {

    /** Longest time that can be chosen, in months (house convention). */
    private static final int LONGEST = 120;

    /** @param months 0 to keep data until somebody erases them */
    record NewRetention(@NotNull @Min(0) @Max(LONGEST) Integer months) {}

    private final Retention retention;
    private final Everything everything;

    PrivacyController(Retention retention, Everything everything) {
        this.retention = retention;
        this.everything = everything;
    }

    /** What is too old now, or would be with another time; nothing is erased by looking. */
    @GetMapping("/api/retention")
    Retention.Expired retention(@RequestParam Optional<@Min(1) @Max(LONGEST) Integer> months) {
        return months.map(retention::with).orElseGet(retention::now);
    }

    /** Keeps data for so long, and erases at once what is older. */
    @PutMapping("/api/retention")
    Retention.Expired keep(@Valid @RequestBody NewRetention chosen) {
        return retention.keep(Optional.of(chosen.months()).filter(m -> m > 0));
    }

    /** All that is kept about one athlete, in one file. */
    @GetMapping("/api/athletes/{id}/everything")
    ResponseEntity<Everything.Kept> everything(@PathVariable UUID id) {
        return ResponseEntity.ok()
                .header(HttpHeaders.CONTENT_DISPOSITION, "attachment; filename=\"athlete.json\"")
                .body(everything.of(id));
    }
}
