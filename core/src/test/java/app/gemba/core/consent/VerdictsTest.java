package app.gemba.core.consent;

import static app.gemba.core.Known.agreed;
import static app.gemba.core.Known.mobile;
import static org.assertj.core.api.Assertions.assertThat;

import app.gemba.core.channel.Channel;
import app.gemba.core.phone.LineType;
import app.gemba.core.phone.PhoneNumber;
import java.time.DayOfWeek;
import java.time.Instant;
import java.time.LocalDateTime;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;

class VerdictsTest {
  private static final PhoneNumber PORTLAND = mobile("+12075550101", "America/New_York");
  private static final PhoneNumber PENSACOLA =
      mobile("+18505550101", "America/New_York", "America/Chicago");
  private static final Instant NOON_IN_NEW_YORK = Instant.parse("2026-11-17T17:00:00Z");

  private final Verdicts verdicts = new Verdicts(RulePack.general());

  @Test
  void whoAgreedAndCanBeTextedIsClear() {
    assertThat(verdict(agreed(PORTLAND), Purpose.MARKETING, NOON_IN_NEW_YORK))
        .isEqualTo(new Verdict.Clear());
  }

  /** The level of agreement per purpose: 47 CFR 64.1200(a)(2), PECR 2003 reg. 22 (from memory). */
  @ParameterizedTest
  @CsvSource({
    "YES,    MARKETING,",
    "YES,    SERVICE,",
    "UNSAID, MARKETING, NO_AGREEMENT",
    "UNSAID, SERVICE,",
    "NO,     MARKETING, SAID_NO",
    "NO,     SERVICE,   SAID_NO",
  })
  void agreementDecidesByPurpose(Agreement said, Purpose purpose, ReasonCode expected) {
    Standing standing = new Standing(Optional.of(PORTLAND), false, false, said);
    assertThat(verdict(standing, purpose, NOON_IN_NEW_YORK).reasons())
        .isEqualTo(Optional.ofNullable(expected).stream().toList());
  }

  @ParameterizedTest
  @EnumSource(LineType.class)
  void aLandlineOrASpecialNumberIsNotTexted(LineType type) {
    PhoneNumber number = new PhoneNumber("+12075550101", type, "US", PORTLAND.zones());
    Verdict verdict = verdict(agreed(number), Purpose.SERVICE, NOON_IN_NEW_YORK);
    List<ReasonCode> expected =
        switch (type) {
          case LANDLINE -> List.of(ReasonCode.LANDLINE);
          case SPECIAL -> List.of(ReasonCode.SPECIAL_NUMBER);
          default -> List.of();
        };
    assertThat(verdict.reasons()).isEqualTo(expected);
  }

  @Test
  void allReasonsAreNamedInTheOrderInWhichTheyAreShown() {
    PhoneNumber landline =
        new PhoneNumber("+12075550101", LineType.LANDLINE, "US", PORTLAND.zones());
    Standing standing = new Standing(Optional.of(landline), true, true, Agreement.NO);
    Verdict verdict = verdict(standing, Purpose.MARKETING, NOON_IN_NEW_YORK);
    assertThat(verdict)
        .isEqualTo(
            new Verdict.Refused(
                List.of(
                    ReasonCode.LANDLINE,
                    ReasonCode.TWICE,
                    ReasonCode.SUPPRESSED,
                    ReasonCode.SAID_NO)));
    assertThat(verdict.reasons()).isSorted();
  }

  @Test
  void aReasonIsToldWithTheRuleBehindIt() {
    for (ReasonCode reason : ReasonCode.values()) {
      assertThat(reason.words()).as(reason.name()).isNotBlank();
      assertThat(reason.source()).as(reason.name()).isNotBlank();
    }
  }

  @Test
  void whoHasNoNumberIsRefusedWhateverElseHolds() {
    Standing standing = new Standing(Optional.empty(), false, false, Agreement.YES);
    assertThat(verdict(standing, Purpose.SERVICE, NOON_IN_NEW_YORK))
        .isEqualTo(new Verdict.Refused(List.of(ReasonCode.NO_NUMBER)));
  }

  /** 8 to 21 where the person is: 47 CFR 64.1200(c)(1) (from memory). */
  @ParameterizedTest
  @CsvSource({
    "2026-11-17T12:59:59Z, 2026-11-17T13:00:00Z",
    "2026-11-17T13:00:00Z,",
    "2026-11-18T01:59:59Z,",
    "2026-11-18T02:00:00Z, 2026-11-18T13:00:00Z",
  })
  void contactHoursAreEightToTwentyOne(Instant now, Instant until) {
    Verdict expected =
        until == null
            ? new Verdict.Clear()
            : new Verdict.Held(Optional.of(until), List.of(ReasonCode.CONTACT_HOURS));
    assertThat(verdict(agreed(PORTLAND), Purpose.SERVICE, now)).isEqualTo(expected);
  }

