package app.gemba.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayInputStream;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.dhatim.fastexcel.reader.ReadableWorkbook;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;

/** Lists, who may use them, and what is put right in a file, through the API. */
class ListsApiTest {
  @TempDir static Path folder;
  private static RunningGemba gemba;
  private static Api ada;

  @BeforeAll
  static void start() {
    gemba = RunningGemba.start(folder.resolve("house"), "start", "--clock", House.MORNING);
    ada = Api.first(gemba);
  }

  @AfterAll
  static void stop() {
    gemba.close();
  }

  @Test
  void aListIsKeptToThoseWhoAreNamed() throws Exception {
    long tove = user("tove");
    user("rosa");
    long list = imported("kept.csv", "Name,Mobile\nGwen Lund,603 555 0161\n", "Board members");
    change(list, Map.of("users", List.of(tove), "note", "only for the office"));
    Api named = Api.as(gemba, "tove", "long-enough-2");
    Api other = Api.as(gemba, "rosa", "long-enough-2");
    assertThat(named.get("/lists").text()).contains("Board members");
    assertThat(named.get("/lists/" + list).expect(200).text()).contains("only for the office");
    assertThat(other.get("/lists").text()).doesNotContain("Board members");
    assertThat(other.get("/lists/" + list).status()).isEqualTo(404);
    assertThat(other.get("/people?list=" + list).status()).isEqualTo(404);
    assertThat(other.get("/people/export.csv?list=" + list).status()).isEqualTo(404);
    assertThat(other.post("/campaigns", House.brief("Kept", "Hello.", list, 60)).status())
        .isEqualTo(404);
    Map<String, Object> onIt = Map.of("about", "LIST", "not", false, "lists", List.of(list));
    Map<String, Object> asked = Map.of("q", "", "filter", Map.of("conditions", List.of(onIt)));
    assertThat(named.post("/people/count", asked).expect(200).json().get("people").asInt())
        .isEqualTo(1);
    assertThat(other.post("/people/count", asked).status()).as("by a filter").isEqualTo(404);
    assertThat(other.get("/people?q=gwen%20lund").expect(200).text()).contains("Gwen Lund");
    assertThat(ada.get("/lists/" + list).status()).as("an administrator may").isEqualTo(200);
  }

  private static long user(String login) {
    return ada.post(
            "/users",
            Map.of("login", login, "name", login, "password", "long-enough-2", "role", "OPERATOR"))
        .expect(201)
        .json()
        .get("id")
        .asLong();
  }

  private static JsonNode change(long list, Map<String, Object> to) {
    JsonNode is = ada.get("/lists/" + list).expect(200).json();
    Map<String, Object> body = new HashMap<>();
    body.put("version", is.get("version").asInt());
    body.put("name", is.get("name").asString());
    body.put("note", "");
    body.put("users", List.of());
    body.put("watched", false);
    body.putAll(to);
    return ada.put("/lists/" + list, body).expect(200).json();
  }

  private static long imported(String name, String content, String list) throws Exception {
    Path file = Files.writeString(folder.resolve(name), content);
    return House.importAsProposed(ada, file, list).get("listId").asLong();
  }

  @Test
  void oneOfTwoWhoChangeAListIsToldAndNamesAreTakenOnce() throws Exception {
    long list = imported("names.csv", "Name,Mobile\nNils Sund,603 555 0171\n", "Names");
    change(list, Map.of("name", "New names"));
    Map<String, Object> stale =
        Map.of("version", 1, "name", "Other", "note", "", "users", List.of(), "watched", false);
    assertThat(ada.put("/lists/" + list, stale).status()).isEqualTo(409);
    assertThat(ada.post("/lists", Map.of("name", "new NAMES")).json().get("detail").asString())
        .contains("already");
  }

  @Test
  void whatIsDoneToManyIsRefusedWhereTheyAreOthersThanWasSaid() throws Exception {
    long list = imported("many.csv", "Name,Mobile\nA B,603 555 0181\nC D,603 555 0182\n", "Many");
    Map<String, Object> selection = Map.of("list", list, "q", "");
    Map<String, Object> act =
        Map.of("kind", "TAG", "selection", selection, "tag", "walker", "expected", 3);
    Api.Answer refused = ada.post("/acts", act);
    assertThat(refused.status()).isEqualTo(409);
    assertThat(refused.json().get("detail").asString()).contains("These are 2 people now, not 3");
    Map<String, Object> right = new HashMap<>(act);
    right.put("expected", 2);
    long id = ada.post("/acts", right).expect(201).json().get("id").asLong();
    ada.await("/acts/" + id, is -> is.get("state").asString().equals("done"), 20);
    assertThat(ada.get("/tags").text()).contains("walker");
    assertThat(ada.get("/people?q=walker").json().get("items")).hasSize(2);
    right.put("tag", null);
    assertThat(ada.post("/acts", right).json().get("detail").asString()).contains("which tag");
    assertThat(ada.post("/acts/" + id + "/take-back", Map.of()).status()).isEqualTo(200);
    ada.await("/acts/" + id, is -> is.get("state").asString().equals("taken-back"), 20);
    assertThat(ada.get("/people?q=walker").json().get("items")).isEmpty();
  }

