package app.gemba.server.campaigns;

import app.gemba.core.campaign.Brief;
import app.gemba.core.channel.OutcomeClass;
import app.gemba.core.intake.file.FormulaGuard;
import app.gemba.core.phone.PhoneNumber;
import app.gemba.store.Page;
import app.gemba.store.ReportStore;
import app.gemba.store.ReportStore.AudienceRow;
import app.gemba.store.ReportStore.Part;
import de.siegmar.fastcsv.writer.CsvWriter;
import java.io.IOException;
import java.io.OutputStream;
import java.io.OutputStreamWriter;
import java.io.Writer;
import java.math.BigDecimal;
import java.nio.charset.StandardCharsets;
import java.util.Locale;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** A report as a table of all its people, page by page, so that it can be of any length. */
@Component
class ReportTable {
  private static final int PAGE = 2000;
  private static final int MICROS_DIGITS = 6;
  private static final int MILLIS_DIGITS = 3;

  private final ReportStore reports;

  ReportTable(ReportStore reports) {
    this.reports = reports;
  }

  /** Writes the table; numbers are masked for whoever may not see them whole. */
  void write(long id, Brief brief, boolean whole, OutputStream out) throws IOException {
    try (Writer text = new OutputStreamWriter(out, StandardCharsets.UTF_8);
        CsvWriter csv = CsvWriter.builder().build(text)) {
      csv.writeRecord(
          "name",
          "number",
          "state",
          "reason",
          "class",
          "changed at",
          "attempts",
          "segments",
          "answered seconds",
          "heard seconds",
          "key",
          "cost",
          "text");
      Optional<String> after = Optional.of("0");
      while (after.isPresent()) {
        Page<AudienceRow> page = reports.people(id, Part.WHOLE, Long.parseLong(after.get()), PAGE);
        for (AudienceRow row : page.items()) {
          csv.writeRecord(
              FormulaGuard.guarded(row.name()),
              whole ? row.number() : PhoneNumber.masked(row.number()),
              row.state().name().toLowerCase(Locale.ROOT).replace('_', ' '),
              PlaceWords.of(row.reason(), brief),
              PlaceWords.kind(row.state(), row.reason()).map(OutcomeClass::words).orElse(""),
              row.changedAt().toString(),
              String.valueOf(row.attempts()),
              String.valueOf(row.segments()),
              seconds(row.answeredMillis()),
              seconds(row.heardMillis()),
              row.key(),
              BigDecimal.valueOf(row.costMicros(), MICROS_DIGITS).toPlainString(),
              FormulaGuard.guarded(row.text()));
        }
        after = page.next();
      }
    }
  }

  private static String seconds(long millis) {
    return BigDecimal.valueOf(millis, MILLIS_DIGITS).toPlainString();
  }
}
