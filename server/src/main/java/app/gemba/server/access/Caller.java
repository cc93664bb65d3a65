package app.gemba.server.access;

import app.gemba.core.phone.PhoneNumber;
import app.gemba.store.Refused;
import java.util.Optional;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.context.SecurityContextHolder;

/** Who makes the request at hand. */
public final class Caller {
  private Caller() {}

  /** The one who is signed in; empty where nobody is. */
  public static Optional<SignedIn> signedIn() {
    Authentication authentication = SecurityContextHolder.getContext().getAuthentication();
    return Optional.ofNullable(authentication)
        .map(Authentication::getPrincipal)
        .filter(SignedIn.class::isInstance)
        .map(SignedIn.class::cast);
  }

  /** The id of the one who is signed in, for the audit log. */
  public static Optional<Long> id() {
    return signedIn().map(SignedIn::userId);
  }

  /** A number as the caller may see it. */
  public static String shown(String e164) {
    boolean whole = signedIn().map(who -> who.may(Permission.SEE_NUMBERS)).orElse(false);
    return whole ? e164 : PhoneNumber.masked(e164);
  }

  /**
   * Refuses a caller who may not see whole numbers, for what would give them away.
   *
   * @throws Refused always for such a caller
   */
  public static void requireWholeNumbers() {
    if (!signedIn().map(who -> who.may(Permission.SEE_NUMBERS)).orElse(false)) {
      throw new Refused(Refused.Kind.WRONG_STATE, "Your role does not see whole numbers.");
    }
  }
}
