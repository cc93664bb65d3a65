package app.gemba.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import java.net.CookieManager;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.WebSocket;
import java.net.http.WebSocketHandshakeException;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionException;
import java.util.concurrent.CompletionStage;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.parallel.ResourceLock;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import tools.jackson.databind.JsonNode;

/** Desks over HTTP and WebSocket: who may, and what is said where something cannot be done. */
@ResourceLock(SharedDemo.LOCK)
class DeskApiTest {
  private static Api carys;
  private static Api tove;
  private static long campaign;

  @BeforeAll
  static void start() {
    carys = as("carys");
    tove = as("tove");
    campaign =
        carys.get("/desk/choices").expect(200).json().get("campaigns").get(0).get("id").asLong();
  }

  @Test
  void anAgentSeesTheirDeskAndNothingElse() {
    carys.get("/desk").expect(200);
    carys.get("/desk/follow-ups").expect(200);
    for (String other : List.of("/floor", "/campaigns", "/people", "/floor/follow-ups")) {
      assertThat(carys.get(other).expect(403).json().get("code").asString())
          .isEqualTo("not-permitted");
    }
    carys.put("/floor/simulated", Map.of()).expect(403);
    as("bram").get("/desk").expect(403);
    as("femi").get("/floor").expect(200);
    as("femi").put("/floor/simulated", Map.of()).expect(403);
  }

