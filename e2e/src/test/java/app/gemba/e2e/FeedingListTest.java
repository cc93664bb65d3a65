package app.gemba.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;

/** A campaign that feeds from a list: whoever arrives is judged and texted like everyone else. */
class FeedingListTest {
  @TempDir Path folder;

  @Test
  void whoArrivesIsJudgedAndReachedOnce() throws Exception {
    try (StandInApart centre = StandInApart.messages(folder, 50);
        RunningGemba gemba =
            RunningGemba.start(folder.resolve("house"), "start", "--clock", House.MORNING)) {
      Api ada = Api.first(gemba);
      House.setUp(ada, centre, 20);
      long list = took(ada, "first.csv", "Name,Phone\nOona Wick,+12075550101\n", "Walkers", 0);
      long campaign =
          ada.post("/campaigns", House.brief("Pier", "Marram Ferries: no boats today.", list, 600))
              .expect(201)
              .json()
              .get("id")
              .asLong();
      String path = "/campaigns/" + campaign;
      assertThat(ada.get(path + "/feeds").expect(200).json().get("feeds").asBoolean()).isFalse();
      ada.put(path + "/feeds", Map.of("feeds", true)).expect(200);
      ada.post(path + "/launch", House.launchOf(ada, campaign, "k")).expect(200);
      settles(ada, campaign, 1);
      assertThat(ada.get(path).json().get("state").asString()).isEqualTo("RUNNING");

      took(
          ada,
          "second.csv",
          """
          Name,Phone,OK?
          Oona Wick,+12075550101,yes
          Viggo Holm,+16175550102,yes
          Una Reed,+12075550103,no
          Ida Orme,see notes,yes
          """,
          "",
          list);
      settles(ada, campaign, 3);
      Map<String, Long> states = House.states(ada, campaign);
      assertThat(states.get("REFUSED")).as("who said no, in %s", states).isEqualTo(1);
      List<String> texted =
          centre.logged("submit").stream().map(line -> line.getField("destination")).toList();
      assertThat(texted).doesNotHaveDuplicates().hasSize(2);

      ada.put(path + "/feeds", Map.of("feeds", false)).expect(200);
      ada.await(path, is -> is.get("state").asString().equals("FINISHED"), 90);
    }
  }

  private long took(Api api, String name, String content, String newList, long list)
      throws IOException {
    Path file = Files.writeString(folder.resolve(name), content);
    JsonNode proposal = api.upload(file).expect(201).json();
    long id = proposal.get("of").get("id").asLong();
    api.post(
            "/imports/" + id + "/start",
            list == 0 ? Map.of("newList", newList) : Map.of("listId", list))
        .expect(200);
    return api.await("/imports/" + id, is -> is.get("state").asString().equals("done"), 30)
        .get("listId")
        .asLong();
  }

  /** Until the report counts so many people and all of them have ended. */
  private static void settles(Api api, long campaign, long people) {
    api.await(
        "/campaigns/" + campaign + "/report",
        report -> {
          Map<String, Long> states = House.states(api, campaign);
          long ended =
              states.entrySet().stream()
                  .filter(state -> List.of("REACHED", "REFUSED").contains(state.getKey()))
                  .mapToLong(Map.Entry::getValue)
                  .sum();
          return ended == people && states.values().stream().mapToLong(n -> n).sum() == people;
        },
        60);
  }
}
