package app.gemba.core.campaign;

import app.gemba.core.channel.AgentContent;
import app.gemba.core.channel.CallContent;
import app.gemba.core.channel.Channel;
import app.gemba.core.channel.ChatContent;
import app.gemba.core.channel.Composer;
import app.gemba.core.consent.Purpose;
import app.gemba.core.consent.Terms;
import app.gemba.core.content.MergeText;
import java.time.DayOfWeek;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDateTime;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * What the operator composes: who, why, what, from whom, when and how fast. May be incomplete while
 * it is a draft.
 *
 * @param whenBlank what to say where a merge field is blank, by field
 * @param lists ids of the lists that make the audience
 * @param typedNumbers further numbers as they were typed or pasted, one a line or comma-separated
 * @param hoursFrom campaign hours begin; equal to {@code hoursTo} at midnight they never end
 * @param perMinute pace, at least 1
 * @param startAt for {@link StartMode#AT}
 * @param startAtOwn for {@link StartMode#AT_OWN}
 * @param limitMicros what the campaign may cost at most, in millionths of the house's currency
 * @param retries after which outcomes to try again; empty where nobody is tried twice
 * @param chat what a WhatsApp campaign says beside {@code message}, the body of its template
 * @param call how the calls of a campaign go, beside {@code message}, what is spoken in them
 */
public record Brief(
    String name,
    Channel channel,
    Purpose purpose,
    String message,
    Map<String, String> whenBlank,
    Optional<Long> senderId,
    List<Long> lists,
    String typedNumbers,
    LocalTime hoursFrom,
    LocalTime hoursTo,
    Set<DayOfWeek> hoursDays,
    HoursClock hoursClock,
    int perMinute,
    StartMode startMode,
    Optional<Instant> startAt,
    Optional<LocalDateTime> startAtOwn,
    Optional<Long> limitMicros,
    Optional<RetryPlan> retries,
    Optional<ChatContent> chat,
    Optional<CallContent> call) {
  /**
   * Texts longer than this are refused: the concatenation header counts 255 parts, common practice
   * stops at 10.
   */
  private static final int LONGEST_MESSAGE = 1530;

  private static final Duration SHORTEST_INTERVAL = Duration.ofMillis(100);
  private static final int FASTEST_PER_MINUTE = 6_000_000;

  public Brief {
    whenBlank = Map.copyOf(whenBlank);
    lists = List.copyOf(lists);
    hoursDays = Set.copyOf(hoursDays);
  }

  /** Whose clock campaign hours go by. */
  public enum HoursClock {
    HOUSE,
    /** Each person's own. */
    OWN
  }

  /** When a campaign starts. */
  public enum StartMode {
    NOW,
    /** At one instant. */
    AT,
    /** At an hour on each person's own clock. */
    AT_OWN
  }

  /** What the campaign brings to a verdict. */
  public Terms terms(ZoneId house) {
    return new Terms(
        channel,
        purpose,
        hoursFrom,
        hoursTo,
        hoursDays,
        hoursClock == HoursClock.HOUSE ? Optional.of(house) : Optional.empty(),
        startMode == StartMode.AT ? startAt : Optional.empty(),
        startMode == StartMode.AT_OWN ? startAtOwn : Optional.empty());
  }

  /** What makes the brief unusable even as a draft, in sentences; none where it can be saved. */
  public List<String> mistakes() {
    List<String> mistakes = new ArrayList<>();
    boolean allDay = hoursFrom.equals(LocalTime.MIDNIGHT) && hoursTo.equals(LocalTime.MIDNIGHT);
    if (!allDay && !hoursTo.equals(LocalTime.MIDNIGHT) && !hoursFrom.isBefore(hoursTo)) {
      mistakes.add("Campaign hours must begin before they end.");
    }
    if (hoursDays.isEmpty()) {
      mistakes.add("Campaign hours need at least one day of the week.");
    }
    if (perMinute < 1 || perMinute > FASTEST_PER_MINUTE) {
      mistakes.add("The pace must be at least 1 a minute.");
    }
    mistakes.addAll(retryPlan().mistakes());
    if (channel.isCall()) {
      mistakes.addAll(calls().mistakes());
    }
    if (message.length() > LONGEST_MESSAGE) {
      mistakes.add("The text is longer than " + LONGEST_MESSAGE + " characters.");
    }
    return mistakes;
  }

  /**
   * What is still missing before launch, in sentences; none where it can be launched.
   *
   * @param picked whether people have been picked by hand
   */
  public List<String> missing(boolean picked) {
    List<String> missing = new ArrayList<>(mistakes());
    if (name.isBlank()) {
      missing.add("Give the campaign a name.");
    }
    if (lists.isEmpty() && typedNumbers.isBlank() && !picked) {
      missing.add("Choose a list, or type numbers.");
    }
    missing.addAll(missingContent());
    if (senderId.isEmpty()) {
      missing.add("Choose a sender.");
    }
    if (startMode == StartMode.AT && startAt.isEmpty()
        || startMode == StartMode.AT_OWN && startAtOwn.isEmpty()) {
      missing.add("Say when it starts.");
    }
    return missing;
  }

  /** After which outcomes to try again. */
  public RetryPlan retryPlan() {
    return retries.orElse(RetryPlan.NONE);
  }

  /** How the calls go; the usual way where nothing has been said. */
  public CallContent calls() {
    return call.orElse(
        channel == Channel.AGENT_CALL ? CallContent.BY_AGENTS : CallContent.BROADCAST);
  }

  /** What agents need who hold the calls; the usual where nothing has been said. */
  public AgentContent agents() {
    return calls().agents().orElse(AgentContent.USUAL);
  }

  /** Time between two attempts; of agents' calls, as it is expected. */
  public Duration interval() {
    if (channel == Channel.AGENT_CALL) {
      return agents().expectedInterval();
    }
    return channel.isCall() && calls().perHour().isPresent()
        ? Duration.ofHours(1).dividedBy(calls().perHour().get())
        : Duration.ofMinutes(1).dividedBy(Math.max(1, perMinute));
  }

  /** What a run keeps between two attempts; calls of agents wait for agents alone. */
  public Duration leastInterval() {
    return channel == Channel.AGENT_CALL ? SHORTEST_INTERVAL : interval();
  }

  /** Whether anybody in flight may yet be tried again: by the plan, or by a key of their own. */
  public boolean mayTryAgain() {
    boolean later =
        channel == Channel.AGENT_CALL
            || channel.isCall()
                && calls().keys().stream()
                    .anyMatch(use -> use.act() == CallContent.KeyAct.CALL_LATER);
    return later || !retryPlan().rules().isEmpty();
  }

  /** What it says, compiled. */
  public Composer composer() {
    return Composer.of(channel, message, whenBlank, chat, call);
  }

  private List<String> missingContent() {
    if (channel == Channel.WHATSAPP && chat.isEmpty()) {
      return List.of("Choose a template.");
    }
    if (channel == Channel.AGENT_CALL) {
      return message.isBlank()
          ? List.of("Write what the agents say.")
          : badFields().stream().toList();
    }
    if (channel.isCall() && calls().soundId().isPresent()) {
      return List.of();
    }
    if (message.isBlank()) {
      return List.of(
          channel.isCall() ? "Write what is said, or choose a sound." : "Write the text.");
    }
    if (chat.isPresent() && !chat.get().isMapped(message)) {
      return List.of("Say which field stands in each placeholder of the template.");
    }
    return badFields().stream().toList();
  }

  private Optional<String> badFields() {
    try {
      composer();
      return Optional.empty();
    } catch (MergeText.BadText e) {
      return Optional.of(e.getMessage());
    }
  }
}
