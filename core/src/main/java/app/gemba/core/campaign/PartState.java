package app.gemba.core.campaign;

import java.util.Collection;

/**
 * How far one part of an attempt has come. Events come twice, late and out of order; a state is
 * only ever replaced by one further along. A delivery outranks a failure: the handset has spoken.
 */
public enum PartState {
  CLAIMED,
  /** Claimed, and the answer was lost. Only the network or a person can settle it. */
  UNCONFIRMED,
  ACCEPTED,
  EXPIRED,
  FAILED,
  DELIVERED,
  /** The person has seen it, where a network tells so. */
  READ;

  /** The further of two. */
  public PartState and(PartState other) {
    return compareTo(other) >= 0 ? this : other;
  }

  /** Where the person of an attempt stands, from all of its parts. */
  public static PersonState overall(Collection<PartState> parts) {
    if (parts.contains(FAILED)) {
      return PersonState.FAILED;
    }
    if (parts.contains(EXPIRED)) {
      return PersonState.EXPIRED;
    }
    if (parts.contains(UNCONFIRMED)) {
      return PersonState.UNCONFIRMED;
    }
    boolean delivered = parts.stream().allMatch(part -> part.compareTo(DELIVERED) >= 0);
    return delivered ? PersonState.REACHED : PersonState.IN_FLIGHT;
  }
}
