package app.gemba.standins.chat;

import java.io.IOException;
import java.nio.file.Path;

/** A chat service as a process of its own: PORT KEY SECRET SEED SPEED LOG-FILE. */
public final class ChatServiceProcess {
  private ChatServiceProcess() {}

  /** Runs until it is killed. */
  public static void main(String[] args) throws IOException, InterruptedException {
    ChatServiceSettings settings =
        new ChatServiceSettings(
            Integer.parseInt(args[0]),
            args[1],
            args[2],
            Long.parseLong(args[3]),
            Double.parseDouble(args[4]),
            Path.of(args[5]));
    try (ChatService service = ChatService.open(settings)) {
      System.out.println("listening on " + service.port());
      Thread.currentThread().join();
    }
  }
}
