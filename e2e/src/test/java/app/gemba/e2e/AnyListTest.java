package app.gemba.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import de.siegmar.fastcsv.reader.CsvReader;
import de.siegmar.fastcsv.reader.NamedCsvRecord;
import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.MethodOrderer;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestMethodOrder;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;

/**
 * Any list an operator is handed, through the API of a house of its own. Source of the figures: the
 * description that the made-up sample files of Marram Ferries come with.
 */
@TestMethodOrder(MethodOrderer.OrderAnnotation.class)
class AnyListTest {
  private static final Path SAMPLES = Path.of("../core/src/test/resources/reference/samples");

  @TempDir static Path folder;
  private static RunningGemba gemba;
  private static Api api;

  @BeforeAll
  static void start() {
    gemba = RunningGemba.start(folder.resolve("house"), "start", "--clock", House.MORNING);
    api = Api.first(gemba);
    api.put(
            "/house",
            Map.of(
                "name", "Marram Ferries",
                "zone", "America/New_York",
                "region", "US",
                "currency", "USD",
                "version", 0))
        .expect(200);
  }

  @AfterAll
  static void stop() {
    gemba.close();
  }

  @Test
  @Order(1)
  void theSampleFilesEndAsTheirDescriptionSays() throws Exception {
    assertEnds("season-pass-holders.csv", 4647, 197, 156);
    assertEnds("households.csv", 120, 0, 0);
    assertEnds("interests.tsv", 500, 700, 0);
    assertEnds("pier-alert.csv", 881, 0, 19);
    assertEnds("group-bookers.xlsx", 626, 0, 14);
    assertEnds("walkers.vcf", 56, 0, 4);
    String text = Files.readString(SAMPLES.resolve("pasted.txt"));
    JsonNode pasted =
        api.post("/imports/pasted", Map.of("name", "Pasted", "text", text)).expect(201).json();
    JsonNode end = started(pasted.get("of").get("id").asLong(), "Pasted");
    assertThat(end.get("rowsNew").asInt() + end.get("rowsMerged").asInt()).isEqualTo(44);
    assertThat(end.get("rowsRejected").asInt()).isEqualTo(4);
  }

  private static void assertEnds(String file, int fresh, int merged, int rejected)
      throws IOException {
    JsonNode in = House.importAsProposed(api, SAMPLES.resolve(file), file);
    assertThat(List.of(number(in, "rowsNew"), number(in, "rowsMerged"), number(in, "rowsRejected")))
        .as(file + " " + in)
        .isEqualTo(List.of(fresh, merged, rejected));
  }

  private static int number(JsonNode of, String field) {
    return of.get(field).asInt();
  }

  private static JsonNode started(long id, String list) {
    api.post("/imports/" + id + "/start", Map.of("newList", list)).expect(200);
    return ended(id);
  }

  private static JsonNode ended(long id) {
    return api.await("/imports/" + id, is -> !is.get("state").asString().equals("running"), 120);
  }

  @Test
  @Order(2)
  void whatLeavesAndComesBackIsTheSamePeople() throws Exception {
    List<JsonNode> lists = api.get("/lists").json().valueStream().toList();
    assertRoundTrip(named(lists, "group-bookers.xlsx"), "csv");
    assertRoundTrip(named(lists, "group-bookers.xlsx"), "xlsx");
    assertRoundTrip(named(lists, "walkers.vcf"), "vcf");
  }

  private static JsonNode named(List<JsonNode> lists, String name) {
    return lists.stream()
        .filter(list -> list.get("name").asString().equals(name))
        .findFirst()
        .orElseThrow();
  }

  private static void assertRoundTrip(JsonNode of, String format) throws Exception {
    long list = of.get("id").asLong();
    int people = of.get("people").asInt();
    Path file = folder.resolve("out-" + list + "." + format);
    Files.write(file, bytes("/people/export." + format + "?list=" + list));
    try (RunningGemba other =
        RunningGemba.start(folder.resolve("other-" + list + format), "start")) {
      Api there = Api.first(other);
      JsonNode in = House.importAsProposed(there, file, "Back");
      assertThat(in.get("rowsNew").asInt()).as(format + " " + in).isEqualTo(people);
      assertThat(peopleOf(there, other, in.get("listId").asLong()))
          .as(format)
          .isEqualTo(peopleOf(api, gemba, list));
    }
  }