  @Test
  void aConflictIsListedAndDecidedForOneRow() throws Exception {
    imported(
        "before.csv",
        "No,Name,Mobile,Home port\nC-1,Ida Orme,603 555 0191,Pier\nC-2,Una Reed,603 555 0192,Pier\n",
        "Before");
    Path file =
        Files.writeString(
            folder.resolve("after.csv"),
            "No,Name,Mobile,Home port\nC-1,Ida Orme,603 555 0191,Quay\nC-2,Una Reed,603 555 0192,Quay\n");
    JsonNode proposal = ada.upload(file).expect(201).json();
    long id = proposal.get("of").get("id").asLong();
    JsonNode plan = proposal.get("plan");
    JsonNode check = counted(id, plan);
    assertThat(check.get("merges").get("Home port").get("replaced").asInt()).isEqualTo(2);
    assertThat(check.get("kinds").get("CONFLICT").asInt()).isEqualTo(2);
    JsonNode rows =
        ada.post("/imports/" + id + "/rows", Map.of("plan", plan, "kind", "CONFLICT", "after", 0))
            .expect(200)
            .json()
            .get("rows");
    assertThat(rows.get(0).get("conflicts").get(0).get("known").asString()).isEqualTo("Pier");
    ada.put("/imports/" + id + "/rows/1/decision", Map.of("target", "home_port", "rule", "KEEP"))
        .expect(204);
    ada.post("/imports/" + id + "/start", Map.of("newList", "After")).expect(200);
    ada.await("/imports/" + id, is -> is.get("state").asString().equals("done"), 30);
    assertThat(port("ida orme")).isEqualTo("Pier");
    assertThat(port("una reed")).isEqualTo("Quay");
    assertThat(ada.put("/imports/" + id + "/rows/1/cells/3", Map.of("plan", plan)).status())
        .as("it has been imported")
        .isEqualTo(409);
  }

  private static JsonNode counted(long id, JsonNode plan) {
    for (int i = 0; i < 100; i++) {
      JsonNode check = ada.post("/imports/" + id + "/check", plan).expect(200).json();
      if (check.get("counted").asBoolean()) {
        return check;
      }
      RunningGemba.pause(100);
    }
    throw new AssertionError("the file was not counted");
  }

  private static String port(String name) {
    return ada.get("/people?q=" + name.replace(' ', '+'))
        .json()
        .get("items")
        .get(0)
        .get("fields")
        .get("home_port")
        .asString();
  }

  @Test
  void aFileIsReadInAnotherWayWhereSomebodyKnowsBetter() throws Exception {
    Path file = folder.resolve("mac.csv");
    Files.write(
        file,
        "name,phone\rChlo\u008e,+12075550101\r"
            .getBytes(java.nio.charset.StandardCharsets.ISO_8859_1));
    long id = ada.upload(file).expect(201).json().get("of").get("id").asLong();
    JsonNode read =
        ada.put("/imports/" + id + "/shape", Map.of("charset", "x-MacRoman")).expect(200).json();
    assertThat(read.get("of").get("shape").get("charset").asString()).isEqualTo("x-MacRoman");
    JsonNode rows =
        ada.post("/imports/" + id + "/rows", Map.of("plan", read.get("plan"), "after", 0))
            .expect(200)
            .json();
    assertThat(rows.get("rows").get(0).get("cells").get(0).asString()).isEqualTo("Chloé");
    assertThat(ada.put("/imports/" + id + "/shape", Map.of("charset", "klingon")).status())
        .isEqualTo(422);
    assertThat(ada.put("/imports/" + id + "/shape", Map.of("titleRows", 1_000)).status())
        .isEqualTo(422);
    ada.send("DELETE", "/imports/" + id, null).expect(204);
  }

  @Test
  void theSheetToFillInComesBackUnderstood() throws Exception {
    byte[] sheet = bytes("/imports/template.xlsx");
    try (ReadableWorkbook workbook = new ReadableWorkbook(new ByteArrayInputStream(sheet))) {
      assertThat(workbook.getFirstSheet().read().get(0).getCellText(3)).isEqualTo("Mobile phone");
    }
    String heads = new String(bytes("/imports/template.csv")).replace("\uFEFF", "").strip();
    Path filled =
        Files.writeString(
            folder.resolve("filled.csv"),
            heads
                + "\nT-1,Zoë,Gale,603 555 0131,603 555 0132,US,zoe@guests.example,walker;member,yes,2026-05-06,web form\n");
    JsonNode in = House.importAsProposed(ada, filled, "Filled in");
    assertThat(in.get("rowsNew").asInt()).isEqualTo(1);
    String person =
        ada.get("/people/" + ada.get("/people?q=zoe").json().get("items").get(0).get("id").asLong())
            .text();
    assertThat(person)
        .contains("Zoë Gale", "walker", "web form", "2026-05-06", "mobile", "other", "filled.csv");
    String mappings = ada.get("/mappings").expect(200).text();
    assertThat(mappings).contains("Files like filled.csv");
  }

  private static byte[] bytes(String path) throws Exception {
    HttpClient http = HttpClient.newBuilder().cookieHandler(ada.cookies()).build();
    HttpResponse<byte[]> answer =
        http.send(
            HttpRequest.newBuilder(URI.create(gemba.address() + "/api/v1" + path)).build(),
            HttpResponse.BodyHandlers.ofByteArray());
    assertThat(answer.statusCode()).isEqualTo(200);
    return answer.body();
  }
}
