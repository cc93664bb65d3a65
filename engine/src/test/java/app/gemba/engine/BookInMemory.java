package app.gemba.engine;

import app.gemba.core.campaign.AttemptBook;
import app.gemba.core.campaign.Brief;
import app.gemba.core.campaign.CampaignAct;
import app.gemba.core.campaign.CampaignState;
import app.gemba.core.campaign.Candidate;
import app.gemba.core.campaign.RunCommand;
import app.gemba.core.campaign.RunEvent;
import app.gemba.core.campaign.WireEvent;
import app.gemba.core.channel.AgentContent;
import app.gemba.core.channel.CallContent;
import app.gemba.core.channel.Channel;
import app.gemba.core.channel.Tariff;
import app.gemba.core.consent.Agreement;
import app.gemba.core.consent.Purpose;
import app.gemba.core.consent.Standing;
import app.gemba.core.consent.Verdict;
import app.gemba.core.phone.LineType;
import app.gemba.core.phone.PhoneNumber;
import java.time.DayOfWeek;
import java.time.Instant;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.EnumSet;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;
import java.util.function.Function;

/** A book of attempts in memory, of one campaign whose people all live in New York. */
public final class BookInMemory implements AttemptBook {
  private final Deque<Candidate> waiting = new ArrayDeque<>();
  private final List<WireEvent> heard = new ArrayList<>();
  private final List<WireEvent.Incoming> incoming = new ArrayList<>();
  private final Set<Long> claimed = new HashSet<>();
  private CampaignState state = CampaignState.SCHEDULED;
  private boolean frozen;
  private Optional<Launched> held = Optional.empty();
  private int failures;
  private boolean awaiting;
  private int looks;

  private final Consumer<String> keyOptOuts;

  public BookInMemory(int people) {
    this(
        people,
        key -> {
          throw new AssertionError("nobody calls here");
        });
  }

  /** One that tells who opts out by a key, as "attempt: key". */
  BookInMemory(int people, Consumer<String> keyOptOuts) {
    this.keyOptOuts = keyOptOuts;
    for (int i = 1; i <= people; i++) {
      PhoneNumber number =
          new PhoneNumber(
              String.format("+1207555%04d", i),
              LineType.MOBILE,
              "US",
              Set.of(ZoneId.of("America/New_York")));
      Standing standing = new Standing(Optional.of(number), false, false, Agreement.YES);
      waiting.add(new Candidate(i, standing, Map.of()));
    }
  }

  /** The next so many steps fail, as with a full disk. */
  synchronized void failNext(int steps) {
    failures = steps;
  }

  /** Whether somebody is held until something is known. */
  synchronized void setAwaiting(boolean is) {
    awaiting = is;
  }

  /** How often a run has looked. */
  synchronized int looks() {
    return looks;
  }

  public synchronized void set(CampaignState to) {
    state = to;
  }

  synchronized CampaignState state() {
    return state;
  }

  public synchronized int claimed() {
    return claimed.size();
  }

  public synchronized List<WireEvent> heard() {
    return List.copyOf(heard);
  }

  synchronized List<WireEvent.Incoming> incoming() {
    return List.copyOf(incoming);
  }

  /** The same campaign as one that calls, so many at once. */
  Launched calling(int atOnce) {
    CallContent content =
        new CallContent(
            Optional.empty(),
            0,
            CallContent.BROADCAST.keys(),
            60,
            true,
            true,
            atOnce,
            Optional.empty(),
            Optional.empty());
    return new Launched(
        1,
        CampaignState.RUNNING,
        1,
        brief(Channel.VOICE_BROADCAST, Optional.of(content)),
        "+12075550150",
        Tariff.ofTexts(0),
        Optional.empty(),
        true);
  }

  /** A campaign whose calls agents hold; from here on it is the one that lives. */
  public synchronized Launched byAgents(AgentContent content) {
    CallContent usual = CallContent.BY_AGENTS;
    CallContent calls =
        new CallContent(
            usual.soundId(),
            usual.soundSeconds(),
            usual.keys(),
            usual.againMinutes(),
            usual.leaveOnMachines(),
            usual.personHears(),
            usual.atOnce(),
            usual.perHour(),
            Optional.of(content));
    Launched campaign =
        new Launched(
            1,
            CampaignState.RUNNING,
            1,
            brief(Channel.AGENT_CALL, Optional.of(calls)),
            "+12075550150",
            Tariff.ofTexts(0),
            Optional.empty(),
            true);
    state = CampaignState.RUNNING;
    held = Optional.of(campaign);
    return campaign;
  }

