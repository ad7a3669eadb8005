package rangordnung.server.roster;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import rangordnung.server.platform.Download;
import rangordnung.server.platform.Spreadsheet;
import rangordnung.server.platform.Visible;

@RestController
class RosterController {

    record NewTeam(@Visible @Size(max = 120) String name, @NotNull Rosters.Kind kind) {}

    record TeamView(Rosters.TeamLine team, List<Rosters.AthleteView> athletes) {}

    record ChangedAthlete(long version, @Valid @NotNull AthleteRecord record) {}

    record Pasted(@NotBlank @Size(max = 5_000_000) String text) {}

    record Mapping(@NotNull @Size(max = Sheet.MOST_COLUMNS) List<Column> columns) {}

    record Confirmation(@NotNull Map<ImportPlan.Action, Long> expected, boolean leaveOutProblems) {}

    private final Rosters rosters;
    private final Consents consents;
    private final RosterImports imports;

    RosterController(Rosters rosters, RosterImports imports, Consents consents) {
        this.rosters = rosters;
        this.imports = imports;
        this.consents = consents;
    }

    @GetMapping("/api/teams")
    List<Rosters.TeamLine> teams() {
        return rosters.teams();
    }

    @PostMapping("/api/teams")
    @ResponseStatus(HttpStatus.CREATED)
    Rosters.TeamLine add(@Valid @RequestBody NewTeam team) {
        return rosters.team(rosters.addTeam(team.name(), team.kind()));
    }

    @GetMapping("/api/teams/{id}")
    TeamView team(@PathVariable UUID id) {
        return new TeamView(rosters.team(id), rosters.athletes(id));
    }

    @PutMapping("/api/teams/{id}")
    Rosters.TeamLine rename(@PathVariable UUID id, @Valid @RequestBody NewTeam team) {
        rosters.renameTeam(id, team.name(), team.kind());
        return rosters.team(id);
    }

    record Archived(boolean archived) {}

    /** Puts a roster away with its screenings, or brings it back. */
    @PutMapping("/api/teams/{id}/archived")
    Rosters.TeamLine archive(@PathVariable UUID id, @RequestBody Archived state) {
        rosters.archiveTeam(id, state.archived());
        return rosters.team(id);
    }

    record NewPlace(@NotNull UUID team) {}

    /** Moves an athlete to another roster. */
    @PutMapping("/api/athletes/{id}/team")
    Rosters.AthleteView move(@PathVariable UUID id, @Valid @RequestBody NewPlace place) {
        return rosters.move(id, place.team());
    }

    @DeleteMapping("/api/teams/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void delete(@PathVariable UUID id) {
        rosters.deleteTeam(id);
    }

    @PostMapping("/api/teams/{id}/athletes")
    @ResponseStatus(HttpStatus.CREATED)
    Rosters.AthleteView addAthlete(@PathVariable UUID id, @Valid @RequestBody AthleteRecord record) {
        return rosters.add(id, record);
    }

    @PutMapping("/api/athletes/{id}")
    Rosters.AthleteView change(@PathVariable UUID id, @Valid @RequestBody ChangedAthlete changed) {
        return rosters.change(id, changed.version(), changed.record());
    }

    @DeleteMapping("/api/athletes/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void erase(@PathVariable UUID id) {
        rosters.erase(id);
    }

    /** A file as it lies on the disk, CSV or XLSX. */
    @PostMapping(path = "/api/teams/{id}/imports", consumes = MediaType.APPLICATION_OCTET_STREAM_VALUE)
    RosterImports.Preview takeFile(
            @PathVariable UUID id, @RequestParam @Size(max = 200) String name, HttpServletRequest request)
            throws IOException {
        return imports.take(id, name, request.getInputStream().readAllBytes());
    }

    @PostMapping(path = "/api/teams/{id}/imports/pasted", consumes = MediaType.APPLICATION_JSON_VALUE)
    RosterImports.Preview takeText(@PathVariable UUID id, @Valid @RequestBody Pasted pasted) {
        return imports.take(id, "", pasted.text().getBytes(StandardCharsets.UTF_8));
    }

    @PutMapping("/api/imports/{id}/mapping")
    RosterImports.Preview remap(@PathVariable UUID id, @Valid @RequestBody Mapping mapping) {
        return imports.remap(id, mapping.columns());
    }

    @PostMapping("/api/imports/{id}/confirm")
    RosterImports.Done confirm(@PathVariable UUID id, @Valid @RequestBody Confirmation confirmation) {
        return imports.confirm(id, confirmation.expected(), confirmation.leaveOutProblems());
    }

    /** Throws a preview away; what was confirmed stays in the roster. */
    @DeleteMapping("/api/imports/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void discard(@PathVariable UUID id) {
        imports.discard(id);
    }

    /** What is allowed with an athlete, the last saying first. */
    @GetMapping("/api/athletes/{id}/consents")
    List<Consents.ConsentView> consents(@PathVariable UUID id) {
        return consents.of(id);
    }

    @PostMapping("/api/athletes/{id}/consents")
    List<Consents.ConsentView> consent(@PathVariable UUID id, @Valid @RequestBody Consents.NewConsent said) {
        return consents.add(id, said);
    }

    @GetMapping(path = "/api/teams/{id}/roster.csv", produces = "text/csv")
    ResponseEntity<byte[]> csv(@PathVariable UUID id) {
        return table(id, Spreadsheet.As.CSV);
    }

    @GetMapping(
            path = "/api/teams/{id}/roster.xlsx",
            produces = "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet")
    ResponseEntity<byte[]> xlsx(@PathVariable UUID id) {
        return table(id, Spreadsheet.As.XLSX);
    }

    private ResponseEntity<byte[]> table(UUID team, Spreadsheet.As as) {
        List<AthleteRecord> records =
                rosters.athletes(team).stream().map(Rosters.AthleteView::record).toList();
        return Download.of(rosters.team(team).name(), RosterFiles.table(records), as);
    }
}
