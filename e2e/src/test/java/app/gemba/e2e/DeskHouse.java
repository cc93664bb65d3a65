package app.gemba.e2e;

import app.gemba.standins.telephone.Call;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import tools.jackson.databind.JsonNode;

/** A house whose agents call people of whom is known who answers. */
final class DeskHouse {
  private static final List<String> AREAS =
      List.of("207", "603", "802", "978", "508", "401", "860");
  private static final int FRAME = 160;
  private static final int FRAMES_A_SECOND = 50;
  static final String PASSWORD = "long-enough-1";

  private DeskHouse() {}

  /** Who answers at a number when it is called for the first time. */
  enum Answers {
    PERSON,
    MACHINE
  }

  /** Names the house, connects it to the exchange, adds a sender and people who work there. */
  static void setUp(Api api, StandInApart telephone) {
    api.put(
            "/house",
            Map.of(
                "name", "Marram Ferries",
                "zone", "America/New_York",
                "region", "US",
                "currency", "USD",
                "version", 0))
        .expect(200);
    api.post(
            "/senders",
            Map.of(
                "address",
                "+12075550150",
                "label",
                "Booking office",
                "channels",
                List.of("VOICE_BROADCAST"),
                "tariff",
                House.TEXTS))
        .expect(201);
    api.put(
            "/networks/VOICE_BROADCAST",
            Map.of("host", "localhost", "port", telephone.port, "lines", 20))
        .expect(200);
    api.await("/networks/VOICE_BROADCAST", is -> is.get("connected").asBoolean(), 20);
    user(api, "lior", "Lior Strand", "AGENT");
    user(api, "carys", "Carys Holm", "AGENT");
    user(api, "femi", "Femi Gale", "SUPERVISOR");
  }

  private static void user(Api api, String login, String name, String role) {
    api.post("/users", Map.of("login", login, "name", name, "password", PASSWORD, "role", role))
        .expect(201);
  }

  /** Numbers at which somebody answers as is wanted, soon, behind so many others. */
  static List<String> numbers(Answers wanted, int count, int skipped) {
    List<String> found = new ArrayList<>();
    for (int i = skipped; found.size() < count; i++) {
      String number = String.format("+1%s55501%02d", AREAS.get(i / 100), i % 100);
      if (answers(number).equals(Optional.of(wanted))) {
        found.add(number);
      }
    }
    return found;
  }

  private static Optional<Answers> answers(String number) {
    Call call = Call.to(number, StandInApart.SEED, StandInApart.EVENING, 1);
    for (int frame = 0; frame < 19 * FRAMES_A_SECOND; frame++) {
      call.step(new short[FRAME]);
      if (call.phase() == Call.Phase.ANSWERED) {
        boolean late = frame > 15 * FRAMES_A_SECOND;
        String words = call.takeWords().orElse("");
        boolean machine = words.matches("(?i).*(message|tone|machine|go ahead).*");
        // Who rings for long is a machine; people answer within seven seconds here.
        return machine
            ? Optional.of(Answers.MACHINE)
            : late || frame > 7 * FRAMES_A_SECOND ? Optional.empty() : Optional.of(Answers.PERSON);
      }
    }
    return Optional.empty();
  }

  /** A list of schools with these numbers, in their order; all agreed to be called. */
  static long schools(Api api, Path folder, String list, List<String> numbers) throws IOException {
    StringBuilder csv = new StringBuilder("Name,Phone,Contact\n");
    for (int i = 0; i < numbers.size(); i++) {
      csv.append(list).append(' ').append((char) ('A' + i)).append(',').append(numbers.get(i));
      csv.append(",Rosa ").append((char) ('A' + i)).append('\n');
    }
    Path file = Files.writeString(folder.resolve(list.replace(' ', '-') + ".csv"), csv);
    JsonNode proposal = api.upload(file).expect(201).json();
    long id = proposal.get("of").get("id").asLong();
    api.post(
            "/imports/" + id + "/start",
            Map.of(
                "agreement",
                Map.of(
                    "source", "declared",
                    "channels", List.of("VOICE_BROADCAST", "AGENT_CALL"),
                    "purposes", List.of("SERVICE"),
                    "how", "at the counter",
                    "on", "2026-05-01"),
                "newList",
                list))
        .expect(200);
    return api.await("/imports/" + id, is -> !is.get("state").asString().equals("running"), 60)
        .get("listId")
        .asLong();
  }

  /** Launches a campaign whose calls agents hold. */
  static long launch(Api api, String name, long list, String dialling) {
    Map<String, Object> brief =
        House.brief(
            name,
            "Good morning, this is Marram Ferries. Do I speak with {{contact}}?\n"
                + "May I hold the Thursday boat for you?",
            list,
            60);
    brief.put("channel", "AGENT_CALL");
    Map<String, Object> call = new TreeMap<>();
    call.put("soundSeconds", 0);
    call.put("keys", List.of());
    call.put("againMinutes", 60);
    call.put("leaveOnMachines", true);
    call.put("personHears", true);
    call.put("atOnce", 10);
    call.put(
        "agents",
        Map.of(
            "dialling",
            dialling,
            "outcomes",
            List.of(
                outcome("1", "Booked", "DONE", 0),
                outcome("2", "Call again", "FOLLOW_UP", 1440),
                outcome("3", "Not this year", "DONE", 0)),
            "answers",
            List.of(Map.of("label", "Too dear", "words", "Teachers sail free.")),
            "machineWords",
            "This is Marram Ferries. We will call again. Thank you.",
            "agents",
            2,
            "callsAnHour",
            20));
    brief.put("call", call);
    long campaign = api.post("/campaigns", brief).expect(201).json().get("id").asLong();
    api.post("/campaigns/" + campaign + "/launch", House.launchOf(api, campaign, "k" + campaign))
        .expect(200);
    api.await("/campaigns/" + campaign, is -> is.get("state").asString().equals("RUNNING"), 20);
    return campaign;
  }

  private static Map<String, Object> outcome(String key, String label, String follow, int after) {
    return Map.of("key", key, "label", label, "follow", follow, "afterMinutes", after);
  }
}
