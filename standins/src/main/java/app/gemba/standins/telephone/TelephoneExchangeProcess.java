package app.gemba.standins.telephone;

import java.io.IOException;
import java.nio.file.Path;
import java.time.LocalTime;

/**
 * A telephone exchange as a process of its own: PORT SEED HOUR SPEED LOG-FILE. The hour, such as
 * 18:30, is the one at which all calls arrive; the speed is "real" or "fast".
 */
public final class TelephoneExchangeProcess {
  private TelephoneExchangeProcess() {}

  /** Runs until it is killed. */
  public static void main(String[] args) throws IOException, InterruptedException {
    LocalTime hour = LocalTime.parse(args[2]);
    try (TelephoneExchange exchange =
        new TelephoneExchange(
            Integer.parseInt(args[0]),
            Long.parseLong(args[1]),
            () -> hour,
            args[3].equals("real"),
            ExchangeLog.to(Path.of(args[4])))) {
      System.out.println("listening on " + exchange.port());
      Thread.currentThread().join();
    }
  }
}
