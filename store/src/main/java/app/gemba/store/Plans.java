package app.gemba.store;

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
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/** Import plans as JSON. The stored form is its own, so that the core's types may change. */
final class Plans {
  private Plans() {}

  /** What is empty was not chosen, or was stored before it could be. */
  private record StoredColumn(
      int index,
      String header,
      ColumnRole role,
      Optional<String> into,
      Optional<String> region,
      Optional<FieldType> type,
      Optional<DayOrder> days,
      Optional<MergeRule> merge) {
    static StoredColumn of(ColumnPlan column) {
      ColumnChoices choices = column.choices();
      return new StoredColumn(
          column.index(),
          column.header(),
          column.role(),
          Optional.of(choices.into()),
          choices.region(),
          Optional.of(choices.type()),
          Optional.of(choices.days()),
          choices.merge());
    }

    ColumnPlan plan() {
      return new ColumnPlan(
          index,
          header,
          role,
          new ColumnChoices(
              into.orElse(""),
              region,
              type.orElse(FieldType.TEXT),
              days.orElse(DayOrder.UNDECIDED),
              merge));
    }
  }

  /** {@code channel} is of plans that were stored before agreements could be for several. */
  private record StoredAgreement(
      String source,
      Channel channel,
      Set<Channel> channels,
      Set<Purpose> purposes,
      String how,
      String on) {
    Set<Channel> all() {
      return channels == null ? Set.of(channel) : channels;
    }
  }

  private record StoredSamePerson(boolean byOwnId, NumberRule byNumber, boolean byEmail) {}

  /** A text taken out of a column, or its cells exchanged with another's. */
  private record StoredMend(int column, Optional<String> strip, Optional<Integer> swap) {
    static StoredMend of(ColumnMend mend) {
      if (mend instanceof ColumnMend.Strip strip) {
        return new StoredMend(strip.column(), Optional.of(strip.text()), Optional.empty());
      }
      ColumnMend.Swap swap = (ColumnMend.Swap) mend;
      return new StoredMend(swap.one(), Optional.empty(), Optional.of(swap.other()));
    }

    ColumnMend mend() {
      return strip
          .<ColumnMend>map(text -> new ColumnMend.Strip(column, text))
          .orElseGet(() -> new ColumnMend.Swap(column, swap.orElse(column)));
    }
  }

  private record StoredPlan(
      List<StoredColumn> columns,
      String region,
      Optional<StoredAgreement> agreement,
      Optional<StoredSamePerson> samePerson,
      Optional<List<StoredMend>> mends) {}

  static String write(ImportPlan plan) {
    SamePerson same = plan.samePerson();
    return Json.write(
        new StoredPlan(
            plan.columns().stream().map(StoredColumn::of).toList(),
            plan.defaultRegion(),
            agreement(plan.agreement()),
            Optional.of(new StoredSamePerson(same.byOwnId(), same.byNumber(), same.byEmail())),
            Optional.of(plan.mends().stream().map(StoredMend::of).toList())));
  }

  static ImportPlan read(String json) {
    StoredPlan stored = Json.read(json, StoredPlan.class);
    return new ImportPlan(
        stored.columns().stream().map(StoredColumn::plan).toList(),
        stored.region(),
        stored.agreement().map(Plans::agreement).orElseGet(AgreementSource.None::new),
        stored
            .samePerson()
            .map(is -> new SamePerson(is.byOwnId(), is.byNumber(), is.byEmail()))
            .orElse(SamePerson.USUAL),
        stored.mends().orElse(List.of()).stream().map(StoredMend::mend).toList());
  }

  private static Optional<StoredAgreement> agreement(AgreementSource source) {
    if (source instanceof AgreementSource.Declared said) {
      return Optional.of(
          new StoredAgreement(
              "declared",
              null,
              said.channels(),
              said.purposes(),
              said.how(),
              said.on().toString()));
    }
    if (source instanceof AgreementSource.Column said) {
      return Optional.of(
          new StoredAgreement("column", null, said.channels(), said.purposes(), said.how(), ""));
    }
    return Optional.empty();
  }

  private static AgreementSource agreement(StoredAgreement stored) {
    return stored.source().equals("declared")
        ? new AgreementSource.Declared(
            stored.all(), stored.purposes(), stored.how(), LocalDate.parse(stored.on()))
        : new AgreementSource.Column(stored.all(), stored.purposes(), stored.how());
  }
}
