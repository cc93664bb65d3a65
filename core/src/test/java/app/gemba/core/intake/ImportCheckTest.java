package app.gemba.core.intake;

import static org.assertj.core.api.Assertions.assertThat;

import app.gemba.core.intake.ImportCheck.Counted;
import app.gemba.core.intake.ImportCheck.Outcome;
import app.gemba.core.intake.file.TableFile;
import app.gemba.core.people.PersonId;
import app.gemba.core.people.SamePerson;
import app.gemba.core.people.SamePerson.NumberRule;
import app.gemba.core.phone.PhoneReader;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/** What a file would do to people who are known, counted before anything is written. */
class ImportCheckTest {
  private static final PhoneReader PHONES = new PhoneReader();
  private long rows;

  @Test
  void whatBecomesOfEachFieldOfSomebodyKnownIsCounted() {
    ImportCheck check = check(SamePerson.USUAL, MergeRule.REPLACE);
    Counted changed = count(check, "MF-1", "Oona Wick", "207 555 0101", "o@new.example", "Quay");
    Counted same = count(check, "MF-2", "Viggo Holm", "207 555 0102", "v@guests.example", "Pier");
    count(check, "MF-3", "Una Reed", "207 555 0103", "u@guests.example", "Pier");
    ImportCheck.Result result = check.result();
    assertThat(result.merges())
        .isEqualTo(
            Map.of(
                "E-mail", new MergeCount.Counts(1, 0, 1),
                "Port", new MergeCount.Counts(0, 1, 0)));
    assertThat(result.fresh()).isEqualTo(1);
    assertThat(result.merged()).isEqualTo(2);
    assertThat(result.mergedInFile()).isZero();
    assertThat(changed.known()).contains(new PersonId(1));
    assertThat(changed.conflicts())
        .containsExactly(
            new Conflict(
                MergeTarget.EMAIL,
                "E-mail",
                "o@guests.example",
                "o@new.example",
                MergeRule.FILL_BLANKS),
            new Conflict("port", "Port", "Pier", "Quay", MergeRule.REPLACE));
    assertThat(same.conflicts()).isEmpty();
    assertThat(changed.hasProblem()).isFalse();
  }

  @ParameterizedTest
  @EnumSource(
      value = MergeRule.class,
      names = {"KEEP", "FILL_BLANKS"})
  void whatIsKeptIsCountedAsKept(MergeRule rule) {
    ImportCheck check = check(SamePerson.USUAL, rule);
    count(check, "MF-1", "Oona Wick", "207 555 0101", "", "Quay");
    assertThat(check.result().merges()).isEqualTo(Map.of("Port", new MergeCount.Counts(0, 0, 1)));
  }

  @Test
  void aHouseholdIsCountedSoThatItCanBeAskedAbout() {
    ImportCheck apart = check(SamePerson.USUAL, MergeRule.REPLACE);
    Counted viggo = count(apart, "", "Viggo Wick", "207 555 0101", "", "");
    assertThat(viggo.outcome()).isEqualTo(Outcome.NEW);
    assertThat(apart.result().sharing()).isEqualTo(1);
    ImportCheck alone = check(new SamePerson(true, NumberRule.ALONE, true), MergeRule.REPLACE);
    assertThat(count(alone, "", "Viggo Wick", "207 555 0101", "", "").outcome())
        .isEqualTo(Outcome.MERGED);
    assertThat(alone.result().sharing()).isEqualTo(1);
    ImportCheck never = check(new SamePerson(true, NumberRule.NEVER, true), MergeRule.REPLACE);
    count(never, "", "Oona Wick", "207 555 0101", "", "");
    assertThat(never.result().sharing()).isZero();
    assertThat(never.result().fresh()).isEqualTo(1);
  }

