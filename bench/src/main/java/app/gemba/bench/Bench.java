package app.gemba.bench;

import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;

/** Runs a benchmark by its name; without one, lists them. */
public final class Bench {
  private static final Map<String, Benchmark> ALL =
      new TreeMap<>(
          Map.of(
              "answering", new AnsweringBenchmark(),
              "desk", new DeskBenchmark(),
              "import", new ImportBenchmark(),
              "lines", new LinesBenchmark(),
              "million", new MillionBenchmark(),
              "search", new SearchBenchmark(),
              "sms", new SmsBenchmark()));

  private Bench() {}

  /** Ends with a line {@code NAME: ratio R (ours X, floor Y, unit)}. */
  public static void main(String[] args) throws Exception {
    if (args.length == 0) {
      ALL.forEach((name, benchmark) -> System.out.println(name + "  " + benchmark.about()));
      return;
    }
    Benchmark benchmark = ALL.get(args[0]);
    if (benchmark == null) {
      System.err.println("There is no benchmark “" + args[0] + "”. There are: " + ALL.keySet());
      System.exit(1);
    }
    Benchmark.Figures figures = benchmark.run();
    System.out.printf(
        Locale.ROOT,
        "%s: ratio %.2f (ours %.0f, floor %.0f, %s)%n",
        args[0],
        figures.ratio(),
        figures.ours(),
        figures.floor(),
        figures.unit());
    System.exit(0);
  }
}