  @Override
  public synchronized List<Launched> launched() {
    if (held.isPresent()) {
      return state.isLive() ? List.of(held.get()) : List.of();
    }
    return state.isLive()
        ? List.of(
            new Launched(
                1,
                state,
                1,
                brief(),
                "+12075550100",
                Tariff.ofTexts(8_000),
                Optional.empty(),
                frozen))
        : List.of();
  }

  @Override
  public synchronized boolean freezeSome(
      Launched campaign, Instant now, Function<Candidate, Verdict> verdict) {
    frozen = true;
    return true;
  }

  @Override
  public boolean takeArrivals(
      Launched campaign, Instant now, Function<Candidate, Verdict> verdict) {
    return false;
  }

  @Override
  public synchronized Stepped step(
      Launched campaign,
      int atMost,
      Instant now,
      Function<RunEvent.Looked, List<RunCommand>> decide) {
    if (failures > 0) {
      failures--;
      throw new IllegalStateException("the disk is full");
    }
    if (state != CampaignState.RUNNING) {
      return new Stepped(List.of(), List.of());
    }
    looks++;
    List<Candidate> due = new ArrayList<>();
    while (due.size() < atMost && !waiting.isEmpty()) {
      due.add(waiting.poll());
    }
    return apply(due, atMost, decide);
  }

  @Override
  public synchronized Stepped stepFor(
      Launched campaign,
      long position,
      Instant now,
      Function<RunEvent.Looked, List<RunCommand>> decide) {
    List<Candidate> due = waiting.stream().filter(one -> one.position() == position).toList();
    waiting.removeAll(due);
    return apply(due, 1, decide);
  }

  private Stepped apply(
      List<Candidate> due, int atMost, Function<RunEvent.Looked, List<RunCommand>> decide) {
    List<Claim> claims = new ArrayList<>();
    List<RunCommand> others = new ArrayList<>();
    for (RunCommand command :
        decide.apply(
            new RunEvent.Looked(due, atMost, Optional.empty(), awaiting && due.isEmpty()))) {
      if (command instanceof RunCommand.Send send) {
        long id = send.candidate().position();
        if (!claimed.add(id)) {
          throw new AssertionError("claimed twice: " + id);
        }
        claims.add(new Claim(id, send.candidate().standing().number().orElseThrow().e164(), send));
      } else {
        others.add(command);
        state = command instanceof RunCommand.Finish ? CampaignState.FINISHED : state;
      }
    }
    // Who was only looked at waits on.
    due.stream().filter(one -> !claimed.contains(one.position())).forEach(waiting::add);
    return new Stepped(claims, others);
  }

  @Override
  public synchronized void record(List<WireEvent> events, Instant now) {
    heard.addAll(events);
  }

  @Override
  public synchronized void recordIncoming(WireEvent.Incoming text, boolean optOut, Instant now) {
    incoming.add(text);
  }

  @Override
  public void recordKeyOptOut(long attemptId, String key, Instant now) {
    keyOptOuts.accept(attemptId + ": " + key);
  }

  @Override
  public int unconfirmClaimed(Instant now) {
    return 0;
  }

  @Override
  public synchronized Optional<CampaignState> advance(
      long campaignId, CampaignAct act, Instant now) {
    Optional<CampaignState> after = act.after(state);
    after.ifPresent(this::set);
    return after;
  }

  private static Brief brief() {
    return brief(Channel.SMS, Optional.empty());
  }

  private static Brief brief(Channel channel, Optional<CallContent> call) {
    return new Brief(
        "Winter timetable",
        channel,
        Purpose.SERVICE,
        "Marram Ferries: boats from 1 December.",
        Map.of(),
        Optional.of(1L),
        List.of(1L),
        "",
        LocalTime.MIDNIGHT,
        LocalTime.MIDNIGHT,
        EnumSet.allOf(DayOfWeek.class),
        Brief.HoursClock.OWN,
        60_000,
        Brief.StartMode.NOW,
        Optional.empty(),
        Optional.empty(),
        Optional.empty(),
        Optional.empty(),
        Optional.empty(),
        call);
  }
}
