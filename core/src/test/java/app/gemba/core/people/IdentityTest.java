package app.gemba.core.people;

import static app.gemba.core.Known.mobile;
import static app.gemba.core.people.SamePerson.USUAL;
import static org.assertj.core.api.Assertions.assertThat;

import app.gemba.core.channel.Channel;
import app.gemba.core.people.SamePerson.NumberRule;
import app.gemba.core.phone.LineType;
import app.gemba.core.phone.PhoneNumber;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
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
  void withoutAnIdANumberWithTheSameNameDecidesThenTheMail() {
    assertThat(whoIs("", "one@guests.example", "+12075550102")).contains(new PersonId(2));
    assertThat(whoIs("", "one@guests.example", "+12075550199")).contains(new PersonId(1));
    assertThat(named("Wick, Oona", USUAL))
        .isEqualTo(new Identity(Optional.of(new PersonId(2)), false));
    assertThat(named("oona WÍCK", USUAL).person()).contains(new PersonId(2));
  }

  @Test
  void aNumberAloneMayBeAHouseholdAndTheRuleSaysWhich() {
    assertThat(named("Viggo Wick", USUAL)).isEqualTo(new Identity(Optional.empty(), true));
    assertThat(named("Viggo Wick", rule(NumberRule.ALONE)))
        .isEqualTo(new Identity(Optional.of(new PersonId(2)), true));
    assertThat(named("Oona Wick", rule(NumberRule.NEVER)))
        .isEqualTo(new Identity(Optional.empty(), false));
    assertThat(named("", USUAL).person()).contains(new PersonId(2));
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
    assertThat(texted(HeldNumber.of(landline), HeldNumber.of(mobile))).contains(mobile);
    assertThat(texted(HeldNumber.of(landline))).contains(landline);
    assertThat(texted()).isEmpty();
  }

  @Test
  void noFaxIsEverReachedAndNoExtensionTexted() {
    PhoneNumber number = mobile("+12075550102", "America/New_York");
    assertThat(texted(new HeldNumber(number, "Work fax", ""))).isEmpty();
    HeldNumber behind = new HeldNumber(number, "work", "123");
    assertThat(texted(behind)).isEmpty();
    assertThat(NumberChoice.on(Channel.AGENT_CALL, List.of(behind))).contains(behind);
  }

  private static Optional<PhoneNumber> texted(HeldNumber... numbers) {
    return NumberChoice.on(Channel.SMS, List.of(numbers)).map(HeldNumber::number);
  }

  private static SamePerson rule(NumberRule byNumber) {
    return new SamePerson(true, byNumber, true);
  }

  /** Whom all the holders of a number decide for, the few that decide do too. */
  @Test
  void fewOfManyWhoShareANumberDecide() {
    Random random = new Random(6);
    for (int i = 0; i < 3_000; i++) {
      List<PeopleDirectory.Known> all = new ArrayList<>();
      for (int n = random.nextInt(30); n > 0; n--) {
        all.add(
            new PeopleDirectory.Known(
                new PersonId(all.size() + 1),
                List.of("Oona", "Viggo", "Una", "").get(random.nextInt(4)),
                random.nextBoolean() ? "MF-" + n : ""));
      }
      String name = List.of("Oona", "viggo", "Ida", "").get(random.nextInt(4));
      SamePerson rule = rule(NumberRule.values()[random.nextInt(3)]);
      String ownId = random.nextBoolean() ? "MF-new" : "";
      assertThat(Identity.of(ownId, name, "", List.of("+1"), rule, new Sharing(all, false)))
          .as("%s %s among %s", ownId, name, all)
          .isEqualTo(Identity.of(ownId, name, "", List.of("+1"), rule, new Sharing(all, true)));
    }
  }

  /** Some who share every number. */
  private record Sharing(List<PeopleDirectory.Known> all, boolean everybody)
      implements PeopleDirectory {
    @Override
    public Optional<PersonId> byOwnId(String ownId) {
      return Optional.empty();
    }

    @Override
    public List<PeopleDirectory.Known> byNumber(String e164, String nameKey) {
      NumberHolders<PeopleDirectory.Known> holders = new NumberHolders<>();
      for (PeopleDirectory.Known one : all) {
        boolean couldBe = NameKey.couldBeOne(nameKey, NameKey.of(one.name()));
        holders.see(one, !one.ownId().isEmpty(), couldBe);
      }
      assertThat(holders.deciding()).hasSizeLessThanOrEqualTo(4);
      return everybody ? all : holders.deciding();
    }

    @Override
    public Optional<PeopleDirectory.Known> byEmail(String email) {
      return Optional.empty();
    }
  }

  private static Identity named(String name, SamePerson rule) {
    return Identity.of("", name, "", List.of("+12075550102"), rule, KNOWN);
  }

  private static Optional<PersonId> whoIs(String ownId, String email, String... numbers) {
    return Identity.of(ownId, "", email, List.of(numbers), USUAL, KNOWN).person();
  }

  private static final class Known implements PeopleDirectory {
    @Override
    public Optional<PersonId> byOwnId(String ownId) {
      return ownId.equals("MF-1") ? Optional.of(new PersonId(1)) : Optional.empty();
    }

    @Override
    public List<PeopleDirectory.Known> byNumber(String e164, String nameKey) {
      return e164.equals("+12075550102")
          ? List.of(new PeopleDirectory.Known(new PersonId(2), "Oona Wick", "MF-2"))
          : List.of();
    }

    @Override
    public Optional<PeopleDirectory.Known> byEmail(String email) {
      return email.equals("one@guests.example")
          ? Optional.of(new PeopleDirectory.Known(new PersonId(1), "", ""))
          : Optional.empty();
    }
  }
}
