package app.gemba.networks.sms;

import static org.assertj.core.api.Assertions.assertThat;

import app.gemba.standins.sms.MessageCentre;
import app.gemba.standins.sms.MessageCentreSettings;
import java.io.IOException;
import java.net.ServerSocket;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class SmppProbeTest {
  @TempDir Path folder;

  @Test
  void aMessageCentreThatLetsUsInHasNoProblem() throws Exception {
    int port = freePort();
    try (MessageCentre centre = centre(port)) {
      assertThat(SmppProbe.problemWith(settings(centre.port(), "gemba"))).isEmpty();
    }
  }

  @Test
  void aWrongPasswordAndAClosedPortAreSaid() throws Exception {
    int port = freePort();
    try (MessageCentre centre = centre(port)) {
      assertThat(SmppProbe.problemWith(settings(centre.port(), "wrong"))).isPresent();
    }
    assertThat(SmppProbe.problemWith(settings(freePort(), "gemba"))).isPresent();
  }

  private MessageCentre centre(int port) throws IOException {
    return MessageCentre.open(
        new MessageCentreSettings(port, "gemba", "gemba", 7, 1, folder.resolve("centre.csv")));
  }

  private static SmppSettings settings(int port, String password) {
    return new SmppSettings("localhost", port, "gemba", password, 5, false);
  }

  private static int freePort() throws IOException {
    try (ServerSocket socket = new ServerSocket(0)) {
      return socket.getLocalPort();
    }
  }
}
