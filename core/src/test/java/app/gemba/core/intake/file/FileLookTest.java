package app.gemba.core.intake.file;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.gemba.core.Reference;
import app.gemba.core.phone.PhoneReader;
import de.siegmar.fastcsv.reader.NamedCsvRecord;
import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Source: reference/csv/INDEX.csv, what a careful import does with untidy files. */
class FileLookTest {
  private static final PhoneReader PHONES = new PhoneReader();

  /** Encodings that nobody can tell from Windows-1252 by their bytes: they are chosen. */
  private static final Set<String> CHOSEN = Set.of("iso8859_15_euro.csv", "mac_roman.csv");

  /** Files that end inside a quote: how many rows there are is not theirs to say. */
  private static final Set<String> BROKEN =
      Set.of("truncated_mid_quote.csv", "unclosed_quote_early.csv");

  @TempDir Path folder;

  @Test
  void untidyTablesHaveTheirRowsColumnsSeparatorsAndEncodings() throws Exception {
    List<String> wrong = new ArrayList<>();
    List<NamedCsvRecord> tables =
        Reference.rows("csv/INDEX.csv").stream()
            .filter(row -> Integer.parseInt(row.getField("data_rows")) > 0)
            .toList();
    for (NamedCsvRecord expected : tables) {
      String name = expected.getField("file");
      TableFile is = look(name);
      check(wrong, expected, "rows", BROKEN.contains(name) ? "-" : "data_rows", is.rows());
      check(wrong, expected, "columns", "columns", is.headers().size());
      check(wrong, expected, "separator", "delimiter", separator(is, expected));
      if (!CHOSEN.contains(name)) {
        check(wrong, expected, "encoding", "encoding", is.shape().charset());
      }
      boolean header = !expected.getField("header_row").equals("none");
      if (is.shape().hasHeader() != header) {
        wrong.add(name + " header " + is.shape().hasHeader());
      }
      assertThat(is.headers()).doesNotHaveDuplicates().noneMatch(String::isBlank);
    }
    assertThat(tables).hasSizeGreaterThan(40);
    assertThat(wrong).isEmpty();
  }

  private static void check(
      List<String> wrong, NamedCsvRecord expected, String what, String field, Object is) {
    if (!field.equals("-") && !expected.getField(field).equalsIgnoreCase(is.toString())) {
      wrong.add(
          expected.getField("file") + " " + what + " " + is + " not " + expected.getField(field));
    }
  }

  /** Where there is one column, nothing separates. */
  private static String separator(TableFile file, NamedCsvRecord expected) {
    return expected.getField("columns").equals("1")
        ? expected.getField("delimiter")
        : Map.of(',', "comma", ';', "semicolon", '\t', "tab").get(file.shape().separator());
  }

  @ParameterizedTest
  @CsvSource({
    "empty.csv,           empty",
    "only_bom.csv,        empty",
    "only_newlines.csv,   empty",
    "only_commas.csv,     empty",
    "xlsx_named_csv.csv,  workbook",
    "xls_named_csv.csv,   workbook",
    "pdf_named_csv.csv,   PDF",
    "gzip_named_csv.csv,  compressed",
  })
  void whatIsNoTableIsNamedAndNothingIsTaken(String name, String word) {
    assertThatThrownBy(() -> look(name))
        .isInstanceOf(UnreadableFile.class)
        .hasMessageContaining(word)
        .hasMessageContaining("Nothing was imported");
  }

  /** However short the table below them is: common practice. */
  @ParameterizedTest
  @ValueSource(
      strings = {
        "Marram Ferries,,\nexport of 3 Nov,,\n,,\nName,Mobile,E-mail\nOona,2075550101,o@g.example\n"
            + "Viggo,2075550102,\n",
        "Marram Ferries\nexport of 3 Nov\n\nName,Mobile,E-mail\nOona,2075550101,\nViggo,2075550102,\n",
        "Guests of winter\nName,Mobile\nOona,2075550101\nViggo,2075550102\n",
        "Guests\n\nof winter\nName,Mobile\nOona,2075550101\nViggo,2075550102\n",
        "Name,Mobile\nOona,2075550101\nViggo,\n",
      })
  void linesAboveTheHeaderAreTitles(String content) throws Exception {
    TableFile is =
        FileLook.at(Files.writeString(folder.resolve("titles.csv"), content), PHONES, "US");
    assertThat(is.headers()).startsWith("Name", "Mobile");
    assertThat(is.rows()).isEqualTo(2);
  }

