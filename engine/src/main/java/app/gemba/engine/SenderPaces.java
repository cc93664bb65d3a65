package app.gemba.engine;

import app.gemba.core.campaign.AttemptBook.Claim;
import app.gemba.core.campaign.AttemptBook.Launched;
import app.gemba.core.pacing.Pace;
import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * What each sender may still say, over all campaigns that speak from it. Counted in messages, as
 * networks count: a text of three parts takes three. Used by the campaigns' one thread.
 */
final class SenderPaces {
  private record Capped(int perMinute, Pace pace) {}

  private final Map<String, Capped> paces = new HashMap<>();

  /** How many texts of a campaign may leave, of those that the network has room for. */
  int room(Launched campaign, int room, Instant now) {
    if (campaign.senderPerMinute().isEmpty()) {
      return room;
    }
    return (int) Math.min(room, pace(campaign, now).available(now));
  }

  /** Counts what has been claimed for a campaign. */
  void said(Launched campaign, List<Claim> claims, Instant now) {
    if (campaign.senderPerMinute().isEmpty() || claims.isEmpty()) {
      return;
    }
    long messages = claims.stream().mapToLong(claim -> claim.send().message().parts()).sum();
    paces.put(
        campaign.sender(),
        new Capped(campaign.senderPerMinute().get(), pace(campaign, now).after(messages, now)));
  }

  /** A changed rate holds from now on. */
  private Pace pace(Launched campaign, Instant now) {
    int perMinute = campaign.senderPerMinute().orElseThrow();
    Capped known = paces.get(campaign.sender());
    if (known == null || known.perMinute() != perMinute) {
      known = new Capped(perMinute, Pace.perMinute(perMinute, now));
      paces.put(campaign.sender(), known);
    }
    return known.pace();
  }
}
