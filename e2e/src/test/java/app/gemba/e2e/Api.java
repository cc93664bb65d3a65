package app.gemba.e2e;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.CookieManager;
import java.net.HttpCookie;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpRequest.BodyPublishers;
import java.net.http.HttpResponse;
import java.net.http.HttpResponse.BodyHandlers;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.function.Predicate;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Somebody who uses the API over HTTP. */
final class Api {
  private static final JsonMapper JSON = JsonMapper.builder().build();

  private final String address;
  private final CookieManager cookies = new CookieManager();
  final List<String> setCookies = new CopyOnWriteArrayList<>();
  private final HttpClient http = HttpClient.newBuilder().cookieHandler(cookies).build();

  Api(RunningGemba gemba) {
    this.address = gemba.address() + "/api/v1";
  }

  /** Somebody who is signed in. */
  static Api as(RunningGemba gemba, String login, String password) {
    Api api = new Api(gemba);
    api.get("/session");
    api.post("/session", Map.of("login", login, "password", password)).expect(200);
    api.get("/session");
    return api;
  }

  /** The administrator of a house that has no account yet. */
  static Api first(RunningGemba gemba) {
    Api api = new Api(gemba);
    api.get("/session");
    api.post(
            "/first-account",
            Map.of("code", "", "login", "ada", "name", "Ada Voss", "password", "long-enough-1"))
        .expect(200);
    api.get("/session");
    return api;
  }

  /** An answer. */
  record Answer(int status, String text) {
    JsonNode json() {
      return JSON.readTree(text);
    }

    Answer expect(int wanted) {
      if (status != wanted) {
        throw new AssertionError("expected " + wanted + ", was " + status + ": " + text);
      }
      return this;
    }
  }

  /** What keeps somebody signed in. */
  CookieManager cookies() {
    return cookies;
  }

  static JsonNode parsed(String json) {
    return JSON.readTree(json);
  }

  Answer get(String path) {
    return send("GET", path, null);
  }

  Answer post(String path, Object body) {
    return send("POST", path, body);
  }

  Answer put(String path, Object body) {
    return send("PUT", path, body);
  }

  Answer send(String method, String path, Object body) {
    HttpRequest.Builder request =
        HttpRequest.newBuilder(URI.create(address + path))
            .header("X-XSRF-TOKEN", token())
            .header("Content-Type", "application/json")
            .method(
                method,
                body == null
                    ? BodyPublishers.noBody()
                    : BodyPublishers.ofString(JSON.writeValueAsString(body)));
    return exchange(request.build());
  }

  /** Uploads a file for import. */
  Answer upload(Path file) {
    String mark = "-----------a7f3";
    byte[] head =
        ("--"
                + mark
                + "\r\nContent-Disposition: form-data; name=\"file\"; filename=\""
                + file.getFileName()
                + "\"\r\nContent-Type: text/csv\r\n\r\n")
            .getBytes();
    byte[] tail = ("\r\n--" + mark + "--\r\n").getBytes();
    HttpRequest request =
        HttpRequest.newBuilder(URI.create(address + "/imports"))
            .header("X-XSRF-TOKEN", token())
            .header("Content-Type", "multipart/form-data; boundary=" + mark)
            .POST(
                BodyPublishers.concat(
                    BodyPublishers.ofByteArray(head),
                    BodyPublishers.ofByteArray(contentOf(file)),
                    BodyPublishers.ofByteArray(tail)))
            .build();
    return exchange(request);
  }

  private static byte[] contentOf(Path file) {
    try {
      return Files.readAllBytes(file);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  /** Asks again and again until the answer is as wanted. */
  JsonNode await(String path, Predicate<JsonNode> wanted, int seconds) {
    long until = System.currentTimeMillis() + seconds * 1000L;
    JsonNode last;
    do {
      last = get(path).expect(200).json();
      if (wanted.test(last)) {
        return last;
      }
      RunningGemba.pause(100);
    } while (System.currentTimeMillis() < until);
    throw new AssertionError(path + " stayed " + last);
  }

  private Answer exchange(HttpRequest request) {
    try {
      HttpResponse<String> response = http.send(request, BodyHandlers.ofString());
      setCookies.addAll(response.headers().allValues("Set-Cookie"));
      return new Answer(response.statusCode(), response.body());
    } catch (IOException e) {
      return new Answer(0, String.valueOf(e));
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      return new Answer(0, "interrupted");
    }
  }

  private String token() {
    return cookies.getCookieStore().getCookies().stream()
        .filter(cookie -> cookie.getName().equals("XSRF-TOKEN"))
        .map(HttpCookie::getValue)
        .findFirst()
        .orElse("");
  }
}
