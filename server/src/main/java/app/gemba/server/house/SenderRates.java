package app.gemba.server.house;

import app.gemba.core.campaign.Brief;
import app.gemba.core.campaign.CampaignState;
import app.gemba.core.pacing.SharedRate;
import app.gemba.store.CampaignStore;
import app.gemba.store.SenderStore;
import app.gemba.store.SenderStore.Sender;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** What the rate of a sender leaves for a campaign, beside the others that run from it. */
@Component
public class SenderRates {
  private final SenderStore senders;
  private final CampaignStore campaigns;

  /** Over the senders and the campaigns that run from them. */
  public SenderRates(SenderStore senders, CampaignStore campaigns) {
    this.senders = senders;
    this.campaigns = campaigns;
  }

  /**
   * The time between two attempts that a campaign will keep.
   *
   * @param runs whether it is one of the running campaigns already
   * @param texts texts that are still to go, and {@code messages} the parts they make
   * @param call how long a call takes, as is expected; nothing for messages
   */
  public Duration interval(Brief brief, boolean runs, long texts, long messages, Duration call) {
    if (brief.channel().isCall()) {
      Duration lines = call.dividedBy(Math.max(1, brief.calls().atOnce()));
      return lines.compareTo(brief.interval()) > 0 ? lines : brief.interval();
    }
    int perMinute = perMinute(brief, runs, texts, messages);
    return Duration.ofMinutes(1).dividedBy(Math.max(1, perMinute));
  }

  private int perMinute(Brief brief, boolean runs, long texts, long messages) {
    Optional<Integer> cap =
        senders.all().stream()
            .filter(sender -> brief.senderId().equals(Optional.of(sender.id())))
            .findFirst()
            .flatMap(Sender::perMinute);
    if (cap.isEmpty()) {
      return brief.perMinute();
    }
    long running =
        campaigns.in(List.of(CampaignState.RUNNING)).stream()
            .filter(one -> one.brief().senderId().equals(brief.senderId()))
            .count();
    int sharing = (int) running + (runs ? 0 : 1);
    return new SharedRate(cap, Math.max(1, sharing))
        .textsPerMinute(brief.perMinute(), texts, messages);
  }
}
