package rangordnung.server.hall;

import java.util.List;
import java.util.Optional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RestController;
import rangordnung.server.platform.Addresses;
import rangordnung.server.platform.QrCode;

/** How phones in the hall reach this server. */
@RestController
class LanController {

    /**
     * @param open          whether phones can reach it at all
     * @param hall          the address in the hall's network
     * @param authority     where a phone gets the certificate authority it must trust once
     * @param authorityCode that address as rows of squares
     * @param fingerprint   of the authority (SHA-256), to compare before trusting it
     */
    record LanView(
            boolean open,
            Optional<String> hall,
            Optional<String> authority,
            List<String> authorityCode,
            Optional<String> fingerprint) {}

    private final Addresses addresses;

    LanController(Addresses addresses) {
        this.addresses = addresses;
    }

    @GetMapping("/api/lan")
    LanView lan() {
        if (!addresses.open()) {
            return new LanView(false, Optional.empty(), Optional.empty(), List.of(), Optional.empty());
        }
        return new LanView(
                true,
                Optional.of(addresses.hall()),
                Optional.of(addresses.authority()),
                QrCode.of(addresses.authority()),
                addresses.fingerprint());
    }
}
