package app.gemba.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.RandomAccessFile;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import tools.jackson.databind.JsonNode;

/** Files that are no good: each a clear sentence, nothing half-imported. */
class BadFilesTest {
  private static final Path SAMPLES = Path.of("src/test/resources/csv");

  @TempDir static Path folder;
  private static RunningGemba gemba;
  private static Api api;

  @BeforeAll
  static void start() {
    gemba = RunningGemba.start(folder.resolve("house"), "start");
    api = Api.first(gemba);
  }

  @AfterAll
  static void stop() {
    gemba.close();
  }

  @ParameterizedTest
  @CsvSource({
    "empty.csv, This file is empty",
    "only_bom.csv, This file is empty",
    "xlsx_named_csv.csv, a workbook",
    "xls_named_csv.csv, an old workbook",
    "pdf_named_csv.csv, a PDF",
    "gzip_named_csv.csv, a compressed file",
  })
  void aFileThatIsNoTableIsRefusedInASentence(String name, String words) throws IOException {
    assertRefused(SAMPLES.resolve(name), 422, words);
  }

  @Test
  void aHeaderAloneIsRefused() throws IOException {
    Path header = Files.writeString(folder.resolve("header.csv"), "Name,Mobile\n");
    assertRefused(header, 422, "a header and no rows");
  }

  @Test
  void aFileOverTheLimitIsRefusedWithTheLimit() throws IOException {
    Path large = folder.resolve("large.csv");
    try (RandomAccessFile file = new RandomAccessFile(large.toFile(), "rw")) {
      file.write("Name,Mobile\n".getBytes(StandardCharsets.UTF_8));
      file.setLength(202L * 1024 * 1024);
    }
    assertRefused(large, 413, "200 MB");
  }

  @Test
  void aFileCutOffMidQuoteOffersItsWholeRowsAndRejectsTheTail() throws IOException {
    JsonNode proposal = api.upload(SAMPLES.resolve("truncated_mid_quote.csv")).expect(201).json();
    assertThat(proposal.get("of").get("cutOffLine").asInt()).isEqualTo(3);
    JsonNode in =
        House.importAsProposed(api, SAMPLES.resolve("truncated_mid_quote.csv"), "Cut off");
    assertThat(in.get("rowsNew").asInt()).isEqualTo(1);
    assertThat(in.get("rowsRejected").asInt()).isEqualTo(1);
    assertThat(in.get("rejected").toString()).contains("the file ends in the middle of this row");
  }

  @Test
  void raggedRowsGoInWithWhatTheyHave() throws IOException {
    JsonNode in = House.importAsProposed(api, SAMPLES.resolve("ragged.csv"), "Ragged");
    assertThat(in.get("rowCount").asInt()).isEqualTo(5);
    assertThat(
            in.get("rowsNew").asInt()
                + in.get("rowsMerged").asInt()
                + in.get("rowsRejected").asInt())
        .isEqualTo(5);
  }

  @Test
  void rejectsComeBackWithTheirReasonAndCanBeTakenInAgain() throws IOException {
    Path file =
        Files.writeString(
            folder.resolve("mixed.csv"),
            "Name,Mobile\nOona Wick,(207) 555-0191\nViggo Holm,see notes\n=Carys Ives,1.20756E+10\n");
    JsonNode in = House.importAsProposed(api, file, "Mixed");
    assertThat(in.get("rowsRejected").asInt()).isEqualTo(2);
    String rejects =
        api.get("/imports/" + in.get("id").asLong() + "/rejects.csv").expect(200).text();
    assertThat(rejects.lines())
        .containsExactly(
            "Name,Mobile,Why not taken",
            "Viggo Holm,see notes,no number in the text",
            "'=Carys Ives,1.20756E+10,digits lost by a spreadsheet");
    Path mended =
        Files.writeString(
            folder.resolve("mended.csv"),
            rejects.replace("see notes", "207 555 0192").replace("1.20756E+10", "207 555 0193"));
    assertThat(House.importAsProposed(api, mended, "Mended").get("rowsNew").asInt()).isEqualTo(2);
    assertThat(api.get("/people?q=carys").expect(200).text())
        .as("without what guarded it from a spreadsheet")
        .contains("\"=Carys Ives\"");
  }

  @Test
  void theSameFileTwiceMakesNobodyTwice() throws IOException {
    Path file =
        Files.writeString(folder.resolve("again.csv"), "Name,Mobile\nUna Reed,(207) 555-0181\n");
    assertThat(House.importAsProposed(api, file, "Once").get("rowsNew").asInt()).isEqualTo(1);
    JsonNode again = House.importAsProposed(api, file, "Again");
    assertThat(again.get("rowsNew").asInt()).isZero();
    assertThat(again.get("rowsMerged").asInt()).isEqualTo(1);
  }

  private static void assertRefused(Path file, int status, String words) throws IOException {
    List<String> before = lists();
    int files = storedFiles();
    Api.Answer answer = api.upload(file);
    assertThat(answer.status()).as(answer.text()).isEqualTo(status);
    assertThat(answer.json().get("detail").asString())
        .contains(words)
        .contains("Nothing was imported");
    assertThat(lists()).isEqualTo(before);
    assertThat(storedFiles()).as("no file is left behind").isEqualTo(files);
  }

  private static List<String> lists() {
    return api.get("/lists").json().valueStream().map(JsonNode::toString).toList();
  }

  private static int storedFiles() throws IOException {
    try (var files = Files.list(folder.resolve("house/imports"))) {
      return (int) files.count();
    }
  }
}
