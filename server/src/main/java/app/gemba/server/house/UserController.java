package app.gemba.server.house;

import app.gemba.server.BusinessClock;
import app.gemba.server.access.Caller;
import app.gemba.server.access.Needs;
import app.gemba.server.access.Permission;
import app.gemba.server.access.Role;
import app.gemba.store.AccountStore;
import app.gemba.store.AccountStore.Account;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Who works here. */
@RestController
@RequestMapping("/api/v1/users")
class UserController {
  private final AccountStore accounts;
  private final PasswordEncoder passwords;
  private final BusinessClock clock;

  UserController(AccountStore accounts, PasswordEncoder passwords, BusinessClock clock) {
    this.accounts = accounts;
    this.passwords = passwords;
    this.clock = clock;
  }

  /** A new account. */
  record NewUser(
      @NotBlank @Size(max = 60) String login,
      @NotBlank @Size(max = 120) String name,
      @NotBlank @Size(min = 10, max = 200) String password,
      @NotNull Role role) {}

  @GetMapping
  @Needs(Permission.CHANGE_USERS)
  List<Account> users() {
    return accounts.all();
  }

  @PostMapping
  @Needs(Permission.CHANGE_USERS)
  @ResponseStatus(HttpStatus.CREATED)
  Account addUser(@Valid @RequestBody NewUser body) {
    return accounts.add(
        body.login().strip(),
        body.name().strip(),
        passwords.encode(body.password()),
        body.role().name(),
        false,
        Caller.id(),
        clock.instant());
  }
}