  @Test
  void aNumberThatCouldBeInTwoZonesWaitsForBoth() {
    Verdict early =
        verdict(agreed(PENSACOLA), Purpose.SERVICE, Instant.parse("2026-11-17T13:30:00Z"));
    assertThat(early)
        .isEqualTo(
            new Verdict.Held(
                Optional.of(Instant.parse("2026-11-17T14:00:00Z")),
                List.of(ReasonCode.CONTACT_HOURS)));
    Verdict late =
        verdict(agreed(PENSACOLA), Purpose.SERVICE, Instant.parse("2026-11-18T02:30:00Z"));
    assertThat(late.reasons()).containsExactly(ReasonCode.CONTACT_HOURS);
  }

  @Test
  void withoutAZoneSomebodyIsHeldUntilItIsKnown() {
    Verdict verdict = verdict(agreed(mobile("+447700900123")), Purpose.SERVICE, NOON_IN_NEW_YORK);
    assertThat(verdict)
        .isEqualTo(new Verdict.Held(Optional.empty(), List.of(ReasonCode.ZONE_UNKNOWN)));
  }

  @Test
  void campaignHoursGoByTheHousesClockOrEachPersonsOwn() {
    PhoneNumber seattle = mobile("+12065550101", "America/Los_Angeles");
    Terms byHouse = hours(LocalTime.of(9, 0), LocalTime.of(12, 30), "America/New_York");
    Terms byOwn = hours(LocalTime.of(9, 0), LocalTime.of(12, 30), "");
    Instant nineInSeattle = NOON_IN_NEW_YORK;
    assertThat(verdicts.of(agreed(seattle), byHouse, nineInSeattle)).isEqualTo(new Verdict.Clear());
    assertThat(verdicts.of(agreed(seattle), byOwn, nineInSeattle)).isEqualTo(new Verdict.Clear());
    Instant half = Instant.parse("2026-11-17T17:30:00Z");
    assertThat(verdicts.of(agreed(seattle), byHouse, half).reasons())
        .containsExactly(ReasonCode.CAMPAIGN_HOURS);
    assertThat(verdicts.of(agreed(seattle), byOwn, half)).isEqualTo(new Verdict.Clear());
  }

  @Test
  void hoursThatNeverMeetAreARefusalNotAWait() {
    PhoneNumber sydney = mobile("+61491570156", "Australia/Sydney");
    Terms morning = hours(LocalTime.of(8, 0), LocalTime.of(9, 0), "America/New_York");
    assertThat(verdicts.of(agreed(sydney), morning, NOON_IN_NEW_YORK))
        .isEqualTo(new Verdict.Refused(List.of(ReasonCode.NO_SHARED_HOURS)));
  }

  @Test
  void aStartOnOnesOwnClockIsTheLatestInstantItCanMean() {
    Terms atTen =
        new Terms(
            Channel.SMS,
            Purpose.SERVICE,
            LocalTime.MIDNIGHT,
            LocalTime.MIDNIGHT,
            EnumSet.allOf(DayOfWeek.class),
            Optional.empty(),
            Optional.empty(),
            Optional.of(LocalDateTime.of(2026, 11, 17, 10, 0)));
    Instant early = Instant.parse("2026-11-17T14:30:00Z");
    assertThat(verdicts.of(agreed(PORTLAND), atTen, early)).isEqualTo(held("2026-11-17T15:00:00Z"));
    assertThat(verdicts.of(agreed(PENSACOLA), atTen, early))
        .isEqualTo(held("2026-11-17T16:00:00Z"));
  }

  private static Verdict held(String until) {
    return new Verdict.Held(Optional.of(Instant.parse(until)), List.of(ReasonCode.CAMPAIGN_HOURS));
  }

  private static Terms hours(LocalTime from, LocalTime to, String zone) {
    return new Terms(
        Channel.SMS,
        Purpose.SERVICE,
        from,
        to,
        Set.of(DayOfWeek.values()),
        Optional.of(zone).filter(name -> !name.isEmpty()).map(ZoneId::of),
        Optional.empty(),
        Optional.empty());
  }

  private Verdict verdict(Standing standing, Purpose purpose, Instant now) {
    return verdicts.of(standing, Terms.always(Channel.SMS, purpose), now);
  }
}
