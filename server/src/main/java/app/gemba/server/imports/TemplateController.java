package app.gemba.server.imports;

import app.gemba.server.access.Needs;
import app.gemba.server.access.Permission;
import de.siegmar.fastcsv.writer.CsvWriter;
import java.io.IOException;
import java.io.OutputStreamWriter;
import java.nio.charset.StandardCharsets;
import java.util.List;
import org.dhatim.fastexcel.Workbook;
import org.dhatim.fastexcel.Worksheet;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.mvc.method.annotation.StreamingResponseBody;

/** An empty sheet to fill in, for whoever starts from nothing. */
@RestController
@RequestMapping("/api/v1/imports")
class TemplateController {
  private static final List<String> COLUMNS =
      List.of(
          "Your id",
          "First name",
          "Last name",
          "Mobile phone",
          "Other phone",
          "Country",
          "E-mail",
          "Tags",
          "Agreed",
          "Agreed on",
          "How it was agreed");
  private static final int FORMATTED_ROWS = 2_000;

  @GetMapping(value = "/template.csv", produces = "text/csv")
  @Needs(Permission.SEE_PEOPLE)
  ResponseEntity<StreamingResponseBody> templateAsCsv() {
    return file("people.csv", "text/csv;charset=UTF-8")
        .body(
            out -> {
              out.write("\uFEFF".getBytes(StandardCharsets.UTF_8));
              try (CsvWriter csv =
                  CsvWriter.builder().build(new OutputStreamWriter(out, StandardCharsets.UTF_8))) {
                csv.writeRecord(COLUMNS);
              }
            });
  }

  /** Its cells hold text, so that no spreadsheet takes a digit of a number. */
  @GetMapping(
      value = "/template.xlsx",
      produces = "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet")
  @Needs(Permission.SEE_PEOPLE)
  ResponseEntity<StreamingResponseBody> templateAsWorkbook() {
    return file("people.xlsx", "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet")
        .body(
            out -> {
              try (Workbook workbook = new Workbook(out, "Gemba", "1.0")) {
                fill(workbook.newWorksheet("People"));
              }
            });
  }

  private static void fill(Worksheet sheet) throws IOException {
    for (int column = 0; column < COLUMNS.size(); column++) {
      sheet.value(0, column, COLUMNS.get(column));
      sheet.width(column, 18);
    }
    sheet.range(0, 0, 0, COLUMNS.size() - 1).style().bold().set();
    sheet.range(1, 0, FORMATTED_ROWS, COLUMNS.size() - 1).style().format("@").set();
    sheet.freezePane(0, 1);
  }

  private static ResponseEntity.BodyBuilder file(String name, String type) {
    return ResponseEntity.ok()
        .header(HttpHeaders.CONTENT_DISPOSITION, "attachment; filename=\"" + name + "\"")
        .contentType(MediaType.parseMediaType(type));
  }
}
