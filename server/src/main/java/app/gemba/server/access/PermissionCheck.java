package app.gemba.server.access;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.Optional;
import org.springframework.stereotype.Component;
import org.springframework.web.method.HandlerMethod;
import org.springframework.web.servlet.HandlerInterceptor;

/** Lets a request through to an endpoint only with the permission it names. */
@Component
public class PermissionCheck implements HandlerInterceptor {

  @Override
  public boolean preHandle(HttpServletRequest request, HttpServletResponse response, Object handler)
      throws IOException {
    if (!(handler instanceof HandlerMethod method)
        || !method.getBeanType().getName().startsWith("app.gemba.")) {
      return true;
    }
    Optional<Permission> needed =
        Optional.ofNullable(method.getMethodAnnotation(Needs.class)).map(Needs::value);
    if (needed.equals(Optional.of(Permission.NONE))) {
      return true;
    }
    Optional<SignedIn> caller = Caller.signedIn();
    if (caller.isEmpty()) {
      Problems.write(response, 401, "not-signed-in", "Sign in first.");
      return false;
    }
    boolean may = needed.map(permission -> caller.get().may(permission)).orElse(false);
    if (!may) {
      Problems.write(response, 403, "not-permitted", "Your role does not allow this.");
    }
    return may;
  }
}
