package app.gemba.server.access;

import app.gemba.server.BusinessClock;
import app.gemba.store.ApiTokens;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.Size;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Tokens by which programs come in. */
@RestController
@RequestMapping("/api/v1/tokens")
class TokenController {
  private final ApiTokens tokens;
  private final BusinessClock clock;

  TokenController(ApiTokens tokens, BusinessClock clock) {
    this.tokens = tokens;
    this.clock = clock;
  }

  /** A new token. */
  record NewToken(@NotBlank @Size(max = 80) String name) {}

  @GetMapping
  @Needs(Permission.CHANGE_HOUSE)
  List<ApiTokens.ApiToken> tokens() {
    return tokens.all();
  }

  /** Makes a token that acts for the caller; its secret is shown this once. */
  @PostMapping
  @Needs(Permission.CHANGE_HOUSE)
  @ResponseStatus(HttpStatus.CREATED)
  ApiTokens.Made makeToken(@Valid @RequestBody NewToken body) {
    return tokens.make(body.name(), Caller.id().orElseThrow(), clock.instant());
  }

  @DeleteMapping("/{id}")
  @Needs(Permission.CHANGE_HOUSE)
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void revokeToken(@PathVariable long id) {
    tokens.revoke(id, Caller.id(), clock.instant());
  }
}
