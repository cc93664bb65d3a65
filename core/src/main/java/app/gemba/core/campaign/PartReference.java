package app.gemba.core.campaign;

import app.gemba.core.campaign.WireEvent.PartRef;

/**
 * The 16-bit reference that goes out with each part and comes back in its receipt (the optional
 * parameter user_message_reference of SMPP 3.4, 5.3.2.17). Together with the number it settles an
 * attempt whose answer, and with it the network's own id, was lost.
 */
public final class PartReference {
  private PartReference() {}

  /** The reference of a part; parts of one attempt and neighbouring attempts all differ. */
  public static int of(PartRef part) {
    return (int) ((part.attemptId() * 31 + part.part()) & 0xFFFF);
  }
}
