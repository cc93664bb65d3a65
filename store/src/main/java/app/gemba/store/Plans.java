package app.gemba.store;

import app.gemba.core.channel.Channel;
import app.gemba.core.consent.Purpose;
import app.gemba.core.intake.AgreementSource;
import app.gemba.core.intake.ColumnPlan;
import app.gemba.core.intake.ImportPlan;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/** Import plans as JSON. The stored form is its own, so that the core's types may change. */
final class Plans {
  private Plans() {}

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

  private record StoredPlan(
      List<ColumnPlan> columns, String region, Optional<StoredAgreement> agreement) {}

  static String write(ImportPlan plan) {
    return Json.write(
        new StoredPlan(plan.columns(), plan.defaultRegion(), agreement(plan.agreement())));
  }

  static ImportPlan read(String json) {
    StoredPlan stored = Json.read(json, StoredPlan.class);
    return new ImportPlan(
        stored.columns(),
        stored.region(),
        stored.agreement().map(Plans::agreement).orElseGet(AgreementSource.None::new));
  }

  static List<String> headers(ImportPlan plan) {
    return plan.columns().stream().map(ColumnPlan::header).toList();
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