  /** What a list holds, each person as a line of what is known of them. */
  private static List<String> peopleOf(Api of, RunningGemba house, long list) throws Exception {
    String csv = new String(bytes(of, house, "/people/export.csv?list=" + list)).substring(1);
    try (CsvReader<NamedCsvRecord> rows = CsvReader.builder().ofNamedCsvRecord(csv)) {
      return rows.stream()
          .map(
              row -> {
                Map<String, String> known = new TreeMap<>(row.getFieldsAsMap());
                known.values().removeIf(String::isEmpty);
                return known.toString();
              })
          .sorted()
          .toList();
    }
  }

  private static byte[] bytes(String path) throws Exception {
    return bytes(api, gemba, path);
  }

  private static byte[] bytes(Api of, RunningGemba house, String path) throws Exception {
    HttpClient http = HttpClient.newBuilder().cookieHandler(of.cookies()).build();
    HttpResponse<byte[]> answer =
        http.send(
            HttpRequest.newBuilder(URI.create(house.address() + "/api/v1" + path)).build(),
            HttpResponse.BodyHandlers.ofByteArray());
    assertThat(answer.statusCode()).isEqualTo(200);
    return answer.body();
  }

  @Test
  @Order(3)
  void aDayThatCouldBeTwoIsAskedAboutAndThenRead() throws Exception {
    Path file =
        Files.writeString(
            folder.resolve("days.csv"),
            "Name,Mobile,Sailing\nOona Wick,207 555 0111,03/04/2027\nViggo Holm,207 555 0112,05/06/2027\n");
    JsonNode proposal = api.upload(file).expect(201).json();
    long id = proposal.get("of").get("id").asLong();
    Api.Answer refused = api.post("/imports/" + id + "/start", Map.of("newList", "Days"));
    assertThat(refused.status()).isEqualTo(422);
    assertThat(refused.json().get("detail").asString())
        .contains("03/04/2027")
        .contains("could be either of two days");
    String plan =
        proposal
            .get("plan")
            .toString()
            .replace(
                "\"type\":\"DATE\",\"days\":\"UNDECIDED\"",
                "\"type\":\"DATE\",\"days\":\"DAY_FIRST\"");
    api.post("/imports/" + id + "/start", Map.of("newList", "Days", "plan", Api.parsed(plan)))
        .expect(200);
    ended(id);
    assertThat(api.get("/people?q=207+555+0111").json().toString()).contains("2027-04-03");
  }

  @Test
  @Order(4)
  void aProgramSendsPeopleOnceHoweverOftenItAsks() throws Exception {
    String secret =
        api.post("/tokens", Map.of("name", "booking system"))
            .expect(201)
            .json()
            .get("secret")
            .asString();
    String body =
        """
        {"people": [
          {"ownId": "B-1", "name": "Una Reed", "phones": [{"number": "207 555 0144", "label": "mobile"}],
           "tags": ["member"], "fields": {"Home port": "Gull Steps"}, "agreed": "yes"},
          {"name": "Carys Ives", "phones": [{"number": "1.20756E+10"}]}],
         "agreement": {"channels": ["SMS"], "purposes": ["SERVICE"], "how": "web form"}}
        """;
    JsonNode first = Api.parsed(send(secret, "k-1", body, 200));
    assertThat(first.get("results").get(0).get("outcome").asString()).isEqualTo("new");
    assertThat(first.get("results").get(1).get("outcome").asString()).isEqualTo("rejected");
    assertThat(first.get("results").get(1).get("reason").asString()).contains("spreadsheet");
    assertThat(Api.parsed(send(secret, "k-1", body, 200))).isEqualTo(first);
    assertThat(send(secret, "k-1", body.replace("Una", "Ida"), 422)).contains("Another batch");
    assertThat(
            Api.parsed(send(secret, "k-2", body, 200))
                .get("results")
                .get(0)
                .get("outcome")
                .asString())
        .isEqualTo("merged");
    long id = first.get("results").get(0).get("personId").asLong();
    assertThat(api.get("/people/" + id).json().toString()).contains("web form", "member", "mobile");
    send("gemba_wrong", "k-3", body, 401);
  }

