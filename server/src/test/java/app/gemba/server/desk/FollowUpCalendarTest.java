package app.gemba.server.desk;

import static org.assertj.core.api.Assertions.assertThat;

import app.gemba.store.FollowUps.FollowUp;
import java.io.StringReader;
import java.time.Clock;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.List;
import net.fortuna.ical4j.data.CalendarBuilder;
import net.fortuna.ical4j.model.Calendar;
import net.fortuna.ical4j.model.Component;
import net.fortuna.ical4j.model.component.VEvent;
import org.junit.jupiter.api.Test;

/** Follow-ups as iCalendar (RFC 5545), read back by another library than the one that writes. */
class FollowUpCalendarTest {
  private static final Instant NOW = Instant.parse("2026-11-17T15:00:00Z");
  private static final Instant DUE = Instant.parse("2026-11-18T14:15:00Z");
  private final FollowUpCalendar calendar = new FollowUpCalendar(Clock.fixed(NOW, ZoneOffset.UTC));

  @Test
  void anotherProgramReadsWhoIsToBeCalledAndWhen() throws Exception {
    String note = "wants Thursday, not Friday; asks:\n“two coaches?” \\ ramp";
    Calendar read = read(List.of(promise(7, "Lantern High School", note), promise(8, "", "")));
    read.validate();
    List<VEvent> events = read.getComponents(Component.VEVENT);
    assertThat(events).hasSize(2);
    VEvent first = events.get(0);
    assertThat(first.getSummary().getValue())
        .isEqualTo("Call Lantern High School, Spring, by boat");
    assertThat(first.getDescription().getValue()).isEqualTo("+12075550107\n" + note);
    assertThat(Instant.from(first.getDateTimeStart().getDate())).isEqualTo(DUE);
    assertThat(first.getUid().orElseThrow().getValue()).isEqualTo("follow-up-7@gemba");
    assertThat(first.getAlarms()).hasSize(1);
    assertThat(events.get(1).getSummary().getValue())
        .as("who has no name is called by their number")
        .startsWith("Call +12075550107");
  }

  @Test
  void itsLinesEndAndFoldAsTheStandardSays() {
    String text = calendar.of(List.of(promise(7, "Lantern", "long ".repeat(60))));
    assertThat(text).startsWith("BEGIN:VCALENDAR\r\nVERSION:2.0\r\n").endsWith("END:VCALENDAR\r\n");
    // RFC 5545, 3.1: no line is longer than 75 octets.
    assertThat(text.split("\r\n")).allMatch(line -> line.getBytes().length <= 75);
  }

  private Calendar read(List<FollowUp> promises) throws Exception {
    return new CalendarBuilder().build(new StringReader(calendar.of(promises)));
  }

  private static FollowUp promise(long id, String person, String note) {
    return new FollowUp(
        id, 1, "Spring, by boat", 4, person, "+12075550107", "Lior Strand", DUE, note);
  }
}
