package app.gemba.server.access;

import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.Map;
import tools.jackson.databind.json.JsonMapper;

/** Problem details (RFC 9457) written by hand, where no controller is reached. */
final class Problems {
  private static final JsonMapper JSON = JsonMapper.builder().build();

  private Problems() {}

  static void write(HttpServletResponse response, int status, String code, String sentence)
      throws IOException {
    response.setStatus(status);
    response.setContentType("application/problem+json");
    response.setCharacterEncoding(StandardCharsets.UTF_8);
    response
        .getWriter()
        .write(JSON.writeValueAsString(Map.of("status", status, "code", code, "detail", sentence)));
  }
}
