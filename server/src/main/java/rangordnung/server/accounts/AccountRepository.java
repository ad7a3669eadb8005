package rangordnung.server.accounts;

import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.data.repository.Repository;

interface AccountRepository extends Repository<Account, UUID> {

    Account save(Account account);

    Optional<Account> findByLogin(String login);

    Optional<Account> findById(UUID id);

    List<Account> findAllByOrderByName();

    long count();
}
