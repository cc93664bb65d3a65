package app.gemba.server.desk;

import app.gemba.store.FollowUps.FollowUp;
import biweekly.ICalVersion;
import biweekly.ICalendar;
import biweekly.component.VAlarm;
import biweekly.component.VEvent;
import biweekly.io.text.ICalWriter;
import biweekly.property.Trigger;
import biweekly.util.Duration;
import java.io.IOException;
import java.io.StringWriter;
import java.io.UncheckedIOException;
import java.time.Clock;
import java.util.Date;
import java.util.List;
import org.springframework.stereotype.Component;

/** Promises as iCalendar (RFC 5545): an event of a quarter of an hour each, with a reminder. */
@Component
class FollowUpCalendar {
  /** Folded lines begin with a space, and a letter may be two octets: 75 are the most. */
  private static final int LONGEST_LINE = 70;

  private static final int QUARTER_MINUTES = 15;
  private static final int REMINDED_MINUTES = 5;

  private final Clock clock;

  FollowUpCalendar(Clock clock) {
    this.clock = clock;
  }

  /** The calendar; a promise keeps its id, so that it is not there twice after another import. */
  String of(List<FollowUp> promises) {
    ICalendar calendar = new ICalendar();
    calendar.setProductId("-//Gemba//follow-ups//EN");
    promises.forEach(promise -> calendar.addEvent(event(promise)));
    StringWriter text = new StringWriter();
    try (ICalWriter writer = new ICalWriter(text, ICalVersion.V2_0)) {
      writer.getVObjectWriter().getFoldedLineWriter().setLineLength(LONGEST_LINE);
      writer.write(calendar);
    } catch (IOException e) {
      throw new UncheckedIOException("a text in memory cannot fail to be written", e);
    }
    return text.toString();
  }

  private VEvent event(FollowUp promise) {
    VEvent event = new VEvent();
    event.setUid("follow-up-" + promise.id() + "@gemba");
    event.setDateTimeStamp(Date.from(clock.instant()));
    event.setDateStart(Date.from(promise.due()));
    event.setDuration(Duration.builder().minutes(QUARTER_MINUTES).build());
    event.setSummary("Call " + name(promise) + ", " + promise.campaign());
    event.setDescription(
        promise.number() + (promise.note().isBlank() ? "" : "\n" + promise.note()));
    Duration before = Duration.builder().prior(true).minutes(REMINDED_MINUTES).build();
    event.addAlarm(VAlarm.display(new Trigger(before, null), "Call " + name(promise)));
    return event;
  }

  private static String name(FollowUp promise) {
    return promise.person().isBlank() ? promise.number() : promise.person();
  }
}
