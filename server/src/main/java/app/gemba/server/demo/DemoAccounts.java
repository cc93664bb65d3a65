package app.gemba.server.demo;

import app.gemba.server.BusinessClock;
import app.gemba.server.access.Role;
import app.gemba.store.AccountStore;
import java.util.Optional;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.stereotype.Component;

/** Who works in the demo. All have the same password, whose hash takes long to work out. */
@Component
class DemoAccounts {
  private static final String PASSWORD = "ferry-demo";

  private final AccountStore accounts;
  private final PasswordEncoder passwords;
  private final BusinessClock clock;
  private Optional<String> hash = Optional.empty();

  DemoAccounts(AccountStore accounts, PasswordEncoder passwords, BusinessClock clock) {
    this.accounts = accounts;
    this.passwords = passwords;
    this.clock = clock;
  }

  boolean isEmpty() {
    return accounts.isEmpty();
  }

  long add(String login, String name, Role role) {
    String known = hash.orElseGet(() -> passwords.encode(PASSWORD));
    hash = Optional.of(known);
    return accounts
        .add(login, name, known, role.name(), false, Optional.empty(), clock.instant())
        .id();
  }
}
