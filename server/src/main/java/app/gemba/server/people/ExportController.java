package app.gemba.server.people;

import app.gemba.core.intake.file.FormulaGuard;
import app.gemba.server.BusinessClock;
import app.gemba.server.access.Caller;
import app.gemba.server.access.Needs;
import app.gemba.server.access.Permission;
import app.gemba.store.Fields;
import app.gemba.store.PeopleStore;
import app.gemba.store.PeopleStore.Leaving;
import app.gemba.store.PeopleStore.LeavingNumber;
import app.gemba.store.Refused;
import app.gemba.store.Selection;
import com.github.mangstadt.vinnie.io.VObjectPropertyValues;
import de.siegmar.fastcsv.writer.CsvWriter;
import ezvcard.VCard;
import ezvcard.VCardVersion;
import ezvcard.io.text.VCardWriter;
import ezvcard.parameter.TelephoneType;
import ezvcard.property.StructuredName;
import ezvcard.property.Telephone;
import ezvcard.property.Uid;
import java.io.IOException;
import java.io.OutputStream;
import java.io.OutputStreamWriter;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import org.dhatim.fastexcel.Workbook;
import org.dhatim.fastexcel.Worksheet;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.mvc.method.annotation.StreamingResponseBody;

/** Any list or filter as a file, in an open format. */
@RestController
@RequestMapping("/api/v1/people")
class ExportController {
  private static final int PAGE = 1_000;
  private static final int MOST_ROWS_OF_A_SHEET = 1_048_576 - 1;

  private final PeopleStore people;
  private final Fields fields;
  private final ListAccess access;
  private final BusinessClock clock;

  ExportController(PeopleStore people, Fields fields, ListAccess access, BusinessClock clock) {
    this.people = people;
    this.fields = fields;
    this.access = access;
    this.clock = clock;
  }

  /** Takes each person of a selection. */
  private interface Taker {
    void take(Leaving person) throws IOException;
  }

  @GetMapping(value = "/export.csv", produces = "text/csv")
  @Needs(Permission.CHANGE_PEOPLE)
  ResponseEntity<StreamingResponseBody> exportCsv(
      @RequestParam Optional<Long> list, @RequestParam Optional<String> q) {
    Selection of = selection(list, q);
    return file("people.csv", "text/csv;charset=UTF-8")
        .body(
            out -> {
              out.write("\uFEFF".getBytes(StandardCharsets.UTF_8));
              LeavingColumns columns = columns(of);
              try (CsvWriter csv =
                  CsvWriter.builder().build(new OutputStreamWriter(out, StandardCharsets.UTF_8))) {
                csv.writeRecord(safe(columns.heads()));
                walk(of, person -> csv.writeRecord(safe(columns.row(person))));
              }
            });
  }

  @GetMapping(
      value = "/export.xlsx",
      produces = "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet")
  @Needs(Permission.CHANGE_PEOPLE)
  ResponseEntity<StreamingResponseBody> exportWorkbook(
      @RequestParam Optional<Long> list, @RequestParam Optional<String> q) {
    Selection of = selection(list, q);
    return file("people.xlsx", "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet")
        .body(out -> writeWorkbook(of, out));
  }

  @GetMapping(value = "/export.vcf", produces = "text/vcard")
  @Needs(Permission.CHANGE_PEOPLE)
  ResponseEntity<StreamingResponseBody> exportCards(
      @RequestParam Optional<Long> list, @RequestParam Optional<String> q) {
    Selection of = selection(list, q);
    List<Fields.Field> all = fields.all();
    return file("people.vcf", "text/vcard;charset=UTF-8")
        .body(
            out -> {
              try (VCardWriter cards =
                  new VCardWriter(
                      new OutputStreamWriter(out, StandardCharsets.UTF_8), VCardVersion.V4_0)) {
                cards.setAddProdId(false);
                walk(of, person -> cards.write(card(person, all)));
              }
            });
  }