  private static String send(String secret, String key, String body, int expected)
      throws Exception {
    HttpResponse<String> answer =
        HttpClient.newHttpClient()
            .send(
                HttpRequest.newBuilder(URI.create(gemba.address() + "/api/v1/people/batch"))
                    .header("Authorization", "Bearer " + secret)
                    .header("Idempotency-Key", key)
                    .header("Content-Type", "application/json")
                    .POST(HttpRequest.BodyPublishers.ofString(body))
                    .build(),
                HttpResponse.BodyHandlers.ofString());
    assertThat(answer.statusCode()).as(answer.body()).isEqualTo(expected);
    return answer.body();
  }

  @Test
  @Order(5)
  void aFilePutIntoAListsFolderIsTakenInOnce() throws Exception {
    Path first =
        Files.writeString(folder.resolve("walk-1.csv"), "Walker,Cell\nGwen Lund,603 555 0161\n");
    JsonNode in = House.importAsProposed(api, first, "Walk sign-ups");
    long list = in.get("listId").asLong();
    JsonNode is = api.get("/lists/" + list).json();
    api.put(
            "/lists/" + list,
            Map.of(
                "version",
                is.get("version").asInt(),
                "name",
                "Walk sign-ups",
                "note",
                "from the tourist office",
                "users",
                List.of(),
                "watched",
                true))
        .expect(200);
    Path drop = folder.resolve("house/drop").resolve(is.get("folder").asString());
    Files.createDirectories(drop);
    Path writing = drop.resolve("walk-2.csv.part");
    Files.writeString(writing, "Walker,Cell\nIda Orme,603 555 0162\nNobody,see notes\n");
    RunningGemba.pause(4500);
    assertThat(writing).as("still being written").exists();
    Files.move(writing, drop.resolve("walk-2.csv"), StandardCopyOption.ATOMIC_MOVE);
    api.await("/lists/" + list, now -> now.get("people").asInt() == 2, 30);
    awaitText(drop.resolve("taken/walk-2.csv.report.txt"), "1 new people");
    awaitText(drop.resolve("taken/walk-2.csv.rejects.csv"), "no number in the text");
    Files.copy(drop.resolve("taken/walk-2.csv"), drop.resolve("walk-again.csv"));
    awaitText(drop.resolve("taken/walk-again.csv.report.txt"), "very same content");
    Files.writeString(drop.resolve("other.csv"), "Who,Where\nGwen,603 555 0163\n");
    awaitText(drop.resolve("failed/other.csv.report.txt"), "No mapping is remembered");
    assertThat(api.get("/lists/" + list).json().get("people").asInt()).isEqualTo(2);
  }

  private static void awaitText(Path file, String words) throws IOException {
    long until = System.currentTimeMillis() + 30_000;
    while (!Files.exists(file) || !Files.readString(file).contains(words)) {
      assertThat(System.currentTimeMillis()).as(file + " says " + words).isLessThan(until);
      RunningGemba.pause(200);
    }
  }

  @Test
  @Order(6)
  void somebodyForgottenIsInNoFileAndNoAnswer() throws Exception {
    Path file =
        Files.writeString(
            folder.resolve("forget.csv"),
            "Name,Mobile\nWilma Hand,603 555 0188\nIda Gale,603 555 0189\n");
    House.importAsProposed(api, file, "Forget");
    long id = api.get("/people?q=wilma").json().get("items").get(0).get("id").asLong();
    assertThat(new String(bytes("/people/" + id + "/record.json"))).contains("Wilma Hand");
    api.post("/people/" + id + "/forget", Map.of()).expect(204);
    assertThat(api.get("/people?q=wilma").json().get("items")).isEmpty();
    assertThat(api.get("/people?q=16035550188").json().get("items")).isEmpty();
    try (var files = Files.list(folder.resolve("house/imports"))) {
      for (Path kept : files.toList()) {
        assertThat(new String(Files.readAllBytes(kept)))
            .as(kept.toString())
            .doesNotContain("Wilma");
      }
    }
    assertThat(api.post("/people/" + id + "/forget", Map.of()).status()).isEqualTo(404);
    JsonNode again = House.importAsProposed(api, file, "Again");
    assertThat(again.get("rowsNew").asInt()).isEqualTo(1);
    long back = api.get("/people?q=wilma").json().get("items").get(0).get("id").asLong();
    assertThat(api.get("/people/" + back).json().toString()).contains("asked to be forgotten");
  }
}