  /** A cell of a row and column (from 1 and from 0) as a careful person reads it. */
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "windows1252.csv | 5 | 1 | O’Brien",
        "sep_line.csv | 1 | 0 | Anna",
        "title_lines.csv | 1 | 0 | Anna",
        "title_lines_blank.csv | 3 | 1 | Müller",
        "quote_in_unquoted.csv | 1 | 0 | Bob \"The Brick\" Brown",
        "text_after_closing_quote.csv | 2 | 1 | +12075550102",
        "backslash_escape.csv | 2 | 1 | +12075550102",
        "semicolon_decimal_comma.csv | 1 | 2 | 1.234,50",
        "nul_byte.csv | 1 | 0 | Anna",
        "nul_byte.csv | 2 | 1 | +12075550102",
        "tab_looks_like_csv.csv | 1 | 0 | Anna",
        "rfc4180_spaces.csv | 1 | 0 | Anna",
      })
  void aCellStandsAsItWasMeant(String name, int row, int column, String expected) throws Exception {
    assertThat(rows(look(name)).get(row - 1).cell(column)).isEqualTo(expected);
  }

  @Test
  void anEncodingThatCannotBeToldMayBeChosen() throws Exception {
    ShapeWishes euro = charset("ISO-8859-15");
    TableFile file = new FileLook(PHONES, "US").look(copy("iso8859_15_euro.csv"), euro);
    assertThat(rows(file).get(0).cells()).anyMatch(cell -> cell.contains("€"));
    ShapeWishes mac = charset("x-MacRoman");
    TableFile other = new FileLook(PHONES, "US").look(copy("mac_roman.csv"), mac);
    assertThat(rows(other).get(0).cell(0)).isEqualTo("Chloé");
    assertThat(FileLook.charsets())
        .contains("ISO-8859-15", "x-MacRoman")
        .allMatch(Charset::isSupported);
  }

  private static ShapeWishes charset(String name) {
    return new ShapeWishes(
        Optional.empty(),
        Optional.of(name),
        Optional.empty(),
        Optional.empty(),
        Optional.empty(),
        Optional.empty());
  }

  /** Every separator in every encoding, with each line end: all are read as the same table. */
  @ParameterizedTest
  @CsvSource({"UTF-8", "UTF-16LE", "UTF-16BE", "windows-1252"})
  void aTableIsTheSameInEveryEncodingAndWithEverySeparator(String charset) throws Exception {
    for (String separator : List.of(",", ";", "\t", "|")) {
      for (String end : List.of("\n", "\r\n", "\r")) {
        String text =
            "Name|Phone|Ort\nSøren Åberg|+46701740605|Malmö\nZoë|+12075550101|Genève\n"
                .replace("|", separator)
                .replace("\n", end);
        Path file = folder.resolve("table.csv");
        Files.write(file, text.getBytes(Charset.forName(charset)));
        TableFile is = FileLook.at(file, PHONES, "US");
        assertThat(is.shape().separator()).isEqualTo(separator.charAt(0));
        assertThat(rows(is))
            .extracting(TableFile.Row::cells)
            .containsExactly(
                List.of("Søren Åberg", "+46701740605", "Malmö"),
                List.of("Zoë", "+12075550101", "Genève"));
      }
    }
  }

  @Test
  void aFileCutOffInsideAQuoteOffersItsWholeRowsAndNamesTheLine() throws Exception {
    TableFile file = look("truncated_mid_quote.csv");
    assertThat(file.cutOffAt()).hasValue(3);
    List<TableFile.Row> rows = rows(file);
    assertThat(rows).extracting(TableFile.Row::cutOff).containsExactly(false, true);
    assertThat(rows.get(0).cell(0)).startsWith("Anna");
  }

  @Test
  void aQuoteThatNeverClosesIsNoGiantRow() throws Exception {
    TableFile file = look("unclosed_quote_early.csv");
    assertThat(file.cutOffAt()).hasValue(2);
    assertThat(rows(file)).allMatch(TableFile.Row::cutOff);
  }

  @Test
  void aHeaderAloneIsSaidToBeOne() throws IOException {
    Path header = Files.writeString(folder.resolve("header.csv"), "Name,Phone\n");
    assertThatThrownBy(() -> FileLook.at(header, PHONES, "US"))
        .hasMessageContaining("header and no rows");
  }

  @Test
  void aLargerFileIsRefusedWithTheLimit() throws IOException {
    Path large = folder.resolve("large.csv");
    try (FileChannel channel =
        FileChannel.open(large, StandardOpenOption.CREATE, StandardOpenOption.WRITE)) {
      channel.write(StandardCharsets.UTF_8.encode("\n"), TableFile.LARGEST_BYTES);
    }
    assertThatThrownBy(() -> FileLook.at(large, PHONES, "US"))
        .isInstanceOf(UnreadableFile.class)
        .hasMessageContaining("200 MB");
  }

  @Test
  void whatAWriterOfTheStandardWroteComesBackCellForCell() throws Exception {
    // RFC 4180: quoted cells may hold separators, quotes and line breaks.
    Random random = new Random(4180);
    List<List<String>> table = new ArrayList<>();
    table.add(List.of("Name", "Note", "Place"));
    for (int row = 0; row < 300; row++) {
      table.add(List.of("n" + row, cell(random), cell(random)));
    }
    Path file = folder.resolve("standard.csv");
    Files.writeString(
        file,
        table.stream()
            .map(row -> row.stream().map(FileLookTest::quoted).collect(Collectors.joining(",")))
            .collect(Collectors.joining("\r\n", "", "\r\n")));
    List<List<String>> read =
        rows(FileLook.at(file, PHONES, "US")).stream().map(TableFile.Row::cells).toList();
    assertThat(read).isEqualTo(table.subList(1, table.size()));
  }

  private static String cell(Random random) {
    String alphabet = "ab ,;\"\n\t'é👍";
    StringBuilder cell = new StringBuilder("x");
    for (int i = 0; i < random.nextInt(12); i++) {
      int at = random.nextInt(alphabet.codePointCount(0, alphabet.length()));
      cell.appendCodePoint(alphabet.codePointAt(alphabet.offsetByCodePoints(0, at)));
    }
    return cell.toString();
  }

  private static String quoted(String cell) {
    return '"' + cell.replace("\"", "\"\"") + '"';
  }

  private TableFile look(String name) throws Exception {
    return FileLook.at(copy(name), PHONES, "US");
  }

  private Path copy(String name) throws IOException {
    Path copy = folder.resolve(name);
    Files.deleteIfExists(copy);
    return Files.copy(Reference.file("csv/" + name), copy);
  }

  private static List<TableFile.Row> rows(TableFile file) throws IOException {
    List<TableFile.Row> rows = new ArrayList<>();
    file.forEachRow(rows::add);
    return rows;
  }
}
