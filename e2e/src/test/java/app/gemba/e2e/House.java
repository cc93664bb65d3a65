package app.gemba.e2e;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import tools.jackson.databind.JsonNode;

/** A house on a data folder of its own, set up through the API as an operator would. */
final class House {
  /** A Tuesday, 10 in the morning in New York and 7 in Los Angeles. */
  static final String MORNING = "2026-11-17T15:00:00Z";

  private House() {}

  /** Names the house, adds a sender and connects it to a message centre. */
  static void setUp(Api api, StandInApart centre, int window) {
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
                "+12075550100",
                "label",
                "Booking office",
                "channels",
                List.of("SMS"),
                "tariff",
                TEXTS))
        .expect(201);
    connect(api, centre, window);
  }

  static void connect(Api api, StandInApart centre, int window) {
    api.put(
            "/sms-network",
            Map.of(
                "host", "localhost",
                "port", centre.port,
                "systemId", StandInApart.LOGIN,
                "password", StandInApart.LOGIN,
                "window", window))
        .expect(200);
    api.await("/sms-network", state -> state.get("connected").asBoolean(), 20);
  }

  /** What a sender costs on every channel. */
  static final Map<String, Object> TEXTS =
      Map.of(
          "partMicros", 8000,
          "chatMicros", 25000,
          "attemptMicros", 2000,
          "minuteMicros", 14000,
          "stepSeconds", 6);

  /** Takes a file in as it is proposed, onto a new list, and gives the import's end. */
  static JsonNode importAsProposed(Api api, Path file, String list) throws IOException {
    JsonNode proposal = api.upload(file).expect(201).json();
    long id = proposal.get("of").get("id").asLong();
    api.post("/imports/" + id + "/start", Map.of("newList", list)).expect(200);
    return api.await("/imports/" + id, is -> !is.get("state").asString().equals("running"), 120);
  }

  /** A brief to one list, at once and at any hour that contact hours allow. */
  static Map<String, Object> brief(String name, String message, long list, int perMinute) {
    Map<String, Object> brief = new TreeMap<>();
    brief.put("name", name);
    brief.put("channel", "SMS");
    brief.put("purpose", "SERVICE");
    brief.put("message", message);
    brief.put("whenBlank", Map.of());
    brief.put("senderId", 1);
    brief.put("lists", List.of(list));
    brief.put("typedNumbers", "");
    brief.put("hoursFrom", "00:00");
    brief.put("hoursTo", "00:00");
    brief.put(
        "hoursDays",
        List.of("MONDAY", "TUESDAY", "WEDNESDAY", "THURSDAY", "FRIDAY", "SATURDAY", "SUNDAY"));
    brief.put("hoursClock", "OWN");
    brief.put("perMinute", perMinute);
    brief.put("startMode", "NOW");
    return brief;
  }

  /** The launch that a confirmation would send now. */
  static Map<String, Object> launchOf(Api api, long campaign, String key) {
    JsonNode is = api.get("/campaigns/" + campaign + "/preflight").expect(200).json();
    return Map.of(
        "version", is.get("version").asInt(),
        "key", key,
        "people", is.get("allowed").asLong(),
        "segments", is.get("segments").asLong(),
        "costMicros", is.get("costMicros").asLong());
  }

  /** People of a report by state. */
  static Map<String, Long> states(Api api, long campaign) {
    Map<String, Long> states = new TreeMap<>();
    api.get("/campaigns/" + campaign + "/report")
        .expect(200)
        .json()
        .get("places")
        .forEach(
            place ->
                states.merge(
                    place.get("state").asString(), place.get("people").asLong(), Long::sum));
    return states;
  }

  /** A file of people with numbers from NXX-555-01XX, all in area codes of the eastern zone. */
  static Path easternPeople(Path folder, int count) throws IOException {
    List<String> areas =
        List.of(
            "201", "202", "203", "207", "212", "215", "216", "239", "240", "252", "267", "276",
            "301", "302", "304", "305", "315", "321", "330", "336", "339", "347", "351", "352",
            "386", "401", "404", "407", "410", "412", "413", "419", "434", "440", "443", "470",
            "475", "478", "484", "508", "513", "516", "518", "540", "551", "561", "567", "570",
            "571", "585", "603", "607", "609", "610", "614", "617");
    StringBuilder csv = new StringBuilder("Name,Phone\n");
    for (int i = 0; i < count; i++) {
      csv.append("Guest ").append(i).append(',');
      csv.append(String.format("+1%s55501%02d%n", areas.get(i / 100), i % 100));
    }
    return Files.writeString(folder.resolve("eastern.csv"), csv);
  }
}
