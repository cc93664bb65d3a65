package app.gemba.bench;

import java.nio.file.Files;
import java.nio.file.Path;

/**
 * A file taken in as it is, with numbers read, people merged and agreement recorded, beside reading
 * the same file with the CSV library and inserting its raw columns in batches.
 */
final class ImportBenchmark implements Benchmark {
  private static final int ROWS = 200_000;

  @Override
  public String about() {
    return "200,000 rows taken in, beside reading them and batch-inserting the raw columns";
  }

  @Override
  public Figures run() throws Exception {
    Path folder = Files.createTempDirectory("gemba-bench");
    Path file = PeopleFile.write(folder.resolve("people.csv"), 0, ROWS, 2026);
    int columns = PeopleFile.HEADERS.size();
    RawTable.insert(file, columns, folder.resolve("warm-up.db"));
    double floor = RawTable.insert(file, columns, folder.resolve("raw.db"));
    try (PeopleHouse house = new PeopleHouse(folder.resolve("house"))) {
      return new Figures(ROWS / house.takeIn(file), ROWS / floor, "rows/s");
    }
  }
}
