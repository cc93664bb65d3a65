package app.gemba.server.access;

import java.io.Serializable;

/** Who is signed in. Kept in the session. */
public record SignedIn(long userId, String login, String name, Role role) implements Serializable {

  /** Whether they may do something. */
  public boolean may(Permission permission) {
    return role.may(permission);
  }
}
