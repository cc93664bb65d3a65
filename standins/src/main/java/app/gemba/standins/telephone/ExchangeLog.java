package app.gemba.standins.telephone;

import app.gemba.standins.CsvLog;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.CopyOnWriteArrayList;

/**
 * What the exchange knows of the calls that went through it, in the order in which they ended; and,
 * where it has a file, one CSV line an event with the columns at, event, from, to, kind, cause,
 * answered_ms, heard_ms, key.
 */
public final class ExchangeLog implements AutoCloseable {
  private static final int KEPT = 10_000;

  private final List<Ended> calls = new CopyOnWriteArrayList<>();
  private final Map<String, Long> spoke = new ConcurrentHashMap<>();
  private final Optional<CsvLog> file;

  private ExchangeLog(Optional<CsvLog> file) {
    this.file = file;
  }

  /** A log that is only kept in memory. */
  public static ExchangeLog inMemory() {
    return new ExchangeLog(Optional.empty());
  }

  /** A log that is written to a file too; goes on with one that is there. */
  public static ExchangeLog to(Path path) throws IOException {
    return new ExchangeLog(
        Optional.of(
            new CsvLog(
                path, "event", "from", "to", "kind", "cause", "answered_ms", "heard_ms", "key")));
  }

  /**
   * A call that has ended.
   *
   * @param kind who or what was there: a person, a machine, busy, no answer, out of service
   * @param cause why it ended (ITU-T Q.850)
   * @param answeredMillis how long it was answered
   * @param heardMillis how much of the caller's sound was heard, or recorded behind a beep
   * @param key the key that was pressed; blank for none
   */
  public record Ended(
      String from,
      String to,
      String kind,
      int cause,
      long answeredMillis,
      int heardMillis,
      String key) {}

  /** When the first sound of whoever answered at a number left last, by {@code System.nanoTime}. */
  public Optional<Long> spoke(String to) {
    return Optional.ofNullable(spoke.get(to));
  }

  void spoke(String to, long nanos) {
    spoke.put(to, nanos);
  }

  void dialled(String from, String to) {
    write("dialled", from, to, "", "", "", "", "");
  }

  void ended(Ended call) {
    calls.add(call);
    if (calls.size() > KEPT) {
      calls.remove(0);
    }
    write(
        "ended",
        call.from(),
        call.to(),
        call.kind(),
        String.valueOf(call.cause()),
        String.valueOf(call.answeredMillis()),
        String.valueOf(call.heardMillis()),
        call.key());
  }

  /** The calls that ended lately. */
  public List<Ended> calls() {
    return List.copyOf(calls);
  }

  @Override
  public void close() throws IOException {
    if (file.isPresent()) {
      file.get().close();
    }
  }

  private void write(String... fields) {
    file.ifPresent(log -> log.write(fields));
  }
}
