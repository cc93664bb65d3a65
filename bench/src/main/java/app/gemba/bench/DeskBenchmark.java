package app.gemba.bench;

import app.gemba.core.voice.Line;
import app.gemba.standins.telephone.Call;
import app.gemba.standins.telephone.TelephoneExchange;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalTime;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.concurrent.TimeUnit;

/**
 * From a person's hello to the agent hearing it: twenty desks on the real application, each with a
 * page that listens over its WebSocket, and the telephone stand-in at real speed. Beside it, frames
 * that go over as many bare sockets. The first call of each desk, for which the application is
 * still being compiled, is told apart. Both with the lead by which a page plays what it gets. The
 * 99th percentile of each.
 */
final class DeskBenchmark implements Benchmark {
  private static final int DESKS = 20;
  private static final int CALLS = 260;
  private static final long SEED = 7;
  private static final LocalTime EVENING = LocalTime.of(18, 30);
  private static final double PERCENTILE = 0.99;

  /** How far behind the line a page plays: see web/src/areas/calls/desk/lineSound.ts. */
  private static final double LEAD_MILLIS = 60;

  private static final int SOONEST_FRAMES = 4 * 50;
  private static final long LONGEST_MINUTES = 10;

  @Override
  public String about() {
    return "from a person's hello to the agent hearing it on 20 desks, beside bare sockets (99 %)";
  }

  @Override
  public Figures run() throws Exception {
    double floor = at(PERCENTILE, BareFrames.over(DESKS, 1_000)) + LEAD_MILLIS;
    Path folder = Files.createTempDirectory("gemba-bench");
    try (TelephoneExchange exchange = new TelephoneExchange(0, SEED, () -> EVENING, true);
        DeskHouse house = DeskHouse.open(folder, exchange.port(), people(CALLS))) {
      List<ListeningPage> pages = new ArrayList<>();
      for (int i = 0; i < DESKS; i++) {
        pages.add(house.sitDown(i, exchange.log()));
      }
      long until = System.nanoTime() + TimeUnit.MINUTES.toNanos(LONGEST_MINUTES);
      while (pages.stream().mapToInt(ListeningPage::heard).sum() < CALLS * 9 / 10) {
        if (System.nanoTime() > until) {
          throw new IllegalStateException("the calls do not come to their end");
        }
        TimeUnit.MILLISECONDS.sleep(200);
      }
      long[] first = pages.stream().flatMapToLong(page -> page.nanos().limit(1)).toArray();
      long[] late = pages.stream().flatMapToLong(page -> page.nanos().skip(1)).toArray();
      System.out.printf(
          "%d hellos, median %.0f ms, latest %.0f ms; latest of each desk's first, which is not"
              + " counted: %.0f ms%n",
          late.length,
          at(0.5, late) + LEAD_MILLIS,
          at(1, late) + LEAD_MILLIS,
          at(1, first) + LEAD_MILLIS);
      return new Figures(at(PERCENTILE, late) + LEAD_MILLIS, floor, "ms");
    }
  }

  /** Numbers at which somebody answers soon. */
  private static List<String> people(int count) {
    List<String> found = new ArrayList<>();
    for (int i = 0; found.size() < count; i++) {
      String number = String.format("+1207%07d", 5_550_000 + i);
      Call call = Call.to(number, SEED, EVENING, 1);
      for (int frame = 0; frame < SOONEST_FRAMES; frame++) {
        call.step(new short[Line.FRAME]);
      }
      if (call.phase() == Call.Phase.ANSWERED) {
        found.add(number);
      }
    }
    return found;
  }

  /** In milliseconds. */
  private static double at(double share, long[] nanos) {
    long[] sorted = nanos.clone();
    Arrays.sort(sorted);
    return sorted[(int) (share * (sorted.length - 1))] / 1e6;
  }
}
