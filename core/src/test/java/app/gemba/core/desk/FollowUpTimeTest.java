package app.gemba.core.desk;

import static app.gemba.core.Known.mobile;
import static org.assertj.core.api.Assertions.assertThat;

import app.gemba.core.channel.Channel;
import app.gemba.core.consent.Purpose;
import app.gemba.core.consent.RulePack;
import app.gemba.core.consent.Terms;
import app.gemba.core.consent.Verdicts;
import app.gemba.core.phone.PhoneNumber;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDateTime;
import java.time.ZoneId;
import org.junit.jupiter.api.Test;

/**
 * Times for follow-ups. Contact hours of the rule pack: 8 to 21 on the person's own clock, 47 CFR
 * 64.1200(c)(1) (from memory); days and clocks by the tz database.
 */
class FollowUpTimeTest {
  private static final Verdicts VERDICTS = new Verdicts(RulePack.general());
  private static final Terms ALWAYS = Terms.always(Channel.AGENT_CALL, Purpose.SERVICE);
  private static final String EASTERN = "America/New_York";
  private static final PhoneNumber OFFICE = mobile("+12075550107", EASTERN);

  @Test
  void itIsProposedOnAQuarterOfAnHour() {
    assertThat(proposed("2026-11-17T10:07:31", Duration.ofDays(1)))
        .isEqualTo(local("2026-11-18T10:15:00"));
    assertThat(proposed("2026-11-17T10:15:00", Duration.ofHours(1)))
        .isEqualTo(local("2026-11-17T11:15:00"));
  }

  @Test
  void atNightItMovesToTheMorningWhereTheyAre() {
    assertThat(proposed("2026-11-17T20:10:00", Duration.ofHours(2)))
        .isEqualTo(local("2026-11-18T08:00:00"));
  }

  @Test
  void aDayBehindTheEndOfSummerTimeIsStillInTheirHours() {
    // On 1 November 2026 clocks there go back from 2:00 to 1:00.
    Instant before = local("2026-10-31T20:55:00");
    Instant at = FollowUpTime.propose(VERDICTS, ALWAYS, OFFICE, Duration.ofHours(12), before);
    assertThat(at).isEqualTo(local("2026-11-01T08:00:00"));
  }

  @Test
  void whoCouldBeInTwoZonesIsCalledWhenBothAreOpen() {
    PhoneNumber somewhere = mobile("+12085550107", EASTERN, "America/Los_Angeles");
    Instant at = FollowUpTime.allowed(VERDICTS, ALWAYS, somewhere, local("2026-11-18T08:30:00"));
    assertThat(at).as("8:00 on the western clock").isEqualTo(local("2026-11-18T11:00:00"));
  }

  private static Instant proposed(String now, Duration after) {
    return FollowUpTime.propose(VERDICTS, ALWAYS, OFFICE, after, local(now));
  }

  private static Instant local(String time) {
    return LocalDateTime.parse(time).atZone(ZoneId.of(EASTERN)).toInstant();
  }
}