  @Test
  void whatASittingNeedsMustBeThere() {
    signedOff();
    assertRefused(signOn(1, 3), 422, "Agents do not call for this campaign.");
    assertRefused(signOn(campaign, 1), 404, "There is no such sender that calls.");
    assertRefused(signOn(999_999, 3), 404, "There is no such campaign.");
    assertThat(carys.get("/desk").json().get("state").asString()).isEqualTo("OFFLINE");
    signOn(campaign, 3).expect(200);
    assertRefused(signOn(campaign, 3), 409, "You are at your desk already.");
    signedOff();
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "call | {} | 409 | Nobody is shown to you.",
        "skip | {} | 409 | Nobody is shown to you.",
        "say | {\"words\": \"Hello\"} | 409 | There is no call.",
        "say | {\"words\": \" \"} | 400 | Please check: words must not be blank.",
        "hold | {\"on\": true} | 409 | Only somebody you talk with can be held.",
        "key | {\"key\": \"5\"} | 409 | There is no call.",
        "key | {\"key\": \"55\"} | 400 | Please check: key must match \"[0-9*#]\".",
        "hang-up | {} | 409 | There is no call.",
        "leave-message | {} | 409 | There is no call.",
        "mark | {\"key\": \"2\"} | 409 | There is no call to mark.",
        "mark | {\"key\": \"9\"} | 422 | No call ends by key 9.",
        "note | {\"text\": \"x\"} | 409 | There is nobody to note something about.",
        "finish | {} | 409 | There is no call to finish.",
        "break | {} | 409 | You are on a break already."
      })
  void whatCannotBeDoneIsSaidInASentence(String act, String body, int status, String says) {
    signedOff();
    signOn(campaign, 3).expect(200);
    JsonNode json = Api.parsed(body);
    assertRefused(carys.post("/desk/" + act, json), status, says);
    assertThat(carys.get("/desk").json().get("state").asString()).isEqualTo("BREAK");
    signedOff();
  }

  @Test
  void nobodyIsDialledForWhomNoPageListens() {
    signedOff();
    signOn(campaign, 3).expect(200);
    carys.post("/desk/ready", Map.of()).expect(200);
    RunningGemba.pause(1_500);
    JsonNode desk = carys.get("/desk").json();
    assertThat(desk.get("state").asString()).isEqualTo("READY");
    assertThat(desk.get("person").isNull()).isTrue();
    signedOff();
  }

  @Test
  void aPageIsToldOfItsDeskAndOnlyOnesOwn() throws Exception {
    signedOff();
    CompletableFuture<String> told = new CompletableFuture<>();
    WebSocket page = open(carys, told);
    assertThat(told.get(10, TimeUnit.SECONDS)).contains("\"state\":\"OFFLINE\"");
    page.sendClose(WebSocket.NORMAL_CLOSURE, "").get(5, TimeUnit.SECONDS);
    assertThat(refusal(new Api(SharedDemo.gemba()))).isEqualTo(401);
    assertThat(refusal(as("bram"))).isEqualTo(403);
  }

  @Test
  void simulatedAgentsSitOnlyWhereAgentsCall() {
    assertRefused(
        tove.put("/floor/simulated", Map.of("campaignId", 1)),
        409,
        "Simulated agents talk only to simulated people, in a campaign whose calls agents hold.");
    assertThat(tove.get("/floor").json().get("simulatedIn").isNull()).isTrue();
  }

  @Test
  void aBriefForAgentsSaysWhatIsWrongWithIt() {
    Map<String, Object> brief = House.brief("No way to end", "Good morning.", 1, 60);
    brief.put("channel", "AGENT_CALL");
    brief.put("senderId", 3);
    Map<String, Object> call = new TreeMap<>();
    call.put("keys", List.of());
    call.put("soundSeconds", 0);
    call.put("againMinutes", 60);
    call.put("leaveOnMachines", true);
    call.put("personHears", true);
    call.put("atOnce", 10);
    call.put(
        "agents",
        Map.of(
            "dialling",
            "PREVIEW",
            "outcomes",
            List.of(),
            "answers",
            List.of(),
            "machineWords",
            "",
            "agents",
            2,
            "callsAnHour",
            20));
    brief.put("call", call);
    assertRefused(
        tove.post("/campaigns", brief), 422, "A call by an agent ends in one of 1 to 9 ways.");
  }

  @Test
  void theReportOfTheAutumnAddsUp() {
    long autumn =
        tove.get("/campaigns")
            .json()
            .get("items")
            .valueStream()
            .filter(one -> one.get("brief").get("name").asString().startsWith("Autumn sailings"))
            .findFirst()
            .orElseThrow()
            .get("id")
            .asLong();
    JsonNode report = tove.get("/campaigns/" + autumn + "/desk-report").expect(200).json();
    long calls = sum(report, "calls");
    assertThat(calls).isGreaterThan(40);
    assertThat(sum(report, "connects")).isLessThan(calls);
    long byHour =
        report
            .get("hours")
            .valueStream()
            .mapToLong(hour -> hour.get("work").get("calls").asLong())
            .sum();
    assertThat(byHour).isEqualTo(calls);
    long ended =
        report
            .get("agents")
            .valueStream()
            .flatMap(agent -> agent.get("ended").valueStream())
            .mapToLong(one -> one.get("calls").asLong())
            .sum();
    assertThat(ended).as("each call ended in one way").isEqualTo(calls);
    JsonNode common = tove.get("/campaigns/" + autumn + "/report").expect(200).json();
    assertThat(common.get("places").valueStream().mapToLong(p -> p.get("people").asLong()).sum())
        .isEqualTo(40);
    assertThat(common.get("places").valueStream().map(p -> p.get("words").asString()))
        .contains("Booked", "Not this year", "message left after the beep");
  }

  private static long sum(JsonNode report, String figure) {
    return report
        .get("agents")
        .valueStream()
        .mapToLong(agent -> agent.get("agent").get("work").get(figure).asLong())
        .sum();
  }

  private static Api as(String login) {
    return Api.as(SharedDemo.gemba(), login, "ferry-demo");
  }

  private static Api.Answer signOn(long campaign, long sender) {
    return carys.post("/desk/sign-on", Map.of("campaignId", campaign, "senderId", sender));
  }

  private static void signedOff() {
    if (!carys.get("/desk").json().get("state").asString().equals("OFFLINE")) {
      carys.post("/desk/sign-off", Map.of()).expect(200);
    }
  }

  private static void assertRefused(Api.Answer answer, int status, String says) {
    assertThat(answer.expect(status).json().get("detail").asString()).isEqualTo(says);
  }

  private static int refusal(Api who) {
    who.get("/session");
    try {
      open(who, new CompletableFuture<>());
      return 101;
    } catch (CompletionException e) {
      return ((WebSocketHandshakeException) e.getCause()).getResponse().statusCode();
    }
  }

  private static WebSocket open(Api who, CompletableFuture<String> told) {
    CookieManager cookies = who.cookies();
    return HttpClient.newBuilder()
        .cookieHandler(cookies)
        .build()
        .newWebSocketBuilder()
        .buildAsync(
            URI.create("ws://localhost:" + SharedDemo.gemba().port + "/api/v1/desk/socket"),
            new WebSocket.Listener() {
              @Override
              public CompletionStage<?> onText(WebSocket page, CharSequence text, boolean last) {
                told.complete(text.toString());
                page.request(1);
                return null;
              }
            })
        .join();
  }
}
