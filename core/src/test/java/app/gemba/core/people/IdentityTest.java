package app.gemba.core.people;

import static app.gemba.core.Known.mobile;
import static org.assertj.core.api.Assertions.assertThat;

import app.gemba.core.channel.Channel;
import app.gemba.core.phone.LineType;
import app.gemba.core.phone.PhoneNumber;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.Test;

class IdentityTest {
  private static final PeopleDirectory KNOWN = new Known();

  @Test
  void theOperatorsOwnIdComesFirst() {
    assertThat(whoIs("MF-1", "", "+12075550102")).contains(new PersonId(1));
  }

  @Test
  void anUnknownIdWithANumberIsSomebodyNew() {
    assertThat(whoIs("MF-9", "", "+12075550102")).isEmpty();
  }

  @Test
  void withoutAnIdTheNumberDecidesAndNotTheMail() {
    assertThat(whoIs("", "one@guests.example", "+12075550102")).contains(new PersonId(2));
    assertThat(whoIs("", "one@guests.example", "+12075550199")).isEmpty();
  }

  @Test
  void aRowWithoutANumberIsSomebodyKnownByIdOrMail() {
    assertThat(whoIs("MF-1", "")).contains(new PersonId(1));
    assertThat(whoIs("", "one@guests.example")).contains(new PersonId(1));
    assertThat(whoIs("MF-9", "one@guests.example")).contains(new PersonId(1));
    assertThat(whoIs("", "")).isEmpty();
  }

  @Test
  void theFirstNumberThatTakesTextsIsTexted() {
    PhoneNumber landline = new PhoneNumber("+442079460001", LineType.LANDLINE, "GB", Set.of());
    PhoneNumber mobile = mobile("+12075550102", "America/New_York");
    assertThat(NumberChoice.on(Channel.SMS, List.of(landline, mobile))).contains(mobile);
    assertThat(NumberChoice.on(Channel.SMS, List.of(landline))).contains(landline);
    assertThat(NumberChoice.on(Channel.SMS, List.of())).isEmpty();
  }

  private static Optional<PersonId> whoIs(String ownId, String email, String... numbers) {
    List<PhoneNumber> all = Arrays.stream(numbers).map(n -> mobile(n)).toList();
    return Identity.of(ownId, email, all, KNOWN);
  }

  private static final class Known implements PeopleDirectory {
    @Override
    public Optional<PersonId> byOwnId(String ownId) {
      return ownId.equals("MF-1") ? Optional.of(new PersonId(1)) : Optional.empty();
    }

    @Override
    public Optional<PersonId> byNumber(String e164) {
      return e164.equals("+12075550102") ? Optional.of(new PersonId(2)) : Optional.empty();
    }

    @Override
    public Optional<PersonId> byEmail(String email) {
      return email.equals("one@guests.example") ? Optional.of(new PersonId(1)) : Optional.empty();
    }
  }
}