  @Test
  void somebodyOfARowBeforeIsTheSamePersonAndHasNothingToConflictWith() {
    ImportCheck check = check(SamePerson.USUAL, MergeRule.REPLACE);
    count(check, "MF-9", "Una Reed", "207 555 0109", "", "Pier");
    Counted again = count(check, "MF-9", "Una Reed", "207 555 0110", "", "Quay");
    assertThat(again.outcome()).isEqualTo(Outcome.MERGED);
    assertThat(again.known()).isEmpty();
    assertThat(again.conflicts()).isEmpty();
    assertThat(check.result().mergedInFile()).isEqualTo(1);
  }

  @Test
  void aRowWithoutANumberIsAProblemUnlessItIsAboutSomebodyKnown() {
    ImportCheck check = check(SamePerson.USUAL, MergeRule.REPLACE);
    Counted known = count(check, "MF-1", "", "see notes", "", "");
    assertThat(known.outcome()).isEqualTo(Outcome.MERGED);
    assertThat(known.hasProblem()).as("a cell of it is wrong all the same").isTrue();
    Counted unknown = count(check, "MF-8", "", "see notes", "", "");
    assertThat(unknown.outcome()).isEqualTo(Outcome.REJECTED);
    assertThat(unknown.reason()).contains(RejectReason.NO_NUMBER_IN_TEXT);
    assertThat(unknown.notes()).singleElement().matches(note -> note.wrong() && note.column() == 2);
  }

  @Test
  void aRowInWhichTheFileEndsIsRejectedAsSuch() {
    ImportCheck check = check(SamePerson.USUAL, MergeRule.REPLACE);
    Counted cut = check.count(new TableFile.Row(1, List.of("MF-1", "\"Oona"), true));
    assertThat(cut.reason()).contains(RejectReason.CUT_OFF);
    assertThat(check.result().rejected()).isEqualTo(Map.of(RejectReason.CUT_OFF, 1L));
  }

  private Counted count(ImportCheck check, String... cells) {
    return check.count(new TableFile.Row(++rows, List.of(cells), false));
  }

  private static ImportCheck check(SamePerson rule, MergeRule ofPort) {
    ColumnChoices port =
        new ColumnChoices(
            "", Optional.empty(), FieldType.TEXT, DayOrder.UNDECIDED, Optional.of(ofPort));
    return new ImportCheck(
        new ImportPlan(
            List.of(
                new ColumnPlan(0, "No", ColumnRole.OWN_ID),
                new ColumnPlan(1, "Name", ColumnRole.NAME),
                new ColumnPlan(2, "Mobile", ColumnRole.PHONE),
                new ColumnPlan(3, "E-mail", ColumnRole.EMAIL),
                new ColumnPlan(4, "Port", ColumnRole.FIELD, port)),
            "US",
            new AgreementSource.None(),
            rule,
            List.of()),
        PHONES,
        new TwoGuests());
  }

  /** Oona, of whom a mail is known, and Viggo, of whom none is. */
  private static final class TwoGuests implements KnownPeople {
    private static final Known OONA = new Known(new PersonId(1), "Oona Wick", "MF-1");
    private static final Known VIGGO = new Known(new PersonId(2), "Viggo Holm", "MF-2");

    @Override
    public Optional<PersonId> byOwnId(String ownId) {
      return List.of(OONA, VIGGO).stream()
          .filter(one -> one.ownId().equals(ownId))
          .map(Known::id)
          .findFirst();
    }

    @Override
    public List<Known> byNumber(String e164, String nameKey) {
      return e164.equals("+12075550101") ? List.of(OONA) : List.of();
    }

    @Override
    public Optional<Known> byEmail(String email) {
      return Optional.empty();
    }

    @Override
    public Map<String, String> details(PersonId person) {
      return person.value() == 1
          ? Map.of(
              MergeTarget.OWN_ID,
              "MF-1",
              MergeTarget.NAME,
              "Oona Wick",
              MergeTarget.EMAIL,
              "o@guests.example",
              "port",
              "Pier")
          : Map.of(MergeTarget.OWN_ID, "MF-2", MergeTarget.NAME, "Holm, Viggo", "port", "Pier");
    }
  }
}
