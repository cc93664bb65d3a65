package app.gemba.server.campaigns;

import app.gemba.core.intake.file.FormulaGuard;
import app.gemba.server.access.Needs;
import app.gemba.server.access.Permission;
import app.gemba.store.CampaignStore;
import app.gemba.store.CampaignStore.Campaign;
import app.gemba.store.Page;
import de.siegmar.fastcsv.writer.CsvWriter;
import java.io.IOException;
import java.io.OutputStream;
import java.io.OutputStreamWriter;
import java.io.Writer;
import java.math.BigDecimal;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.Locale;
import java.util.Optional;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.mvc.method.annotation.StreamingResponseBody;

/** The list of campaigns as a file. */
@RestController
@RequestMapping("/api/v1")
class CampaignTableController {
  private static final int PAGE = 500;
  private static final int MICROS_DIGITS = 6;

  private final CampaignStore campaigns;

  CampaignTableController(CampaignStore campaigns) {
    this.campaigns = campaigns;
  }

  @GetMapping(value = "/campaigns.csv", produces = "text/csv")
  @Needs(Permission.SEE_CAMPAIGNS)
  ResponseEntity<StreamingResponseBody> campaignsCsv() {
    return ResponseEntity.ok()
        .header(HttpHeaders.CONTENT_DISPOSITION, "attachment; filename=\"campaigns.csv\"")
        .contentType(MediaType.parseMediaType("text/csv;charset=UTF-8"))
        .body(this::write);
  }

  private void write(OutputStream out) throws IOException {
    try (Writer text = new OutputStreamWriter(out, StandardCharsets.UTF_8);
        CsvWriter csv = CsvWriter.builder().build(text)) {
      csv.writeRecord(
          "campaign",
          "channel",
          "purpose",
          "state",
          "launched",
          "by",
          "people",
          "delivered",
          "failed",
          "replied",
          "said stop",
          "messages",
          "cost");
      Optional<Long> before = Optional.empty();
      do {
        Page<Campaign> page = campaigns.page(before, PAGE);
        for (Campaign one : page.items()) {
          csv.writeRecord(
              FormulaGuard.guarded(one.brief().name()),
              one.brief().channel().name(),
              lower(one.brief().purpose()),
              lower(one.state()),
              one.launchedAt().map(Instant::toString).orElse(""),
              FormulaGuard.guarded(one.launchedBy().orElse("")),
              String.valueOf(one.people()),
              String.valueOf(one.reached()),
              String.valueOf(one.failed()),
              String.valueOf(one.replies()),
              String.valueOf(one.optOuts()),
              String.valueOf(one.segments()),
              BigDecimal.valueOf(one.costMicros(), MICROS_DIGITS).toPlainString());
        }
        before = page.next().map(Long::valueOf);
      } while (before.isPresent());
    }
  }

  private static String lower(Enum<?> constant) {
    return constant.name().toLowerCase(Locale.ROOT);
  }
}
