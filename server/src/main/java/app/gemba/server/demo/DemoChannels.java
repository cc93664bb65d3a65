package app.gemba.server.demo;

import app.gemba.core.campaign.Brief;
import app.gemba.core.campaign.RetryPlan;
import app.gemba.core.channel.CallContent;
import app.gemba.core.channel.CallContent.KeyAct;
import app.gemba.core.channel.CallContent.KeyUse;
import app.gemba.core.channel.Channel;
import app.gemba.core.channel.ChatContent;
import app.gemba.core.channel.OutcomeClass;
import app.gemba.core.consent.Purpose;
import java.time.DayOfWeek;
import java.time.Instant;
import java.time.LocalTime;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** What Marram Ferries says by WhatsApp and by telephone in the demo, and to whom. */
record DemoChannels(long chatSender, long callSender, long abroad, long neighbours, long lapsed) {
  static final String WINTER_BODY =
      "Hello {{1}}, the winter boats run from 1 December: first boat from {{2}} 7:10, last 18:40."
          + " Reply STOP for no more messages from Marram Ferries.";
  static final String EASTER_BODY =
      "Hello {{1}}, early birds save 10 % on Easter sailings with Marram Ferries until Friday.";
  private static final RetryPlan NOT_NOW_AGAIN =
      new RetryPlan(
          List.of(new RetryPlan.Rule(OutcomeClass.NOT_NOW, 1, 90, RetryPlan.Numbers.SAME)));

  Brief winterAbroad(long template) {
    return chat(
        "Winter boats, guests abroad",
        template,
        List.of("first_name", "home_port"),
        List.of(abroad));
  }

  Brief newYearAbroad(long template) {
    return chat(
        "New Year boats, guests abroad", template, List.of("first_name", ""), List.of(abroad));
  }

  Brief pierClosure() {
    return call(
        "North Pier closed tonight",
        Channel.VOICE_BROADCAST,
        "This is Marram Ferries. North Pier is closed tonight. All boats leave from Old Harbour."
            + " Press 1 to confirm, 2 to hear this again, 3 to be called again later, or 9 for no"
            + " more calls.",
        List.of(neighbours),
        keys());
  }

  Brief gullSteps(Instant start) {
    Brief now =
        call(
            "Gull Steps closed on Friday",
            Channel.VOICE_BROADCAST,
            "This is Marram Ferries. {{first_name}}, Gull Steps is closed on Friday. Press 1 to"
                + " confirm, 2 to hear this again, 3 to be called again later, or 9 for no more"
                + " calls.",
            List.of(neighbours),
            keys());
    return at(now, start);
  }

  Brief lapsedAutumn() {
    return call(
        "Lapsed guests, October",
        Channel.VOICEMAIL_DROP,
        "This is Marram Ferries. We have missed you this year. The islands are quiet in autumn, and"
            + " your old pass price is kept until the end of the month. Press 9 for no more calls.",
        List.of(lapsed),
        mailbox());
  }

  Brief lapsedSpring() {
    return call(
        "Lapsed guests, spring",
        Channel.VOICEMAIL_DROP,
        "This is Marram Ferries. {{first_name}}, the spring boats begin in March.",
        List.of(lapsed),
        mailbox());
  }

  private static CallContent keys() {
    return new CallContent(
        Optional.empty(),
        0,
        List.of(
            new KeyUse("1", KeyAct.CONFIRM),
            new KeyUse("2", KeyAct.HEAR_AGAIN),
            new KeyUse("3", KeyAct.CALL_LATER),
            new KeyUse("9", KeyAct.OPT_OUT)),
        60,
        true,
        true,
        6,
        Optional.empty(),
        Optional.empty());
  }

  private static CallContent mailbox() {
    return new CallContent(
        Optional.empty(),
        0,
        List.of(new KeyUse("9", KeyAct.OPT_OUT)),
        60,
        true,
        false,
        4,
        Optional.of(120),
        Optional.empty());
  }

  private Brief chat(String name, long template, List<String> fields, List<Long> lists) {
    return brief(
        name,
        Channel.WHATSAPP,
        WINTER_BODY,
        Optional.of(chatSender),
        lists,
        30,
        Optional.empty(),
        Optional.of(new ChatContent(template, "winter_boats", "en", fields)),
        Optional.empty());
  }

  private Brief call(
      String name, Channel channel, String message, List<Long> lists, CallContent content) {
    return brief(
        name,
        channel,
        message,
        Optional.of(callSender),
        lists,
        12,
        channel == Channel.VOICE_BROADCAST ? Optional.of(NOT_NOW_AGAIN) : Optional.empty(),
        Optional.empty(),
        Optional.of(content));
  }

  private static Brief brief(
      String name,
      Channel channel,
      String message,
      Optional<Long> sender,
      List<Long> lists,
      int perMinute,
      Optional<RetryPlan> retries,
      Optional<ChatContent> chat,
      Optional<CallContent> call) {
    return new Brief(
        name,
        channel,
        Purpose.SERVICE,
        message,
        Map.of("home_port", "your pier", "first_name", "dear guest"),
        sender,
        lists,
        "",
        LocalTime.of(8, 0),
        LocalTime.of(20, 0),
        EnumSet.allOf(DayOfWeek.class),
        Brief.HoursClock.OWN,
        perMinute,
        Brief.StartMode.NOW,
        Optional.empty(),
        Optional.empty(),
        Optional.empty(),
        retries,
        chat,
        call);
  }

  private static Brief at(Brief of, Instant start) {
    return new Brief(
        of.name(),
        of.channel(),
        of.purpose(),
        of.message(),
        of.whenBlank(),
        of.senderId(),
        of.lists(),
        of.typedNumbers(),
        of.hoursFrom(),
        of.hoursTo(),
        of.hoursDays(),
        of.hoursClock(),
        of.perMinute(),
        Brief.StartMode.AT,
        Optional.of(start),
        of.startAtOwn(),
        of.limitMicros(),
        of.retries(),
        of.chat(),
        of.call());
  }
}
