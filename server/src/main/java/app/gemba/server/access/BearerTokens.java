package app.gemba.server.access;

import app.gemba.store.ApiTokens;
import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.springframework.http.HttpHeaders;
import org.springframework.security.authentication.UsernamePasswordAuthenticationToken;
import org.springframework.security.core.context.SecurityContext;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/** Lets programs in by a bearer token (RFC 6750), each request by itself and without a session. */
@Component
class BearerTokens extends OncePerRequestFilter {
  private static final String SCHEME = "Bearer ";

  private final ApiTokens tokens;

  BearerTokens(ApiTokens tokens) {
    this.tokens = tokens;
  }

  /** Whether a request brings a token; then no page of somebody else's can have forged it. */
  static boolean isBrought(HttpServletRequest request) {
    return Optional.ofNullable(request.getHeader(HttpHeaders.AUTHORIZATION))
        .filter(header -> header.regionMatches(true, 0, SCHEME, 0, SCHEME.length()))
        .isPresent();
  }

  @Override
  protected boolean shouldNotFilter(HttpServletRequest request) {
    return !isBrought(request);
  }

  @Override
  protected void doFilterInternal(
      HttpServletRequest request, HttpServletResponse response, FilterChain chain)
      throws ServletException, IOException {
    String secret = request.getHeader(HttpHeaders.AUTHORIZATION).substring(SCHEME.length()).strip();
    Optional<ApiTokens.Bearer> bearer = tokens.bearer(secret);
    if (bearer.isEmpty()) {
      Problems.write(response, 401, "wrong-token", "This token is not known, or was revoked.");
      return;
    }
    tokens.used(secret, Instant.now());
    SignedIn who =
        new SignedIn(
            bearer.get().userId(),
            bearer.get().login(),
            bearer.get().name(),
            Role.valueOf(bearer.get().role()));
    SecurityContext context = SecurityContextHolder.createEmptyContext();
    context.setAuthentication(
        UsernamePasswordAuthenticationToken.authenticated(who, "", List.of()));
    SecurityContextHolder.setContext(context);
    try {
      chain.doFilter(request, response);
    } finally {
      SecurityContextHolder.clearContext();
    }
  }
}
