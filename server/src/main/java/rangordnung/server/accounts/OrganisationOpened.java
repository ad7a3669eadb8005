package rangordnung.server.accounts;

import java.util.UUID;

/** The product has started for an organisation that exists; published in a transaction of that organisation. */
public record OrganisationOpened(UUID organisation) {}
