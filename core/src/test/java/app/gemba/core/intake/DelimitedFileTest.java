package app.gemba.core.intake;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.gemba.core.Reference;
import app.gemba.core.phone.PhoneReader;
import de.siegmar.fastcsv.reader.NamedCsvRecord;
import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Source: reference/csv/INDEX.csv, what a careful import does with untidy files. */
class DelimitedFileTest {
  private static final PhoneReader PHONES = new PhoneReader();

  private final Map<String, NamedCsvRecord> index =
      Reference.rows("csv/INDEX.csv").stream()
          .collect(Collectors.toMap(row -> row.getField("file"), Function.identity()));

  @TempDir Path folder;

  @ParameterizedTest
  @ValueSource(
      strings = {
        "utf8_bom.csv",
        "utf8_nobom.csv",
        "utf8_bom_quoted_header.csv",
        "mixed_newlines.csv",
        "no_header.csv",
        "no_final_newline.csv",
        "ragged.csv",
        "duplicate_headers.csv",
        "empty_headers.csv",
        "formula_injection.csv",
        "cr_only.csv",
        "semicolon.csv",
        "single_column_noheader.txt",
        "unicode_line_separators.csv",
        "quote_in_unquoted.csv",
        "tab_looks_like_csv.csv",
        "rtl_names.csv",
        "long_header.csv",
        "excel_scientific.csv",
        "footer_total.csv",
        "rfc4180_spaces.csv",
        "trailing_empty.csv",
        "duplicates.csv",
      })
  void anUntidyTableHasItsRowsAndColumns(String name) throws Exception {
    NamedCsvRecord expected = index.get(name);
    DelimitedFile file = DelimitedFile.open(Reference.file("csv/" + name), PHONES, "US");
    assertThat(file.rows()).as("rows").isEqualTo(Long.parseLong(expected.getField("data_rows")));
    assertThat(file.hasHeader())
        .as("header")
        .isEqualTo(!expected.getField("header_row").equals("none"));
    assertThat(file.headers()).doesNotHaveDuplicates().noneMatch(String::isBlank);
  }

  @ParameterizedTest
  @CsvSource({
    "empty.csv,           empty",
    "only_bom.csv,        empty",
    "only_newlines.csv,   empty",
    "xlsx_named_csv.csv,  workbook",
    "xls_named_csv.csv,   workbook",
    "pdf_named_csv.csv,   PDF",
    "gzip_named_csv.csv,  compressed",
    "nul_byte.csv,        binary",
  })
  void whatIsNoTableIsNamedAndNothingIsTaken(String name, String word) {
    assertThatThrownBy(() -> DelimitedFile.open(Reference.file("csv/" + name), PHONES, "US"))
        .isInstanceOf(UnreadableFile.class)
        .hasMessageContaining(word)
        .hasMessageContaining("Nothing was imported");
  }

  @Test
  void aFileCutOffInsideAQuoteOffersItsWholeRowsAndNamesTheLine() throws Exception {
    DelimitedFile file =
        DelimitedFile.open(Reference.file("csv/truncated_mid_quote.csv"), PHONES, "US");
    assertThat(file.cutOffAt()).hasValue(3);
    List<DelimitedFile.Row> rows = rows(file);
    assertThat(rows).extracting(DelimitedFile.Row::cutOff).containsExactly(false, true);
    assertThat(rows.get(0).cells().get(0)).startsWith("Anna");
  }

  @Test
  void aQuoteThatNeverClosesIsNoGiantRow() throws Exception {
    DelimitedFile file =
        DelimitedFile.open(Reference.file("csv/unclosed_quote_early.csv"), PHONES, "US");
    assertThat(file.cutOffAt()).hasValue(2);
    assertThat(rows(file)).allMatch(DelimitedFile.Row::cutOff);
  }

  @Test
  void aFileInAnotherEncodingIsRefusedAndNotGuessedAt() throws IOException {
    Path latin = folder.resolve("latin.csv");
    Files.writeString(latin, "Name,Phone\nSøren,+12075550101\n", StandardCharsets.ISO_8859_1);
    assertThatThrownBy(() -> DelimitedFile.open(latin, PHONES, "US"))
        .isInstanceOf(UnreadableFile.class)
        .hasMessageContaining("not in UTF-8");
  }

  @Test
  void aHeaderAloneIsSaidToBeOne() throws IOException {
    Path header = Files.writeString(folder.resolve("header.csv"), "Name,Phone\n");
    assertThatThrownBy(() -> DelimitedFile.open(header, PHONES, "US"))
        .hasMessageContaining("header and no rows");
  }

  @Test
  void aLargerFileIsRefusedWithTheLimit() throws IOException {
    Path large = folder.resolve("large.csv");
    try (FileChannel channel =
        FileChannel.open(large, StandardOpenOption.CREATE, StandardOpenOption.WRITE)) {
      channel.write(StandardCharsets.UTF_8.encode("\n"), DelimitedFile.LARGEST_BYTES);
    }
    assertThatThrownBy(() -> DelimitedFile.open(large, PHONES, "US"))
        .isInstanceOf(UnreadableFile.class)
        .hasMessageContaining("50 MB");
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
            .map(
                row -> row.stream().map(DelimitedFileTest::quoted).collect(Collectors.joining(",")))
            .collect(Collectors.joining("\r\n", "", "\r\n")));
    List<List<String>> read =
        rows(DelimitedFile.open(file, PHONES, "US")).stream()
            .map(DelimitedFile.Row::cells)
            .toList();
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

  private static List<DelimitedFile.Row> rows(DelimitedFile file) throws IOException {
    List<DelimitedFile.Row> rows = new ArrayList<>();
    file.forEachRow(rows::add);
    return rows;
  }
}
