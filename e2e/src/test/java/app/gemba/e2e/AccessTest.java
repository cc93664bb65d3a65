package app.gemba.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.net.http.HttpResponse.BodyHandlers;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.parallel.ResourceLock;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Who may do what, endpoint by endpoint; and the document that says so. */
@ResourceLock(SharedDemo.LOCK)
class AccessTest {
  private static final JsonMapper JSON = JsonMapper.builder().build();
  private static final Path DOCUMENT = Path.of("../docs/openapi.json");

  private static RunningGemba gemba;

  @BeforeAll
  static void start() {
    gemba = SharedDemo.gemba();
    Api admin = Api.as(gemba, "ines", "ferry-demo");
    for (String role : List.of("SUPERVISOR", "AGENT")) {
      admin
          .post(
              "/users",
              Map.of(
                  "login",
                  role.toLowerCase(java.util.Locale.ROOT),
                  "name",
                  "Somebody",
                  "password",
                  "long-enough-1",
                  "role",
                  role))
          .expect(201);
    }
  }

  private record Operation(String method, String path, String permission) {
    /** A path that leads to nothing, so that a request that is let through changes nothing. */
    String sample() {
      return path.replace("/api/v1", "").replaceAll("\\{[a-z]+}", "999999");
    }
  }

  /** Run with {@code -Dgemba.openapi.write=true} after a change that is meant. */
  @Test
  void theCommittedDocumentIsTheServersOwn() throws IOException {
    String served = Api.as(gemba, "ines", "ferry-demo").get("/openapi").expect(200).text();
    if (Boolean.getBoolean("gemba.openapi.write")) {
      Files.writeString(DOCUMENT, served);
    }
    assertThat(JSON.readTree(Files.readString(DOCUMENT))).isEqualTo(JSON.readTree(served));
  }

  @Test
  void everyEndpointRefusesWhoIsNotSignedIn() {
    Api nobody = new Api(gemba);
    nobody.get("/session");
    for (Operation operation : operations()) {
      if (!operation.permission().equals("NONE")) {
        Api.Answer answer = asked(nobody, operation);
        assertThat(answer.status()).as("%s", operation).isEqualTo(401);
        assertThat(answer.json().get("code").asString()).isEqualTo("not-signed-in");
      }
    }
  }

  @Test
  void everyEndpointRefusesWhoLacksItsPermission() {
    Map<String, String> people =
        Map.of(
            "bram", "ferry-demo",
            "tove", "ferry-demo",
            "supervisor", "long-enough-1",
            "agent", "long-enough-1");
    int refused = 0;
    for (Map.Entry<String, String> person : people.entrySet()) {
      Api api = Api.as(gemba, person.getKey(), person.getValue());
      Set<String> may =
          Set.copyOf(
              api.get("/session")
                  .json()
                  .get("permissions")
                  .valueStream()
                  .map(JsonNode::asString)
                  .toList());
      for (Operation operation : operations()) {
        boolean mayNot =
            !operation.permission().equals("NONE") && !may.contains(operation.permission());
        if (mayNot) {
          Api.Answer answer = asked(api, operation);
          assertThat(answer.status()).as("%s as %s", operation, person.getKey()).isEqualTo(403);
          refused++;
        }
      }
    }
    assertThat(refused).isGreaterThan(60);
  }

  @Test
  void aForgedRequestWithoutTheTokenIsRefused() throws Exception {
    HttpResponse<String> answer =
        HttpClient.newHttpClient()
            .send(
                HttpRequest.newBuilder(URI.create(gemba.address() + "/api/v1/session"))
                    .header("Content-Type", "application/json")
                    .POST(
                        HttpRequest.BodyPublishers.ofString(
                            "{\"login\":\"tove\",\"password\":\"ferry-demo\"}"))
                    .build(),
                BodyHandlers.ofString());
    assertThat(answer.statusCode()).isEqualTo(403);
    assertThat(answer.headers().firstValue("Content-Security-Policy").orElse(""))
        .contains("default-src 'self'");
  }

  @Test
  void theSessionsCookieIsNoScriptsBusiness() {
    Api api = Api.as(gemba, "tove", "ferry-demo");
    String cookie =
        api.setCookies.stream().filter(one -> one.startsWith("gemba=")).findFirst().orElseThrow();
    assertThat(cookie).contains("HttpOnly", "SameSite=Strict", "Path=/");
  }

  @Test
  void wrongPasswordsAreSlowedDownAndWrittenDown() {
    Api api = new Api(gemba);
    api.get("/session");
    List<Integer> statuses = new ArrayList<>();
    for (int i = 0; i < 5; i++) {
      statuses.add(
          api.post("/session", Map.of("login", "nobody", "password", "guess" + i)).status());
    }
    assertThat(statuses).startsWith(401, 401, 401).contains(429);
    JsonNode audit = Api.as(gemba, "ines", "ferry-demo").get("/audit").expect(200).json();
    assertThat(audit.toString()).contains("sign-in failed", "nobody", "signed in", "Ines Calder");
  }

  private static List<Operation> operations() {
    try {
      List<Operation> operations = new ArrayList<>();
      JsonNode paths = JSON.readTree(Files.readString(DOCUMENT)).get("paths");
      for (Map.Entry<String, JsonNode> path : paths.properties()) {
        for (Map.Entry<String, JsonNode> method : path.getValue().properties()) {
          operations.add(
              new Operation(
                  method.getKey().toUpperCase(java.util.Locale.ROOT),
                  path.getKey(),
                  method.getValue().get("x-permission").asString()));
        }
      }
      assertThat(operations).hasSizeGreaterThan(40);
      return operations;
    } catch (IOException e) {
      throw new java.io.UncheckedIOException(e);
    }
  }

  /** An upload comes as a form; anything else as JSON. */
  private static Api.Answer asked(Api api, Operation operation) {
    if (operation.sample().equals("/imports") && operation.method().equals("POST")) {
      return api.upload(DOCUMENT);
    }
    boolean hasBody = List.of("POST", "PUT").contains(operation.method());
    return api.send(operation.method(), operation.sample(), hasBody ? Map.of() : null);
  }
}
