package app.gemba.server.access;

import app.gemba.server.BusinessClock;
import app.gemba.server.FirstAccountCode;
import app.gemba.store.AccountStore;
import app.gemba.store.AuditLog;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.servlet.http.HttpSession;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.Size;
import java.net.InetAddress;
import java.net.UnknownHostException;
import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.ProblemDetail;
import org.springframework.security.authentication.UsernamePasswordAuthenticationToken;
import org.springframework.security.core.authority.AuthorityUtils;
import org.springframework.security.core.context.SecurityContext;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.security.web.context.SecurityContextRepository;
import org.springframework.security.web.csrf.CsrfToken;
import org.springframework.web.ErrorResponseException;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Signing in and out, and the first account. */
@RestController
@RequestMapping("/api/v1")
class SessionController {
  private final AccountStore accounts;
  private final AuditLog audit;
  private final PasswordEncoder passwords;
  private final FailureSlowdown slowdown;
  private final SecurityContextRepository contexts;
  private final FirstAccountCode firstAccountCode;
  private final BusinessClock clock;

  /**
   * Compared against when a login is unknown, so that the answer takes as long as for a known one.
   */
  private final String nobodysHash;

  SessionController(
      AccountStore accounts,
      AuditLog audit,
      PasswordEncoder passwords,
      FailureSlowdown slowdown,
      SecurityContextRepository contexts,
      FirstAccountCode firstAccountCode,
      BusinessClock clock) {
    this.accounts = accounts;
    this.audit = audit;
    this.passwords = passwords;
    this.slowdown = slowdown;
    this.contexts = contexts;
    this.firstAccountCode = firstAccountCode;
    this.clock = clock;
    this.nobodysHash = passwords.encode("nobody");
  }

  /**
   * Who is signed in.
   *
   * @param firstAccount whether there is no account yet, so that the first can be made
   * @param codeNeeded whether that takes the code from the console
   */
  record Session(
      boolean signedIn,
      String name,
      String login,
      String role,
      Set<Permission> permissions,
      boolean firstAccount,
      boolean codeNeeded) {}

  /** What it takes to sign in. */
  record SignIn(@NotBlank String login, @NotBlank String password) {}

  /** The first account. */
  record FirstAccount(
      String code,
      @NotBlank @Size(max = 60) String login,
      @NotBlank @Size(max = 120) String name,
      @NotBlank @Size(min = 10, max = 200) String password) {}

  @GetMapping("/session")
  @Needs(Permission.NONE)
  Session session(HttpServletRequest request) {
    // Asking for the token makes Spring Security send its cookie.
    ((CsrfToken) request.getAttribute(CsrfToken.class.getName())).getToken();
    return describe(Caller.signedIn(), request);
  }

  @PostMapping("/session")
  @Needs(Permission.NONE)
  Session signIn(
      @Valid @RequestBody SignIn body, HttpServletRequest request, HttpServletResponse response) {
    Instant now = Instant.now();
    Duration wait = slowdown.waitFor(body.login(), now);
    if (!wait.isZero()) {
      throw tooMany(wait);
    }
    Optional<AccountStore.Credentials> known = accounts.byLogin(body.login().strip());
    boolean right =
        passwords.matches(
            body.password(), known.map(AccountStore.Credentials::passwordHash).orElse(nobodysHash));
    if (known.isEmpty() || !right) {
      slowdown.failed(body.login(), now);
      audit.write(Optional.empty(), "sign-in failed", body.login(), "", clock.instant());
      throw problem(
          HttpStatus.UNAUTHORIZED, "wrong-password", "Login or password is not right. Try again.");
    }
    slowdown.succeeded(body.login());
    AccountStore.Account account = known.get().account();
    audit.write(Optional.of(account.id()), "signed in", account.login(), "", clock.instant());
    return begin(account, request, response);
  }

  @DeleteMapping("/session")
  @Needs(Permission.NONE)
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void signOut(HttpServletRequest request) {
    Optional.ofNullable(request.getSession(false)).ifPresent(HttpSession::invalidate);
    SecurityContextHolder.clearContext();
  }

  @PostMapping("/first-account")
  @Needs(Permission.NONE)
  Session firstAccount(
      @Valid @RequestBody FirstAccount body,
      HttpServletRequest request,
      HttpServletResponse response) {
    String code = Optional.ofNullable(body.code()).orElse("");
    if (!fromThisMachine(request) && !firstAccountCode.matches(code)) {
      throw problem(
          HttpStatus.FORBIDDEN,
          "code-needed",
          "From another machine, the first account needs the code that the console printed.");
    }
    AccountStore.Account account =
        accounts.add(
            body.login().strip(),
            body.name().strip(),
            passwords.encode(body.password()),
            Role.ADMINISTRATOR.name(),
            true,
            Optional.empty(),
            clock.instant());
    return begin(account, request, response);
  }

  private Session begin(
      AccountStore.Account account, HttpServletRequest request, HttpServletResponse response) {
    // A session from before the sign-in must not become the one after it.
    Optional.ofNullable(request.getSession(false)).ifPresent(HttpSession::invalidate);
    SignedIn who =
        new SignedIn(account.id(), account.login(), account.name(), Role.valueOf(account.role()));
    SecurityContext context = SecurityContextHolder.createEmptyContext();
    context.setAuthentication(
        UsernamePasswordAuthenticationToken.authenticated(
            who, "", AuthorityUtils.createAuthorityList(who.role().name())));
    SecurityContextHolder.setContext(context);
    contexts.saveContext(context, request, response);
    return describe(Optional.of(who), request);
  }

  private Session describe(Optional<SignedIn> who, HttpServletRequest request) {
    boolean first = who.isEmpty() && accounts.isEmpty();
    return new Session(
        who.isPresent(),
        who.map(SignedIn::name).orElse(""),
        who.map(SignedIn::login).orElse(""),
        who.map(one -> one.role().name()).orElse(""),
        who.map(one -> new TreeSet<>(one.role().permissions())).orElseGet(TreeSet::new),
        first,
        first && !fromThisMachine(request));
  }

  /**
   * Loopback, not through a proxy, and by a local name, so that no foreign page can stand behind
   * it.
   */
  private static boolean fromThisMachine(HttpServletRequest request) {
    try {
      boolean loopback = InetAddress.getByName(request.getRemoteAddr()).isLoopbackAddress();
      boolean direct =
          request.getHeader("X-Forwarded-For") == null && request.getHeader("Forwarded") == null;
      return loopback
          && direct
          && Set.of("localhost", "127.0.0.1").contains(request.getServerName());
    } catch (UnknownHostException e) {
      return false;
    }
  }

  private static ErrorResponseException tooMany(Duration wait) {
    long seconds = wait.toSeconds() + 1;
    ErrorResponseException problem =
        problem(
            HttpStatus.TOO_MANY_REQUESTS,
            "slowed-down",
            "Too many failed attempts. Try again in " + seconds + " s.");
    problem.getHeaders().add(HttpHeaders.RETRY_AFTER, String.valueOf(seconds));
    return problem;
  }

  private static ErrorResponseException problem(HttpStatus status, String code, String sentence) {
    ProblemDetail detail = ProblemDetail.forStatusAndDetail(status, sentence);
    detail.setProperty("code", code);
    return new ErrorResponseException(status, detail, null);
  }
}
