package app.gemba.core.intake.file;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.gemba.core.phone.PhoneReader;
import java.io.IOException;
import java.io.OutputStream;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import jxl.write.DateFormat;
import jxl.write.DateTime;
import jxl.write.Label;
import jxl.write.Number;
import jxl.write.NumberFormat;
import jxl.write.WritableCellFormat;
import jxl.write.WritableSheet;
import jxl.write.WritableWorkbook;
import net.fortuna.ical4j.vcard.Entity;
import net.fortuna.ical4j.vcard.EntityList;
import net.fortuna.ical4j.vcard.VCard;
import net.fortuna.ical4j.vcard.VCardOutputter;
import net.fortuna.ical4j.vcard.property.Fn;
import net.fortuna.ical4j.vcard.property.Telephone;
import net.fortuna.ical4j.vcard.property.Version;
import org.apache.poi.ss.usermodel.Cell;
import org.apache.poi.ss.usermodel.CellStyle;
import org.apache.poi.ss.usermodel.Row;
import org.apache.poi.ss.usermodel.Sheet;
import org.apache.poi.ss.usermodel.Workbook;
import org.apache.poi.xssf.usermodel.XSSFWorkbook;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Files made by other libraries than those that read them here. */
class ForeignFilesTest {
  private static final PhoneReader PHONES = new PhoneReader();

  @TempDir Path folder;

  /** Written by Apache POI (XSSF), read by fastexcel. */
  @Test
  void aWorkbookStandsAsItsCellsShowIt() throws Exception {
    Path file = folder.resolve("guests.xlsx");
    try (Workbook workbook = new XSSFWorkbook()) {
      workbook.createSheet("Read me").createRow(0).createCell(0).setCellValue("Nothing here");
      Sheet sheet = workbook.createSheet("Guests");
      head(sheet.createRow(0), "Name", "Phone", "Postal code", "Sails", "Seen", "Deposit", "Paid");
      Row row = sheet.createRow(1);
      row.createCell(0).setCellValue("Oona Wick");
      row.createCell(1).setCellValue(12075550101d);
      number(workbook, row.createCell(2), 4101, "00000");
      date(workbook, row.createCell(3), "dd mmm yyyy");
      date(workbook, row.createCell(4), "m/d/yy");
      number(workbook, row.createCell(5), 1234.5, "#,##0.00");
      row.createCell(6).setCellFormula("5+7");
      workbook.getCreationHelper().createFormulaEvaluator().evaluateAll();
      write(workbook, file);
    }
    TableFile table = FileLook.at(file, PHONES, "US");
    assertThat(table.sheets()).containsExactly("Read me", "Guests");
    assertThat(table.shape().sheet()).isEqualTo("Guests");
    assertThat(rows(table).get(0).cells())
        .containsExactly(
            "Oona Wick", "12075550101", "04101", "03 Apr 2027", "2027-04-03", "1,234.50", "12");
    ShapeWishes other =
        new ShapeWishes(
            Optional.empty(),
            Optional.empty(),
            Optional.empty(),
            Optional.of("Read me"),
            Optional.empty(),
            Optional.of(false));
    assertThat(rows(new FileLook(PHONES, "US").look(file, other)).get(0).cells())
        .containsExactly("Nothing here");
  }

  private static void head(Row row, String... names) {
    for (String name : names) {
      row.createCell(Math.max(0, row.getLastCellNum())).setCellValue(name);
    }
  }

  private static void number(Workbook workbook, Cell cell, double value, String format) {
    CellStyle style = workbook.createCellStyle();
    style.setDataFormat(workbook.createDataFormat().getFormat(format));
    cell.setCellValue(value);
    cell.setCellStyle(style);
  }

  private static void date(Workbook workbook, Cell cell, String format) {
    number(workbook, cell, 0, format);
    cell.setCellValue(LocalDate.of(2027, 4, 3));
  }

  private static void write(Workbook workbook, Path file) throws IOException {
    try (OutputStream out = Files.newOutputStream(file)) {
      workbook.write(out);
    }
  }

  /** Written by JExcelApi, read by Apache POI. */
  @Test
  void anOldWorkbookStandsAsItsCellsShowIt() throws Exception {
    Path file = folder.resolve("guests.xls");
    WritableWorkbook workbook = jxl.Workbook.createWorkbook(file.toFile());
    WritableSheet sheet = workbook.createSheet("Guests", 0);
    int column = 0;
    for (String name : List.of("Name", "Phone", "Postal code", "Sails")) {
      sheet.addCell(new Label(column++, 0, name));
    }
    sheet.addCell(new Label(0, 1, "Søren Åberg"));
    sheet.addCell(new Number(1, 1, 12075550102d));
    sheet.addCell(new Number(2, 1, 4101, new WritableCellFormat(new NumberFormat("00000"))));
    sheet.addCell(
        new DateTime(
            3,
            1,
            java.sql.Timestamp.valueOf(LocalDateTime.of(2027, 4, 3, 12, 0)),
            new WritableCellFormat(new DateFormat("dd MMM yyyy"))));
    workbook.write();
    workbook.close();
    assertThat(rows(FileLook.at(file, PHONES, "US")).get(0).cells())
        .containsExactly("Søren Åberg", "12075550102", "04101", "03 Apr 2027");
  }

  /** Written by ical4j-vcard, read by ez-vcard. */
  @Test
  void cardsOfAnotherLibraryAreRead() throws Exception {
    Path file = folder.resolve("walkers.vcf");
    Entity entity = new Entity();
    entity.add(new Version("4.0"));
    entity.add(new Fn("Zoë Gale"));
    entity.add(new Telephone(URI.create("tel:+1-207-555-0103")));
    VCard card = new VCard(new EntityList(List.of(entity)));
    try (OutputStream out = Files.newOutputStream(file)) {
      new VCardOutputter(false).output(card, out);
    }
    TableFile table = FileLook.at(file, PHONES, "US");
    assertThat(table.headers()).contains("Name", "Phone");
    assertThat(rows(table).get(0).cells())
        .contains("Zoë Gale")
        .anyMatch(c -> c.contains("207-555-0103"));
  }

  @Test
  void aDamagedWorkbookIsSaidToBeOne() throws IOException {
    Path file = folder.resolve("broken.xlsx");
    Files.write(file, "PK\u0003\u0004 and then nothing".getBytes(StandardCharsets.ISO_8859_1));
    assertThatThrownBy(() -> FileLook.at(file, PHONES, "US"))
        .isInstanceOf(UnreadableFile.class)
        .hasMessageContaining("workbook")
        .hasMessageContaining("Nothing was imported");
  }

  private static List<TableFile.Row> rows(TableFile file) throws IOException {
    List<TableFile.Row> rows = new ArrayList<>();
    file.forEachRow(rows::add);
    return rows;
  }
}
