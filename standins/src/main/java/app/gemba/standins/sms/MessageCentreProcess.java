package app.gemba.standins.sms;

import java.io.IOException;
import java.nio.file.Path;

/** A message centre as a process of its own: PORT SYSTEM-ID PASSWORD SEED SPEED LOG-FILE. */
public final class MessageCentreProcess {
  private MessageCentreProcess() {}

  /** Runs until it is killed. */
  public static void main(String[] args) throws IOException, InterruptedException {
    MessageCentreSettings settings =
        new MessageCentreSettings(
            Integer.parseInt(args[0]),
            args[1],
            args[2],
            Long.parseLong(args[3]),
            Double.parseDouble(args[4]),
            Path.of(args[5]));
    try (MessageCentre centre = MessageCentre.open(settings)) {
      System.out.println("listening on " + centre.port());
      Thread.currentThread().join();
    }
  }
}
