package rangordnung.server.accounts;

import java.util.UUID;

/** A new organisation exists; features put in what every organisation starts with, in the same transaction. */
public record OrganisationFounded(UUID organisation) {}
