package app.gemba.core.intake.file;

import static org.assertj.core.api.Assertions.assertThat;

import app.gemba.core.phone.PhoneReader;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Numbers as they are pasted, with and without names. */
class LineRowsTest {
  @TempDir Path folder;

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      nullValues = "-",
      value = {
        "+13095550177                       | +13095550177       | ''",
        "+19895550151 Elke Holm             | +19895550151       | Elke Holm",
        "Femi Marsh 873 555 0167            | 873 555 0167       | Femi Marsh",
        "Ada Kerr, +15155550182             | +15155550182       | Ada Kerr",
        "Rosa Ødegård tel: 907-555-0148     | 907-555-0148       | Rosa Ødegård",
        "(401)555-0195; Jürgen              | (401)555-0195      | Jürgen",
        "D'Arcy O'Shea, +17825550133        | +17825550133       | D Arcy O Shea",
        "call the office                    | call the office    | ''",
        "Table 9                            | Table 9            | ''",
        "Oona Wick 207-555-0111 ext 12      | 207-555-0111 ext 12 | Oona Wick",
      })
  void aLineIsItsNumberAndTheNameBesideIt(String line, String number, String name) {
    List<String> split = LineRows.split(line);
    assertThat(split.get(0)).isEqualTo(number);
    assertThat(split.get(1).replace("'", " ")).isEqualTo(name);
  }

  @Test
  void severalNumbersOfALineStayTogether() {
    assertThat(LineRows.split("Una 207-555-0111, 312-555-0112").get(0))
        .contains("207-555-0111")
        .contains("312-555-0112");
  }

  @Test
  void linesAreATableOfTwoColumnsAndBlankOnesAreNone() throws Exception {
    Path file =
        Files.writeString(folder.resolve("p.txt"), "Una Reed 207 555 0111\n\n\n207 555 0112\n");
    ShapeWishes lines =
        new ShapeWishes(
            Optional.of(FileFormat.LINES),
            Optional.of("UTF-8"),
            Optional.empty(),
            Optional.empty(),
            Optional.empty(),
            Optional.empty());
    TableFile table = new FileLook(new PhoneReader(), "US").look(file, lines);
    assertThat(table.headers()).containsExactly("Number", "Name");
    assertThat(cells(table))
        .containsExactly(List.of("207 555 0111", "Una Reed"), List.of("207 555 0112", ""));
  }

  @Test
  void aTextFileOfNumbersBesideNamesIsTakenForLines() throws Exception {
    Path file =
        Files.writeString(
            folder.resolve("mixed.txt"),
            "Una Reed 207 555 0111\n207 555 0112 Viggo Holm\nCarys Ives: 207 555 0113\n");
    TableFile table = FileLook.at(file, new PhoneReader(), "US");
    assertThat(table.shape().format()).isEqualTo(FileFormat.LINES);
    assertThat(table.rows()).isEqualTo(3);
  }

  @Test
  void aSampleComesFromAllOverTheFile() throws Exception {
    StringBuilder csv = new StringBuilder("Name,Phone\n");
    for (int i = 1; i <= 1_000; i++) {
      csv.append("Guest ").append(i).append(",+1207555").append(1_000 + i).append('\n');
    }
    Path file = Files.writeString(folder.resolve("many.csv"), csv);
    TableFile table = FileLook.at(file, new PhoneReader(), "US");
    List<List<String>> sample = table.sample(50);
    assertThat(sample).hasSize(50);
    assertThat(sample.get(49).get(0)).isEqualTo("Guest 1000");
    assertThat(table.row(777).orElseThrow().cell(0)).isEqualTo("Guest 777");
    assertThat(table.row(1_001)).isEmpty();
  }

  private static List<List<String>> cells(TableFile table) throws IOException {
    List<List<String>> cells = new ArrayList<>();
    table.forEachRow(
        row -> {
          cells.add(List.of(row.cell(0), row.cell(1)));
          return true;
        });
    return cells;
  }
}
