package app.gemba.server.campaigns;

import app.gemba.core.campaign.Brief;
import app.gemba.core.campaign.CampaignState;
import app.gemba.core.channel.Channel;
import app.gemba.core.channel.Tariff;
import app.gemba.core.consent.Verdicts;
import app.gemba.store.CampaignStore;
import app.gemba.store.CampaignStore.Campaign;
import app.gemba.store.ChatTemplates;
import app.gemba.store.ChatTemplates.Template;
import app.gemba.store.NetworkStore;
import app.gemba.store.Refused;
import app.gemba.store.SenderStore;
import app.gemba.store.SenderStore.Sender;
import java.time.Clock;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** Launches that keep what a preflight promised. */
@Component
class Launches {
  private final CampaignStore campaigns;
  private final Preflights preflights;
  private final SenderStore senders;
  private final NetworkStore networks;
  private final ChatTemplates templates;
  private final Verdicts verdicts;
  private final Clock clock;

  Launches(
      CampaignStore campaigns,
      Preflights preflights,
      SenderStore senders,
      NetworkStore networks,
      ChatTemplates templates,
      Verdicts verdicts,
      Clock clock) {
    this.campaigns = campaigns;
    this.preflights = preflights;
    this.senders = senders;
    this.networks = networks;
    this.templates = templates;
    this.verdicts = verdicts;
    this.clock = clock;
  }

  /** What a confirmation said. */
  record Promise(long people, long segments, long costMicros) {}

  /**
   * Launches what the confirmation said, and nothing else.
   *
   * @throws Refused where the brief is incomplete, or what would happen has changed since
   */
  void launch(long id, int version, String key, Promise promise, Optional<Long> user) {
    Campaign campaign = campaigns.get(id);
    List<String> missing = campaign.brief().missing(campaign.picked() > 0);
    if (!missing.isEmpty()) {
      throw new Refused(Refused.Kind.INVALID, "Not launched. " + String.join(" ", missing));
    }
    Channel channel = campaign.brief().channel();
    String network =
        networks
            .kind(channel)
            .orElseThrow(
                () ->
                    new Refused(
                        Refused.Kind.WRONG_STATE,
                        "Not launched: no network for "
                            + channel.words()
                            + " is set up. Connect one, or switch the stand-in on, in Setup."));
    requireApproved(campaign.brief());
    if (campaign.state() == CampaignState.DRAFT) {
      requireKept(preflights.result(id), promise);
    }
    campaigns.launch(
        id,
        new CampaignStore.LaunchTerms(
            version,
            key,
            verdicts.packVersion(),
            network,
            tariff(campaign.brief()),
            preflights.typed(campaign.brief()).numbers()),
        user,
        clock.instant());
  }

  private void requireApproved(Brief brief) {
    boolean fits =
        brief.chat().stream()
            .allMatch(
                chat -> {
                  Template template = templates.get(chat.templateId());
                  return template.state() == ChatTemplates.State.APPROVED
                      && template.body().equals(brief.message());
                });
    if (brief.channel() == Channel.WHATSAPP && !fits) {
      throw new Refused(
          Refused.Kind.WRONG_STATE,
          "Not launched: the platform has not approved this template. Choose one that is approved.");
    }
  }

  private Tariff tariff(Brief brief) {
    Sender sender =
        senders.all().stream()
            .filter(one -> brief.senderId().equals(Optional.of(one.id())))
            .findFirst()
            .orElseThrow(() -> Refused.notFound("sender"));
    if (!sender.channels().contains(brief.channel().carrier())) {
      throw new Refused(
          Refused.Kind.INVALID,
          "Not launched: the sender does not carry " + brief.channel().words() + ".");
    }
    return sender.tariff();
  }

  private static void requireKept(Preflights.Result now, Promise promise) {
    if (now.allowed() == 0) {
      throw new Refused(
          Refused.Kind.WRONG_STATE, "Not launched: nobody in the audience may be contacted.");
    }
    boolean kept =
        now.allowed() == promise.people()
            && now.segments() == promise.segments()
            && now.costMicros() == promise.costMicros();
    if (!kept) {
      throw new Refused(
          Refused.Kind.STALE,
          "Not launched: it would now go to "
              + now.allowed()
              + " people in "
              + now.segments()
              + " messages, which is not what was shown. Look at it again, then launch.");
    }
  }
}
