package app.gemba.bench;

import java.nio.file.Files;
import java.nio.file.Path;

/**
 * A million rows of ten columns, half of them about people who are known and changed since, beside
 * reading the same file with the CSV library and inserting its raw columns in batches. The heap is
 * that of the process: run with {@code -Xmx512m}, as {@code ./gemba bench} does.
 */
final class MillionBenchmark implements Benchmark {
  private static final int ROWS = 1_000_000;
  private static final int KNOWN = 500_000;

  @Override
  public String about() {
    return "1,000,000 rows merged against 500,000 known people, beside the raw rows inserted";
  }

  @Override
  public Figures run() throws Exception {
    Path folder = Files.createTempDirectory("gemba-bench");
    Path known = PeopleFile.write(folder.resolve("known.csv"), 0, KNOWN, 2025);
    Path file = PeopleFile.write(folder.resolve("million.csv"), 0, ROWS, 2026);
    int columns = PeopleFile.HEADERS.size();
    RawTable.insert(known, columns, folder.resolve("warm-up.db"));
    double floor = RawTable.insert(file, columns, folder.resolve("raw.db"));
    System.out.printf("heap %d MB, floor %.1f s%n", Runtime.getRuntime().maxMemory() >> 20, floor);
    try (PeopleHouse house = new PeopleHouse(folder.resolve("house"))) {
      house.takeIn(known);
      return new Figures(ROWS / house.takeIn(file), ROWS / floor, "rows/s");
    }
  }
}
