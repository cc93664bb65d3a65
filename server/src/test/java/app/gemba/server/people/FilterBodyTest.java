package app.gemba.server.people;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.gemba.core.campaign.PersonState;
import app.gemba.core.channel.Channel;
import app.gemba.core.consent.Agreement;
import app.gemba.core.consent.Purpose;
import app.gemba.core.intake.FieldType;
import app.gemba.core.people.Filter;
import app.gemba.store.Fields;
import app.gemba.store.PeopleStore.Leaving;
import app.gemba.store.PeopleStore.LeavingNumber;
import app.gemba.store.Refused;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.Test;

/** Filters as they go to a screen and come back, and people as they leave in a file. */
class FilterBodyTest {

  @Test
  void aFilterComesBackAsItWent() {
    Filter filter =
        new Filter(
            List.of(
                new Filter.OnList(true, Set.of(3L, 4L)),
                new Filter.Tagged(false, Set.of("school")),
                new Filter.FieldHolds(false, "port", Filter.Comparison.CONTAINS, "Quay"),
                new Filter.Agreed(true, Channel.WHATSAPP, Purpose.SERVICE, Agreement.NO),
                new Filter.ContactedWithin(true, 30),
                new Filter.LastOutcome(false, Set.of(PersonState.FAILED)),
                new Filter.Suppressed(true)));
    assertThat(FilterBody.of(filter).read()).isEqualTo(filter);
  }

  @Test
  void aFilterThatLeavesSomethingOpenIsRefusedInASentence() {
    FilterBody open = FilterBody.of(new Filter(List.of(new Filter.Tagged(false, Set.of()))));
    assertThatThrownBy(open::read).isInstanceOf(Refused.class).hasMessage("Say which tag.");
  }

  @Test
  void everyLabelOfAPhoneHasItsColumn() {
    LeavingColumns columns =
        new LeavingColumns(
            List.of(new Fields.Field(1, "port", "Home port", FieldType.TEXT, List.of())));
    Leaving oona =
        person(
            "Oona Wick",
            new LeavingNumber("+12075550101", "mobile", ""),
            new LeavingNumber("+12075550102", "mobile", "12"));
    Leaving viggo = person("Viggo Holm", new LeavingNumber("+12075550103", "", ""));
    columns.see(oona);
    columns.see(viggo);
    assertThat(columns.heads())
        .containsExactly(
            "Your id",
            "Full name",
            "First name",
            "Last name",
            "Phone (mobile)",
            "Phone (mobile) 2",
            "Phone",
            "E-mail",
            "Tags",
            "Home port");
    assertThat(columns.row(oona))
        .containsExactly(
            "MF-1",
            "Oona Wick",
            "",
            "",
            "+12075550101",
            "+12075550102 ext. 12",
            "",
            "",
            "member; walker",
            "Gull Steps");
    assertThat(columns.row(viggo).get(6)).isEqualTo("+12075550103");
  }

  private static Leaving person(String name, LeavingNumber... numbers) {
    return new Leaving(
        1,
        "MF-1",
        name,
        "",
        "",
        "",
        Map.of("port", "Gull Steps", "gone", "x"),
        List.of(numbers),
        List.of("member", "walker"));
  }
}
