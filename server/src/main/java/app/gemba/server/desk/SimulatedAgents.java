package app.gemba.server.desk;

import app.gemba.core.campaign.Brief;
import app.gemba.core.channel.Channel;
import app.gemba.engine.CampaignRunner;
import app.gemba.engine.desk.DeskExchange;
import app.gemba.engine.desk.Sitting;
import app.gemba.server.BusinessClock;
import app.gemba.server.access.Role;
import app.gemba.store.AccountStore;
import app.gemba.store.CampaignStore;
import app.gemba.store.NetworkStore;
import app.gemba.store.Refused;
import app.gemba.store.SenderStore;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import org.springframework.stereotype.Component;

/**
 * Two agents without a person, so that calls flow in a rehearsal. They sit at desks of their own,
 * by the same acts as everybody, and only where the telephone is a stand-in.
 */
@Component
class SimulatedAgents implements AutoCloseable {
  private static final List<String> LOGINS = List.of("simulated-1", "simulated-2");

  private final DeskExchange exchange;
  private final FollowUpProposals proposals;
  private final DeskViews views;
  private final AccountStore accounts;
  private final CampaignStore campaigns;
  private final SenderStore senders;
  private final NetworkStore networks;
  private final CampaignRunner runner;
  private final BusinessClock clock;
  private final ScheduledExecutorService hands =
      Executors.newScheduledThreadPool(2, task -> new Thread(task, "simulated-agents"));
  private final List<SimulatedAgent> sitting = new ArrayList<>();
  private Optional<Long> campaign = Optional.empty();

  SimulatedAgents(
      DeskExchange exchange,
      FollowUpProposals proposals,
      DeskViews views,
      AccountStore accounts,
      CampaignStore campaigns,
      SenderStore senders,
      NetworkStore networks,
      CampaignRunner runner,
      BusinessClock clock) {
    this.exchange = exchange;
    this.proposals = proposals;
    this.views = views;
    this.accounts = accounts;
    this.campaigns = campaigns;
    this.senders = senders;
    this.networks = networks;
    this.runner = runner;
    this.clock = clock;
  }

  /** Where they sit; empty where they do not. */
  synchronized Optional<Long> campaign() {
    return campaign;
  }

  /**
   * Lets them sit down in a campaign, or leave as soon as their calls are over.
   *
   * @throws Refused where the telephone is no stand-in, or agents do not call for the campaign
   */
  synchronized void sit(Optional<Long> in) {
    sitting.forEach(SimulatedAgent::leave);
    sitting.clear();
    campaign = in;
    if (in.isEmpty()) {
      return;
    }
    Brief brief = campaigns.get(in.get()).brief();
    boolean standIn = networks.kind(Channel.AGENT_CALL).equals(Optional.of("stand-in"));
    if (!standIn && !clock.isOffRealTime() || brief.channel() != Channel.AGENT_CALL) {
      campaign = Optional.empty();
      throw new Refused(
          Refused.Kind.WRONG_STATE,
          "Simulated agents talk only to simulated people, in a campaign whose calls agents hold.");
    }
    String from =
        senders.all().stream()
            .filter(one -> brief.senderId().equals(Optional.of(one.id())))
            .findFirst()
            .orElseThrow(() -> Refused.notFound("sender"))
            .address();
    for (String login : LOGINS) {
      long id = account(login);
      SimulatedAgent agent = new SimulatedAgent(id, exchange, proposals, views, runner, hands);
      sitting.add(agent);
      agent.sit(new Sitting(in.get(), from, Optional.empty()));
    }
  }

  @Override
  public void close() {
    hands.shutdownNow();
  }

  /** An account that nobody can sign in to: no password has this hash. */
  private long account(String login) {
    return accounts
        .byLogin(login)
        .map(one -> one.account().id())
        .orElseGet(
            () ->
                accounts
                    .add(
                        login,
                        "Simulated agent " + login.substring(login.length() - 1),
                        "none",
                        Role.AGENT.name(),
                        false,
                        Optional.empty(),
                        clock.instant())
                    .id());
  }
}
