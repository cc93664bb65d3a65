package app.gemba.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import de.siegmar.fastcsv.reader.NamedCsvRecord;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;

/**
 * Kills the process in the middle of calls and of WhatsApp messages, again and again, while the
 * stand-ins go on and write down what came through.
 */
class CallsKilledInTheMiddleTest {
  private static final int PEOPLE = 120;
  private static final int KILLS = 2;
  private static final int AT_ONCE = 4;
  private static final int WINDOW = 20;

  @TempDir Path folder;

  @Test
  void nobodyIsCalledOrWrittenToTwiceAndNobodyIsLost() throws Exception {
    try (StandInApart chat = StandInApart.chat(folder, 2_000);
        StandInApart telephone = StandInApart.telephone(folder)) {
      int port = RunningGemba.freePort();
      Path data = folder.resolve("house");
      RunningGemba gemba = start(port, data);
      try {
        Api api = Api.first(gemba);
        furnish(api, chat, telephone);
        long list = agreedPeople(api);
        long calls = launch(api, calling(list));
        long chats = launch(api, writing(api, list));
        for (int kill = 0; kill < KILLS; kill++) {
          int before = telephone.logged("dialled").size();
          await(() -> telephone.logged("dialled").size() >= Math.min(PEOPLE, before + 15));
          gemba.kill();
          gemba = start(port, data);
        }
        Api again = Api.as(gemba, "ada", "long-enough-1");
        for (long campaign : List.of(calls, chats)) {
          again.await(
              "/campaigns/" + campaign, is -> is.get("state").asString().equals("FINISHED"), 120);
          again.await(
              "/campaigns/" + campaign + "/report", CallsKilledInTheMiddleTest::isQuiet, 60);
        }
        assertBooksAgree(again, calls, numbers(telephone.logged("dialled")), KILLS * AT_ONCE);
        assertBooksAgree(again, chats, numbers(chat.logged("message")), KILLS * WINDOW);
      } finally {
        gemba.close();
      }
    }
  }

  private static void assertBooksAgree(Api api, long campaign, List<String> reached, int inDoubt) {
    Map<String, Long> states = House.states(api, campaign);
    assertThat(reached).as("nobody twice").doesNotHaveDuplicates();
    assertThat(states.values().stream().mapToLong(n -> n).sum()).as("%s", states).isEqualTo(PEOPLE);
    long unconfirmed = states.getOrDefault("UNCONFIRMED", 0L);
    assertThat(unconfirmed).as("%s", states).isLessThanOrEqualTo(inDoubt);
    assertThat((long) reached.size())
        .as("%s", states)
        .isBetween(PEOPLE - unconfirmed, (long) PEOPLE);
  }

  private static boolean isQuiet(JsonNode report) {
    return report
        .get("places")
        .valueStream()
        .noneMatch(place -> place.get("state").asString().equals("IN_FLIGHT"));
  }

  private static List<String> numbers(List<NamedCsvRecord> lines) {
    return lines.stream().map(line -> line.getField("to")).toList();
  }

  private static RunningGemba start(int port, Path data) {
    return RunningGemba.start(port, data, "start", "--clock", House.MORNING);
  }

  private static void furnish(Api api, StandInApart chat, StandInApart telephone) {
    api.put(
            "/house",
            Map.of(
                "name", "Marram Ferries",
                "zone", "America/New_York",
                "region", "US",
                "currency", "USD",
                "version", 0))
        .expect(200);
    for (String channel : List.of("VOICE_BROADCAST", "WHATSAPP")) {
      api.post(
              "/senders",
              Map.of(
                  "address",
                  channel.equals("WHATSAPP") ? "+12075550140" : "+12075550150",
                  "label",
                  channel,
                  "channels",
                  List.of(channel),
                  "tariff",
                  House.TEXTS))
          .expect(201);
    }
    api.put(
            "/networks/VOICE_BROADCAST",
            Map.of("host", "localhost", "port", telephone.port, "lines", 20))
        .expect(200);
    api.put(
            "/networks/WHATSAPP",
            Map.of(
                "url", "http://localhost:" + chat.port,
                "key", StandInApart.KEY,
                "secret", StandInApart.SECRET))
        .expect(200);
    Stream.of("VOICE_BROADCAST", "WHATSAPP")
        .forEach(
            channel ->
                api.await("/networks/" + channel, is -> is.get("connected").asBoolean(), 20));
  }

  private long agreedPeople(Api api) throws IOException {
    JsonNode proposal = api.upload(House.easternPeople(folder, PEOPLE)).expect(201).json();
    long id = proposal.get("of").get("id").asLong();
    api.post(
            "/imports/" + id + "/start",
            Map.of(
                "agreement",
                Map.of(
                    "source", "declared",
                    "channels", List.of("VOICE_BROADCAST", "WHATSAPP"),
                    "purposes", List.of("SERVICE"),
                    "how", "pass form",
                    "on", "2026-05-01"),
                "newList",
                "Everybody"))
        .expect(200);
    return api.await("/imports/" + id, is -> !is.get("state").asString().equals("running"), 60)
        .get("listId")
        .asLong();
  }

  private static Map<String, Object> calling(long list) {
    Map<String, Object> brief = House.brief("Pier closed", "This is Marram Ferries.", list, 60_000);
    brief.put("channel", "VOICE_BROADCAST");
    brief.put(
        "call",
        Map.of(
            "soundSeconds",
            0,
            "keys",
            List.of(Map.of("key", "9", "act", "OPT_OUT")),
            "againMinutes",
            60,
            "leaveOnMachines",
            true,
            "personHears",
            true,
            "atOnce",
            AT_ONCE));
    return brief;
  }

  private static Map<String, Object> writing(Api api, long list) {
    String body = "Hello {{1}}, the winter boats of Marram Ferries run again.";
    long template =
        api.post(
                "/chat/templates",
                Map.of("name", "winter", "category", "UTILITY", "language", "en", "body", body))
            .expect(201)
            .json()
            .get("id")
            .asLong();
    api.await("/chat/templates", all -> all.get(0).get("state").asString().equals("APPROVED"), 20);
    Map<String, Object> brief = House.brief("Winter boats", body, list, 300);
    brief.put("channel", "WHATSAPP");
    brief.put("senderId", 2);
    brief.put(
        "chat",
        Map.of(
            "templateId",
            template,
            "template",
            "winter",
            "language",
            "en",
            "fields",
            List.of("name")));
    return brief;
  }

  private static long launch(Api api, Map<String, Object> brief) {
    long campaign = api.post("/campaigns", brief).expect(201).json().get("id").asLong();
    api.post("/campaigns/" + campaign + "/launch", House.launchOf(api, campaign, "k" + campaign))
        .expect(200);
    return campaign;
  }

  private interface Asked {
    boolean is() throws IOException;
  }

  private static void await(Asked asked) throws IOException {
    long until = System.currentTimeMillis() + 60_000;
    while (!asked.is()) {
      assertThat(System.currentTimeMillis()).as("in time").isLessThan(until);
      RunningGemba.pause(50);
    }
  }
}
