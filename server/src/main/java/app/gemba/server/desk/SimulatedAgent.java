package app.gemba.server.desk;

import app.gemba.core.channel.AgentOutcome;
import app.gemba.core.channel.AgentOutcome.Follow;
import app.gemba.core.desk.AgentState;
import app.gemba.core.desk.CallInHand;
import app.gemba.core.desk.Choice;
import app.gemba.core.desk.NotNow;
import app.gemba.engine.CampaignRunner;
import app.gemba.engine.desk.Caption;
import app.gemba.engine.desk.Caption.Side;
import app.gemba.engine.desk.DeskEar;
import app.gemba.engine.desk.DeskExchange;
import app.gemba.engine.desk.Seat;
import app.gemba.engine.desk.Sitting;
import app.gemba.server.desk.DeskViews.DeskView;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.RejectedExecutionException;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** One simulated agent: looks at the desk whenever it has changed, and acts after a moment. */
final class SimulatedAgent implements DeskEar {
  private static final Logger LOG = LoggerFactory.getLogger(SimulatedAgent.class);
  private static final long MOMENT = 700;
  private static final long LOOKS_AT_THE_PERSON = 1_500;
  private static final long WRITES_IT_UP = 2_500;
  private static final long WAITS_FOR_AN_ANSWER = 14_000;

  private final long agent;
  private final Seat seat;
  private final DeskExchange exchange;
  private final FollowUpProposals proposals;
  private final DeskViews views;
  private final CampaignRunner runner;
  private final ScheduledExecutorService hands;
  private String seen = "";
  private Optional<AgentTalk> talk = Optional.empty();
  private volatile boolean leaving;

  SimulatedAgent(
      long agent,
      DeskExchange exchange,
      FollowUpProposals proposals,
      DeskViews views,
      CampaignRunner runner,
      ScheduledExecutorService hands) {
    this.agent = agent;
    this.seat = exchange.floor().seat(agent);
    this.exchange = exchange;
    this.proposals = proposals;
    this.views = views;
    this.runner = runner;
    this.hands = hands;
  }

  /** Sits down, as soon as whoever sat here before has gone. */
  void sit(Sitting sitting) {
    later(
        MOMENT,
        () -> {
          if (seat.view().desk().state() == AgentState.OFFLINE) {
            seat.listen(this);
            exchange.floor().signOn(agent, sitting);
          } else if (!leaving) {
            sit(sitting);
          }
        });
  }

  /** Leaves, behind the call in hand. */
  void leave() {
    leaving = true;
    later(0, this::look);
  }

  @Override
  public void changed() {
    later(0, this::look);
  }

  @Override
  public void heard(short[] frame) {
    // It goes by the words.
  }

  private synchronized void look() {
    Seat.View is = seat.view();
    AgentState state = is.desk().state();
    Optional<CallInHand> call = is.desk().call();
    long heard = is.captions().stream().filter(one -> one.side() == Side.THEM).count();
    String now = state + "/" + call.map(CallInHand::position) + "/" + heard + "/" + leaving;
    if (now.equals(seen)) {
      return;
    }
    seen = now;
    switch (state) {
      case BREAK -> later(MOMENT, leaving ? this::go : seat::ready);
      case READY -> ready(call);
      case TALKING -> talk(is.captions(), now);
      case WRAP_UP -> later(WRITES_IT_UP, this::writeUp);
      case DIALLING, RINGING -> {
        talk = Optional.empty();
      }
      case OFFLINE -> {
        // Nobody sits here.
      }
    }
    runner.wake();
  }

  private void ready(Optional<CallInHand> shown) {
    if (leaving) {
      later(0, this::go);
    } else if (shown.isPresent()) {
      later(LOOKS_AT_THE_PERSON, () -> exchange.call(seat));
    }
  }

  private void go() {
    seat.signOff();
    seat.leave(this);
  }

  private void talk(List<Caption> captions, String when) {
    Optional<String> last =
        captions.stream()
            .filter(one -> one.side() == Side.THEM)
            .reduce((before, next) -> next)
            .map(Caption::words);
    if (last.isEmpty()) {
      return;
    }
    later(MOMENT, () -> answer(last.get()));
    later(
        WAITS_FOR_AN_ANSWER,
        () -> {
          if (isStill(when)) {
            answer("");
          }
        });
  }

  private synchronized boolean isStill(String when) {
    return when.equals(seen);
  }

  private void leaveMessage() {
    try {
      exchange.acts().leaveMessage(seat);
    } catch (NotNow e) {
      seat.hangUp();
    }
  }

  private synchronized void answer(String heard) {
    DeskView desk = views.of(agent);
    if (desk.state() != AgentState.TALKING || desk.person().isEmpty()) {
      return;
    }
    AgentTalk led =
        talk.orElseGet(
            () -> new AgentTalk(desk.person().get().script(), desk.person().get().answers()));
    talk = Optional.of(led);
    AgentTalk.Move move = led.next(heard);
    if (move instanceof AgentTalk.Move.Say say) {
      exchange.acts().say(seat, say.words());
    } else if (move instanceof AgentTalk.Move.LeaveMessage) {
      leaveMessage();
    } else {
      seat.hangUp();
    }
  }

  private synchronized void writeUp() {
    DeskView desk = views.of(agent);
    if (desk.state() != AgentState.WRAP_UP || desk.sitting().isEmpty()) {
      return;
    }
    List<AgentOutcome> outcomes = views.outcomes(desk.sitting().get().campaignId());
    AgentOutcome outcome =
        talk.orElseGet(() -> new AgentTalk(List.of(), List.of())).outcome(outcomes);
    exchange
        .acts()
        .mark(
            seat,
            new Choice(
                outcome,
                outcome.follow() == Follow.FOLLOW_UP
                    ? Optional.of(proposals.at(seat, outcome, Optional.empty(), desk.at()))
                    : Optional.empty()));
    exchange.acts().finish(seat);
    runner.wake();
  }

  private void later(long millis, Runnable act) {
    try {
      hands.schedule(() -> attempt(act), millis, TimeUnit.MILLISECONDS);
    } catch (RejectedExecutionException e) {
      LOG.debug("the house is closing");
    }
  }

  /** What cannot be done any more is left: the next change brings the next look. */
  private static void attempt(Runnable act) {
    try {
      act.run();
    } catch (NotNow e) {
      LOG.debug("a simulated agent came too late: {}", e.getMessage());
    } catch (RuntimeException e) {
      LOG.error("a simulated agent failed: {}", e.getMessage());
    }
  }
}
