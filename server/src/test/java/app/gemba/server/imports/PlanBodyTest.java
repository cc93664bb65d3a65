package app.gemba.server.imports;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.gemba.core.channel.Channel;
import app.gemba.core.consent.Purpose;
import app.gemba.core.intake.AgreementSource;
import app.gemba.core.intake.ColumnChoices;
import app.gemba.core.intake.ColumnMend;
import app.gemba.core.intake.ColumnPlan;
import app.gemba.core.intake.ColumnRole;
import app.gemba.core.intake.DayOrder;
import app.gemba.core.intake.FieldType;
import app.gemba.core.intake.ImportPlan;
import app.gemba.core.intake.MergeRule;
import app.gemba.core.people.SamePerson;
import app.gemba.core.people.SamePerson.NumberRule;
import app.gemba.store.Refused;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.Test;

/** A plan as it goes to a screen and comes back. */
class PlanBodyTest {
  private static final List<String> HEADERS = List.of("Reach", "Sails", "Port");

  @Test
  void aPlanComesBackAsItWent() {
    ImportPlan plan =
        new ImportPlan(
            List.of(
                new ColumnPlan(
                    0,
                    "Reach",
                    ColumnRole.PHONE,
                    new ColumnChoices(
                        "home",
                        Optional.of("DE"),
                        FieldType.TEXT,
                        DayOrder.UNDECIDED,
                        Optional.of(MergeRule.REPLACE))),
                new ColumnPlan(
                    1,
                    "Sails",
                    ColumnRole.FIELD,
                    ColumnChoices.NONE.type(FieldType.DATE).days(DayOrder.MONTH_FIRST)),
                new ColumnPlan(2, "Port", ColumnRole.LEFT_OUT)),
            "US",
            new AgreementSource.Column(Set.of(Channel.SMS), Set.of(Purpose.SERVICE), "form"),
            new SamePerson(false, NumberRule.ALONE, true),
            List.of(new ColumnMend.Strip(0, "guest:"), new ColumnMend.Swap(1, 2)));
    assertThat(PlanBody.of(plan).read(HEADERS)).isEqualTo(plan);
  }

  @Test
  void everyColumnHasItsWord() {
    PlanBody body =
        PlanBody.of(
            new ImportPlan(
                List.of(new ColumnPlan(0, "Reach", ColumnRole.PHONE)),
                "US",
                new AgreementSource.None()));
    assertThatThrownBy(() -> body.read(HEADERS))
        .isInstanceOf(Refused.class)
        .hasMessageContaining("3 columns");
  }

  @Test
  void aColumnThatIsNotThereCannotBeMended() {
    PlanBody is =
        PlanBody.of(
            new ImportPlan(
                List.of(
                    new ColumnPlan(0, "Reach", ColumnRole.PHONE),
                    new ColumnPlan(1, "Sails", ColumnRole.FIELD),
                    new ColumnPlan(2, "Port", ColumnRole.FIELD)),
                "US",
                new AgreementSource.None()));
    for (PlanBody.MendBody wrong :
        List.of(
            new PlanBody.MendBody(3, Optional.of("x"), Optional.empty()),
            new PlanBody.MendBody(-1, Optional.of("x"), Optional.empty()),
            new PlanBody.MendBody(0, Optional.empty(), Optional.of(7)))) {
      PlanBody body =
          new PlanBody(is.columns(), is.region(), is.agreement(), is.samePerson(), List.of(wrong));
      assertThatThrownBy(() -> body.read(HEADERS)).hasMessageContaining("no such column");
    }
  }
}