  private Selection selection(Optional<Long> list, Optional<String> q) {
    Caller.requireWholeNumbers();
    return new SelectionBody(Optional.empty(), list, Optional.empty(), q.orElse("")).read(access);
  }

  private LeavingColumns columns(Selection of) throws IOException {
    LeavingColumns columns = new LeavingColumns(fields.all());
    walk(of, columns::see);
    return columns;
  }

  private void walk(Selection of, Taker taker) throws IOException {
    long after = 0;
    for (List<Leaving> page = page(of, after); !page.isEmpty(); page = page(of, after)) {
      for (Leaving person : page) {
        taker.take(person);
      }
      after = page.get(page.size() - 1).id();
    }
  }

  private List<Leaving> page(Selection of, long after) {
    return people.leaving(of, clock.instant(), after, PAGE);
  }

  private void writeWorkbook(Selection of, OutputStream out) throws IOException {
    LeavingColumns columns = columns(of);
    List<String> heads = columns.heads();
    try (Workbook workbook = new Workbook(out, "Gemba", "1.0")) {
      Worksheet sheet = workbook.newWorksheet("People");
      for (int column = 0; column < heads.size(); column++) {
        sheet.inlineString(0, column, heads.get(column));
      }
      sheet.range(0, 0, 0, heads.size() - 1).style().bold().set();
      sheet.freezePane(0, 1);
      int[] row = {0};
      walk(
          of,
          person -> {
            if (++row[0] > MOST_ROWS_OF_A_SHEET) {
              throw new Refused(
                  Refused.Kind.INVALID, "A sheet holds 1,048,575 people. Take them out as CSV.");
            }
            List<String> cells = columns.row(person);
            for (int column = 0; column < cells.size(); column++) {
              if (!cells.get(column).isEmpty()) {
                sheet.inlineString(row[0], column, cells.get(column));
              }
            }
            if (row[0] % PAGE == 0) {
              sheet.flush();
            }
          });
    }
  }

  private static VCard card(Leaving person, List<Fields.Field> fields) {
    VCard card = new VCard();
    card.setFormattedName(person.name().isEmpty() ? " " : person.name());
    if (!person.name().isEmpty()) {
      StructuredName parts = new StructuredName();
      parts.setGiven(person.firstName());
      parts.setFamily(person.lastName());
      card.setStructuredName(parts);
    }
    if (!person.ownId().isEmpty()) {
      card.setUid(new Uid(person.ownId()));
    }
    for (LeavingNumber number : person.numbers()) {
      Telephone telephone = new Telephone(LeavingColumns.written(number));
      if (number.label().matches("[a-z]+")) {
        telephone.getTypes().add(TelephoneType.get(number.label()));
      } else if (!number.label().isEmpty()) {
        // A label of the house's own, as address books write them.
        String group = "item" + (card.getTelephoneNumbers().size() + 1);
        telephone.setGroup(group);
        card.addExtendedProperty("X-ABLabel", number.label()).setGroup(group);
      }
      card.addTelephoneNumber(telephone);
    }
    if (!person.email().isEmpty()) {
      card.addEmail(person.email());
    }
    if (!person.tags().isEmpty()) {
      card.setCategories(person.tags().toArray(String[]::new));
    }
    for (Fields.Field field : fields) {
      String value = person.fields().getOrDefault(field.key(), "");
      String name = "X-" + field.key().toUpperCase(Locale.ROOT).replace('_', '-');
      if (!value.isEmpty() && name.matches("[A-Z0-9-]+")) {
        card.addExtendedProperty(name, VObjectPropertyValues.escape(value).replace("\n", "\\n"));
      }
    }
    return card;
  }

  private static List<String> safe(List<String> row) {
    return row.stream().map(FormulaGuard::guarded).toList();
  }

  private static ResponseEntity.BodyBuilder file(String name, String type) {
    return ResponseEntity.ok()
        .header(HttpHeaders.CONTENT_DISPOSITION, "attachment; filename=\"" + name + "\"")
        .contentType(MediaType.parseMediaType(type));
  }
}
