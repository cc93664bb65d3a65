package app.gemba.server.access;

import static app.gemba.server.access.Permission.BRAKE;
import static app.gemba.server.access.Permission.CHANGE_CAMPAIGNS;
import static app.gemba.server.access.Permission.CHANGE_HOUSE;
import static app.gemba.server.access.Permission.CHANGE_PEOPLE;
import static app.gemba.server.access.Permission.RUN_CAMPAIGNS;
import static app.gemba.server.access.Permission.SEE_AUDIT;
import static app.gemba.server.access.Permission.SEE_CAMPAIGNS;
import static app.gemba.server.access.Permission.SEE_FLOOR;
import static app.gemba.server.access.Permission.SEE_NUMBERS;
import static app.gemba.server.access.Permission.SEE_PEOPLE;
import static app.gemba.server.access.Permission.SIGNED_IN;
import static app.gemba.server.access.Permission.TAKE_CALLS;

import java.util.EnumSet;
import java.util.Set;

/**
 * What kind of work somebody does, and so what they may do. Operators set up senders and networks;
 * who works here is the administrator's.
 */
public enum Role {
  ADMINISTRATOR(EnumSet.complementOf(EnumSet.of(Permission.NONE))),
  OPERATOR(
      EnumSet.of(
          SIGNED_IN,
          SEE_PEOPLE,
          CHANGE_PEOPLE,
          SEE_CAMPAIGNS,
          CHANGE_CAMPAIGNS,
          RUN_CAMPAIGNS,
          BRAKE,
          TAKE_CALLS,
          SEE_FLOOR,
          SEE_NUMBERS,
          CHANGE_HOUSE)),
  SUPERVISOR(
      EnumSet.of(SIGNED_IN, SEE_PEOPLE, SEE_CAMPAIGNS, BRAKE, SEE_FLOOR, SEE_NUMBERS, SEE_AUDIT)),
  AGENT(EnumSet.of(SIGNED_IN, TAKE_CALLS)),
  READER(EnumSet.of(SIGNED_IN, SEE_PEOPLE, SEE_CAMPAIGNS));

  private final Set<Permission> permissions;

  Role(Set<Permission> permissions) {
    this.permissions = Set.copyOf(permissions);
  }

  /** Everything the role may do. */
  public Set<Permission> permissions() {
    return permissions;
  }

  /** Whether the role may do something. */
  public boolean may(Permission permission) {
    return permissions.contains(permission);
  }
}
