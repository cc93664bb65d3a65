package app.gemba.core.campaign;

import static org.assertj.core.api.Assertions.assertThat;

import app.gemba.core.channel.Channel;
import app.gemba.core.consent.Purpose;
import java.time.DayOfWeek;
import java.time.LocalTime;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.Test;

class BriefTest {
  private static final Set<DayOfWeek> ALL = EnumSet.allOf(DayOfWeek.class);

  @Test
  void anEmptyBriefSaysAllThatIsMissing() {
    Brief empty = brief("", "", List.of(), Optional.empty(), LocalTime.of(8, 0), ALL, 60);
    assertThat(empty.mistakes()).isEmpty();
    assertThat(empty.missing(false))
        .containsExactly(
            "Give the campaign a name.",
            "Choose a list, or type numbers.",
            "Write the text.",
            "Choose a sender.");
  }

  @Test
  void aWholeBriefMissesNothing() {
    assertThat(whole("Boats from 1 December, {{first_name}}.").missing(false)).isEmpty();
  }

  @Test
  void aMergeFieldThatCannotBeReadIsMissingNotAnError() {
    assertThat(whole("Boats for {{first_name").missing(false)).hasSize(1);
    assertThat(whole("{{#pass}}yes{{/pass}}").missing(false)).hasSize(1);
  }

  @Test
  void hoursMustBeginBeforeTheyEndAndThePaceMustMove() {
    Brief late = brief("a", "b", List.of(1L), Optional.of(1L), LocalTime.of(21, 0), ALL, 60);
    assertThat(late.mistakes()).containsExactly("Campaign hours must begin before they end.");
    Brief still = brief("a", "b", List.of(1L), Optional.of(1L), LocalTime.of(8, 0), ALL, 0);
    assertThat(still.mistakes()).containsExactly("The pace must be at least 1 a minute.");
    Brief never = brief("a", "b", List.of(1L), Optional.of(1L), LocalTime.of(8, 0), Set.of(), 60);
    assertThat(never.mistakes())
        .containsExactly("Campaign hours need at least one day of the week.");
  }

  /** 255 parts fit the header of 3GPP TS 23.040; common practice stops at 10. */
  @Test
  void aTextOfMoreThanTenPartsIsAMistake() {
    assertThat(whole("x".repeat(1531)).mistakes()).hasSize(1);
    assertThat(whole("x".repeat(1530)).mistakes()).isEmpty();
  }

  private static Brief whole(String message) {
    return brief(
        "Winter timetable", message, List.of(1L), Optional.of(1L), LocalTime.of(8, 0), ALL, 60);
  }

  private static Brief brief(
      String name,
      String message,
      List<Long> lists,
      Optional<Long> sender,
      LocalTime from,
      Set<DayOfWeek> days,
      int perMinute) {
    return new Brief(
        name,
        Channel.SMS,
        Purpose.SERVICE,
        message,
        Map.of(),
        sender,
        lists,
        "",
        from,
        LocalTime.of(20, 0),
        days,
        Brief.HoursClock.HOUSE,
        perMinute,
        Brief.StartMode.NOW,
        Optional.empty(),
        Optional.empty(),
        Optional.empty(),
        Optional.empty(),
        Optional.empty(),
        Optional.empty());
  }
}
